import { TestBed } from '@angular/core/testing';
import { getByRole } from '@testing-library/dom';
import type { Order } from '@spare-coat/core/model/traits/value';
import { handOn } from '../testing/hand';
import { ItemWords } from './itemWords';
import { OrderEditor } from './orderEditor';

// The test's page has no `CSS`; names of items here need no escaping.
globalThis.CSS ??= { escape: (text: string) => text } as typeof CSS;

async function shown(order: Order, items: string[] = []) {
  TestBed.configureTestingModule({
    providers: [
      {
        provide: ItemWords,
        useValue: {
          suggestions: (trade: string[]) => trade.map((label) => ({ label, what: '', words: '' })),
        },
      },
    ],
  });
  const fixture = TestBed.createComponent(OrderEditor);
  fixture.componentRef.setInput('order', order);
  fixture.componentRef.setInput('items', items);
  fixture.componentRef.setInput('of', 'Rail');
  const told: { now: Order } = { now: order };
  fixture.componentInstance.changed.subscribe((next) => {
    told.now = next;
    fixture.componentRef.setInput('order', next);
  });
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const key = async (item: string, name: string, alt = true) => {
    page
      .querySelector(`[data-item="${item}"]`)!
      .dispatchEvent(new KeyboardEvent('keydown', { key: name, altKey: alt, bubbles: true }));
    await fixture.whenStable();
  };
  return { told, page, key, hand: handOn(fixture) };
}
const ORDER: Order = { start: ['launcher', 'letters'], centre: [], end: ['clock'] };

describe('items put in order', () => {
  it('are moved with Alt and the arrows, on into the next zone and back', async () => {
    const { told, key } = await shown(ORDER);
    await key('launcher', 'ArrowRight');
    expect(told.now.start).toEqual(['letters', 'launcher']);
    await key('launcher', 'ArrowDown');
    expect(told.now).toEqual({ start: ['letters'], centre: ['launcher'], end: ['clock'] });
    await key('launcher', 'ArrowLeft');
    expect(told.now).toEqual({ start: ['letters', 'launcher'], centre: [], end: ['clock'] });
  });
  it('stay where there is no zone further on, and without Alt', async () => {
    const { told, key } = await shown(ORDER);
    await key('clock', 'ArrowRight');
    await key('launcher', 'ArrowLeft');
    await key('letters', 'ArrowLeft', false);
    expect(told.now).toEqual(ORDER);
  });
  it('are taken out by Delete and by a press', async () => {
    const { told, key, page } = await shown(ORDER);
    await key('letters', 'Delete', false);
    expect(told.now.start).toEqual(['launcher']);
    getByRole(page, 'button', { name: 'Take out clock', hidden: true }).click();
    expect(told.now.end).toEqual([]);
  });
  it('are added by name, several at once, and known by what people call them', async () => {
    const { told, hand } = await shown(ORDER, ['status area', 'search']);
    await hand.enter('Rail, add to end', 'status, bell');
    expect(told.now.end).toEqual(['clock', 'status area', 'bell']);
  });
});
