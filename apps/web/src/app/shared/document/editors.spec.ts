import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { Router } from '@angular/router';
import { PARTS } from '@spare-coat/demo/catalogue';
import { FERNBANK } from '@spare-coat/demo/profileFernbank';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { of, throwError } from 'rxjs';
import { ProfileEditor } from '../../host/profileEditor';
import { PartEditor } from '../../parts/partEditor';
import { onDemo, type DemoBench } from '../../testing/demoBench';
import { savedFiles, textOf } from '../../testing/files';
import { testId } from '../../testing/bench';
import { ApiProblem } from '../api';
import { Notices } from '../notices';

const OWN: Part = { ...PARTS[0]!, id: testId(), name: 'My dock', revision: 3 };
const said = () => TestBed.inject(Notices).list().at(-1)?.text;

async function partEditor(
  inputs: Record<string, unknown>,
  before: (bench: DemoBench) => void = () => undefined,
) {
  sessionStorage.clear();
  localStorage.clear();
  const put: { part: Part; revision: number }[] = [];
  const mounted = await onDemo(PartEditor, {
    inputs,
    before: (bench) => {
      bench.api['licenceProblem'] = ((text: string) =>
        of({ problem: text === 'GPL' ? 'GPL is no SPDX expression.' : null })) as never;
      bench.api['putPart'] = ((part: Part, revision: number) => {
        put.push({ part, revision });
        return of({ part: { ...part, revision: revision + 1 }, shipped: false });
      }) as never;
      bench.api['part'] = ((id: string) =>
        id === OWN.id ? of({ part: OWN, shipped: false }) : of({ part: PARTS[1]!, shipped: true })) as never;
      before(bench);
    },
  });
  const went: unknown[] = [];
  TestBed.inject(Router).navigate = (to, extras) => {
    went.push([to, extras?.queryParams]);
    return Promise.resolve(true);
  };
  const wait = async (ms = 260) => {
    await new Promise((r) => setTimeout(r, ms));
    await mounted.settle();
  };
  await wait();
  const title = () => mounted.page.querySelector('h1')?.textContent;
  return { ...mounted, put, went, wait, title };
}

describe('the page on which a part is made', () => {
  it('opens one’s own part, and saves it as its next revision', async () => {
    const { title, hand, put, went, wait } = await partEditor({ part: OWN.id });
    expect(title()).toBe('Change a part');
    await hand.type('Name', 'My better dock');
    await wait();
    await hand.press('Save as the next revision');
    await wait();
    expect(put).toEqual([{ part: { ...OWN, name: 'My better dock' }, revision: 3 }]);
    expect(said()).toBe('My better dock is saved as revision 4.');
    expect(went.at(-1)).toEqual([[expect.stringContaining('/parts')], { part: OWN.id }]);
  });
  it('says what it needs by the names of parts, and keeps their ids', async () => {
    const needs = { ...OWN, requires: [{ anyOf: [PARTS[2]!.id], why: 'It stands on it.' }] };
    const { page, hand, put, wait, fixture } = await partEditor({ part: OWN.id }, (bench) => {
      bench.api['part'] = () => of({ part: needs, shipped: false });
    });
    await hand.turnTo('Needs');
    await wait();
    const chips = () => [...page.querySelectorAll('mat-chip-row')].map((c) => c.textContent.trim());
    expect(chips()).toEqual([PARTS[2]!.name]);
    expect(page.textContent).not.toContain(PARTS[2]!.id);
    const box = await TestbedHarnessEnvironment.loader(fixture).getHarness(
      MatAutocompleteHarness.with({ selector: 'input[aria-label*="One of these"]' }),
    );
    await box.enterText(PARTS[3]!.name.slice(0, 5));
    await box.selectOption({ text: PARTS[3]!.name });
    await wait();
    expect(chips()).toEqual([PARTS[2]!.name, PARTS[3]!.name]);
    await hand.press('Save as the next revision');
    await wait();
    expect(put[0]!.part.requires).toEqual([{ anyOf: [PARTS[2]!.id, PARTS[3]!.id], why: 'It stands on it.' }]);
  });
  it('changes nothing that ships, and says how to go on', async () => {
    const { page } = await partEditor({ part: PARTS[1]!.id });
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('Duplicate it and change the copy.');
    expect(page.querySelector('coat-document-editor')).toBeNull();
  });
  it('begins a copy of one that ships', async () => {
    const id = testId();
    const { hand, put, wait, title } = await partEditor({ part: id, from: PARTS[1]!.id });
    expect(title()).toBe('New part');
    await hand.press('Save the part');
    await wait();
    expect(put[0]).toMatchObject({ revision: 0, part: { id, name: `${PARTS[1]!.name}, copy` } });
  });
  it('begins one from nothing without asking a server for it', async () => {
    const asked: string[] = [];
    const { title } = await partEditor({ part: testId(), fresh: 'yes' }, (bench) => {
      bench.api['part'] = ((id: string) => {
        asked.push(id);
        return throwError(() => new Error('There is no such part.'));
      }) as never;
    });
    expect(title()).toBe('New part');
    expect(asked).toEqual([]);
  });
  it('asks the server for a licence when it was typed, and saves none that is wrong', async () => {
    const { page, hand, wait } = await partEditor({ part: OWN.id });
    await hand.type('Licence', 'GPL');
    await wait(400);
    expect(page.querySelector('aside')!.textContent).toContain('GPL is no SPDX expression.');
    expect(await hand.canPress('Save as the next revision')).toBe(false);
    await hand.type('Licence', 'MIT');
    await wait(400);
    expect(page.querySelector('aside')!.textContent).toContain('Everything in it is right.');
  });
  it('keeps what was typed where it cannot be saved, and asks before it is left', async () => {
    const { page, bench, hand, wait, went } = await partEditor({ part: OWN.id });
    bench.api['putPart'] = () => throwError(() => new ApiProblem('away', 'The server does not answer.', 503));
    await hand.type('Name', 'My better dock');
    await hand.press('Save as the next revision');
    await wait();
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('The server does not answer.');
    expect(page.querySelector<HTMLInputElement>('[aria-label="Name"]')!.value).toBe('My better dock');
    const asked = vi.spyOn(TestBed.inject(Notices), 'ask').mockResolvedValueOnce(false);
    await hand.press('Leave');
    expect(asked).toHaveBeenCalledOnce();
    expect(went).toEqual([]);
    asked.mockResolvedValueOnce(true);
    await hand.press('Leave');
    await wait(0);
    expect(went).toHaveLength(1);
  });
  it('goes out as JSON and comes in again, under its own name', async () => {
    const saved = savedFiles();
    const { fixture, hand, page, wait } = await partEditor({ part: OWN.id });
    await hand.press('Export as JSON');
    const text = await textOf(saved[0]!);
    expect(JSON.parse(text)).toMatchObject({ id: OWN.id, name: 'My dock' });
    const give = async (content: string) => {
      const file = new File([content], 'x.json');
      file.text = () => Promise.resolve(content);
      const button = fixture.debugElement.query((d) => d.name === 'coat-file-button');
      button.triggerEventHandler('chosen', [file]);
      await wait();
    };
    await give('[1]');
    expect(said()).toBe('x.json is no part in JSON.');
    await give(JSON.stringify({ ...(JSON.parse(text) as Part), id: testId(), name: 'From elsewhere' }));
    expect(page.querySelector('aside h2')!.textContent).toContain('From elsewhere');
  });
});

describe('the page on which a host profile is made', () => {
  const MINE: HostProfile = { ...FERNBANK, id: testId(), name: 'My desk', revision: 2 };
  async function profileEditor(inputs: Record<string, unknown>) {
    sessionStorage.clear();
    localStorage.clear();
    const put: { profile: HostProfile; revision: number }[] = [];
    const mounted = await onDemo(ProfileEditor, {
      inputs,
      before: (bench) => {
        bench.api['profileRevisions'] = ((id: string) =>
          id === MINE.id || id === FERNBANK.id
            ? of({
                revisions: [
                  { revision: 2, version: '3.4', at: '2026-11-02' },
                  { revision: 1, version: '3.3', at: '2026-11-01' },
                ],
              })
            : throwError(() => new ApiProblem('not-found', 'There is none.', 404))) as never;
        bench.api['profile'] = ((id: string, revision: number) =>
          of(
            id === MINE.id
              ? { profile: { ...MINE, revision, version: revision === 1 ? '3.3' : '3.4' }, shipped: false }
              : { profile: FERNBANK, shipped: true },
          )) as never;
        bench.api['putProfile'] = ((profile: HostProfile, revision: number) => {
          put.push({ profile, revision });
          return of({ profile: { ...profile, revision: revision + 1 } });
        }) as never;
      },
    });
    TestBed.inject(Router).navigateByUrl = () => Promise.resolve(true);
    await mounted.settle();
    return { ...mounted, put };
  }
  it('opens the newest revision, and brings an older one back into the form', async () => {
    const { page, hand, put, settle } = await profileEditor({ profile: MINE.id });
    expect(page.querySelector('aside h2')!.textContent).toContain('My desk 3.4');
    await hand.press('Bring revision 1 into the form');
    await settle();
    expect(page.querySelector('aside h2')!.textContent).toContain('My desk 3.3');
    await hand.press('Save as the next revision');
    await settle();
    expect(put[0]).toMatchObject({ revision: 2, profile: { version: '3.3' } });
    expect(said()).toContain('My desk is saved as revision 3.');
  });
  it('changes none that ships, copies one, and says where there is none', async () => {
    const shipped = await profileEditor({ profile: FERNBANK.id });
    expect(shipped.page.querySelector('[role="alert"]')!.textContent).toContain('Duplicate it');
    TestBed.resetTestingModule();
    const copy = await profileEditor({ profile: testId(), from: FERNBANK.id });
    expect(copy.page.querySelector('aside h2')!.textContent).toContain('Fernbank, copy');
    TestBed.resetTestingModule();
    const none = await profileEditor({ profile: testId() });
    expect(none.page.querySelector('[role="alert"]')!.textContent).toContain(
      'There is no such host profile.',
    );
  });
});
