import {
  ChangeDetectionStrategy,
  Component,
  CSP_NONCE,
  ElementRef,
  afterNextRender,
  effect,
  inject,
  input,
  model,
  output,
  signal,
  DestroyRef,
  untracked,
} from '@angular/core';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import type { Placed } from '../forms/tree/place';
import type { JsonEditor } from './jsonEditor';

/** The whole document as JSON, for those who know it: coloured, foldable, with what is wrong where it stands. */
@Component({
  selector: 'coat-json-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (problem(); as p) {
      <p class="alarm" role="alert">{{ p }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
      height: 100%;
      overflow: hidden;
    }
  `,
})
export class JsonView {
  readonly document = model.required<Readonly<Record<string, unknown>>>();
  readonly problems = input.required<readonly Placed[]>();
  /** Why what stands there is no document; null where it is one. The document stays as it was until then. */
  readonly broken = output<string | null>();
  protected readonly problem = signal<string | null>(null);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly nonce = inject(CSP_NONCE);
  private readonly editor = signal<JsonEditor | null>(null);
  private isGone = false;
  /** What was typed last: a document that says something else comes from the form. */
  private typed = '';

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.isGone = true;
      this.editor()?.destroy();
    });
    afterNextRender(() => void this.open());
    effect(() => {
      const [editor, document] = [this.editor(), this.document()];
      if (!editor || JSON.stringify(document) === this.typed) return;
      untracked(() => {
        this.typed = JSON.stringify(document);
        editor.show(document);
        this.refuse(null);
      });
    });
    effect(() => this.editor()?.mark(this.problems()));
  }

  private async open(): Promise<void> {
    const { openJsonEditor } = await import('./jsonEditor');
    if (this.isGone) return;
    this.typed = JSON.stringify(this.document());
    this.editor.set(
      openJsonEditor(this.host, {
        document: this.document(),
        nonce: this.nonce,
        typed: (text) => this.take(text),
      }),
    );
  }

  private refuse(why: string | null): void {
    this.problem.set(why);
    this.broken.emit(why);
  }

  private take(text: string): void {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch (error) {
      return this.refuse(`It is no JSON yet: ${(error as Error).message}`);
    }
    if (!isRecord(value)) return this.refuse('It has to be an object, from { to }.');
    this.refuse(null);
    this.typed = JSON.stringify(value);
    this.document.set(value);
  }
}
