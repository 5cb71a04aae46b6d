import { Injectable, computed, inject } from '@angular/core';
import { itemKey, otherNames } from '@spare-coat/core/model/traits/items';
import type { Order } from '@spare-coat/core/model/traits/value';
import { ZONES } from '@spare-coat/core/measuring/picture/zone';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import { CoatView } from './coatView';
import type { Findable } from './forms/nearest';

const isOrder = (value: unknown): value is Order =>
  isRecord(value) && ZONES.every((zone) => Array.isArray(value[zone]));
const itemsOf = (values: readonly unknown[]): string[] =>
  values.filter(isOrder).flatMap((order) => ZONES.flatMap((zone) => order[zone]));

/** The names that an item of a bar may be given: the trade's, the host's and those that the coat has already. */
@Injectable({ providedIn: 'root' })
export class ItemWords {
  private readonly view = inject(CoatView);
  private readonly ofHost = computed(() =>
    itemsOf(Object.values(this.view.host()?.defaults ?? {}).flatMap((traits) => Object.values(traits))),
  );
  private readonly ofCoat = computed(() =>
    itemsOf(Object.values(this.view.rows().trait).map((t) => t.target)),
  );

  /**
   * Each once, whoever calls it so, found by its other names too.
   *
   * @param trade names usually given to items of such a bar
   */
  suggestions(trade: readonly string[]): readonly Findable[] {
    const host = this.view.host()?.name ?? '';
    const all = [
      ...this.ofHost().map((label) => ({ label, what: `on ${host}` })),
      ...trade.map((label) => ({ label, what: '' })),
      ...this.ofCoat().map((label) => ({ label, what: 'in this coat' })),
    ];
    const first = new Map<string, Findable>();
    for (const { label, what } of all) {
      const key = itemKey(label);
      if (!first.has(key)) first.set(key, { label, what, words: otherNames(label).join(' ') });
    }
    return [...first.values()];
  }
}
