import { TestBed } from '@angular/core/testing';
import { carryOut } from '@spare-coat/core/coat/carryOut';
import { applyChanges } from '@spare-coat/core/coat/changes';
import type { Command } from '@spare-coat/core/coat/commands';
import { NO_ROWS, coatOf, newCoatRow, type CoatRows } from '@spare-coat/core/coat/rows';
import type { Entry, Written } from '@spare-coat/core/wire/coat';
import { Api, ApiProblem } from './api';
import { CoatStore } from './coatStore';
import { Notices } from './notices';

const ID = '00000000-0000-4000-8000-00000000000c';
const START: CoatRows = {
  ...NO_ROWS,
  coat: { [ID]: newCoatRow(ID, 'A coat') },
};

/** A server in a few lines: revisions, entries, and moments in which it does not answer. */
class FakeServer {
  rows = START;
  entries: Entry[] = [];
  away = 0;
  readonly received: string[] = [];

  coat = () => Promise.resolve({ revision: this.revision, rows: this.rows, undo: null, redo: null });
  get revision(): number {
    return this.entries.length + 1;
  }
  /** Another window's change. */
  write(command: Command): void {
    const changes = carryOut(this.rows, command);
    const applied = applyChanges(this.rows, changes);
    if (!applied.ok) throw new Error(applied.clash.sentence);
    this.rows = applied.rows;
    this.entries.push({ revision: this.revision + 1, label: command.type, changes });
  }
  private since(revision: number): Written {
    return {
      revision: this.revision,
      entries: this.entries.filter((e) => e.revision > revision),
      undo: null,
      redo: null,
    };
  }
  command = (_id: string, commandId: string, revision: number, command: Command): Promise<Written> => {
    if (this.away > 0) {
      this.away--;
      return Promise.reject(new ApiProblem('away', 'The server does not answer.', 0));
    }
    this.received.push(commandId);
    if (revision !== this.revision)
      return Promise.reject(
        new ApiProblem('stale', 'Changed in another window.', 409, { ...this.since(revision) }),
      );
    this.write(command);
    return Promise.resolve(this.since(revision));
  };
}

async function opened() {
  const server = new FakeServer();
  TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: server }] });
  const store = TestBed.inject(CoatStore);
  await store.open(ID);
  return { server, store, notices: TestBed.inject(Notices) };
}

const name = (store: CoatStore) => coatOf(store.rows()).name;

describe('a coat in a window', () => {
  it('shows a change at once, and says saved only when the server has it', async () => {
    const { server, store } = await opened();
    store.send({ type: 'coat.rename', name: 'Mine' });
    expect(name(store)).toBe('Mine');
    expect(store.saveState()).toBe('saving');
    await store.settled();
    expect(store.saveState()).toBe('saved');
    expect(coatOf(server.rows).name).toBe('Mine');
  });

  it('keeps what was done while the server is away, and sends it once it is back', async () => {
    const { server, store } = await opened();
    server.away = 1;
    store.send({ type: 'coat.rename', name: 'Kept' });
    await expect.poll(() => store.saveState()).toBe('waiting');
    expect(name(store)).toBe('Kept');
    await expect.poll(() => store.saveState(), { timeout: 4000 }).toBe('saved');
    expect(coatOf(server.rows).name).toBe('Kept');
    expect(server.received).toHaveLength(1);
  });

  it('brings in another window’s change and sends its own again where both fit', async () => {
    const { server, store } = await opened();
    server.write({ type: 'coat.policy', policy: 'same pixels' });
    store.send({ type: 'coat.rename', name: 'Mine' });
    await store.settled();
    expect(coatOf(server.rows)).toMatchObject({ name: 'Mine', policy: 'same pixels' });
    expect(coatOf(store.rows())).toMatchObject({ name: 'Mine', policy: 'same pixels' });
  });

  it.each([
    [true, 'Mine'],
    [false, 'Theirs'],
  ])('asks where both changed the same thing (mine: %s)', async (mine, expected) => {
    const { server, store, notices } = await opened();
    server.write({ type: 'coat.rename', name: 'Theirs' });
    store.send({ type: 'coat.rename', name: 'Mine' });
    await expect.poll(() => notices.question()).not.toBeNull();
    expect(notices.question()!.text).toContain('another window');
    notices.question()!.answer(mine);
    await store.settled();
    expect(coatOf(server.rows).name).toBe(expected);
    expect(name(store)).toBe(expected);
  });

  it('refuses what cannot be carried out with a sentence, and sends nothing', async () => {
    const { server, store, notices } = await opened();
    expect(store.send({ type: 'coat.thresholds', matchedAt: 0.5, nearAt: 0.8 })).toBe(false);
    expect(notices.list().at(-1)?.text).toContain('near');
    expect(server.received).toEqual([]);
  });
});
