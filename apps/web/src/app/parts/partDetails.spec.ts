import { Component, signal } from '@angular/core';
import { PARTS } from '@spare-coat/demo/catalogue';
import type { Part } from '@spare-coat/core/model/parts/part';
import { onDemo } from '../testing/demoBench';
import { PartDetails } from './partDetails';

const part = (name: string, more: Partial<Part> = {}): Part => ({
  ...PARTS.find((p) => p.name === name)!,
  ...more,
});

async function shown(what: Part, more: { gone?: boolean } = {}) {
  @Component({
    imports: [PartDetails],
    template: `<coat-part-details [part]="part()" [gone]="gone()" />`,
  })
  class Page {
    readonly part = signal(what);
    readonly gone = signal(more.gone ?? false);
  }
  return onDemo(Page);
}
const fact = (page: HTMLElement, label: string) => {
  const dt = [...page.querySelectorAll('dt')].find((d) => d.textContent === label);
  return dt?.nextElementSibling?.textContent.trim();
};

describe('a part, looked at', () => {
  it('tells what it is, whether it fits this host, and from where it comes', async () => {
    const { page } = await shown(part('Tidebar'));
    expect(page.querySelector('h1')!.textContent).toContain('Tidebar');
    expect(page.querySelector('.fit')!.textContent).toContain('declared');
    expect(fact(page, 'Price')).toBe('free');
    expect(page.textContent).toContain('tidebar');
  });
  it('tells what it costs, how long it may be tried, and what it wants', async () => {
    const priced = part('Tidebar', {
      price: { amount: 7.5, currency: 'EUR' },
      trialDays: 14,
      account: true,
    });
    const { page } = await shown(priced);
    expect(fact(page, 'Price')).toBe('7.5 EUR, 14 days to try, needs an account');
  });
  it('warns of everything that is known against it', async () => {
    const { page } = await shown(
      part('Tidebar', {
        faults: ['It forgets its place.'],
        sideEffects: [{ what: 'Moves the clock.', counter: null }],
        brings: [{ what: 'A shop.', remove: null }],
        openOnce: true,
      }),
    );
    const told = page.textContent;
    expect(told).toContain('It forgets its place.');
    expect(told).toContain('Moves the clock. Nothing counters it.');
    expect(told).toContain('Brings unasked: A shop. Nothing gets rid of it.');
    expect(told).toContain('It has to be opened once before it can be chosen.');
  });
  it('says when it was deleted, and what it supplies, trait by trait', async () => {
    const { page } = await shown(part('Brackish'), { gone: true });
    expect(page.textContent).toContain('deleted');
    const rows = [...page.querySelectorAll('coat-facts tr')].map((r) =>
      r.textContent.replace(/\s+/g, ' ').trim(),
    );
    expect(rows.some((r) => r.startsWith('Title height'))).toBe(true);
    expect(page.querySelectorAll('coat-facts .swatch').length).toBeGreaterThan(0);
  });
});
