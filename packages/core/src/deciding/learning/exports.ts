import { nameOfSteps, readExport, type ExportFile } from '../../measuring/exports/readExport.js';
import type { ExportedValue, ExportEntry, ExportForm } from '../../measuring/exports/export.js';
import { sameJson } from '../../model/coat/changes.js';
import { takesBy, type Learnt } from './byDoing.js';
import { isSecret } from './secrets.js';
import { NO_MACHINE, type Machine, type MachineSetting } from './machine.js';

export type ExportsAnswer =
  { readonly ok: true; readonly learnt: Learnt } | { readonly ok: false; readonly sentence: string };

/** What an export says now of settings that are known from exports; a sentence where it says nothing of them. */
export function valuesOfExport(
  places: readonly { readonly key: string; readonly place: ExportEntry }[],
  file: ExportFile,
):
  | { readonly ok: true; readonly values: Readonly<Record<string, string>> }
  | { readonly ok: false; readonly sentence: string } {
  const answer = readExport(file);
  if (!answer.ok) return answer;
  const at = ({ path, before }: ExportEntry) => JSON.stringify([path, before]);
  const said = new Map([...answer.read.entries.values()].map((entry) => [at(entry), entry.value]));
  const values = places.flatMap(({ key, place }): [string, string][] => {
    const value = said.get(at(place));
    return value === undefined ? [] : [[key, value]];
  });
  return values.length > 0
    ? { ok: true, values: Object.fromEntries(values) }
    : { ok: false, sentence: `${file.name} has none of the settings that are known from exports.` };
}

/** Whether two entries are one place, in exports of whatever name. */
const isSamePlace = (a: MachineSetting['entry'], b: MachineSetting['entry']): boolean =>
  a !== undefined &&
  b !== undefined &&
  a.form.form === b.form.form &&
  a.place.before === b.place.before &&
  sameJson(a.place.path, b.place.path);

function settingOf(
  name: string,
  form: ExportForm,
  { path, steps, before, way, value }: ExportedValue,
  was: string,
): MachineSetting {
  return {
    key: `${name} › ${nameOfSteps(steps)}`.slice(0, 200),
    group: [name.replace(/\.[^.]*$/, ''), ...steps.slice(0, -1)].join(' '),
    name: steps.at(-1) ?? '',
    label: '',
    help: '',
    takes: takesBy([was, value]),
    first: null,
    now: value,
    type: null,
    file: null,
    entry: { name, form, place: { path, before, way } },
  };
}

/**
 * What changed between two exports of settings, before and after one change, where no script can look: each place that became another is a
 * setting that a hand sets, or that a file of the same form sets which is imported.
 *
 * @param before what a survey or earlier exports told; null where there was none
 */
export function learnFromExports(before: Machine | null, first: ExportFile, then: ExportFile): ExportsAnswer {
  const [was, is] = [readExport(first), readExport(then)];
  if (!was.ok) return was;
  if (!is.ok) return is;
  const settings = new Map((before?.settings ?? []).map((s) => [s.key, s]));
  const changed = new Map<string, number>();
  // What looks private is neither shown nor kept.
  let leftOut = before?.leftOut ?? 0;
  for (const [path, value] of is.read.entries) {
    const from = was.read.entries.get(path)?.value;
    if (from === undefined || from === value.value) continue;
    if (isSecret(value.steps.at(-1) ?? '', [from, value.value])) {
      leftOut++;
      continue;
    }
    const told = settingOf(then.name, is.read.form, value, from);
    const known = [...settings.values()].find((s) => isSamePlace(s.entry, told.entry));
    const seen = [...(known?.seen ?? []), from, value.value];
    const key = known?.key ?? told.key;
    settings.set(key, { ...(known ?? told), now: value.value, takes: takesBy(seen), seen });
    changed.set(key, 1);
  }
  if (changed.size === 0)
    return {
      ok: false,
      sentence: `Nothing is another in ${then.name} than in ${first.name}: change one thing between the two exports.`,
    };
  return {
    ok: true,
    learnt: {
      machine: {
        ...(before ?? NO_MACHINE),
        leftOut,
        settings: [...settings.values()],
      },
      changed,
      unplaced: [...is.read.entries.keys()].filter((path) => !was.read.entries.has(path)).length,
    },
  };
}
