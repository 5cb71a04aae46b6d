import type {
  Base,
  Instance,
  InstanceElement,
  InstancePart,
  Overlay,
  Use,
} from '../deciding/proposal/instance.js';
import { NO_LIMITS, type Limits } from '../model/coat/limits.js';
import type { Terms } from '../deciding/proposal/terms.js';
import { testPart } from './parts.js';

export interface RandomSize {
  readonly parts: number;
  readonly elements: number;
  readonly traits: number;
  readonly offers: number;
}

const KINDS = ['bar', 'clock', 'frame'];

/** An instance with everything that can stand in the way, from a stream of numbers from 0 to 1. */
export function randomInstance(random: () => number, size: RandomSize): Instance {
  const pick = (n: number) => Math.floor(random() * n);
  const gain = (traits: number) => Math.round((random() / traits) * 100) / 100;
  const parts = Array.from({ length: size.parts }, (_, i): InstancePart => {
    const isLook = random() < 0.2;
    const others = (share: number) =>
      Array.from({ length: size.parts }, (_, q) => q).filter((q) => q !== i && random() < share);
    const needs = Array.from({ length: random() < 0.3 ? 1 + pick(2) : 0 }, () => others(0.3)).filter(
      (n) => n.length > 0,
    );
    return {
      part: testPart(`Part ${i}`, isLook ? { overwrites: KINDS.filter(() => random() < 0.6) } : {}),
      fit: null,
      bars: [
        ...(random() < 0.2 ? [{ limit: 'free' as const, sentence: 'It costs something.' }] : []),
        ...(random() < 0.2 ? [{ limit: 'age' as const, sentence: 'It is old.', least: pick(5) }] : []),
      ],
      barred: random() < 0.08 ? 'It does not fit.' : null,
      cost: Math.round(random() * 20) / 1000,
      memory: pick(30),
      breaks: pick(3) === 0 ? 1 + pick(2) : 0,
      needs,
      excludes: others(0.1),
      holds: random() < 0.2 ? ['dock'] : [],
      isLook,
    };
  });
  const isTouched = (p: InstancePart, kind: string) => p.isLook && p.part.overwrites!.includes(kind);
  const use = (own: string): Use | null =>
    random() < 0.4 ? { key: random() < 0.4 ? `shared ${pick(2)}` : own, value: String(pick(2)) } : null;
  const elements = Array.from({ length: size.elements }, (_, n): InstanceElement => {
    const kind = KINDS[pick(KINDS.length)]!;
    const traits = Array.from({ length: 1 + pick(size.traits) }, (_, t) => `t${t}`);
    const looks = parts.flatMap((p, i) => (isTouched(p, kind) ? [i] : []));
    const states = [-1, ...looks];
    const gains = () => traits.map(() => gain(traits.length));
    const plain = states.map((s): Base => ({
      key: '',
      part: -1,
      offer: null,
      states: [s],
      chosen: null,
      open: true,
      gains: gains(),
      uses: traits.map(() => null),
      breaks: 0,
    }));
    const bases = Array.from({ length: size.offers }, (_, o): Base => {
      const part = pick(size.parts + 1) - 1;
      const mine = part >= 0 && isTouched(parts[part]!, kind) ? [part] : states;
      return {
        key: `p${part}@${o}`,
        part,
        offer: null,
        states: mine,
        chosen: use(`choose ${o}`),
        open: random() < 0.6,
        gains: gains(),
        uses: traits.map((_, t) => use(`e${n} o${o} t${t}`)),
        breaks: random() < 0.2 ? 1 : 0,
      };
    });
    const overlays = Array.from({ length: pick(3) }, (_, o): Overlay => {
      const part = pick(size.parts + 1) - 1;
      const given = traits.map((_, t) => t === 0 || random() < 0.5);
      const uses = traits.map((_, t) =>
        given[t] && random() < 0.7 ? (use(`v${n} ${o} ${t}`) ?? null) : null,
      );
      return {
        key: `p${part}@over${o}`,
        part,
        offer: null,
        gains: traits.map((_, t) => (given[t] ? gain(traits.length) : null)),
        uses,
        breaks: random() < 0.2 ? 1 : 0,
        fixed: traits.map((_, t) => given[t]! && random() < 0.3),
      };
    });
    const isLocked = random() < 0.15;
    const carrier = pick(size.parts + 1) - 1;
    return {
      id: `e${n}`,
      name: `Element ${n}`,
      share: 1 / size.elements,
      traits,
      bases: [...plain, ...bases],
      overlays,
      locked: isLocked
        ? {
            parts: carrier >= 0 ? [carrier] : [],
            bases: [{ ...plain[0]!, key: 'locked', states, open: false, gains: gains() }],
          }
        : null,
    };
  });
  return { parts, elements, surfaces: { dock: 1 }, wanted: [] };
}

/** Terms to go with it. */
export function randomTerms(random: () => number): Terms {
  const limits: Limits = {
    ...NO_LIMITS,
    free: random() < 0.3,
    age: random() < 0.3 ? 2 : null,
    memory: random() < 0.4 ? Math.floor(random() * 60) : null,
    breaks: random() < 0.4 ? Math.floor(random() * 3) : null,
  };
  return { limits, costs: random() < 0.7, released: random() < 0.3 ? 'all' : new Set() };
}
