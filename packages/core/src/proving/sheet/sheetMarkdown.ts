import { percentBetween } from '../../ground/percent.js';
import { fenced, plain } from '../../doing/plan/markdown.js';
import { tapeWords } from './markup.js';
import { NEARNESS, type Sheet } from './sheet.js';

const row = (cells: readonly string[]) => `| ${cells.map((c) => plain(c) || ' ').join(' | ')} |`;

function table(heads: readonly string[], rows: readonly (readonly string[])[]): string[] {
  return [row(heads), `| ${heads.map(() => '---').join(' | ')} |`, ...rows.map(row), ''];
}

/** The sheet as CommonMark with tables. Pictures are named and not shown. */
export function sheetMarkdown(sheet: Sheet): string {
  const lines = [
    `# ${plain(sheet.title)}`,
    '',
    `After ${plain(sheet.reference || 'a reference without pictures')}, on ${plain(sheet.host)}. ${sheet.date}.`,
    '',
    `Chosen ${percentBetween(sheet.chosen, sheet.most.chosen)}, ceiling ${percentBetween(sheet.ceiling, sheet.most.ceiling)}, proven ${percentBetween(sheet.proven, sheet.most.proven)}: ${tapeWords(sheet.tape)}.`,
    '',
    '## What is like it, and what is not',
    '',
    ...table(
      ['Element', 'How near', 'Promised', 'Proven', 'By', 'Why, and what is lost'],
      NEARNESS.flatMap((nearness) =>
        sheet.elements
          .filter((e) => e.nearness === nearness)
          .map((e) => [
            e.name,
            nearness,
            percentBetween(e.closeness, e.most.chosen),
            percentBetween(e.proven, e.most.proven),
            e.by.join(', '),
            [e.why, e.note].filter(Boolean).join(' '),
          ]),
      ),
    ),
  ];
  if (sheet.parts.length > 0)
    lines.push(
      '## Parts and credits',
      '',
      ...table(
        ['Part', 'Version', 'By', 'Licence', 'Price', 'From', 'For'],
        sheet.parts.map((p) => [
          p.name,
          p.version,
          p.author,
          p.licence,
          p.price,
          [p.home, ...p.sources].join(', '),
          p.elements.join(', '),
        ]),
      ),
    );
  if (sheet.settings.length > 0)
    lines.push(
      '## Every setting',
      '',
      ...table(
        ['Element', 'Trait', 'Value', 'Where'],
        sheet.settings.map((s) => [
          s.element,
          s.variant ? `${s.trait} (${s.variant})` : s.trait,
          s.value,
          s.where,
        ]),
      ),
    );
  lines.push('## Steps', '', ...sheet.warnings.flatMap((w) => [`> Mind: ${plain(w)}`, '']));
  for (const { steps, breakAfter } of sheet.sittings) {
    for (const s of steps) {
      lines.push(`${s.n}. [${s.isDone ? 'x' : ' '}] **${plain(s.title)}**`, `   Where: ${plain(s.where)}`);
      if (s.value) lines.push(`   Value: ${plain(s.value)}`);
      if (s.commands.length > 0) lines.push('', ...fenced(s.commands), '');
      lines.push(`   Expect: ${plain(s.expected)}`);
      if (s.note) lines.push(`   Note: ${plain(s.note)}`);
    }
    lines.push('');
    if (breakAfter) lines.push(`**${breakAfter}**`, '');
  }
  if (sheet.readings.length > 0)
    lines.push('## Readings', '', ...sheet.readings.flatMap((r) => [plain(r), '']));
  if (sheet.survey.length > 0)
    lines.push('## The host before', '', ...table(['What', 'It was'], sheet.survey));
  return lines.join('\n');
}
