import { keyed, nth } from '@spare-coat/core/ground/checked';
import { Injectable, inject } from '@angular/core';
import type { SingleCommand } from '@spare-coat/core/doing/commands/commands';
import type { ElementRow } from '@spare-coat/core/model/coat/rows';
import type { StartingSet } from '@spare-coat/core/model/kinds/startingSets';
import { CoatStore } from './coatStore';
import { CoatView } from './coatView';
import { newId } from './newId';
import { Notices } from './notices';

/** What is done to elements as wholes, one or several at once, each as one change that can be taken back. */
@Injectable({ providedIn: 'root' })
export class Elements {
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  private readonly notices = inject(Notices);

  private names(ids: readonly string[]): string {
    const rows = this.view.rows().element;
    return ids.length === 1 ? (rows[nth(ids, 0)]?.name ?? '') : `${ids.length} elements`;
  }

  /** One command alone, several as one. */
  private send(label: string, commands: SingleCommand[]): boolean {
    if (commands.length === 0) return true;
    return this.store.send(
      commands.length === 1 ? nth(commands, 0) : { type: 'many', label: label.slice(0, 200), commands },
    );
  }

  remove(ids: readonly string[]): void {
    const names = this.names(ids);
    const done = this.send(
      `Remove ${names}`,
      ids.map((id) => ({ type: 'element.remove', id })),
    );
    if (!done) return;
    this.view.marked.set(new Set());
    this.notices.say(ids.length === 1 ? `“${names}” was removed.` : `${names} were removed.`, {
      label: 'Undo',
      run: () => this.store.answer('undo'),
    });
  }

  weigh(ids: readonly string[], weight: number): void {
    const rows = this.view.rows().element;
    const commands = ids.flatMap((id): SingleCommand[] => {
      const element = rows[id];
      if (!element || element.weight === weight) return [];
      const { name, note, links } = element;
      return [{ type: 'element.set', id, name, weight, note, links }];
    });
    this.send(`Weigh ${this.names(ids)}`, commands);
  }

  /** Copies with their targets and regions; the matches stay with the originals. */
  duplicate(ids: readonly string[]): void {
    const rows = this.view.rows();
    const made: string[] = [];
    const commands = ids.flatMap((id): SingleCommand[] => {
      const element = rows.element[id];
      if (!element) return [];
      const copy = newId();
      made.push(copy);
      const { kind, name, weight, note, links } = element;
      const traits = Object.values(rows.trait)
        .filter((t) => t.elementId === id)
        .map(({ trait, variantId, state, target, pictureId, source }) => ({
          id: newId(),
          trait,
          variantId,
          state,
          target,
          pictureId,
          source,
        }));
      const title = `${name}, copy`.slice(0, 200);
      return [
        { type: 'element.add', id: copy, kind, name: title, weight, region: null, traits },
        ...(note === '' && links.length === 0
          ? []
          : [{ type: 'element.set' as const, id: copy, name: title, weight, note, links }]),
        ...Object.values(rows.region)
          .filter((r) => r.elementId === id)
          .map(({ pictureId, state, x, y, width, height, ground }): SingleCommand => ({
            type: 'region.set',
            elementId: copy,
            region: { id: newId(), pictureId, state, x, y, width, height, ground },
          })),
      ];
    });
    if (this.send(`Duplicate ${this.names(ids)}`, commands) && made[0]) this.view.select(made[0]);
  }

  /** Puts the marked elements into the first of them in the spine. */
  merge(ids: readonly string[]): void {
    const order = this.view.spine().map((s) => s.element.id);
    const [into, ...others] = [...ids].sort((a, b) => order.indexOf(a) - order.indexOf(b));
    if (!into || others.length === 0) return;
    const rows = this.view.rows().element;
    const kinds = new Set(ids.map((id) => rows[id]?.kind));
    if (kinds.size > 1) {
      this.notices.say('Only elements of one kind can be merged.');
      return;
    }
    const name = keyed(rows, into).name;
    const done = this.send(
      `Merge into ${name}`,
      others.map((from) => ({ type: 'element.merge', into, from })),
    );
    if (!done) return;
    this.view.select(into);
    this.notices.say(`Merged into “${name}”. What it had stays; what it lacked came over.`, {
      label: 'Undo',
      run: () => this.store.answer('undo'),
    });
  }

  /** Moves an element by so many places among its neighbours. */
  move(id: string, among: readonly ElementRow[], by: number): void {
    const from = among.findIndex((e) => e.id === id);
    const to = Math.min(among.length - 1, Math.max(0, from + by));
    if (from < 0 || to === from) return;
    const rest = among.filter((e) => e.id !== id);
    const [before, after] = [rest[to - 1], rest[to]];
    const position =
      before && after
        ? (before.position + after.position) / 2
        : before
          ? before.position + 1
          : after!.position - 1;
    this.store.send({ type: 'element.move', id, position });
  }

  /** Adds all elements of a starting set that the coat does not have a kind of yet. */
  start(set: StartingSet): void {
    const rows = this.view.rows();
    const there = new Set(Object.values(rows.element).map((e) => e.kind));
    const book = this.view.book();
    const commands = set.elements
      .filter((e) => !there.has(e.kind))
      .map(({ kind, name, traits }): SingleCommand => ({
        type: 'element.add',
        id: newId(),
        kind,
        name,
        weight: book.find(kind)?.weight ?? 3,
        region: null,
        traits: Object.entries(traits).map(([trait, target]) => ({
          id: newId(),
          trait,
          variantId: null,
          state: null,
          target,
          pictureId: null,
          source: { how: 'assumed' },
        })),
      }));
    this.send(`Start with: ${set.label}`, commands);
  }

  /** Adds an element that was nearly forgotten, to be measured. */
  addKind(kind: string): void {
    const spec = this.view.book().find(kind);
    if (!spec) return;
    const id = newId();
    const { label, weight } = spec;
    if (this.store.send({ type: 'element.add', id, kind, name: label, weight, region: null, traits: [] }))
      this.view.select(id);
  }

  /** Adds something that the reference never had: it is chosen and planned like the rest, and never scored. */
  addExtra(kind: string): void {
    const spec = this.view.book().find(kind);
    if (!spec) return;
    const id = newId();
    const name = `${spec.label}, extra`;
    const { weight } = spec;
    if (
      this.store.send({
        type: 'element.add',
        id,
        kind,
        name,
        weight,
        region: null,
        traits: [],
        addition: true,
      })
    )
      this.view.select(id);
  }

  wave(kinds: readonly string[]): void {
    const dismissed = this.view.coat()?.dismissed ?? [];
    this.store.send({ type: 'coat.dismiss', kinds: [...dismissed, ...kinds] });
  }
}
