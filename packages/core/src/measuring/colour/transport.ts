import { doubleAt, wordAt } from '../../ground/cells.js';

/**
 * The best way to carry one set of shares onto another: the greatest sum of flow times gain, exactly, by successive
 * best paths on the bipartite graph. Shares are scaled to sum to 1.
 *
 * @param from, to shares, 0 or more; @param gain of carrying from i to j, 0 to 1
 * @returns the sum of flow times gain, 0 to 1; 0 where one side is empty
 */
export function bestTransport(
  from: readonly number[],
  to: readonly number[],
  gain: (i: number, j: number) => number,
): number {
  const total = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  if (total(from) <= 0 || total(to) <= 0) return 0;
  const supply = from.map((v) => v / total(from));
  const demand = to.map((v) => v / total(to));
  const n = supply.length;
  const m = demand.length;
  const gains = supply.map((_, i) => demand.map((__, j) => gain(i, j)));
  const flow = supply.map(() => new Float64Array(m));
  const DUST = 1e-12;
  let sum = 0;
  for (let round = 0; round < 4 * n * m + 8; round++) {
    // Best path from a source with supply left to a sink with demand left; back along flow at a loss.
    const bestI = supply.map((s) => (s > DUST ? 0 : -Infinity));
    const bestJ = demand.map(() => -Infinity);
    const cameJ = new Int32Array(m).fill(-1);
    const cameI = new Int32Array(n).fill(-1);
    for (let pass = 0; pass < n + m; pass++) {
      let changed = false;
      for (let i = 0; i < n; i++)
        for (let j = 0; j < m; j++) {
          if (bestI[i]! > -Infinity && bestI[i]! + gains[i]![j]! > bestJ[j]! + DUST) {
            bestJ[j] = bestI[i]! + gains[i]![j]!;
            cameJ[j] = i;
            changed = true;
          }
          if (doubleAt(flow[i]!, j) > DUST && bestJ[j]! - gains[i]![j]! > bestI[i]! + DUST) {
            bestI[i] = bestJ[j]! - gains[i]![j]!;
            cameI[i] = j;
            changed = true;
          }
        }
      if (!changed) break;
    }
    let end = -1;
    for (let j = 0; j < m; j++) if (demand[j]! > DUST && (end < 0 || bestJ[j]! > bestJ[end]!)) end = j;
    if (end < 0 || bestJ[end] === -Infinity) break;
    const path: [i: number, j: number, forward: boolean][] = [];
    let room = demand[end]!;
    let j = end;
    for (;;) {
      const i = wordAt(cameJ, j);
      path.push([i, j, true]);
      const back = wordAt(cameI, i);
      if (back < 0 || path.length > n + m) {
        room = Math.min(room, supply[i]!);
        supply[i]! -= room;
        break;
      }
      room = Math.min(room, doubleAt(flow[i]!, back));
      path.push([i, back, false]);
      j = back;
    }
    for (const [i, k, forward] of path) {
      flow[i]![k]! += forward ? room : -room;
      sum += (forward ? 1 : -1) * room * gains[i]![k]!;
    }
    demand[end]! -= room;
  }
  return Math.min(1, Math.max(0, sum));
}
