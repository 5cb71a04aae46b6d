import { ordered, type CoatRows } from './rows.js';
import { spellValue } from '../traits/say.js';
import type { TraitType, TraitValue } from '../traits/value.js';
import { kindBook } from './kindBook.js';

/** One target of one element, as a table shows it and as it is handed on. */
export interface TraitTableRow {
  readonly element: string;
  readonly kind: string;
  readonly weight: number;
  readonly trait: string;
  readonly state: string;
  /** Empty: all variants. */
  readonly variant: string;
  readonly value: TraitValue;
  /** The value in words, and its unit apart. */
  readonly spelled: string;
  readonly unit: string;
  readonly importance: string;
  readonly source: string;
  /** Where it was measured: picture and region; empty otherwise. */
  readonly where: string;
  readonly elementId: string;
  readonly traitId: string;
}

const UNITS: Partial<Record<TraitType, string>> = { length: 'px', duration: 'ms', share: '%' };

/** All targets of a coat, element by element in the kinds' order. */
export function traitTable(rows: CoatRows): TraitTableRow[] {
  const book = kindBook(rows);
  const variants = ordered(rows.variant);
  const out: TraitTableRow[] = [];
  for (const element of ordered(rows.element)) {
    const kind = book.find(element.kind);
    const mine = Object.values(rows.trait).filter((t) => t.elementId === element.id);
    for (const spec of kind?.traits ?? [])
      for (const row of mine
        .filter((t) => t.trait === spec.id)
        .sort(
          (a, b) =>
            (a.state ?? '').localeCompare(b.state ?? '') ||
            variants.findIndex((v) => v.id === a.variantId) - variants.findIndex((v) => v.id === b.variantId),
        )) {
        const unit = UNITS[spec.type] ?? '';
        const spelled = spellValue(spec.type, row.target);
        out.push({
          element: element.name,
          kind: kind!.label,
          weight: element.weight,
          trait: spec.label,
          state: row.state ?? '',
          variant: row.variantId ? (rows.variant[row.variantId]?.name ?? '') : '',
          value: row.target,
          spelled: unit === '' ? spelled : spelled.replace(` ${unit}`, ''),
          unit,
          importance: element.rules[spec.id]?.importance ?? spec.importance,
          source: row.source.how,
          where:
            row.source.how === 'measured'
              ? `${rows.picture[row.source.pictureId]?.name ?? 'a picture'}, ${row.source.x}, ${row.source.y}, ${row.source.width} × ${row.source.height}`
              : '',
          elementId: element.id,
          traitId: row.id,
        });
      }
  }
  return out;
}

const COLUMNS = [
  'element',
  'kind',
  'weight',
  'trait',
  'state',
  'variant',
  'spelled',
  'unit',
  'importance',
  'source',
  'where',
] as const;

/** What a spreadsheet would take for a formula; such a cell gets an apostrophe in front. */
const FORMULA = /^[=+\-@\t]/;

function cell(value: string | number): string {
  const text = typeof value === 'number' ? String(value) : FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** The table as CSV with a head. Source: RFC 4180. */
export function traitCsv(table: readonly TraitTableRow[]): string {
  const lines = table.map((row) => COLUMNS.map((c) => cell(row[c])).join(','));
  return [COLUMNS.map((c) => (c === 'spelled' ? 'value' : c)).join(','), ...lines, ''].join('\r\n');
}

/** The table as JSON, values as they are kept. */
export function traitJson(coat: string, table: readonly TraitTableRow[]): string {
  const traits = table.map(({ elementId: _e, traitId: _t, spelled: _s, ...row }) => row);
  return `${JSON.stringify({ coat, traits }, null, 2)}\n`;
}
