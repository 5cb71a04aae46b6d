import { Component, ErrorHandler, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NextTurn, Turns } from './nextTurn';

@Component({
  imports: [NextTurn],
  template: `
    @if (shown()) {
      <p>at once, {{ word() }}</p>
      <p *coatNextTurn>a turn later, {{ word() }}</p>
    }
  `,
})
class Page {
  readonly shown = signal(true);
  readonly word = signal('one');
}
const told = (fixture: { nativeElement: HTMLElement }) =>
  [...fixture.nativeElement.querySelectorAll('p')].map((p) => p.textContent);

describe('what is drawn a turn later', () => {
  it('comes after what is beside it, is waited for, and follows what changes', async () => {
    const fixture = TestBed.createComponent(Page);
    fixture.detectChanges();
    expect(told(fixture)).toEqual(['at once, one']);
    await fixture.whenStable();
    expect(told(fixture)).toEqual(['at once, one', 'a turn later, one']);
    fixture.componentInstance.word.set('two');
    await fixture.whenStable();
    expect(told(fixture)).toEqual(['at once, two', 'a turn later, two']);
  });
  it('never comes where the page was left before', async () => {
    const fixture = TestBed.createComponent(Page);
    fixture.detectChanges();
    fixture.componentInstance.shown.set(false);
    fixture.detectChanges();
    await fixture.whenStable();
    await new Promise((r) => setTimeout(r, 20));
    expect(told(fixture)).toEqual([]);
  });
});

describe('turns', () => {
  const busy = (ms: number) => {
    for (const until = performance.now() + ms; performance.now() < until;);
  };
  const frame = () => new Promise((r) => requestAnimationFrame(r));
  it('come in the order they were asked for: large things one a frame, small ones several', async () => {
    const turns = TestBed.inject(Turns);
    const drawn: string[] = [];
    let frames = 0;
    const at: number[] = [];
    const count = () => {
      frames++;
      requestAnimationFrame(count);
    };
    requestAnimationFrame(count);
    const put = (name: string, ms: number) =>
      turns.take(() => {
        busy(ms);
        drawn.push(name);
        at.push(frames);
      });
    put('a', 15);
    put('b', 15);
    for (const name of 'cdefghij') put(name, 0);
    const leave = put('left', 0);
    leave();
    // Within one task nothing is drawn.
    expect(drawn).toEqual([]);
    while (drawn.length < 10) await frame();
    await frame();
    expect(drawn.join('')).toBe('abcdefghij');
    expect(at[1]!).toBeGreaterThan(at[0]!);
    expect(at[2]!).toBeGreaterThan(at[1]!);
    // Eight small ones take fewer frames than eight.
    expect(new Set(at.slice(2)).size).toBeLessThan(8);
  });
  it('come also in a window that draws no frames', async () => {
    const frames = vi.spyOn(globalThis, 'requestAnimationFrame').mockReturnValue(1);
    try {
      const drawn = await new Promise((done) => TestBed.inject(Turns).take(() => done('drawn')));
      expect(drawn).toBe('drawn');
      expect(frames).toHaveBeenCalled();
    } finally {
      frames.mockRestore();
    }
  });
  it('go on where one of them fails, and it is told', async () => {
    const told: unknown[] = [];
    TestBed.configureTestingModule({
      providers: [{ provide: ErrorHandler, useValue: { handleError: (e: unknown) => told.push(e) } }],
    });
    const turns = TestBed.inject(Turns);
    const failure = new Error('cannot be drawn');
    turns.take(() => {
      throw failure;
    });
    expect(await new Promise((done) => turns.take(() => done('drawn')))).toBe('drawn');
    expect(told).toEqual([failure]);
  });
});
