import { byteAt, wordAt } from '../../ground/cells.js';

/** One connected piece of what is drawn on a strip. Half-open bounds; areas and perimeters in places. */
export interface Component {
  readonly u0: number;
  readonly v0: number;
  readonly u1: number;
  readonly v1: number;
  readonly area: number;
  /** Places that touch the ground, or the strip's end, on one of four sides. */
  readonly rim: number;
  /** Mean colour, 0–255. */
  readonly r: number;
  readonly g: number;
  readonly b: number;
}

/**
 * The pieces of a mask, connected over sides and corners, found in two passes with a union of labels.
 *
 * @param mask 1 where something is drawn, row by row
 * @param rgb  three bytes a place, for the mean colours
 */
export function componentsOf(mask: Uint8Array, rgb: Uint8Array, along: number, across: number): Component[] {
  const label = new Int32Array(along * across).fill(-1);
  const parent: number[] = [];
  const find = (a: number): number => {
    while (parent[a] !== a) {
      parent[a] = parent[parent[a]!]!;
      a = parent[a]!;
    }
    return a;
  };
  for (let v = 0; v < across; v++)
    for (let u = 0; u < along; u++) {
      const p = v * along + u;
      if (!mask[p]) continue;
      let mine = -1;
      const join = (q: number) => {
        if (wordAt(label, q) < 0) return;
        const other = find(wordAt(label, q));
        if (mine < 0) mine = other;
        else if (other !== mine) {
          const least = Math.min(mine, other);
          parent[Math.max(mine, other)] = least;
          mine = least;
        }
      };
      if (u > 0) join(p - 1);
      if (v > 0) {
        if (u > 0) join(p - along - 1);
        join(p - along);
        if (u < along - 1) join(p - along + 1);
      }
      if (mine < 0) {
        mine = parent.length;
        parent.push(mine);
      }
      label[p] = mine;
    }
  const found = new Map<
    number,
    {
      u0: number;
      v0: number;
      u1: number;
      v1: number;
      area: number;
      rim: number;
      r: number;
      g: number;
      b: number;
    }
  >();
  for (let v = 0; v < across; v++)
    for (let u = 0; u < along; u++) {
      const p = v * along + u;
      if (wordAt(label, p) < 0) continue;
      const root = find(wordAt(label, p));
      let c = found.get(root);
      if (!c) {
        c = { u0: u, v0: v, u1: u + 1, v1: v + 1, area: 0, rim: 0, r: 0, g: 0, b: 0 };
        found.set(root, c);
      }
      c.u0 = Math.min(c.u0, u);
      c.u1 = Math.max(c.u1, u + 1);
      c.v1 = v + 1;
      c.area++;
      c.r += byteAt(rgb, p * 3);
      c.g += byteAt(rgb, p * 3 + 1);
      c.b += byteAt(rgb, p * 3 + 2);
      const open =
        u === 0 ||
        v === 0 ||
        u === along - 1 ||
        v === across - 1 ||
        !mask[p - 1] ||
        !mask[p + 1] ||
        !mask[p - along] ||
        !mask[p + along];
      if (open) c.rim++;
    }
  return [...found.values()].map((c) => ({ ...c, r: c.r / c.area, g: c.g / c.area, b: c.b / c.area }));
}

/** Pixels of a component along the strip, and across it. */
export const widthOf = (c: { u0: number; u1: number }) => c.u1 - c.u0;
/** Pixels of a component across the strip. */
export const heightOf = (c: { v0: number; v1: number }) => c.v1 - c.v0;
