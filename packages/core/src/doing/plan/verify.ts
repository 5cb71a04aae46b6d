import type { HostNow } from '../../model/host/now.js';
import { plainPath } from '../simulation/hostState.js';
import type { Survey } from '../../model/host/survey.js';
import { sayBreak } from '../simulation/perform.js';
import { AUTOSTART } from '../../measuring/standards/places.js';
import { nameOfPath } from '../../model/deeds/deed.js';
import { readGVariant } from '../../measuring/standards/gvariant/read.js';
import type { DoneStep } from './wayBack.js';

/** What a survey says of a step that was ticked. */
export type Proof =
  | { readonly is: 'proven' }
  | { readonly is: 'not seen' }
  /** It was ticked, and does not show; why, as far as can be told. */
  | { readonly is: 'missing'; readonly sentence: string };

/** Everything that a survey lists with a path, as plans write paths. */
function pathsOf(now: HostNow): Map<string, string> {
  const { iconThemes, pointerSets, soundThemes, autostart } = now.survey;
  return new Map([
    ...[...iconThemes, ...pointerSets, ...soundThemes].map(
      (t) => [plainPath(t.path, now), t.name || t.id] as const,
    ),
    ...autostart.map((a) => [`${AUTOSTART}/${a.id}`, a.name] as const),
  ]);
}

/** Folders whose content the survey lists at all, so that what is not there is missing and not only unseen. */
function isListed(path: string, survey: Survey): boolean {
  const told = (probe: string) =>
    !survey.unavailable.some((u) => u.probe === probe) && survey.takenAt !== null;
  if (path.startsWith(`${AUTOSTART}/`)) return told('autostart');
  if (/\/icons\/[^/]+$/.test(path)) return told('icon themes');
  if (/\/sounds\/[^/]+$/.test(path)) return told('sound themes');
  return false;
}

/** The path that a setting tells, as plans write it: out of its quotes, and of the URI of a file. */
function pathFrom(told: string, now: HostNow): string {
  const bare = readGVariant(told, 's');
  const said = bare.ok && bare.value.is === 'text' ? bare.value.value : told;
  if (!said.startsWith('file://')) return plainPath(said, now);
  try {
    return plainPath(decodeURIComponent(said.slice('file://'.length)), now);
  } catch {
    return said;
  }
}

/** Names that a person or an archive writes in more than one way. */
const plain = (name: string) => name.toLowerCase().replace(/[\s_-]+/g, '');

/** Whether the survey lists a type family by the name of this folder or file of fonts. */
function isFontSeen(path: string, survey: Survey): boolean {
  const name = plain(nameOfPath(path).replace(/\.(ttf|otf|ttc|woff2?)$/i, ''));
  return /\/fonts\/[^/]+$/.test(path) && survey.fonts.some((family) => plain(family) === name);
}

/** Why a folder that should be there is not, as far as the survey tells. */
function whyNoPath(path: string, paths: ReadonlyMap<string, string>): string {
  const name = nameOfPath(path);
  const deeper = [...paths.keys()].find((p) => p.startsWith(`${path}/`));
  if (deeper !== undefined) return `It lies one folder too deep, in ${deeper}.`;
  const elsewhere = [...paths.keys()].find((p) => nameOfPath(p) === name);
  if (elsewhere !== undefined) return `It lies in another folder: ${elsewhere}.`;
  const other = [...paths].find(([p, n]) => plain(nameOfPath(p)) === plain(name) || plain(n) === plain(name));
  if (other) return `It has another name there: ${nameOfPath(other[0])}.`;
  return `${path} is not in the survey.`;
}

/**
 * Holds a survey against what was ticked: steps whose effect shows are proven; of those that do not show it says why not,
 * as far as can be told: a new session is due, another folder, another name, another value.
 *
 * @param now the new survey, tied to the host's profile
 */
export function verify(now: HostNow, done: readonly DoneStep[]): Map<string, Proof> {
  const paths = pathsOf(now);
  const proofs = new Map<string, Proof>();
  // A later step may have changed a thing again: only what is last is to be seen.
  const last = new Map<string, string>();
  for (const { step, touches } of done) for (const t of touches) last.set(t.resource, step.key);
  for (const { step, touches } of done) {
    let seen = 0;
    let why: string | null = null;
    for (const { resource, after } of touches) {
      if (last.get(resource) !== step.key) continue;
      const at = resource.indexOf(' ');
      const [sort, name] = [resource.slice(0, at), resource.slice(at + 1)];
      if (sort === 'setting') {
        const is = now.settings.get(name);
        if (is === undefined) continue;
        // What is a path from the home folder stands there in full, or as a URI.
        const same = [is, pathFrom(is, now)].map((said) => said.trim().toLowerCase());
        if (after === null || same.includes(after.trim().toLowerCase())) seen++;
        else
          why ??=
            step.effect === 'session' || step.effect === 'restart'
              ? `It is still ${is}: it shows only after ${sayBreak(step.effect)}.`
              : plain(is) === plain(after)
                ? `It is written ${is} there, and not ${after}.`
                : `It is ${is} there, and not ${after}.`;
      } else if (sort === 'file' && isListed(name, now.survey)) {
        const there = paths.has(name);
        if (there === (after !== null)) seen++;
        else why ??= after === null ? `${name} is still there.` : whyNoPath(name, paths);
      } else if (sort === 'file' && isFontSeen(name, now.survey)) {
        // A folder of fonts has no name of its own in a survey: a family of that name proves it, none proves nothing.
        if (after !== null) seen++;
      } else if (sort === 'session') {
        const runs = now.survey.system['desktop'];
        if (runs === undefined) continue;
        if (runs.toLowerCase() === (after ?? '').toLowerCase()) seen++;
        else why ??= `${runs} runs, and not ${after ?? 'another desktop'}: a new session is due.`;
      }
    }
    proofs.set(
      step.key,
      why !== null ? { is: 'missing', sentence: why } : { is: seen > 0 ? 'proven' : 'not seen' },
    );
  }
  return proofs;
}
