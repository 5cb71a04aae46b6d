import { TestBed } from '@angular/core/testing';
import { Clipboard } from '@angular/cdk/clipboard';
import { DEMO_SURVEY } from '@spare-coat/demo/survey';
import { of, throwError } from 'rxjs';
import { Notices } from '../shared/notices';
import { testId } from '../testing/bench';
import { onDemo, rowsIn, type DemoBench } from '../testing/demoBench';
import { savedFiles, textOf } from '../testing/files';
import { SURVEY_BLOB, readsAs, surveyFile, withSurvey } from '../testing/surveys';
import { HostNow } from './hostNow';

async function now(before: (bench: DemoBench) => void = withSurvey, providers: unknown[] = []) {
  const mounted = await onDemo(HostNow, { before, providers });
  const give = async () => {
    mounted.fixture.debugElement
      .query((d) => d.name === 'coat-file-button')
      .triggerEventHandler('chosen', [surveyFile()]);
    await mounted.settle();
    await mounted.settle();
  };
  await mounted.settle();
  return { ...mounted, give };
}
const said = () => TestBed.inject(Notices).list().at(-1)?.text;

describe('what the host is now', () => {
  it('is unknown before a survey came, and the script is there to be taken', async () => {
    const saved = savedFiles();
    const copied: string[] = [];
    const { page, bench, hand } = await now(
      () => undefined,
      [{ provide: Clipboard, useValue: { copy: (t: string) => copied.push(t) > 0 } }],
    );
    expect(page.textContent).toContain('Nothing is known of it yet');
    bench.api['surveyScript'] = () => of('#!/bin/sh\n');
    await hand.press('Save survey.sh');
    await hand.press('Copy it');
    expect(await textOf(saved[0]!)).toBe('#!/bin/sh\n');
    expect(copied).toEqual(['#!/bin/sh\n']);
    bench.api['surveyScript'] = () => throwError(() => new Error('The server does not answer.'));
    await hand.press('Copy it');
    expect(said()).toBe('The server does not answer.');
  });
  it('is what a survey tells, in words', async () => {
    const { page } = await now();
    const told = new Map(rowsIn(page, 'What the survey tells').map(([what, how]) => [what, how]));
    expect(told.get('distribution')).toBe('Pipit 24');
    expect(told.get('word size')).toBe('64');
    expect(told.get('autostart')).toBe('Playlist keeper');
  });
  it('is held against an earlier survey: what came, went and changed', async () => {
    const { page, bench, hand, give, settle } = await now();
    readsAs(bench, {
      ...DEMO_SURVEY,
      takenAt: '2026-11-25T10:00:00Z',
      fonts: DEMO_SURVEY.fonts.filter((f) => f !== 'Osier Slab'),
      system: { ...DEMO_SURVEY.system, kernel: 'Linux 6.12' },
    });
    await give();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'many', label: 'Bring in Survey of 2026-11-25' });
    const second = Object.values(bench.rows().survey).find((s) => s.blob !== SURVEY_BLOB)!;
    expect(second.at).toBe('2026-11-25T10:00:00.000Z');
    await hand.choose('Compare with', 'Before anything, 08:12');
    await settle();
    await settle();
    const rows = rowsIn(page, 'What came, went and changed').map((r) => r.join(' '));
    expect(rows.some((r) => r.includes('Osier Slab'))).toBe(true);
    expect(rows.some((r) => r.includes('Linux 6.12') && r.includes('was Linux 6.11'))).toBe(true);
  });
  it('is renamed, and removed and brought back', async () => {
    const { bench, hand } = await now();
    await hand.type('Name of the survey', 'Before the first evening');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'survey.rename', name: 'Before the first evening' });
    await hand.press('Remove');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'survey.remove' });
    TestBed.inject(Notices).list().at(-1)!.action!.run();
    expect(bench.answered).toEqual(['undo']);
  });
  it('says why a file is no survey, and puts that aside', async () => {
    const { page, bench, hand, give, settle } = await now();
    bench.api['sendSurvey'] = () =>
      throwError(() => new Error('It is neither a survey nor a dump of settings.'));
    await give();
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('survey.json It is neither a survey');
    expect(bench.sent).toEqual([]);
    await hand.press('Put aside');
    await settle();
    expect(page.querySelector('[role="alert"]')).toBeNull();
  });
  it('keeps readings, each counted as a hand says', async () => {
    const { bench, page, hand, settle } = await now((b) => {
      withSurvey(b);
      b.lay({
        type: 'reading.add',
        id: testId(),
        surveyId: null,
        at: '2026-11-20T08:00:00.000Z',
        phase: 'before',
        load: 'idle',
        memory: [800, 802, 801],
        processor: [2, 3, 2],
      });
    });
    expect(rowsIn(page, 'Medians').at(-1)).toEqual(['before', '1', '801 MB', '2 %']);
    await hand.choose('Load', 'under load');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'reading.set', load: 'under load', phase: 'before' });
    await hand.press('Remove the reading');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'reading.remove' });
  });
});
