import { describe, expect, it } from 'vitest';
import { idSchema } from '../../ground/ids.js';
import { alter, applyChanges, invertChanges } from '../../model/coat/changes.js';
import { keep } from '../../model/coat/choices.js';
import { number } from '../../ground/shape/shape.js';
import { need } from '../../model/coat/refused.js';
import { testCoat, uuid } from '../../testing/coat.js';
import { commandBook } from './book.js';
import { command } from './command.js';
import { COMMANDS, type SingleCommand } from './commands.js';
import { elementName } from './names.js';
import { by, onlyNeeded } from './needs.js';

/** A command that nobody has thought of yet: what is below is all that there is to write of it. */
const favour = command({
  type: 'element.favour',
  fields: { id: idSchema, by: number(1, 4) },
  needs: (c) => ({ element: by('id', c.id) }),
  does: (rows, c) => {
    const element = need(rows.element, c.id, 'element');
    return keep(alter('element', element, { weight: Math.min(5, element.weight + c.by) }));
  },
  says: (rows, c) => `Favour ${elementName(rows, c.id)}`,
});
type Favour = { readonly type: 'element.favour'; readonly id: string; readonly by: number };
const book = commandBook<SingleCommand | Favour>([...COMMANDS, favour]);

describe('a command that is added in one place', () => {
  const rows = testCoat();
  const id = uuid('clock');
  const checked = book.checkCommand({ type: 'element.favour', id, by: 1 });
  if (!checked.ok) throw new Error(checked.problems.join(' '));
  const { command: favoured } = checked;

  it('is checked by its schema, with a sentence for what is wrong', () => {
    expect(favoured).toEqual({ type: 'element.favour', id, by: 1 });
    expect(book.checkCommand({ type: 'element.favour', id, by: 9 }).ok).toBe(false);
    expect(book.checkCommand({ type: 'element.favour', id, by: 1, more: 1 })).toMatchObject({
      problems: ['A field is not known here: more.'],
    });
  });

  it('reads what it needs, does it, says it, and is taken back', () => {
    const needed = onlyNeeded(rows, book.needsOf(favoured));
    expect(Object.keys(needed.element)).toEqual([id]);
    expect(needed.trait).toEqual({});
    const changes = book.execute(needed, favoured);
    expect(changes).toMatchObject([
      { entity: 'element', id, after: { weight: rows.element[id]!.weight + 1 } },
    ]);
    expect(book.describeCommand(rows, favoured)).toBe('Favour Clock');
    const after = applyChanges(rows, changes);
    if (!after.ok) throw new Error(after.clash.sentence);
    const back = applyChanges(
      after.rows,
      invertChanges(changes, () => uuid('x'), ''),
    );
    expect(back.ok && back.rows).toEqual(rows);
  });

  it('is one of several that are done as one with those that ship', () => {
    const several = book.checkCommand({
      type: 'many',
      label: 'Both',
      commands: [
        { type: 'element.favour', id, by: 1 },
        { type: 'element.favour', id, by: 1 },
        { type: 'coat.rename', name: 'Tide' },
      ],
    });
    if (!several.ok) throw new Error(several.problems.join(' '));
    const after = applyChanges(rows, book.execute(rows, several.command));
    expect(after.ok && after.rows.element[id]!.weight).toBe(Math.min(5, rows.element[id]!.weight + 2));
    expect(after.ok && Object.values(after.rows.coat)[0]!.name).toBe('Tide');
    expect(book.describeCommand(rows, several.command)).toBe('Both');
  });

  it('goes by what it was called before as well: a window may not have sent it yet', () => {
    const old = { type: 'coat.wave', kinds: ['bin'] };
    const now = book.checkCommand(old);
    expect(now).toEqual({ ok: true, command: { type: 'coat.dismiss', kinds: ['bin'] } });
    const changes = book.execute(rows, old as unknown as SingleCommand);
    expect(changes).toEqual(now.ok && book.execute(rows, now.command));
    expect(changes).toMatchObject([{ after: { dismissed: ['bin'] } }]);
  });

  it('is not known to whoever does not have it', () => {
    expect(commandBook(COMMANDS).checkCommand({ type: 'element.favour', id, by: 1 })).toEqual({
      ok: false,
      problems: ['This command is not known.'],
    });
    expect(new Set(COMMANDS.map((c) => c.type)).size).toBe(COMMANDS.length);
  });
});
