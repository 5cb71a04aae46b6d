import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ROOT } from './lib/folders.mjs';
import { run } from './lib/run.mjs';
import { say } from './lib/say.mjs';

// Holds the house to its rules (`.dependency-cruiser.cjs`), and the picture in `docs/house.md` to the house. `--write` draws it anew.
const ALL = [
  'packages/core/src',
  'apps/server/src',
  'apps/web/src',
  'demo/src',
  'stand-ins/src',
  'bench',
  'e2e',
];
const WORKSPACES = '^(apps/[^/]+|demo|stand-ins|bench|e2e)';
const FOLDERS = '^packages/core/src/(?:ground|[^/]+/[^/]+)';
const DOC = join(ROOT, 'docs/house.md');
const PICTURE = /(?<=<!-- house -->\n)[^]*(?=<!-- \/house -->)/;

const cruise = (words) =>
  run(['npx', 'depcruise', '--config', '.dependency-cruiser.cjs', ...ALL, ...words], {
    cwd: ROOT,
    quiet: true,
  });

const rules = await cruise([]);
if (rules.code !== 0) {
  say(rules.output);
  process.exit(1);
}

const { modules } = JSON.parse(
  (await cruise(['--collapse', `${WORKSPACES}|${FOLDERS}`, '-T', 'json'])).output.replace(/^[^{]*/, ''),
);
/** Rooms by name, each with those that it uses itself. */
const uses = new Map();
const nameOf = (source) => source.replace(/^packages\/core\/src\//, '').replace(/^apps\//, '');
const isRoom = (source) => new RegExp(`(${WORKSPACES}|${FOLDERS})$`).test(source);
for (const { source, dependencies } of modules)
  if (isRoom(source))
    uses.set(
      nameOf(source),
      new Set(
        dependencies
          .map((d) => d.resolved)
          .filter((to) => isRoom(to) && to !== source)
          .map(nameOf),
      ),
    );

/** Whether one room reaches another over others: the picture shows no arrow that follows from two more. */
const reaches = (from, to, seen = new Set()) =>
  [...(uses.get(from) ?? [])].some((next) => {
    if (next === to) return true;
    if (seen.has(next)) return false;
    seen.add(next);
    return reaches(next, to, seen);
  });
const arrows = [...uses].flatMap(([from, all]) =>
  [...all]
    .filter((to) => ![...all].some((other) => other !== to && reaches(other, to)))
    .map((to) => [from, to]),
);

const id = (name) => name.replace(/[^a-z]/gi, '_');
const FLOORS = ['proving', 'doing', 'deciding', 'model', 'measuring'];
const rooms = [...uses.keys()].sort();
const lines = [
  'flowchart TD',
  ...rooms.filter((r) => !r.includes('/') && r !== 'ground').map((r) => `  ${id(r)}[${r}]`),
  ...FLOORS.flatMap((floor) => [
    `  subgraph ${floor}`,
    ...rooms
      .filter((r) => r.startsWith(`${floor}/`))
      .map((r) => `    ${id(r)}[${r.slice(floor.length + 1)}]`),
    '  end',
  ]),
  '  ground[ground]',
  ...arrows.map(([from, to]) => `  ${id(from)} --> ${id(to)}`).sort(),
];
const picture = `\n\`\`\`mermaid\n${lines.join('\n')}\n\`\`\`\n\n`;

const doc = await readFile(DOC, 'utf8');
if (!PICTURE.test(doc)) throw new Error('docs/house.md has no place for its picture.');
if (process.argv.includes('--write'))
  await writeFile(
    DOC,
    doc.replace(PICTURE, () => picture),
  );
else if (PICTURE.exec(doc)[0] !== picture) {
  say(
    'The picture in docs/house.md is of another house: draw it anew with `node scripts/house.mjs --write`.',
  );
  process.exit(1);
}
say(`${rooms.length} rooms, ${arrows.length} arrows that do not follow from others, no circle.`);
