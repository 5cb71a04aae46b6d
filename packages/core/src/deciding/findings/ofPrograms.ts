import type { Survey } from '../../model/host/survey.js';
import { chosenParts, type ChosenPart, type FindingContext } from './context.js';
import type { Finding, FindingAction } from './finding.js';

type Application = Survey['applications'][number];

/** Duties for which one program is enough, by the registered category. Source: Desktop Menu Specification, appendix A. */
const DUTIES: Readonly<Record<string, string>> = {
  FileManager: 'file manager',
  TerminalEmulator: 'terminal',
  Screensaver: 'screen saver',
};
/** Sorts of parts that run, and of which two do the same. */
const RUNNING = ['dock', 'launcher'];

export const categoriesOf = ({ categories = '' }: Application): readonly string[] =>
  categories.split(';').filter((c) => c !== '');

/** A name as others write it: without blanks, signs, and the ending of a desktop entry. */
const plainName = (name: string) =>
  name
    .toLowerCase()
    .replace(/\.desktop$/, '')
    .replace(/[^\p{L}\p{N}]/gu, '');
const isCalled = (app: Application, name: string) =>
  [app.name, app.id, app.id.split('.').at(-2) ?? ''].some((own) => plainName(own) === plainName(name));

/** Programs that do the same, by what the survey tells of them: two file managers, two terminals, two docks. */
export function programFindings(context: FindingContext): Finding[] {
  const apps = context.survey?.applications ?? [];
  const byCategory = Object.entries(DUTIES).map(([category, duty]) => ({
    duty,
    programs: apps.filter((a) => categoriesOf(a).includes(category)),
    parts: [] as readonly ChosenPart[],
  }));
  const chosen = chosenParts(context);
  const known = [...context.ctx.parts.values()];
  const bySort = RUNNING.map((sort) => {
    const parts = chosen.filter((c) => c.part.sort === sort);
    const named = known.filter((p) => p.sort === sort && !parts.some((c) => c.part.id === p.id));
    return { duty: sort, programs: apps.filter((a) => named.some((p) => isCalled(a, p.name))), parts };
  });
  return [...byCategory, ...bySort].flatMap(({ duty, programs, parts }): Finding[] => {
    if (programs.length + parts.length < 2 || programs.length === 0) return [];
    const names = [...parts.map((c) => c.part.name), ...programs.map((a) => a.name)];
    return [
      {
        key: `two programs:${duty}`,
        sort: 'two programs for one duty',
        title: `${names.length === 2 ? 'Two' : names.length} programs do the duty of a ${duty}`,
        cost: `${sayAll(names)}: what opens depends on where one presses, and each of them keeps its own look.`,
        weight: 3,
        elements: parts.flatMap((c) => c.elements),
        parts: parts.map((c) => c.part.id),
        actions: programs.map(({ id, name, packaging }): FindingAction => ({
          label: `Plan to remove ${name}`,
          answer: { do: 'remove', id, name, packaging },
        })),
        facts: JSON.stringify(names),
      },
    ];
  });
}

const sayAll = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;

const isBrowser = (app: Application) => categoriesOf(app).includes('WebBrowser');

/** Extensions that come by their page, where every browser is in a sandbox: none of them can hand one to the desktop. */
export function browserFindings(context: FindingContext): Finding[] {
  const browsers = (context.survey?.applications ?? []).filter(isBrowser);
  if (browsers.length === 0 || browsers.some((a) => a.packaging !== 'sandboxed')) return [];
  return chosenParts(context).flatMap(({ part, elements }): Finding[] => {
    const byPage = part.channels.every((c) => c.way === 'installer');
    if (part.sort !== 'extension' || !byPage) return [];
    const [first] = browsers;
    return [
      {
        key: `not from this browser:${part.id}`,
        sort: 'not from this browser',
        title: `${part.name} cannot be installed from ${sayAll(browsers.map((a) => a.name))}`,
        cost: `It is installed from its page, and a browser in a sandbox cannot hand it to the desktop. A browser that came as a package can.`,
        weight: 4,
        elements,
        parts: [part.id],
        actions: [
          {
            label: `Plan to replace ${first!.name} by a package`,
            answer: { do: 'replace', id: first!.id, name: first!.name, packaging: first!.packaging },
          },
        ],
        facts: JSON.stringify(browsers.map((a) => [a.id, a.packaging])),
      },
    ];
  });
}
