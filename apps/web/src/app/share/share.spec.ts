import { TestBed } from '@angular/core/testing';
import { PROFILES } from '@spare-coat/demo/profiles';
import { FERNBANK } from '@spare-coat/demo/profileFernbank';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../shared/api';
import { Notices } from '../shared/notices';
import { onDemo, type DemoBench } from '../testing/demoBench';
import { CarryOverView } from './carryOverView';
import { PublishView } from './publishView';

const said = () => TestBed.inject(Notices).list().at(-1)?.text;

describe('a coat that is carried over', () => {
  const host = PROFILES.find((p) => p.id !== FERNBANK.id)!;
  const over = (before: (bench: DemoBench) => void) =>
    onDemo(CarryOverView, {
      before: (b) => {
        b.api['origin'] = () => of({ origin: null });
        b.api['previewPort'] = () => throwError(() => new ApiProblem('bad', 'It cannot be worked out.', 422));
        before(b);
      },
    });
  it('is asked for whenever another host is chosen, with its first distribution', async () => {
    const asked: (string | null)[][] = [];
    const { hand } = await over((b) => {
      b.api['previewPort'] = ((_id: string, h: { name: string }, channel: string | null) => {
        asked.push([h.name, channel]);
        return throwError(() => new ApiProblem('bad', 'It cannot be worked out.', 422));
      }) as never;
    });
    const others = PROFILES.filter((p) => p.id !== FERNBANK.id).slice(0, 2);
    for (const p of others) await hand.choose('Host to carry it to', `${p.name} ${p.version}`);
    expect(asked).toEqual(others.map((p) => [p.name, p.channels[0]!.id]));
  });
  it('says why it cannot be worked out', async () => {
    const { hand, page } = await over(() => undefined);
    await hand.choose('Host to carry it to', `${host.name} ${host.version}`);
    expect(page.textContent).toContain('It cannot be worked out.');
  });
});

describe('a coat that is put on the rack', () => {
  const hung = {
    id: 'i',
    revision: 3,
    version: 2,
    name: 'Hung so',
    about: 'About it',
    coatRevision: 1,
    withdrawnAt: null,
  };
  const publishing = (before: (bench: DemoBench) => void) =>
    onDemo(PublishView, {
      before: (b) => {
        b.api['onRack'] = () => of({ item: null });
        before(b);
      },
    });
  it('goes there once, under the name that was typed, however often it had to be tried', async () => {
    const sent: { id: string; name: string; commandId: string }[] = [];
    let answer = () => throwError(() => new ApiProblem('away', 'The server does not answer.', 0)) as never;
    const { hand, page } = await publishing((b) => {
      b.api['publish'] = ((id: string, what: { name: string; commandId: string }) => {
        sent.push({ id, ...what });
        return answer();
      }) as never;
    });
    await hand.type('Name on the rack', 'My coat');
    const submit = page.querySelector<HTMLButtonElement>('button[type=submit]')!.textContent.trim();
    await hand.press(submit);
    expect(page.textContent).toContain('The server does not answer.');
    answer = () => of({ version: 1 }) as never;
    await hand.press(submit);
    expect(said()).toBe('My coat, version 1, hangs on the rack.');
    expect(sent.map((s) => s.name)).toEqual(['My coat', 'My coat']);
    expect(new Set(sent.map((s) => `${s.id} ${s.commandId}`)).size).toBe(1);
  });
  it('that hangs there already is looked at again where another window changed it', async () => {
    let read = 0;
    const { hand, page } = await publishing((b) => {
      b.api['onRack'] = () => {
        read++;
        return of({ item: hung });
      };
      b.api['publish'] = () => throwError(() => new ApiProblem('stale', 'stale', 409));
    });
    expect(page.querySelector<HTMLInputElement>('input')!.value).toBe('Hung so');
    const before = read;
    await hand.press(page.querySelector<HTMLButtonElement>('button[type=submit]')!.textContent.trim());
    expect(page.textContent).toContain('changed on the rack in another window');
    expect(read).toBeGreaterThan(before);
  });
});
