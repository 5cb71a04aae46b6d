import { TestBed } from '@angular/core/testing';
import { handOn } from '../testing/hand';
import { FormatFinder } from './formatFinder';

async function finder() {
  const fixture = TestBed.createComponent(FormatFinder);
  const taken: string[] = [];
  fixture.componentInstance.take.subscribe((pattern) => taken.push(pattern));
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const patterns = () => [...page.querySelectorAll('ol > li code')].map((c) => c.textContent);
  return { page, taken, patterns, hand: handOn(fixture) };
}

describe('a pattern found from what a clock shows', () => {
  it('previews itself on days that tell, and is taken', async () => {
    const { page, hand, patterns, taken } = await finder();
    await hand.type('What does it show?', '14:05');
    expect(patterns()).toContain('HH:mm');
    expect(page.querySelectorAll('ol > li ul li').length).toBeGreaterThan(3);
    await hand.press('Take HH:mm');
    expect(taken).toEqual(['HH:mm']);
  });
  it('asks for another moment where one cannot tell, and that settles it', async () => {
    const { page, hand, patterns } = await finder();
    await hand.type('What does it show?', '02/04/23');
    expect(page.textContent).toContain('Day and month may change places');
    await hand.type('And at another moment', '25/12/23');
    expect(page.textContent).not.toContain('change places');
    expect(patterns()[0]).toMatch(/^dd?\/MM?\/yy$/);
  });
  it('says so where no pattern can show that', async () => {
    const { page, hand, patterns } = await finder();
    await hand.type('What does it show?', '99:99:99:99');
    expect(patterns()).toEqual([]);
    expect(page.textContent).toContain('No pattern can produce that.');
  });
});
