import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { MatchRow } from '@spare-coat/core/model/coat/rows';
import { CoatView } from '../shared/coatView';
import { benchWith, testId } from '../testing/bench';
import { handOn } from '../testing/hand';
import { FollowUp } from './followUp';

async function following() {
  const elementId = testId();
  const bench = benchWith({
    type: 'element.add',
    id: elementId,
    kind: 'clock',
    name: 'Clock',
    weight: 3,
    region: null,
    traits: [],
  });
  const matchOf = (id: string) => Object.values(bench.rows().match).find((m) => m.elementId === id);
  TestBed.configureTestingModule({
    providers: [...bench.providers, { provide: CoatView, useValue: { matchOf, rows: signal(bench.rows()) } }],
  });
  const fixture = TestBed.createComponent(FollowUp);
  fixture.componentRef.setInput('elementId', elementId);
  fixture.componentRef.setInput('name', 'Clock');
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  return { bench, page, hand: handOn(fixture), kept: () => matchOf(elementId) as MatchRow };
}

describe('what is kept about an element that is not matched', () => {
  it('shows nothing but one button until there is something', async () => {
    const { page } = await following();
    expect(page.querySelectorAll('button')).toHaveLength(1);
    expect(page.querySelectorAll('input, textarea')).toHaveLength(0);
  });
  it('is typed, sent, and shown in place of the fields', async () => {
    const { bench, page, hand, kept } = await following();
    await hand.press('Follow up on Clock');
    await hand.type('Note on Clock', 'Two lines of text.');
    await hand.type('Link for Clock', ' https://parts.example/clock ');
    await hand.type('Look again at Clock', '2027-1-5');
    await hand.press('Keep');
    expect(kept()).toMatchObject({
      note: 'Two lines of text.',
      links: [{ label: '', url: 'https://parts.example/clock' }],
      lookAgain: '2027-01-05',
    });
    expect(bench.sent.map((c) => c.type)).toEqual(['match.note', 'match.follow']);
    expect(page.textContent).toContain('Look again on 2027-01-05');
    expect(page.querySelector('a')?.getAttribute('href')).toBe('https://parts.example/clock');
    await hand.press('Remove the link');
    expect(kept().links).toEqual([]);
    expect(kept().lookAgain).toBe('2027-01-05');
  });
  it('is not sent while something in it is wrong, and says what', async () => {
    const { bench, page, hand } = await following();
    await hand.press('Follow up on Clock');
    await hand.type('Link for Clock', 'parts.example');
    await hand.type('Look again at Clock', '2027-02-30');
    await hand.press('Keep');
    expect(bench.sent).toEqual([]);
    expect(page.textContent).toContain('A link starts with http:// or https://');
    expect(page.textContent).toContain('A day is written like 2026-11-29.');
    await hand.press('Leave it');
    expect(bench.sent).toEqual([]);
  });
  it('sends nothing that did not change', async () => {
    const { bench, hand } = await following();
    await hand.press('Follow up on Clock');
    await hand.type('Note on Clock', 'Only this.');
    await hand.press('Keep');
    expect(bench.sent.map((c) => c.type)).toEqual(['match.note']);
    await hand.press('Follow up on Clock');
    await hand.press('Keep');
    expect(bench.sent).toHaveLength(1);
  });
});
