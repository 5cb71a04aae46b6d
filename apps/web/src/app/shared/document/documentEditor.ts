import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { nth } from '@spare-coat/core/ground/checked';
import { ChangeDetectionStrategy, Component, computed, input, model, signal } from '@angular/core';
import type { Offer } from '@spare-coat/core/model/offers/offer';
import { withValue, type Column } from './columns';
import { ChannelsBox } from './channelsBox';
import { FieldBox } from './fieldBox';
import { OffersBox } from './offersBox';
import { RowsBox, type Entry } from './rowsBox';
import { problemsIn, type DocumentProblem, type Section } from './section';

/** Edits a part or a host profile, section by section; what is wrong with it is said as one goes. */
@Component({
  selector: 'coat-document-editor',
  imports: [ChannelsBox, FieldBox, MatFormField, MatInput, OffersBox, RowsBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './documentEditor.html',
  styleUrl: './documentEditor.scss',
})
export class DocumentEditor {
  /** Changed here at once: of two changes in one breath the second builds on the first. */
  readonly document = model.required<Entry>();
  readonly sections = input.required<readonly Section[]>();
  readonly problems = input.required<readonly DocumentProblem[]>();
  protected readonly at = signal('');
  protected readonly jsonProblem = signal<string | null>(null);

  protected readonly section = computed(
    () => this.sections().find((s) => s.id === this.at()) ?? nth(this.sections(), 0),
  );
  protected readonly tabs = computed(() =>
    this.sections().map((s) => ({ id: s.id, label: s.label, wrong: problemsIn(s, this.problems()) })),
  );
  protected readonly rows = computed<readonly Entry[]>(() => {
    const section = this.section();
    if (section.kind === 'rows') return (this.document()[section.at] ?? []) as readonly Entry[];
    if (section.kind === 'record')
      return Object.entries((this.document()[section.at] ?? {}) as Entry).map(([key, value]) => ({
        key,
        value,
      }));
    return [];
  });
  protected readonly recordColumns = computed<readonly Column[]>(() => {
    const section = this.section();
    if (section.kind !== 'record') return [];
    return [
      { key: 'key', label: section.keyLabel, type: 'text' },
      { ...section.value, key: 'value', wide: 2 },
    ];
  });
  protected readonly offers = computed(() => (this.document()['offers'] ?? []) as readonly Offer[]);
  protected readonly channels = computed(() => (this.document()['channels'] ?? []) as readonly Entry[]);
  protected readonly json = computed(() => {
    const section = this.section();
    if (section.kind !== 'json') return '';
    return JSON.stringify(
      Object.fromEntries(section.keys.map((k) => [k, this.document()[k] ?? null])),
      null,
      2,
    );
  });

  protected go(id: string): void {
    this.at.set(id);
    this.jsonProblem.set(null);
  }
  protected set(key: string, value: unknown): void {
    this.document.set(withValue(this.document(), key, value));
  }
  /** Rows of an object: of two with one key the later one counts, so a new row's empty key is told by the check. */
  protected setRecord(key: string, rows: readonly Entry[]): void {
    this.set(key, Object.fromEntries(rows.map((r) => [String(r['key'] ?? ''), r['value']])));
  }
  protected setJson(keys: readonly string[], text: string): void {
    try {
      const typed = JSON.parse(text) as Entry;
      if (typeof typed !== 'object' || typed === null) throw new Error('It has to be an object.');
      let next = this.document();
      for (const key of keys) next = withValue(next, key, typed[key] === null ? undefined : typed[key]);
      this.jsonProblem.set(null);
      this.document.set(next);
    } catch (error) {
      this.jsonProblem.set((error as Error).message);
    }
  }
  /** Arrow keys go through the sections, as in any list of tabs. */
  protected turn(event: KeyboardEvent): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0) return;
    const all = this.sections();
    const next = nth(all, (all.findIndex((s) => s.id === this.section().id) + by + all.length) % all.length);
    this.go(next.id);
    event.preventDefault();
    document.getElementById(`section-${next.id}`)?.focus();
  }
}
