import { signal } from '@angular/core';
import { ValidationError } from 'yup';
import type { Placed } from '../forms/tree/place';

/** What is wrong with a document by its schema: where, and a sentence. Empty when nothing is. */
export function check(read: (raw: unknown) => unknown, raw: unknown): Placed[] {
  try {
    read(JSON.parse(JSON.stringify(raw)));
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const all = error.inner.length > 0 ? error.inner : [error];
    const told = new Map<string, Placed>();
    // Of one field the first thing is enough.
    for (const e of all) {
      const path = e.path ?? '';
      if (!told.has(path) || path === '')
        told.set(path === '' ? e.message : path, { path, sentence: e.message });
    }
    return [...told.values()];
  }
}

/** A document that is being edited. What was typed and not saved outlives a reload of the page. */
export class DocumentDraft<T extends { readonly id: string }> {
  readonly document = signal<T | null>(null);
  readonly changed = signal(false);
  /** What was typed before a reload came back. */
  readonly resumed = signal(false);
  constructor(private readonly kind: string) {}

  private key(id: string): string {
    return `spare-coat draft ${this.kind} ${id}`;
  }

  begin(document: T): void {
    const kept = sessionStorage.getItem(this.key(document.id));
    this.resumed.set(kept !== null);
    this.changed.set(kept !== null);
    this.document.set(kept === null ? document : (JSON.parse(kept) as T));
  }
  change(document: T): void {
    this.document.set(document);
    this.changed.set(true);
    try {
      sessionStorage.setItem(this.key(document.id), JSON.stringify(document));
    } catch {
      // The browser's storage is full or not allowed: the page itself still has it.
    }
  }
  settle(): void {
    const document = this.document();
    if (document) sessionStorage.removeItem(this.key(document.id));
    this.changed.set(false);
    this.resumed.set(false);
  }
}
