import { CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import * as fc from 'fast-check';
import { WHOLE, rowAt, topsOf } from './measuredRows';
import { RowsInView } from './rowsInView';

describe('where rows stand', () => {
  const lists = fc.record({
    count: fc.integer({ min: 1, max: 400 }),
    guess: fc.integer({ min: 1, max: 90 }),
    measured: fc.array(fc.tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 1, max: 300 })), {
      maxLength: 40,
    }),
  });
  it('is one after the other without gaps, each as high as it was measured or guessed', () => {
    fc.assert(
      fc.property(lists, ({ count, guess, measured }) => {
        const heights = new Map(measured);
        const tops = topsOf(count, heights, guess);
        expect(tops[0]).toBe(0);
        for (let i = 0; i < count; i++) expect(tops[i + 1]! - tops[i]!).toBe(heights.get(i) ?? guess);
      }),
    );
  });
  it('tells the row at any place', () => {
    fc.assert(
      fc.property(
        lists,
        fc.double({ min: -100, max: 100_000, noNaN: true }),
        ({ count, guess, measured }, place) => {
          const tops = topsOf(count, new Map(measured), guess);
          const row = rowAt(tops, place);
          expect(row).toBeGreaterThanOrEqual(0);
          expect(row).toBeLessThan(count);
          if (place >= 0 && place < tops[count]!) {
            expect(tops[row]).toBeLessThanOrEqual(place);
            expect(tops[row + 1]).toBeGreaterThan(place);
          }
        },
      ),
    );
  });
});

@Component({
  imports: [CdkVirtualForOf, CdkVirtualScrollViewport, RowsInView],
  template: `
    <cdk-virtual-scroll-viewport coatRowsInView="li" rowHeight="20" (nearEnd)="ends.push(rows().length)">
      <ul>
        <li *cdkVirtualFor="let row of rows()">{{ row }}</li>
      </ul>
    </cdk-virtual-scroll-viewport>
  `,
})
class List {
  readonly rows = signal<readonly number[]>([]);
  readonly ends: number[] = [];
}

describe('a list in a viewport', () => {
  async function list(count: number, height: number) {
    const fixture = TestBed.createComponent(List);
    fixture.componentInstance.rows.set(Array.from({ length: count }, (_, i) => i));
    const page = fixture.nativeElement as HTMLElement;
    const viewport = page.querySelector<HTMLElement>('cdk-virtual-scroll-viewport')!;
    Object.defineProperty(viewport, 'clientHeight', { get: () => height });
    const settle = async () => {
      for (let i = 0; i < 3; i++) {
        await fixture.whenStable();
        await new Promise((drawn) => requestAnimationFrame(drawn));
      }
    };
    const scroll = async (to: number) => {
      viewport.scrollTop = to;
      viewport.dispatchEvent(new Event('scroll'));
      await settle();
    };
    await settle();
    const shown = () => [...page.querySelectorAll('li')].map((li) => Number(li.textContent));
    return { fixture, shown, scroll, settle };
  }
  it('is drawn whole while it is short', async () => {
    const { shown, settle } = await list(WHOLE, 400);
    // First a few, the others in the frames that follow.
    expect(shown().length).toBeGreaterThan(0);
    expect(shown().length).toBeLessThan(WHOLE);
    for (let i = 0; i < 40 && shown().length < WHOLE; i++) await settle();
    expect(shown()).toEqual(Array.from({ length: WHOLE }, (_, i) => i));
  });
  it('stays whole while it is short, also where it becomes shorter and longer again', async () => {
    const { fixture, shown, settle, scroll } = await list(60, 400);
    await scroll(900);
    for (let i = 0; i < 40 && shown().length < 60; i++) await settle();
    for (const count of [7, 75]) {
      fixture.componentInstance.rows.set(Array.from({ length: count }, (_, i) => i));
      for (let i = 0; i < 40 && shown().length !== count; i++) await settle();
      expect(shown()).toEqual(Array.from({ length: count }, (_, i) => i));
    }
  });
  it('draws only what is in view and around it, wherever that is', async () => {
    const { shown, scroll } = await list(5000, 400);
    expect(shown()[0]).toBe(0);
    expect(shown().length).toBeLessThan(150);
    await scroll(50_000);
    expect(shown()).toContain(2500);
    expect(shown()).toContain(2519);
    expect(shown().length).toBeLessThan(200);
    expect(shown()).not.toContain(0);
    // In order, each once.
    expect(shown()).toEqual(shown().map((_, i) => shown()[0]! + i));
  });
  it('draws what is seen, and what lies before and behind it, at every step of a slow walk through it', async () => {
    const { shown, scroll } = await list(5000, 400);
    await scroll(50_000);
    for (const step of [45, -70])
      for (let i = 0, top = 50_000; i < 25; i++) {
        top += step;
        await scroll(top);
        const rows = shown();
        const first = Math.floor(top / 20);
        expect(rows[0]).toBeLessThanOrEqual(first - 12);
        expect(rows.at(-1)).toBeGreaterThanOrEqual(first + 20 + 12);
        expect(rows).toEqual(rows.map((_, n) => rows[0]! + n));
        // What was left behind is taken away again.
        expect(rows.length).toBeLessThan(120);
      }
  });
  it('says when its end is near, and goes on where more came', async () => {
    const { fixture, shown, scroll, settle } = await list(300, 400);
    expect(fixture.componentInstance.ends).toEqual([]);
    await scroll(5500);
    expect(fixture.componentInstance.ends.at(-1)).toBe(300);
    fixture.componentInstance.rows.set(Array.from({ length: 600 }, (_, i) => i));
    await settle();
    await scroll(6500);
    expect(shown()).toContain(330);
  });
  it('shows the first rows where nothing is laid out', async () => {
    const { shown } = await list(5000, 0);
    expect(shown()).toEqual(Array.from({ length: WHOLE }, (_, i) => i));
  });
});
