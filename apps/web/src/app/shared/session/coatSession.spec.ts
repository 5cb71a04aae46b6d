import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { coatOf } from '@spare-coat/core/model/coat/rows';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { Api, ApiProblem } from '../api';
import { CoatStore } from '../coatStore';
import { Notices } from '../notices';
import type { CoatSession } from './coatSession';
import { CoatSessions } from './coatSessions';
import { LeftBehind } from './leftBehind';
import { Outbox } from './outbox';
import { FakeServer, asked } from './testing';

const A = '00000000-0000-4000-8000-00000000000a';
const B = '00000000-0000-4000-8000-00000000000b';

let server: FakeServer;
beforeEach(() => {
  // A browser of its own for each test.
  globalThis.indexedDB = new IDBFactory();
  server = new FakeServer();
  server.make(A);
  server.make(B);
});
afterEach(() => TestBed.resetTestingModule());

/** A page that is opened: what was in memory before is gone, what the browser keeps is not. */
function openPage() {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [provideZonelessChangeDetection(), { provide: Api, useValue: asked(server) }],
  });
  const store = TestBed.inject(CoatStore);
  const sessions = TestBed.inject(CoatSessions);
  const leftBehind = TestBed.inject(LeftBehind);
  const notices = TestBed.inject(Notices);
  const outbox = TestBed.inject(Outbox);
  return { store, sessions, leftBehind, notices, outbox };
}
async function opened(id = A) {
  const page = openPage();
  page.store.open(id);
  await expect.poll(() => page.store.revision()).toBeGreaterThan(0);
  return page;
}
const rename = (name: string) => ({ type: 'coat.rename', name }) as const;
const nameOn = (id: string) => coatOf(server.rowsOf(id)).name;
const nameIn = (of: CoatStore | CoatSession) => coatOf(of.rows()).name;

describe('a coat in a window', () => {
  it('shows a change at once, and says saved only when the server has it', async () => {
    const { store, outbox } = await opened();
    store.send(rename('Mine'));
    expect(nameIn(store)).toBe('Mine');
    expect(store.saveState()).toBe('saving');
    await store.settled();
    expect(store.saveState()).toBe('saved');
    expect(nameOn(A)).toBe('Mine');
    expect(await outbox.all()).toEqual([]);
  });

  it('keeps what was done in the browser before it says so, and sends it once the server is back, once', async () => {
    const { store, outbox } = await opened();
    server.away = 1;
    store.send(rename('Kept'));
    await expect.poll(() => store.saveState()).toBe('kept');
    expect((await outbox.all()).map((u) => u.command)).toEqual([rename('Kept')]);
    await expect.poll(() => store.saveState(), { timeout: 4000 }).toBe('saved');
    expect(nameOn(A)).toBe('Kept');
    expect(server.received).toHaveLength(1);
    expect(await outbox.all()).toEqual([]);
  });

  it('sends in order whatever is on its way, and answers that come late change nothing', async () => {
    const { store } = await opened();
    let release = (): void => undefined;
    server.hold.set(A, new Promise<void>((r) => (release = r)));
    store.send(rename('First'));
    store.send(rename('Second'));
    store.send(rename('Third'));
    expect(nameIn(store)).toBe('Third');
    await expect.poll(() => server.received.length).toBe(1);
    // News of its own write are there before the answer is.
    release();
    await store.settled();
    expect(server.historyOf(A)).toEqual(server.received);
    expect(nameOn(A)).toBe('Third');
    expect(store.revision()).toBe(4);
  });

  it('a write whose answer was lost is not done twice', async () => {
    const { store } = await opened();
    server.loseAnswers = 1;
    store.send(rename('Once'));
    await expect.poll(() => store.saveState(), { timeout: 4000 }).toBe('saved');
    expect(server.received).toHaveLength(2);
    expect(new Set(server.received).size).toBe(1);
    expect(server.historyOf(A)).toHaveLength(1);
  });

  it('undo waits for what is before it, and for nothing else', async () => {
    const { store } = await opened();
    store.send(rename('Mine'));
    store.answer('undo');
    await store.settled();
    expect(nameOn(A)).toBe('Coat a');
    expect(nameIn(store)).toBe('Coat a');
  });

  it('refuses what cannot be carried out with a sentence, and sends nothing', async () => {
    const { store, notices } = await opened();
    expect(store.send({ type: 'coat.thresholds', matchedAt: 0.5, nearAt: 0.8 })).toBe(false);
    expect(notices.list().at(-1)?.text).toContain('near');
    expect(server.received).toEqual([]);
  });
});

describe('two coats', () => {
  it('what was done to one while the server was away is sent when another one is open', async () => {
    const { store, sessions } = await opened(A);
    server.away = 2;
    store.send(rename('A, edited'));
    await expect.poll(() => store.saveState()).toBe('kept');
    store.open(B);
    // The other coat does not say that all is saved before it is known what it is.
    await expect.poll(() => store.revision(), { timeout: 8000 }).toBeGreaterThan(0);
    await sessions.of(A).settled();
    expect(nameOn(A)).toBe('A, edited');
    expect(nameOn(B)).toBe('Coat b');
    expect(nameIn(store)).toBe('Coat b');
  });

  it('one is saved while a request of another is on its way, and neither takes in what is the other’s', async () => {
    const { store, sessions, notices } = await opened(A);
    server.write(A, { type: 'coat.rename', name: 'Theirs' });
    let release = (): void => undefined;
    server.hold.set(A, new Promise<void>((r) => (release = r)));
    store.send({ type: 'coat.policy', policy: 'same pixels' });
    store.open(B);
    await expect.poll(() => store.revision()).toBe(1);
    store.send(rename('B, edited'));
    store.answer('undo');
    await store.settled();
    expect(nameOn(B)).toBe('Coat b');
    expect(server.historyOf(B)).toHaveLength(2);
    expect(nameIn(store)).toBe('Coat b');
    release();
    await sessions.of(A).settled();
    // A late 409 brought the rows of the one in there, and not here.
    expect(coatOf(server.rowsOf(A))).toMatchObject({ name: 'Theirs', policy: 'same pixels' });
    expect(nameIn(store)).toBe('Coat b');
    expect(notices.question()).toBeNull();
  });
});

describe('another window', () => {
  it('brings in its change and sends its own again where both fit', async () => {
    const { store } = await opened();
    server.write(A, { type: 'coat.policy', policy: 'same pixels' });
    store.send(rename('Mine'));
    await store.settled();
    expect(coatOf(server.rowsOf(A))).toMatchObject({ name: 'Mine', policy: 'same pixels' });
    expect(coatOf(store.rows())).toMatchObject({ name: 'Mine', policy: 'same pixels' });
  });

  it.each([
    [true, 'Mine'],
    [false, 'Theirs'],
  ])('that changed the same thing is asked about (mine: %s)', async (mine, expected) => {
    const { store, notices, outbox } = await opened();
    server.write(A, rename('Theirs'));
    store.send(rename('Mine'));
    await expect.poll(() => notices.question()).not.toBeNull();
    expect(notices.question()!.text).toContain('another window');
    notices.question()!.answer(mine);
    await store.settled();
    expect(nameOn(A)).toBe(expected);
    expect(nameIn(store)).toBe(expected);
    expect(await outbox.all()).toEqual([]);
  });

  it('is asked about also by what stands behind in the queue, which was done without having seen it', async () => {
    const { store, notices } = await opened();
    server.write(A, rename('Theirs'));
    // The first goes through without a question; the second would have put the other's name away unseen.
    store.send({ type: 'coat.policy', policy: 'same pixels' });
    store.send(rename('Mine'));
    await expect.poll(() => notices.question()).not.toBeNull();
    expect(coatOf(server.rowsOf(A))).toMatchObject({ name: 'Theirs', policy: 'same pixels' });
    notices.question()!.answer(false);
    await store.settled();
    expect(nameOn(A)).toBe('Theirs');
  });
});

describe('a coat that was set back by a backup', () => {
  it('is read whole, and what was done meanwhile is asked about where it touches what is another now', async () => {
    const { store, notices } = await opened();
    store.send(rename('First'));
    store.send(rename('Second'));
    await store.settled();
    server.make(A, 'As it was saved');
    store.send(rename('Third'));
    await expect.poll(() => notices.question()?.text).toContain('several changes');
    expect(nameOn(A)).toBe('As it was saved');
    notices.question()!.answer(true);
    await store.settled();
    expect(nameOn(A)).toBe('Third');
  });
});

describe('a page that was closed with something unsent', () => {
  /** Does something while the server is away for good, and closes the page. */
  async function closedWith(...names: string[]) {
    const { store, outbox } = await opened();
    server.away = Infinity;
    for (const name of names) store.send(rename(name));
    await expect.poll(() => store.saveState()).toBe('kept');
    expect(await outbox.all()).toHaveLength(names.length);
    TestBed.resetTestingModule();
  }

  it('sends it when it is next opened, whichever page that is, in its order, and once', async () => {
    await closedWith('First', 'Second');
    server.away = 0;
    const { sessions, outbox } = openPage();
    await expect.poll(() => nameOn(A), { timeout: 4000 }).toBe('Second');
    await sessions.of(A).settled();
    expect(server.historyOf(A)).toHaveLength(2);
    await expect.poll(async () => (await outbox.all()).length).toBe(0);
  });

  it('tells on the first page which coats have something to send', async () => {
    await closedWith('First', 'Second');
    const { leftBehind } = openPage();
    await expect
      .poll(() => leftBehind.stillHere())
      .toEqual([{ coat: A, name: 'Second', waiting: 2, stuck: 0 }]);
  });

  it('is sent from a page that shows no coat, which brings in nothing where there is nothing', async () => {
    const first = (() => {
      TestBed.resetTestingModule();
      TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: asked(server) }] });
      return () => TestBed.inject(LeftBehind);
    })();
    await first().look();
    expect(first().stillHere()).toEqual([]);
    await closedWith('First', 'Second');
    TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: asked(server) }] });
    await first().look();
    expect(first().stillHere()).toEqual([{ coat: A, name: 'Second', waiting: 2, stuck: 0 }]);
    server.away = 0;
    await expect.poll(() => nameOn(A), { timeout: 4000 }).toBe('Second');
    await expect.poll(async () => (await first().look(), first().stillHere()), { timeout: 4000 }).toEqual([]);
  });

  it('asks where others changed the same thing meanwhile', async () => {
    await closedWith('Mine');
    server.away = 0;
    server.write(A, rename('Theirs'));
    const { notices, sessions } = openPage();
    await expect.poll(() => notices.question(), { timeout: 4000 }).not.toBeNull();
    expect(nameOn(A)).toBe('Theirs');
    notices.question()!.answer(true);
    await sessions.of(A).settled();
    expect(nameOn(A)).toBe('Mine');
  });

  it('asks where it is not known any more what others did since', async () => {
    await closedWith('Mine');
    server.away = 0;
    server.write(A, { type: 'coat.policy', policy: 'same pixels' });
    // The server tells the coat as it is in place of very many changes.
    server.entries = () =>
      Promise.resolve({ revision: 2, entries: [], rows: server.rowsOf(A), undo: null, redo: null });
    const { notices, sessions } = openPage();
    await expect.poll(() => notices.question()?.text, { timeout: 4000 }).toContain('very many changes');
    notices.question()!.answer(false);
    await sessions.of(A).settled();
    expect(nameOn(A)).toBe('Coat a');
  });

  it('does not ask about what it had written itself, of which the answer was lost', async () => {
    const { store } = await opened();
    server.loseAnswers = 1;
    store.send(rename('First'));
    store.send(rename('Second'));
    await expect.poll(() => server.historyOf(A).length).toBe(1);
    server.away = Infinity;
    await expect.poll(() => store.saveState()).toBe('kept');
    TestBed.resetTestingModule();
    server.away = 0;
    const { notices, sessions } = openPage();
    await expect.poll(() => nameOn(A), { timeout: 4000 }).toBe('Second');
    await sessions.of(A).settled();
    expect(notices.question()).toBeNull();
    expect(server.historyOf(A)).toHaveLength(2);
  });
});

describe('what can no longer be carried out', () => {
  it('is kept, told with its reason, and can be tried again or let go; what comes after it is saved', async () => {
    const { store, outbox, notices } = await opened();
    server.refuse = new ApiProblem('unknown-id', 'There is no such element in this coat.', 422);
    store.send(rename('Refused'));
    await store.settled();
    expect(notices.list().at(-1)?.text).toContain('There is no such element');
    server.refuse = null;
    store.send({ type: 'coat.policy', policy: 'same pixels' });
    await store.settled();
    expect(coatOf(server.rowsOf(A))).toMatchObject({ name: 'Coat a', policy: 'same pixels' });
    expect(store.saveState()).toBe('kept');
    const session = store.session()!;
    expect(session.stuck()).toMatchObject([{ command: rename('Refused'), label: 'Rename to Refused' }]);
    expect(await outbox.all()).toMatchObject([{ refused: 'There is no such element in this coat.' }]);

    // It is still there when the page is opened anew, and is not sent by itself.
    const page = await opened();
    await page.sessions.look();
    expect(page.store.session()!.stuck()).toHaveLength(1);
    expect(nameOn(A)).toBe('Coat a');
    page.store.session()!.tryAgain(page.store.session()!.stuck()[0]!);
    await page.store.settled();
    expect(nameOn(A)).toBe('Refused');
    expect(page.store.saveState()).toBe('saved');
    expect(await page.outbox.all()).toEqual([]);
  });

  it('of a coat that is gone is told on the first page, and never dropped', async () => {
    const { store } = await opened();
    server.away = Infinity;
    store.send(rename('To a coat that goes'));
    await expect.poll(() => store.saveState()).toBe('kept');
    TestBed.resetTestingModule();
    server = new FakeServer();
    const { sessions, leftBehind } = openPage();
    await expect.poll(() => sessions.of(A).stuck().length, { timeout: 4000 }).toBe(1);
    await leftBehind.look();
    expect(leftBehind.stillHere()).toMatchObject([{ coat: A, waiting: 0, stuck: 1 }]);
    sessions.of(A).forget(sessions.of(A).stuck()[0]!);
    await expect.poll(async () => (await leftBehind.look(), leftBehind.stillHere())).toEqual([]);
  });
});

describe('a browser that keeps nothing', () => {
  const forbid = () => {
    globalThis.indexedDB = {
      open: () => {
        throw new DOMException('forbidden', 'SecurityError');
      },
    } as unknown as IDBFactory;
  };
  const full = () => {
    const factory = new IDBFactory();
    globalThis.indexedDB = factory;
    const add = IDBObjectStore.prototype.add;
    IDBObjectStore.prototype.add = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    return () => (IDBObjectStore.prototype.add = add);
  };

  it.each([
    ['forbidden', () => (forbid(), () => undefined)],
    ['full', full],
  ])(
    '(%s) says so while the server is away, asks before it is closed, and saves when it is back',
    async (_, spoil) => {
      const restore = spoil();
      try {
        const { store } = await opened();
        const asks = () => {
          const event = new Event('beforeunload', { cancelable: true });
          window.dispatchEvent(event);
          return event.defaultPrevented;
        };
        server.away = 3;
        store.send(rename('Nowhere else'));
        await expect.poll(() => store.saveState()).toBe('not kept');
        expect(asks()).toBe(true);
        await expect.poll(() => store.saveState(), { timeout: 8000 }).toBe('saved');
        expect(nameOn(A)).toBe('Nowhere else');
        expect(asks()).toBe(false);
      } finally {
        restore();
      }
    },
  );

  it('still tells what can no longer be carried out, however often it is looked at', async () => {
    forbid();
    const { store, sessions } = await opened();
    server.refuse = new ApiProblem('unknown-id', 'There is no such element in this coat.', 422);
    store.send(rename('Nowhere else'));
    await store.settled();
    const session = store.session()!;
    session.showStuck([]);
    await sessions.look();
    expect(session.stuck()).toHaveLength(1);
    expect(store.saveState()).toBe('not kept');
    session.forget(session.stuck()[0]!);
    expect(store.saveState()).toBe('saved');
  });

  it('does not ask before it is closed where it is only kept in the browser', async () => {
    const { store } = await opened();
    server.away = Infinity;
    store.send(rename('Kept'));
    await expect.poll(() => store.saveState()).toBe('kept');
    const event = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(event);
    expect(event.defaultPrevented).toBe(false);
  });
});
