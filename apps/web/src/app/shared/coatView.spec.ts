import { Subject, throwError } from 'rxjs';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { NO_ROWS, newCoatRow, type CoatRows, type ElementRow } from '@spare-coat/core/model/coat/rows';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Part } from '@spare-coat/core/model/parts/part';
import { describe, expect, it } from 'vitest';
import { Api, ApiProblem } from './api';
import { CoatStore } from './coatStore';
import { CoatView } from './coatView';

/** Answers that come when the test says so. */
function later<T>() {
  const asked: { readonly what: string; answer(value: T): void; fail(error: Error): void }[] = [];
  const ask = (what: string) => {
    const answers = new Subject<T>();
    asked.push({
      what,
      answer: (value) => {
        answers.next(value);
        answers.complete();
      },
      fail: (error) => answers.error(error),
    });
    return answers;
  };
  return { asked, ask };
}

function opened() {
  const rows = signal<CoatRows>(NO_ROWS);
  const hosts = later<{ profile: HostProfile }>();
  const parts = later<{ parts: Part[] }>();
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([]),
      { provide: CoatStore, useValue: { rows } },
      {
        provide: Api,
        useValue: {
          profile: (id: string) => hosts.ask(id),
          partsServing: (kinds: string[], _pinned: unknown, family: string | null) =>
            parts.ask(`${kinds.join(' ')} for ${family}`),
          survey: () => throwError(() => new Error('none')),
        },
      },
    ],
  });
  const view = TestBed.inject(CoatView);
  /** A coat on a host, with one element. */
  const show = (host: string, kind: string) => {
    rows.set({
      ...NO_ROWS,
      coat: { c: { ...newCoatRow('c', 'A coat'), profileId: host, profileRevision: 1 } },
      element: { e: { id: 'e', kind, name: 'e', weight: 3, position: 0 } as ElementRow },
    });
    TestBed.tick();
  };
  return { view, hosts, parts, show };
}
// Only what tells one from another: nothing here looks further into them.
const host = (id: string, family: string) => ({
  profile: { id, family, revision: 1 } as unknown as HostProfile,
});
const testPart = (name: string) => ({ id: name, revision: 1, name }) as unknown as Part;

describe('what a stage looks at', () => {
  it('is the host that was asked for last, in whichever order the answers come', async () => {
    const { view, hosts, show } = opened();
    show('first', 'bar');
    show('second', 'bar');
    await expect.poll(() => hosts.asked.map((a) => a.what)).toEqual(['first', 'second']);
    hosts.asked[1]!.answer(host('second', 'oxbow'));
    await expect.poll(() => view.host()?.id).toBe('second');
    hosts.asked[0]!.answer(host('first', 'fernbank'));
    await Promise.resolve();
    await new Promise((r) => setTimeout(r));
    expect(view.host()?.id).toBe('second');
  });

  it('are the parts for what the coat has now, also where an older answer comes later', async () => {
    const { view, parts, show } = opened();
    show('first', 'bar');
    show('first', 'clock');
    await expect.poll(() => parts.asked.map((a) => a.what)).toEqual(['bar for null', 'clock for null']);
    parts.asked[1]!.answer({ parts: [testPart('For the clock')] });
    await expect.poll(() => [...view.context().parts.values()].map((p) => p.name)).toEqual(['For the clock']);
    parts.asked[0]!.answer({ parts: [testPart('For the bar')] });
    await new Promise((r) => setTimeout(r));
    expect([...view.context().parts.values()].map((p) => p.name)).toEqual(['For the clock']);
  });

  it('has no figure until the host and the parts that it rests on are there', async () => {
    const { view, hosts, parts, show } = opened();
    show('first', 'bar');
    expect(view.isWhole()).toBe(false);
    await expect.poll(() => parts.asked.length).toBe(1);
    parts.asked[0]!.answer({ parts: [] });
    await expect.poll(() => hosts.asked.length).toBe(1);
    // What was answered before the host was known was answered for no host.
    expect(view.isWhole()).toBe(false);
    hosts.asked[0]!.answer(host('first', 'fernbank'));
    await expect.poll(() => parts.asked.length).toBe(2);
    expect(view.isWhole()).toBe(false);
    parts.asked[1]!.answer({ parts: [testPart('Tide')] });
    await expect.poll(() => view.isWhole()).toBe(true);
    // Another kind asks for other parts: what it could come to is not known again.
    show('first', 'clock');
    expect(view.isWhole()).toBe(false);
  });

  it('is asked for again while the server is away, and told where it says no', async () => {
    const { view, parts, show } = opened();
    show('first', 'bar');
    await expect.poll(() => parts.asked.length).toBe(1);
    parts.asked[0]!.fail(new ApiProblem('away', 'The server does not answer.', 0));
    await expect.poll(() => view.catalogueProblem()).toBe('The server does not answer.');
    await expect.poll(() => parts.asked.length, { timeout: 3000 }).toBe(2);
    parts.asked[1]!.answer({ parts: [testPart('There again')] });
    await expect.poll(() => view.context().parts.size).toBe(1);
    expect(view.catalogueProblem()).toBeNull();
  });
});
