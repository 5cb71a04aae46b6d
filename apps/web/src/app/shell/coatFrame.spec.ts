import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { CoatStore } from '../shared/coatStore';
import { FirstSteps } from '../shared/hints/firstSteps';
import { onDemo } from '../testing/demoBench';
import { laidOut } from '../testing/pixelsBench';
import { CoatFrame } from './coatFrame';

/** The frame around the demo, with a store that tells more than a bench’s does. */
async function frame(state: 'saved' | 'saving' | 'kept' | 'not kept' = 'saved') {
  laidOut(1280, 800);
  const saveState = signal(state);
  const undoable = signal<{ label: string } | null>({ label: 'Add Rail' });
  const redoable = signal<{ label: string } | null>(null);
  const mounted = await onDemo(CoatFrame, {
    inputs: { id: 'c1' },
    providers: [{ provide: FirstSteps, useValue: { now: () => null, hasRegion: signal(false) } }],
    before: (bench) => {
      const store = bench.providers.find(
        (p) => (p as { provide?: unknown }).provide === CoatStore,
      ) as unknown as { useValue: Record<string, unknown> };
      Object.assign(store.useValue, {
        saveState,
        undoable,
        redoable,
        open: () => undefined,
        close: () => undefined,
        problem: signal(null),
        session: signal(null),
      });
    },
  });
  const went: unknown[] = [];
  TestBed.inject(Router).navigate = (to) => {
    went.push(to);
    return Promise.resolve(true);
  };
  const opened = vi.spyOn(TestBed.inject(MatDialog), 'open').mockReturnValue(undefined as never);
  const key = async (name: string, more: KeyboardEventInit = {}) => {
    window.dispatchEvent(
      new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...more }),
    );
    await mounted.settle();
  };
  return { ...mounted, saveState, undoable, redoable, went, opened, key };
}

describe('the frame around a coat', () => {
  it('names the coat, its host and its stages, and counts what is unanswered', async () => {
    const { page } = await frame();
    expect(page.querySelector<HTMLInputElement>('input.name')!.value).toBe('A coat');
    expect(page.querySelector('header')!.textContent).toContain('on Fernbank 3.4');
    expect(page.querySelector('.ceiling dt')!.textContent).toBe('Ceiling');
    const stages = [...page.querySelectorAll('nav[aria-label="Stages"] a')].map((a) =>
      a.childNodes[0]!.textContent!.trim(),
    );
    expect(stages).toEqual(['Study', 'Host', 'Parts', 'Match', 'Plan', 'Compare', 'Share']);
    expect(page.querySelector('nav[aria-label="Stages"] sup')!.getAttribute('aria-label')).toMatch(
      /\d+ unanswered/,
    );
  });
  it('keeps the spine as it was where the bench stands alone for a while', async () => {
    const { page, view, settle } = await frame();
    const spine = () => page.querySelector('nav[aria-label="Elements"]')!;
    const isAlone = () => spine().closest('mat-sidenav-container')!.classList.contains('alone');
    const before = spine();
    expect(isAlone()).toBe(false);
    view.alone.set(true);
    await settle();
    expect([spine(), isAlone()]).toEqual([before, true]);
    view.alone.set(false);
    await settle();
    expect([spine(), isAlone()]).toEqual([before, false]);
  });
  it('renames the coat, and not to nothing', async () => {
    const { page, bench } = await frame();
    const name = page.querySelector<HTMLInputElement>('input.name')!;
    name.value = ' Studio B ';
    name.dispatchEvent(new Event('change'));
    expect(bench.sent.at(-1)).toEqual({ type: 'coat.rename', name: 'Studio B' });
    name.value = '  ';
    name.dispatchEvent(new Event('change'));
    expect(name.value).toBe('Studio B');
    expect(bench.sent).toHaveLength(1);
  });
  it('tells the truth of saving, and lists what is late', async () => {
    const { page, saveState, settle, opened, hand } = await frame();
    const mark = () => page.querySelector('.save')!.textContent.trim();
    expect(mark()).toBe('Saved');
    saveState.set('saving');
    await settle();
    expect(mark()).toBe('Saving');
    saveState.set('not kept');
    await settle();
    expect(page.querySelector('.save')!.classList).toContain('alarm');
    await hand.press('Could not be kept');
    expect(opened).toHaveBeenCalledOnce();
  });
  it('takes back and does again, by a press and by keys, where there is something', async () => {
    const { bench, hand, key, page } = await frame();
    await hand.press('Undo');
    await key('z', { ctrlKey: true });
    await key('z', { ctrlKey: true, shiftKey: true });
    await key('y', { ctrlKey: true });
    expect(bench.answered).toEqual(['undo', 'undo', 'redo', 'redo']);
    const again = page.querySelector<HTMLElement>('[aria-label="Do again"]')!;
    expect(again.getAttribute('aria-disabled')).toBe('true');
    again.click();
    expect(bench.answered).toHaveLength(4);
  });
  it('goes to a stage, to the next element and to the other variant by keys', async () => {
    const { went, key, view } = await frame();
    const step = vi.spyOn(view, 'step');
    const variant = vi.spyOn(view, 'chooseVariant');
    await key('$', { shiftKey: true, code: 'Digit4' });
    expect(went.at(-1)).toEqual(['/coats', 'c1', 'match']);
    await key('j');
    await key('k');
    expect(step.mock.calls).toEqual([[1], [-1]]);
    await key('v');
    expect(variant).toHaveBeenCalledWith('Dark');
  });
  it('opens the finder and the keys, and lets a field have its letters', async () => {
    const { opened, key, page } = await frame();
    await key('k', { ctrlKey: true });
    await key('?');
    expect(opened).toHaveBeenCalledTimes(2);
    const name = page.querySelector<HTMLInputElement>('input.name')!;
    name.dispatchEvent(new KeyboardEvent('keydown', { key: '?', bubbles: true }));
    name.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', ctrlKey: true, bubbles: true }));
    expect(opened).toHaveBeenCalledTimes(2);
  });
  it('weighs an element from its tape', async () => {
    const { bench, fixture } = await frame();
    const tape = fixture.debugElement.query((d) => d.name === 'coat-tape');
    const id = bench.element['Clock']!;
    tape.triggerEventHandler('weigh', { id, weight: 5 });
    expect(bench.sent.at(-1)).toMatchObject({ type: 'element.set', id, weight: 5 });
    tape.triggerEventHandler('weigh', { id, weight: 5 });
    expect(bench.sent).toHaveLength(1);
  });
});
