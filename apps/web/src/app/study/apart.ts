import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import type { SingleCommand } from '@spare-coat/core/doing/commands/commands';
import type { Finding, FoundKind } from '@spare-coat/core/measuring/apart/takeApart';
import { wordsOf } from '@spare-coat/core/measuring/apart/wordsOf';
import { inferFormat } from '@spare-coat/core/model/traits/inferFormat';
import { areaOf, overlap, type Rect } from '@spare-coat/core/measuring/picture/rect';
import type { ScreenEdge } from '@spare-coat/core/measuring/picture/readRegion';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { MeasuringStopped, PixelsWorker } from '../shared/pixels';
import { Measuring } from './measuring';
import { ShownGrade } from './pictureGrade';
import { WordReader } from './wordReader';

/** A finding that may become an element. */
export interface Proposal extends Finding {
  readonly id: string;
  /** The kind and the name that the element would have. */
  readonly kind: string;
  readonly name: string;
  /** Where its words stand, in pixels of the picture; null where it shows none. */
  readonly at: Rect | null;
  /** What is written there, once it was read. */
  readonly words: string | null;
  /** Of a clock: the likeliest pattern that writes that; null where none does. */
  readonly pattern: string | null;
}

const KINDS: Readonly<Record<FoundKind, string | null>> = {
  bar: 'bar',
  dock: 'dock',
  // A window is no element of its own: its strip is the frame's.
  window: null,
  title: 'frame',
  buttons: 'window-buttons',
  clock: 'clock',
  launcher: 'launcher-button',
};
const AT: Readonly<Record<ScreenEdge, string>> = {
  top: 'at the head',
  bottom: 'at the foot',
  left: 'on the left',
  right: 'on the right',
};
/** Of a title so many letters name its element. */
const LONGEST_TITLE = 60;
/** Findings that are surer than this are marked to be taken. */
const SURE = 0.75;
/** The frame and the buttons of one window stand for those of all. */
const ONCE: ReadonlySet<FoundKind> = new Set(['title', 'buttons']);

/** The shown picture, taken apart by itself: what was found on it and is neither taken nor dismissed yet. */
@Injectable()
export class Apart {
  private readonly pixels = inject(PixelsWorker);
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly measuring = inject(Measuring);
  private readonly grade = inject(ShownGrade);
  private readonly notices = inject(Notices);
  private readonly reader = inject(WordReader);

  /** Null: it was not asked for. */
  readonly proposals = signal<readonly Proposal[] | null>(null);
  readonly marked = signal<ReadonlySet<string>>(new Set());
  readonly taking = signal(false);
  /** Words are being read. */
  readonly reading = signal(false);
  /** Whether there are words that were not read yet. */
  readonly hasWords = computed(
    () => this.proposals()?.some((p) => p.at !== null && p.words === null) === true,
  );
  private readonly isOpen = signal(false);
  /** What was found is in front: it was just found, or asked for again, and no element was chosen since. */
  readonly isShown = computed(
    () => this.proposals() !== null && (this.isOpen() || this.view.selected() === null),
  );
  readonly markedCount = computed(() => this.marked().size);
  private turn = 0;
  /** Pictures that were taken apart by themselves, once each. */
  private readonly begun = new Set<string>();

  constructor() {
    const blob = computed(() => this.view.picture()?.blob ?? null);
    // Another picture shows other things.
    effect(() => {
      blob();
      untracked(() => this.putAside());
    });
    // Whoever chooses an element wants to see that one.
    effect(() => {
      if (this.view.elementId()) untracked(() => this.isOpen.set(false));
    });
    // The first picture of a coat is taken apart without being asked.
    effect(() => {
      const shown = blob();
      const isNew = this.view.spine().length === 0;
      const isExact = this.grade.told()?.grade === 'exact';
      untracked(() => {
        if (shown !== null && isNew && isExact && !this.begun.has(shown)) void this.start();
      });
    });
  }

  /** Why the shown picture is not taken apart; null where it can be. */
  refusal(): string | null {
    return this.grade.isPhoto()
      ? 'A photo is set straight by its corners first; then it can be taken apart.'
      : null;
  }

  async start(): Promise<void> {
    const picture = this.view.picture();
    if (!picture) return;
    this.begun.add(picture.blob);
    const refusal = this.refusal();
    if (refusal) return this.notices.say(refusal);
    const turn = ++this.turn;
    try {
      const findings = await this.pixels.ask('apart', { sha: picture.blob });
      if (turn !== this.turn) return;
      this.show(findings);
    } catch (error) {
      if (turn !== this.turn || error instanceof MeasuringStopped) return;
      this.notices.say((error as Error).message);
    }
  }

  private show(findings: readonly Finding[]): void {
    const first = new Set<FoundKind>();
    const proposals = findings.flatMap((f): Proposal[] => {
      const kind = KINDS[f.what];
      if (kind === null || this.stands(kind, f) || (ONCE.has(f.what) && first.has(f.what))) return [];
      first.add(f.what);
      const label = this.view.book().find(kind)?.label ?? kind;
      const isPlaced = (f.what === 'bar' || f.what === 'dock') && f.edge !== null;
      const name = isPlaced ? `${label} ${AT[f.edge]}` : label;
      const at = wordsOf(f, findings, this.view.picture()!);
      return [{ ...f, id: newId(), kind, name, at, words: null, pattern: null }];
    });
    const isExact = this.grade.told()?.grade === 'exact';
    this.proposals.set(proposals);
    this.isOpen.set(true);
    this.marked.set(new Set(proposals.filter((p) => isExact && p.sure >= SURE).map((p) => p.id)));
  }

  /** Whether an element of that kind has its region there already; of what all windows share, anywhere on the picture. */
  private stands(kind: string, { what, rect: a }: Finding): boolean {
    const picture = this.view.picture();
    const { region, element } = this.view.rows();
    return Object.values(region).some((b) => {
      if (b.pictureId !== picture?.id || element[b.elementId]?.kind !== kind) return false;
      if (ONCE.has(what)) return true;
      return 2 * overlap(a, b) > Math.min(areaOf(a), areaOf(b));
    });
  }

  /** Puts what is left in front again. */
  reopen(): void {
    this.isOpen.set(true);
  }

  putAside(): void {
    this.turn++;
    this.proposals.set(null);
    this.marked.set(new Set());
  }

  mark(id: string, isMarked: boolean): void {
    const marked = new Set(this.marked());
    if (isMarked) marked.add(id);
    else marked.delete(id);
    this.marked.set(marked);
  }

  dismiss(id: string): void {
    this.mark(id, false);
    const left = (this.proposals() ?? []).filter((p) => p.id !== id);
    this.proposals.set(left.length > 0 ? left : null);
  }

  /** Reads what is written on clocks and titles: the one gets the pattern that writes it, the other its name. */
  async readWords(): Promise<void> {
    const picture = this.view.picture();
    if (!picture || this.reading()) return;
    const { turn } = this;
    this.reading.set(true);
    let unread = 0;
    try {
      for (const { id, at, words, what } of this.proposals() ?? []) {
        if (at === null || words !== null) continue;
        const read = await this.reader.read(picture.blob, at);
        if (turn !== this.turn) return;
        if (!read.ok) {
          unread++;
          continue;
        }
        const pattern = what === 'clock' ? (inferFormat([read.value]).guesses[0]?.pattern ?? null) : null;
        this.proposals.update((all) =>
          (all ?? []).map((p) => (p.id === id ? { ...p, words: read.value, pattern } : p)),
        );
      }
      if (unread > 0)
        this.notices.say(
          `${unread === 1 ? 'The words of one of them' : `The words of ${unread} of them`} could not be read for certain.`,
        );
    } catch (error) {
      if (turn === this.turn && !(error instanceof MeasuringStopped))
        this.notices.say((error as Error).message);
    } finally {
      this.reading.set(false);
    }
  }

  /** The marked ones become elements, each measured where it was found: one change, which can be taken back as one. */
  async accept(): Promise<void> {
    const marked = (this.proposals() ?? []).filter((p) => this.marked().has(p.id));
    if (marked.length === 0 || this.taking()) return;
    const { turn } = this;
    this.taking.set(true);
    try {
      const commands: SingleCommand[] = [];
      for (const { kind, name, rect, words, pattern } of marked) {
        const readings = await this.measuring.read(rect);
        if (turn !== this.turn) return;
        const title =
          pattern === null && words !== null
            ? ` “${words.replaceAll('\n', ' ').slice(0, LONGEST_TITLE)}”`
            : '';
        const adding = this.measuring.adding(newId(), kind, `${name}${title}`, readings, null);
        const traits =
          pattern === null
            ? []
            : [
                this.measuring.target(readings, 'format', pattern),
                this.measuring.target(readings, 'lines', pattern.split('\n').length),
              ];
        commands.push({ ...adding, traits: [...adding.traits, ...traits] });
      }
      const count = commands.length;
      const label = count === 1 ? `Add ${marked[0]!.name}` : `Add ${count} elements that were found`;
      if (!this.store.send({ type: 'many', label, commands })) return;
      const left = (this.proposals() ?? []).filter((p) => !this.marked().has(p.id));
      this.proposals.set(left.length > 0 ? left : null);
      this.marked.set(new Set());
      this.notices.say(count === 1 ? `“${marked[0]!.name}” was added.` : `${count} elements were added.`, {
        label: 'Undo',
        run: () => this.store.answer('undo'),
      });
    } catch (error) {
      if (turn === this.turn && !(error instanceof MeasuringStopped))
        this.notices.say((error as Error).message);
    } finally {
      this.taking.set(false);
    }
  }
}
