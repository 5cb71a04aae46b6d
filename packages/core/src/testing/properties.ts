import fc from 'fast-check';

/** What properties are tried on in `npm test`: the same cases every time, so that a green stays green. */
const SEED = 20_261_128;

/** The seed of this run, from `PROPERTY_SEED`; fast-check prints it with a counterexample. */
export const propertySeed = Number(process.env['PROPERTY_SEED'] ?? SEED);

/** How many times as many cases are tried, from `PROPERTY_TIMES`: `npm run bench -- properties` asks for more. */
const times = Number(process.env['PROPERTY_TIMES'] ?? 1);

/** The number of cases of a property that has this many in `npm test`. */
export const cases = (n: number): number => Math.max(1, Math.round(n * times));

/** Set before every file of tests, by `setupFiles`. */
fc.configureGlobal({ seed: propertySeed, numRuns: cases(100) });
