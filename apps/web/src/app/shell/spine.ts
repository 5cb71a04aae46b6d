import { SearchField } from '../shared/forms/searchField';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  effect,
  inject,
  signal,
} from '@angular/core';
import { CoatView, type SpineGroup } from '../shared/coatView';
import { Crop } from '../shared/crop';
import { Elements } from '../shared/elements';
import { sayBetween } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';
import { SpineStart } from './spineStart';

/** From so many elements on a filter is of use. */
const MANY = 8;

/** The list of elements, grouped, always in the same place, so that one keeps one's place when changing stage. */
@Component({
  selector: 'coat-spine',
  imports: [
    CdkDrag,
    CdkDropList,
    Crop,
    MatButton,
    MatIcon,
    MatTooltip,
    SearchField,
    SpineStart,
    StandingMark,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './spine.html',
  styleUrl: './spine.scss',
})
export class Spine {
  protected readonly view = inject(CoatView);
  protected readonly elements = inject(Elements);
  protected readonly say = sayBetween;
  protected readonly words = signal('');
  protected readonly filtered = computed(() => this.view.spine().length >= MANY);
  protected readonly groups = computed<readonly SpineGroup[]>(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    if (words.length === 0) return this.view.groups();
    return this.view
      .groups()
      .map((g) => ({
        group: g.group,
        states: g.states.filter((s) => {
          const kind = this.view.book().find(s.element.kind)?.label ?? '';
          const text = `${s.element.name} ${kind} ${s.standing}`.toLowerCase();
          return words.every((w) => text.includes(w));
        }),
      }))
      .filter((g) => g.states.length > 0);
  });
  protected readonly again = computed(() => new Set(this.view.again().map((r) => r.elementId)));

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    effect(() => {
      if (!this.view.selected()) return;
      queueMicrotask(() =>
        host.nativeElement.querySelector('.current')?.scrollIntoView?.({ block: 'nearest' }),
      );
    });
  }

  protected click(event: MouseEvent, id: string): void {
    if (event.shiftKey) this.view.markTo(id);
    else if (event.ctrlKey || event.metaKey) this.view.mark(id);
    else this.view.select(id);
  }

  protected key(event: KeyboardEvent, id: string, group: SpineGroup): void {
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      this.elements.move(
        id,
        group.states.map((s) => s.element),
        event.key === 'ArrowUp' ? -1 : 1,
      );
    } else if (event.key === ' ' && event.ctrlKey) this.view.mark(id);
    else if (event.key === 'Delete') this.elements.remove(this.targets(id));
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  protected dropped(event: CdkDragDrop<unknown>, group: SpineGroup): void {
    if (event.previousIndex === event.currentIndex) return;
    const id = nth(group.states, event.previousIndex).element.id;
    this.elements.move(
      id,
      group.states.map((s) => s.element),
      event.currentIndex - event.previousIndex,
    );
  }

  /** What an action on this element is for: everything marked when it is among them, else it alone. */
  private targets(id: string): readonly string[] {
    const marked = this.view.marked();
    return marked.has(id) ? [...marked] : [id];
  }

  protected markedNames(): string {
    const rows = this.view.rows().element;
    return [...this.view.marked()].map((id) => rows[id]?.name).join(', ');
  }
}
