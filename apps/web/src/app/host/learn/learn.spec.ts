import { TestBed } from '@angular/core/testing';
import { utf8Bytes } from '@spare-coat/core/ground/utf8';
import { readProfile, type HostProfile } from '@spare-coat/core/model/host/profile';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../../shared/api';
import { SurveyIntake } from '../../shared/surveyIntake';
import { onDemo } from '../../testing/demoBench';
import { savedFiles, textOf } from '../../testing/files';
import { learnt } from '../../../workers/learnt';
import type { LearnAsk } from '../../../workers/learn.messages';
import { LearnView } from './learnView';
import { LearnWorker } from './learnWorker';

/** A survey of an invented desktop: two settings that are sure, one that is not, one of something else. */
const SURVEY = {
  survey: 1,
  takenAt: '2026-11-30T10:00:00Z',
  system: { desktop: 'Quayside' },
  leftOut: 3,
  settings: { 'org.quayside.panel thickness': '40' },
  machine: {
    commands: ['gsettings'],
    schemas: [
      {
        name: 'a',
        text: `<schemalist>
          <schema id="org.quayside.panel" path="/org/quayside/panel/">
            <key name="thickness" type="i"><default>32</default><range min="16" max="96"/><summary>Thickness of the panel</summary></key>
            <key name="background-colour" type="s"><default>"#2e3440"</default><summary>Background colour of the panel</summary></key>
          </schema>
          <schema id="org.quayside.misc" path="/org/quayside/misc/">
            <key name="k3" type="i"><default>95</default><range min="0" max="100"/><summary>Menu opacity</summary></key>
            <key name="mail-volume" type="i"><default>1</default><summary>Volume of the mail sound</summary></key>
            <key name="k7" type="s"><default>"%H:%M"</default><summary>Pattern seven</summary></key>
          </schema></schemalist>`,
      },
      { name: 'broken', text: '<schemalist' },
    ],
  },
};
/** A file that tells its own text: those of a test's page cannot. */
const fileOf = (text: string, name: string, lastModified = 0) =>
  Object.assign(new File([text], name, { lastModified }), {
    text: () => Promise.resolve(text),
    arrayBuffer: () => Promise.resolve(utf8Bytes(text).buffer),
  });
const surveyFile = (told: unknown, name = 'survey.json') =>
  fileOf(typeof told === 'string' ? told : JSON.stringify(told), name);

async function page(told: unknown = SURVEY) {
  const taken: string[] = [];
  const brought: string[] = [];
  const mounted = await onDemo(LearnView, {
    providers: [
      { provide: LearnWorker, useValue: { learn: (ask: LearnAsk) => of(learnt(ask)) } },
      {
        provide: SurveyIntake,
        useValue: {
          refusal: () => null,
          take: async (files: File[]) => {
            for (const file of files) {
              expect(await textOf(file)).not.toContain('schemalist');
              taken.push(file.name);
              brought.push(await textOf(file));
            }
          },
        },
      },
    ],
  });
  const give = async (what: unknown) => {
    mounted.fixture.debugElement
      .query((d) => d.name === 'coat-file-button')
      .triggerEventHandler('chosen', [surveyFile(what)]);
    for (let i = 0; i < 4; i++) await mounted.settle();
  };
  if (told !== null) await give(told);
  const rows = () =>
    [...mounted.page.querySelectorAll('ol.settings > li')].map((li) =>
      li.textContent.replace(/\s+/g, ' ').trim(),
    );
  const key = async (pressed: string) => {
    window.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }));
    for (let i = 0; i < 2; i++) await mounted.settle();
  };
  const text = () => mounted.page.textContent.replace(/\s+/g, ' ');
  return { ...mounted, give, rows, key, text, taken, brought };
}
beforeEach(() => localStorage.clear());
afterEach(() => localStorage.clear());

describe('one’s own desktop', () => {
  it('is asked for by a script, and refused with the reason where a file is no survey with settings', async () => {
    const saved = savedFiles();
    const { hand, bench, give, text } = await page(null);
    expect(text()).toContain('sh survey.sh --settings > survey.json');
    bench.api['surveyScript'] = () => of('#!/bin/sh\n');
    await hand.press('Save survey.sh');
    expect(await textOf(saved[0]!)).toBe('#!/bin/sh\n');
    await give('{"survey": 1}');
    expect(text()).toContain('survey.json It is a survey without settings.');
    await give(SURVEY);
    expect(text()).not.toContain('without settings');
    expect(text()).toContain('5 settings of Quayside');
  });
  it('tells of its settings what is sure, what is to decide, and what could not be read', async () => {
    const { rows, hand, text, taken } = await page();
    expect(text()).toContain('3 were left out, since they may be private');
    expect(text()).toContain('1 could not be read');
    expect(rows()).toHaveLength(1);
    expect(rows()[0]).toContain('Menu opacity');
    await hand.toggle('Sure 2');
    expect(rows().map((r) => r.slice(0, 30))).toEqual([
      expect.stringContaining('Thickness of the panel'),
      expect.stringContaining('Background colour of the panel'.slice(0, 28)),
    ]);
    expect(rows()[0]).toContain('40');
    // It is brought into the coat as well, since plans go by what is set now.
    expect(taken).toEqual(['survey.json']);
  });
  it('becomes a profile that is kept and chosen, of what was accepted at once and one by one', async () => {
    const put: [HostProfile, number][] = [];
    const { hand, bench, key, rows, text } = await page();
    bench.api['putProfile'] = (profile: HostProfile, revision: number) => {
      put.push([profile, revision]);
      return of({ profile });
    };
    expect(await hand.canPress('Save and choose it')).toBe(false);
    await hand.press('Accept 2 that are sure');
    // The first guess of the menu's opacity, by its key.
    await key('y');
    await hand.type('Search settings', 'pattern');
    expect(rows()[0]).toContain('Pattern seven');
    await hand.press('Pattern sevenorg.quayside.misc k7');
    await hand.enter('What it is', 'Clock: format');
    await hand.press('Save and choose it');
    const [profile, revision] = put[0]!;
    expect(revision).toBe(0);
    expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual(profile);
    expect(Object.fromEntries(profile.offers.map((o) => [o.kind, Object.keys(o.supplies)]))).toMatchObject({
      bar: ['thickness', 'colour'],
      launcher: ['opacity'],
      clock: ['format'],
    });
    expect(profile.settings?.map((s) => s.key)).toContain('org.quayside.misc mail-volume');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'coat.host', profileId: profile.id, profileRevision: 1 });
    expect(text()).toContain('Quayside is among your profiles, revision 1');
    // Later it is the next revision of the same.
    bench.api['profileRevisions'] = () =>
      of({ revisions: [{ revision: 4, name: 'Q', version: '1', at: '' }] });
    // That one could set less of the bar, and something that is gone.
    bench.api['profile'] = (id: string, asked: number) => {
      expect([id, asked]).toEqual([profile.id, 4]);
      const [bar, ...others] = profile.offers;
      const { colour: _, ...supplies } = bar!.supplies;
      const margin = { range: { least: 0, most: 9, step: 1 }, setting: { key: 'old gap', place: 'p' } };
      return of({
        profile: { ...profile, offers: [{ ...bar!, supplies: { ...supplies, margin } }, ...others] },
      });
    };
    await hand.press('Save and choose it');
    expect(put[1]!.slice(1)).toEqual([4]);
    expect(put[1]![0]).toMatchObject({ id: profile.id, revision: 5 });
    expect(text()).toContain('Bar: colour: new org.quayside.panel background-colour');
    expect(text()).toContain('Bar: margin: gone old gap');
  });
  it('describes the display as the machine’s screen is, where nobody has described one', async () => {
    const screened = { ...SURVEY, machine: { ...SURVEY.machine, screen: [1366, 768] } };
    const { hand, bench } = await page(screened);
    bench.api['putProfile'] = (profile: HostProfile) => of({ profile });
    await hand.press('Accept 2 that are sure');
    await hand.press('Save and choose it');
    // The demo's display is described already, and stays.
    expect(bench.sent.at(-1)).toMatchObject({ type: 'coat.host' });
    for (const id of Object.keys(bench.rows().display)) bench.lay({ type: 'display.remove', id });
    await hand.press('Save and choose it');
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'many',
      commands: [{ type: 'coat.host' }, { type: 'display.set', width: 1366, height: 768, scale: 1 }],
    });
  });
  it('says why it could not be kept, and loses nothing of what was said', async () => {
    const { hand, bench, text } = await page();
    await hand.press('Accept 2 that are sure');
    bench.api['putProfile'] = () =>
      throwError(() => new ApiProblem('away', 'The server does not answer.', 0));
    await hand.press('Save and choose it');
    expect(text()).toContain('The server does not answer.');
    expect(text()).toContain('2 are said to be about looks');
  });
  it('remembers what was said of it when the page is opened again, names alone', async () => {
    const first = await page();
    await first.hand.press('Accept 2 that are sure');
    await first.key('n');
    TestBed.resetTestingModule();
    const again = await page();
    expect(again.text()).toContain('2 are said to be about looks');
    await again.hand.toggle('Said 3');
    expect(again.rows().join()).toContain('nothing of looks');
    expect(JSON.stringify(localStorage)).not.toMatch(/2e3440|"40"/);
    await again.hand.press('Take back Menu opacity');
    expect(again.text()).toContain('To decide 1');
  });
  it('says which settings a later version of it has no more, and forgets nothing of them', async () => {
    const first = await page();
    await first.hand.press('Accept 2 that are sure');
    const later = structuredClone(SURVEY);
    later.machine.schemas[0]!.text = later.machine.schemas[0]!.text.replace(
      'name="thickness"',
      'name="girth"',
    );
    await first.give(later);
    expect(first.text()).toContain('Not there any moreBar: thickness: org.quayside.panel thickness');
    await first.key('n');
    await first.give(SURVEY);
    expect(first.text()).not.toContain('Not there any more');
    expect(first.text()).toContain('2 are said to be about looks');
  });
  it('tells how much of the coat it can set, and what is still to be found', async () => {
    const { hand, text, rows } = await page();
    expect(text()).toMatch(/It can set 0 of \d+ traits of this coat/);
    expect(text()).toContain('Rail: thickness');
    await hand.press('Accept 2 that are sure');
    expect(text()).not.toContain('Rail: thickness');
    expect(text()).not.toMatch(/It can set 0 of/);
    await hand.press('Clock: place');
    expect(rows()).toEqual([]);
  });
  it('shows what changed while it was changed in its own settings, tied to what the survey told', async () => {
    const { give, rows, text, hand, taken } = await page();
    await hand.press('Accept 2 that are sure');
    await give({
      learnt: 1,
      desktop: 'Quayside',
      rounds: 2,
      changes: [
        { round: 1, in: 'settings', key: 'org.quayside.misc k3', from: '95', to: '80' },
        {
          round: 1,
          in: '~/.config/harbour/rc',
          line: 2,
          group: 'Dock',
          from: 'icon size=24',
          to: 'icon size=32',
        },
        { round: 2, in: '~/.config/harbour/a.txt', line: 2, group: '', from: 'some', to: 'words' },
      ],
    });
    expect(text()).toContain('2 changed while you changed them');
    expect(text()).toContain('1 change is in no place that can be set from here');
    expect(rows().map((r) => r.slice(0, 12))).toEqual(['Menu opacity', expect.stringContaining('icon size')]);
    expect(rows()[1]).toContain('Dock: icon size');
    // What was said before is still said, and no survey was brought in.
    expect(text()).toContain('2 are said to be about looks');
    expect(taken).toEqual(['survey.json']);
    await give('{"learnt": 1, "changes": []}');
    expect(text()).toContain('Nothing changed while it watched');
    expect(text()).toContain('2 changed while you changed them');
  });
  it('says what the letters of window buttons are, when a setting shows, and what themes are told by', async () => {
    const {
      page: screen,
      fixture,
      settle,
      hand,
      text,
      key,
      bench,
      rows,
    } = await page({
      ...SURVEY,
      settings: { 'org.quayside.panel layout': "'MN:C'", 'org.quayside.panel frame-theme': "'Reed'" },
      machine: {
        ...SURVEY.machine,
        schemas: [
          {
            name: 'a',
            text: `<schemalist><schema id="org.quayside.panel" path="/org/quayside/panel/">
              <key name="layout" type="s"><default>"MN:C"</default><summary>Order of the window buttons</summary></key>
              <key name="frame-theme" type="s"><default>"Reed"</default><summary>Theme of the window frames</summary></key>
            </schema></schemalist>`,
          },
        ],
      },
    });
    await hand.toggle('All 2');
    await settle();
    expect(rows()).toHaveLength(2);
    await hand.enter('What it is', 'Window buttons: order');
    await settle();
    expect(text()).toContain('say what each of them is');
    await hand.choose('What M is', 'menu');
    await hand.choose('What N is', 'fold');
    await hand.choose('What C is', 'shut');
    await settle();
    expect(text()).not.toContain('say what each of them is');
    await hand.choose('It shows after', 'a new session');
    await key('ArrowDown');
    await hand.enter('What it is', 'Choice of the window theme');
    await settle();
    expect(text()).toContain('No folder of the window theme Reed was found');
    const show = fixture.debugElement
      .queryAll((d) => d.name === 'coat-file-button')
      .find((d) => (d.componentInstance as { folder(): boolean }).folder())!;
    const inFolder = (path: string) =>
      Object.defineProperty(new File([''], path), 'webkitRelativePath', { value: path });
    show.triggerEventHandler('chosen', [inFolder('Reed/notes.md')]);
    await settle();
    expect(text()).toContain('No folder of the window theme');
    show.triggerEventHandler('chosen', [inFolder('Reed/frame/edges.conf'), inFolder('Reed/notes.md')]);
    await settle();
    expect(text()).toContain('A window theme is told by frame/edges.conf and lies in ~/.local/share/themes');
    let made: HostProfile | null = null;
    bench.api['putProfile'] = (profile: HostProfile) => of({ profile: (made = readProfile(profile)) });
    await hand.press('Save and choose it');
    await settle();
    const { offers, signatures } = made!;
    expect(offers.find((o) => o.kind === 'window-buttons')?.supplies['order']).toMatchObject({
      setting: {
        effect: 'session',
        writes: { between: '', parted: ':', words: { menu: 'M', fold: 'N', shut: 'C' } },
      },
    });
    expect(signatures).toEqual([{ sort: 'window theme', needs: ['frame/edges.conf'] }]);
    expect(screen.textContent).toContain('revision 1');
    await key('n');
  });
  it('learns from two exports of settings, the earlier of which is from before the change', async () => {
    const { fixture, settle, rows, text, brought } = await page(null);
    const at = fileOf;
    const give = async (...files: File[]) => {
      fixture.debugElement.query((d) => d.name === 'coat-file-button').triggerEventHandler('chosen', files);
      for (let i = 0; i < 4; i++) await settle();
    };
    await give(
      at('[Dock]\nicon size = 32\n', 'after.ini', 2000),
      at('[Dock]\nicon size = 24\n', 'before.ini', 1000),
    );
    expect(rows()).toEqual([expect.stringContaining('after.ini › Dock › icon size')]);
    expect(rows()[0]).toContain('32');
    expect(text()).toContain('1 changed while you changed them');
    // What is set now is in the coat, and of the rest of the export nothing.
    const key = 'after.ini › Dock › icon size';
    expect(brought.map((b) => JSON.parse(b) as unknown)).toEqual([{ [key]: '32' }]);
    await give(at('[Dock]\nicon size = 28\n[Mail]\naddress = me\n', 'today.ini', 3000));
    expect(JSON.parse(brought[1]!)).toEqual({ [key]: '28' });
    expect(rows()[0]).toContain('28');
    await give(at('[Mail]\naddress = me\n', 'other.ini', 3000));
    expect(text()).toContain('It is no JSON');
    expect(brought).toHaveLength(2);
    await give(at('[Dock]\nicon size = 32\n', 'a.ini', 1), at('[Dock]\nicon size = 32\n', 'b.ini', 2));
    expect(text()).toContain('Nothing is another in b.ini than in a.ini');
  });
});
