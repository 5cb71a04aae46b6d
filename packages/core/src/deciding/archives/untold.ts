import { nth } from '../../ground/checked.js';
import { LAST_RESORT, type IconThemeFiles } from '../../measuring/standards/iconTheme.js';
import type { ArchiveFinding } from './findings.js';
import { iconSetsOf } from './themes.js';
import { strayLinks, type Tree } from './tree.js';

/** Names shown of many. */
const SHOWN = 3;
const some = (names: readonly string[]) =>
  `${names.slice(0, SHOWN).join(', ')}${names.length > SHOWN ? ' and more' : ''}`;
const count = (n: number, one: string, many: string) => (n === 1 ? `One ${one}` : `${n} ${many}`);

/** Sets that inherit from each other in a circle, each circle once, as the names along it. */
export function inheritanceCircles(sets: ReadonlyMap<string, IconThemeFiles>): string[][] {
  const circles: string[][] = [];
  const done = new Set<string>();
  const visit = (id: string, way: readonly string[]) => {
    const at = way.indexOf(id);
    if (at >= 0) {
      circles.push([...way.slice(at), id]);
      return;
    }
    if (done.has(id) || id === LAST_RESORT) return;
    for (const parent of sets.get(id)?.theme.inherits ?? []) visit(parent, [...way, id]);
    done.add(id);
  };
  for (const id of sets.keys()) visit(id, []);
  return circles;
}

/** What about an archive is odd or was left out, in sentences: nothing is passed over without a word. */
export function archiveRemarks(tree: Tree, findings: readonly ArchiveFinding[]): string[] {
  const remarks: string[] = [];
  const { nowhere, circles } = strayLinks(tree);
  if (nowhere.length > 0)
    remarks.push(
      `${count(nowhere.length, 'link leads', 'links lead')} to nothing in the archive and ${nowhere.length === 1 ? 'counts' : 'count'} for nothing: ${some(nowhere)}.`,
    );
  if (circles.length > 0)
    remarks.push(
      `${count(circles.length, 'link leads', 'links lead')} in a circle and ${circles.length === 1 ? 'counts' : 'count'} for nothing: ${some(circles)}.`,
    );
  for (const circle of inheritanceCircles(iconSetsOf(findings)))
    remarks.push(
      circle.length === 2
        ? `${nth(circle, 0)} inherits from itself.`
        : `Sets inherit from each other in a circle: ${circle.join(', which inherits ')}. Each is looked into once.`,
    );
  for (const { evidence, listed } of findings) {
    if (evidence.what === 'pointer set' && evidence.unread && evidence.unread.length > 0)
      remarks.push(
        `${listed}: ${count(evidence.unread.length, 'pointer is', 'pointers are')} there and too large to be read here: ${some(evidence.unread)}.`,
      );
    if (evidence.what === 'font' && evidence.faces.length < evidence.files.length)
      remarks.push(
        `${listed}: ${evidence.faces.length} of ${evidence.files.length} faces were looked into; of the others nothing is told.`,
      );
    if (evidence.what === 'font')
      for (const { path, told } of evidence.faces) if (told) remarks.push(`${path}: ${told}`);
    if (evidence.what === 'wallpaper') {
      const without = evidence.files.filter((f) => f.colours.length === 0).length;
      if (without > 0)
        remarks.push(
          `${listed}: the colours of ${without} of ${evidence.files.length} pictures are not told: ${without === 1 ? 'it is' : 'they are'} too large, too many, or damaged.`,
        );
    }
  }
  return remarks;
}
