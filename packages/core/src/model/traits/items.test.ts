import { describe, expect, it } from 'vitest';
import { settle } from '../../deciding/matching/settle.js';
import { orderChanges } from '../../doing/plan/setValues.js';
import { closeness } from './closeness.js';
import { itemKey, knownItem } from './items.js';
import { keepingUnknown } from './keepingUnknown.js';
import { valueProblem, type Order } from './value.js';

const order = (start: string[], centre: string[] = [], end: string[] = []): Order => ({ start, centre, end });
const HOST = ['launcher', 'clock', 'window list', 'status area', 'spacer'];
const supply = { itemsFrom: HOST, setting: { key: 'bar.items', place: 'Bar' } };

describe('items of a bar', () => {
  it.each([
    ['status', 'status area'],
    ['Notification-Area', 'status area'],
    ['Windows', 'window list'],
    ['clock', 'clock'],
    ['tide gauge', null],
  ])('%s is %s of the host', (said, is) => expect(knownItem(said, HOST)).toBe(is));

  it('that are called otherwise are set in the words of the host, and nothing is taken off for it', () => {
    const before = order(['launcher'], ['window list'], ['status area', 'clock']);
    const wanted = order(['launcher'], ['window list'], ['status', 'clock']);
    const { setting, closeness: near, bound } = settle(supply, 'order', wanted, 1, 'light');
    expect([setting, near, bound]).toEqual([before, 1, '']);
    expect(orderChanges(before, setting as Order)).toEqual([]);
  });
  it('that nobody knows take nothing off the bar: it stays, and is told', () => {
    const before = order(['launcher'], [], ['status area']);
    const settled = settle(supply, 'order', order(['launcher'], [], ['stat corner']), 1, 'light')
      .setting as Order;
    const careful = keepingUnknown(before, settled, order(['launcher'], [], ['stat corner']));
    expect(careful).toEqual({ order: before, kept: ['status area'], unknown: ['stat corner'] });
    // What the reference has not, and says so in known words, goes.
    expect(keepingUnknown(before, order(['launcher']), order(['launcher'])).order).toEqual(
      order(['launcher']),
    );
  });
  it('two words for one duty are one item of the host', () => {
    const { setting } = settle(supply, 'order', order(['time', 'clock', 'spacer', 'spacer']), 1, 'light');
    expect(setting).toEqual(order(['clock', 'spacer', 'spacer']));
  });
  it('stand once, spacers and separators as often as they are there', () => {
    expect(valueProblem('order', order(['clock', 'clock']))).toMatch(/once/);
    expect(
      valueProblem('order', order(['spacer', 'clock', 'spacer'], ['separator', 'separator'])),
    ).toBeNull();
    expect(orderChanges(order(['spacer', 'clock']), order(['spacer', 'clock', 'spacer']))).toEqual([
      'add spacer in the start, after clock',
    ]);
  });
  it('are compared by what they are for', () => {
    expect(closeness('order', order(['tray']), order(['status area']), {})).toBe(1);
    expect(closeness('order', order(['tray']), order(['clock']), {})).toBe(0);
    expect(itemKey('Tide-Gauge')).toBe(itemKey('tide gauge'));
  });
});
