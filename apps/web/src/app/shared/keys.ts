import { Injectable, signal } from '@angular/core';

const STORE = 'spare-coat.single-keys';

/** A key and what it does, for the help sheet and for whoever listens. */
export interface KeyHelp {
  readonly keys: readonly string[];
  readonly does: string;
  readonly where: 'anywhere' | 'Study' | 'Match' | 'Compare';
}

export const KEY_HELP: readonly KeyHelp[] = [
  { keys: ['Ctrl', 'K'], does: 'Find or do anything', where: 'anywhere' },
  { keys: ['?'], does: 'Show the keys', where: 'anywhere' },
  { keys: ['J'], does: 'Next element', where: 'anywhere' },
  { keys: ['K'], does: 'Previous element', where: 'anywhere' },
  { keys: ['Shift', '1 … 7'], does: 'Go to the n-th stage', where: 'anywhere' },
  { keys: ['V'], does: 'Other variant', where: 'anywhere' },
  { keys: ['Ctrl', 'Z'], does: 'Undo', where: 'anywhere' },
  { keys: ['Ctrl', 'Shift', 'Z'], does: 'Do again', where: 'anywhere' },
  { keys: ['R'], does: 'Draw a region', where: 'Study' },
  { keys: ['H'], does: 'Move the picture by dragging', where: 'Study' },
  { keys: ['C'], does: 'Pick colours', where: 'Study' },
  { keys: ['M'], does: 'Measure a distance', where: 'Study' },
  { keys: ['G'], does: 'Lay guides', where: 'Study' },
  { keys: ['L'], does: 'The pixels under the pointer, large', where: 'Study' },
  { keys: ['O'], does: 'Show or hide the regions', where: 'Study' },
  { keys: ['Alt', '↑ ↓'], does: 'Move the focused element in the spine', where: 'anywhere' },
  { keys: ['Ctrl', 'click'], does: 'Mark several elements; with Shift all between', where: 'anywhere' },
  { keys: ['+', '−', '0'], does: 'Nearer, further, whole picture', where: 'Study' },
  {
    keys: ['Arrows'],
    does: 'Nudge the drawn region by 1 px, with Shift by 10; with Alt change its size',
    where: 'Study',
  },
  { keys: ['1 … 9'], does: 'Choose the n-th offer', where: 'Match' },
  { keys: ['Alt', '1 … 9'], does: 'Mark the n-th offer for putting side by side', where: 'Match' },
  { keys: ['O'], does: 'Order offers another way', where: 'Match' },
  { keys: ['P'], does: 'See the proposal', where: 'Match' },
  { keys: ['G'], does: 'Mark as gap', where: 'Match' },
  { keys: ['S'], does: 'Mark as stand-in', where: 'Match' },
  { keys: ['L'], does: 'Leave alone', where: 'Match' },
  { keys: ['1 … 4'], does: 'Face to face, wipe, by turns, difference', where: 'Compare' },
  { keys: ['N', 'B'], does: 'The next of the worst, the one before', where: 'Compare' },
  { keys: ['Z'], does: 'Bring the element near', where: 'Compare' },
  { keys: ['T'], does: 'The other picture, where they take turns', where: 'Compare' },
  { keys: ['Shift', '← →'], does: 'Move the line that wipes', where: 'Compare' },
  { keys: ['R'], does: 'Place the element by hand; Enter keeps it', where: 'Compare' },
  { keys: ['D'], does: 'Show or hide the numbers', where: 'Compare' },
  { keys: ['W'], does: 'The pictures alone', where: 'Compare' },
  { keys: ['+', '−', '0', 'Arrows'], does: 'Nearer, further, whole, move both pictures', where: 'Compare' },
];

/** Whether keys without Ctrl do anything: some people's tools send them by accident, so they can be turned off. */
@Injectable({ providedIn: 'root' })
export class Keys {
  readonly single = signal(readSetting());

  setSingle(on: boolean): void {
    this.single.set(on);
    try {
      localStorage.setItem(STORE, on ? 'on' : 'off');
    } catch {
      // Kept for this window only.
    }
  }

  /** Whether a key event is a single-key shortcut that should be heeded: not while typing, not with a modifier. */
  heeds(event: KeyboardEvent): boolean {
    if (!this.single() || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented)
      return false;
    return !isTyping(event.target);
  }
}

/** Whether the keyboard is in use for text or inside a dialog. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest(
      'input:not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable], [role=dialog], [role=menu]',
    ) !== null
  );
}

function readSetting(): boolean {
  try {
    return localStorage.getItem(STORE) !== 'off';
  } catch {
    return true;
  }
}
