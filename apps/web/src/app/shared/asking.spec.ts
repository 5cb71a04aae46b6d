import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject, type Observable } from 'rxjs';
import { ApiProblem } from './api';
import { Task, loaded } from './asking';

/** A page that reads something by its key; answers come when the test says so. */
function reading() {
  const asked: {
    readonly key: string;
    readonly answer: Subject<string>;
    readonly cancelled: () => boolean;
  }[] = [];
  const ask = (key: string): Observable<string> => {
    const answer = new Subject<string>();
    asked.push({ key, answer, cancelled: () => !answer.observed });
    return answer;
  };
  const key = signal<string | undefined>('a');
  @Component({ template: '' })
  class Page {
    readonly read = loaded(() => key(), ask);
  }
  const fixture = TestBed.createComponent(Page);
  return { asked, key, fixture, read: fixture.componentInstance.read };
}

describe('something that is read', () => {
  it('is there when the answer is, and of two questions the later one counts', async () => {
    const { asked, key, read } = reading();
    TestBed.tick();
    expect([read.value(), read.isLoading()]).toEqual([null, true]);
    key.set('b');
    TestBed.tick();
    await Promise.resolve();
    expect(asked.map((a) => [a.key, a.cancelled()])).toEqual([
      ['a', true],
      ['b', false],
    ]);
    asked[1]!.answer.next('of b');
    await vi.waitFor(() => expect(read.value()).toBe('of b'));
  });
  it('says why it could not be read, and is read again when that is asked', async () => {
    const { asked, read } = reading();
    TestBed.tick();
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    asked[0]!.answer.error(new ApiProblem('away', 'The server does not answer.', 0));
    await vi.waitFor(() => expect(read.problem()).toBe('The server does not answer.'));
    expect(read.value()).toBeNull();
    read.again();
    TestBed.tick();
    await vi.waitFor(() => expect(asked).toHaveLength(2));
    asked[1]!.answer.next('there');
    await vi.waitFor(() => expect([read.value(), read.problem()]).toEqual(['there', null]));
  });
  it('is not waited for when the page is left, and not asked for where there is no question', async () => {
    const { asked, key, fixture, read } = reading();
    TestBed.tick();
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    key.set(undefined);
    TestBed.tick();
    expect(read.value()).toBeNull();
    key.set('c');
    TestBed.tick();
    await vi.waitFor(() => expect(asked).toHaveLength(2));
    fixture.destroy();
    expect(asked.map((a) => a.cancelled())).toEqual([true, true]);
  });
});

describe('something that a person starts', () => {
  it('is busy while it goes on, and tells what came of it or why nothing did', () => {
    const task = new Task();
    const work = new Subject<number>();
    const done: number[] = [];
    task.run(work, (n) => done.push(n));
    expect(task.busy()).toBe(true);
    work.next(7);
    work.complete();
    expect([task.busy(), done, task.problem()]).toEqual([false, [7], null]);
    const failing = new Subject<number>();
    task.run(failing);
    failing.error(new ApiProblem('full', 'The disk is full.', 503));
    expect([task.busy(), task.problem()]).toEqual([false, 'The disk is full.']);
    task.run(new Subject());
    expect([task.busy(), task.problem()]).toEqual([true, null]);
  });
});
