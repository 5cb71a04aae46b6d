import { Directive, ElementRef, forwardRef, inject, input, numberAttribute, output } from '@angular/core';
import { VIRTUAL_SCROLL_STRATEGY } from '@angular/cdk/scrolling';
import { MeasuredRows } from './measuredRows';

/** On a viewport of the CDK: of its rows only those in view are drawn, whatever their heights. */
@Directive({
  selector: 'cdk-virtual-scroll-viewport[coatRowsInView]',
  providers: [
    {
      provide: VIRTUAL_SCROLL_STRATEGY,
      useFactory: (rows: RowsInView) => rows.strategy,
      deps: [forwardRef(() => RowsInView)],
    },
  ],
})
export class RowsInView {
  /** Finds the rows among what the viewport holds. */
  readonly coatRowsInView = input.required<string>();
  /** How high a row is, before one was drawn. Pixels. */
  readonly rowHeight = input(32, { transform: numberAttribute });
  /** That little is left below what is seen: whoever has more reads it now. */
  readonly nearEnd = output();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  /** The head of rows that lay themselves out sticks to the top of the list, which knows nothing of how far they were moved down. */
  private keepHead(offset: number): void {
    const head = this.host.querySelector<HTMLElement>('mat-header-row');
    if (head) head.style.top = `${-offset}px`;
  }
  readonly strategy = new MeasuredRows(
    () => this.rowHeight(),
    () => [...this.host.querySelectorAll<HTMLElement>(this.coatRowsInView())],
    () => this.nearEnd.emit(),
    (offset) => this.keepHead(offset),
  );
}
