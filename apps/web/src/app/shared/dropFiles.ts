import { Directive, output, signal } from '@angular/core';

/** Whether files are dragged, and not a text or a part of the page. */
const hasFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') ?? false;

/** Takes files that are dropped on an element; `over` while some are held over it. */
@Directive({
  selector: '[coatDropFiles]',
  exportAs: 'coatDropFiles',
  host: { '(dragover)': 'hold($event)', '(dragleave)': 'over.set(false)', '(drop)': 'take($event)' },
})
export class DropFiles {
  readonly dropped = output<File[]>({ alias: 'coatDropFiles' });
  readonly over = signal(false);

  protected hold(event: DragEvent): void {
    if (!hasFiles(event)) return;
    event.preventDefault();
    this.over.set(true);
  }
  protected take(event: DragEvent): void {
    if (!hasFiles(event)) return;
    event.preventDefault();
    this.over.set(false);
    this.dropped.emit([...(event.dataTransfer?.files ?? [])]);
  }
}

/** The same wherever in the window they are dropped. */
@Directive({
  selector: '[coatDropAnywhere]',
  host: {
    '(window:dragover)': 'hold($event)',
    '(window:dragleave)': 'over.set(false)',
    '(window:drop)': 'take($event)',
  },
})
export class DropAnywhere extends DropFiles {}
