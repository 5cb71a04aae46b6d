import { coatOf, rowsIn, type CoatRows, type Entity } from '../../model/coat/rows.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { CoatState } from '../../deciding/matching/evaluate.js';
import { ledgerOf } from '../../deciding/matching/ledger.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import type { Part } from '../../model/parts/part.js';
import { commandLine } from '../../model/deeds/quote.js';
import type { Plan } from '../../model/deeds/step.js';
import { partsUsed } from '../sheet/sheet.js';
import { withoutAccountDeep } from '../sheet/privacy.js';
import { blobsIn, ROW_FILES, type Documents, type RowFile } from './format.js';
import { isRecord } from '../../ground/shape/shape.js';

/** What of a coat goes into its bundle beside what it is made of. */
export interface BundleChoice {
  /** Pictures of the own desktop, and what was seen on them. */
  readonly own: boolean;
  /** Surveys of the host, readings, and what was tried on it. */
  readonly host: boolean;
  /** Without what was noted on elements and matches. */
  readonly noNotes?: boolean;
  /** Without the names of accounts: `~` stands for their folders. */
  readonly noAccount?: boolean;
}

/** What is not known here and goes out as it came in: by document, and by row. */
export interface Extras {
  readonly documents: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  readonly rows: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
}

function extrasOf(rows: CoatRows): Extras {
  const { documents, rows: byRow } = coatOf(rows).extras as Partial<Extras>;
  return { documents: documents ?? {}, rows: byRow ?? {} };
}

/** A row as it travels: without what belongs to this place, and with what came with it from another. */
function travelling(
  entity: Entity,
  row: object,
  extras: Extras,
  choice: BundleChoice,
): Record<string, unknown> {
  const copy: Record<string, unknown> = { ...row };
  if (entity === 'coat') {
    delete copy['extras'];
    delete copy['origin'];
    copy['deletedAt'] = null;
  }
  // The normalised picture is all that is needed: the file as it came stays at home.
  if ('original' in copy) copy['original'] = copy['blob'];
  if (choice.noNotes && 'note' in copy) copy['note'] = '';
  return { ...extras.rows[`${entity} ${String(copy['id'])}`], ...copy };
}

/** The rows of a coat as documents. Rows stand in the order of their ids, so that equal coats make equal documents. */
export function rowDocuments(rows: CoatRows, choice: BundleChoice): Documents {
  const extras = extrasOf(rows);
  const documents: Record<string, unknown> = { ...extras.documents };
  for (const [file, entities] of Object.entries(ROW_FILES) as [RowFile, readonly Entity[]][]) {
    if ((file === 'own.json' && !choice.own) || (file === 'host.json' && !choice.host)) continue;
    documents[file] = {
      ...extras.documents[file],
      ...Object.fromEntries(
        entities.map((entity) => [
          entity,
          rowsIn(rows, entity)
            .sort((a, b) => (a.id < b.id ? -1 : 1))
            .map((row) => travelling(entity, row, extras, choice)),
        ]),
      ),
    };
  }
  return documents;
}

/** The ledger and the plan, for whoever reads the bundle without this application. */
function derived(ctx: MatchContext, coat: CoatState, plan: Plan): Documents {
  return {
    'ledger.json': ledgerOf(ctx, coat).map(({ state, standing, loss, reasons, said }) => ({
      element: state.element.name,
      standing,
      closeness: state.closeness,
      loss,
      reasons,
      said,
    })),
    'plan.json': plan.ok
      ? plan.sittings.map(({ steps, breakAfter }) => ({
          breakAfter,
          steps: steps.map(({ key, title, where, value, commands, expected, undo }) => ({
            key,
            title,
            where,
            value,
            commands: commands.map(commandLine),
            expected,
            undo,
          })),
        }))
      : [],
  };
}

/** The documents of a coat's bundle, and the SHA-256s of the files that have to lie beside them. */
export function coatBundle(
  ctx: MatchContext,
  coat: CoatState,
  plan: Plan,
  choice: BundleChoice,
): { readonly documents: Documents; readonly files: readonly string[]; readonly parts: readonly Part[] } {
  const rows = rowDocuments(ctx.rows, choice);
  const parts = partsNamed(ctx, choice);
  const own = { ...rows, ...derived(ctx, coat, plan) };
  // Parts and profile are not a person's own: they stay as they are known everywhere.
  const documents = {
    ...(choice.noAccount ? withoutAccountDeep(own) : own),
    'parts.json': parts,
    'profile.json': ctx.host,
  };
  return { documents, files: [...blobsIn(rows)].sort(), parts };
}

/** The parts that rows of a bundle name: those that are used, and those that were tried where trials go along. */
function partsNamed(ctx: MatchContext, choice: BundleChoice): Part[] {
  const named = new Map(partsUsed(ctx).map(({ part }) => [partKey(part.id, part.revision), part]));
  if (choice.host)
    for (const { partId, partRevision } of Object.values(ctx.rows.trial)) {
      const key = partKey(partId, partRevision);
      const part = ctx.parts.get(key);
      if (part) named.set(key, part);
    }
  return [...named.values()].sort((a, b) =>
    a.name < b.name ? -1 : a.name > b.name ? 1 : a.revision - b.revision,
  );
}

/** The documents of parts, or of a profile, that travel alone. */
export function loneBundle(parts: readonly Part[], profile: HostProfile | null): Documents {
  return profile ? { 'profile.json': profile } : { 'parts.json': parts };
}

/** Everything in a record but the keys that are known. */
export function without(record: unknown, known: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(isRecord(record) ? record : {}).filter(([k]) => !known.includes(k)),
  );
}
