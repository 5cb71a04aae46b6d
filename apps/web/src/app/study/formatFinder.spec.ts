import { TestBed } from '@angular/core/testing';
import { handOn } from '../testing/hand';
import { ok, refused, type Result } from '@spare-coat/core/ground/result';
import { FormatFinder } from './formatFinder';
import { WordReader } from './wordReader';

async function finder(words?: Result<string> | Error) {
  const read = () => (words instanceof Error ? Promise.reject(words) : Promise.resolve(words));
  if (words) TestBed.overrideProvider(WordReader, { useValue: { read } });
  const fixture = TestBed.createComponent(FormatFinder);
  if (words) fixture.componentRef.setInput('on', { sha: 'a', rect: { x: 0, y: 0, width: 9, height: 9 } });
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
  it('is found from what is read off the picture, where the clock is on it', async () => {
    const { page, hand, patterns } = await finder(ok('Tue 24 Nov\n14:05'));
    await hand.press('Read it off the picture');
    expect(page.querySelector('textarea')!.value).toBe('Tue 24 Nov\n14:05');
    expect(patterns()[0]).toBe('EEE d MMM\nHH:mm');
  });
  it('is typed where it cannot be read, or there is no picture', async () => {
    const unread = await finder(refused('unsure', 'It could not be read.'));
    await unread.hand.press('Read it off the picture');
    expect(unread.page.querySelector('[role=alert]')!.textContent).toContain('It could not be read.');
    TestBed.resetTestingModule();
    const away = await finder(new Error('The reader is away.'));
    await away.hand.press('Read it off the picture');
    expect(away.page.querySelector('[role=alert]')!.textContent).toContain('The reader is away.');
    TestBed.resetTestingModule();
    expect((await finder()).page.textContent).not.toContain('Read it off');
  });
});
