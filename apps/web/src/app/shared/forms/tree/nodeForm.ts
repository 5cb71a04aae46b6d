import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { FormControl, FormGroup } from '@angular/forms';
import { FormArray, ReactiveFormsModule, type AbstractControl } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatOption } from '@angular/material/core';
import {
  MatAccordion,
  MatExpansionPanel,
  MatExpansionPanelContent,
  MatExpansionPanelHeader,
  MatExpansionPanelTitle,
} from '@angular/material/expansion';
import { MatFormField } from '@angular/material/form-field';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatIcon } from '@angular/material/icon';
import { MatSelect } from '@angular/material/select';
import { MatTooltip } from '@angular/material/tooltip';
import { sayProblems } from '../bySchema';
import { LeafForm } from './leafForm';
import type { Branch, ByName, Either, Group, Leaf, List, Node, Suggestion } from './nodes';
import { Ticks } from './ticks';
import {
  Unfit,
  chooseBranch,
  controlOf,
  entryOf,
  valueOf,
  type Chosen,
  type Entry,
  type Optional,
} from './tree';

/** An entry of a list or of things by name, as it is shown. */
interface Line {
  readonly control: AbstractControl;
  /** What a person calls it. */
  readonly name: string;
  readonly title: string;
  readonly wrong: boolean;
}

/** A form that is made of a description: groups, lists that grow and are put in order, things by name, one of several shapes. */
@Component({
  selector: 'coat-node-form',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    LeafForm,
    MatAccordion,
    MatButton,
    MatCheckbox,
    MatExpansionPanel,
    MatExpansionPanelContent,
    MatExpansionPanelHeader,
    MatExpansionPanelTitle,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatOption,
    MatSelect,
    MatTooltip,
    ReactiveFormsModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './nodeForm.html',
  styleUrl: './nodeForm.scss',
})
export class NodeForm {
  readonly node = input.required<Node>();
  readonly at = input.required<AbstractControl>();
  /** Of what it is, for those who hear names alone: "Way 1". */
  readonly of = input('');
  private readonly ticks = inject(Ticks);
  /** What was added last stands open. */
  private added: AbstractControl | null = null;

  protected readonly called = computed(() => this.nameOf(this.node().label));
  protected readonly problem = computed(() => {
    this.ticks.now();
    return sayProblems(this.at());
  });
  protected readonly isUnfit = computed(() => this.at() instanceof Unfit);

  protected readonly group = computed(() => narrowed<Group>(this.node(), 'group'));
  protected readonly fields = computed(() => {
    const group = this.group();
    if (!group || group.optional) return [];
    return Object.entries(group.fields).map(([key, node]) => ({ key, node, isLeaf: isLeaf(node) }));
  });
  /** The group without its being optional: what is shown when it is there. */
  protected readonly bare = computed<Group | null>(() => {
    const group = this.group();
    if (!group?.optional) return null;
    const { optional: _, ...bare } = group;
    return bare;
  });
  protected readonly list = computed(() => narrowed<List>(this.node(), 'list'));
  protected readonly byName = computed(() => narrowed<ByName>(this.node(), 'by name'));
  protected readonly either = computed(() => narrowed<Either>(this.node(), 'either'));
  protected readonly leaf = computed(() => (isLeaf(this.node()) ? (this.node() as Leaf) : null));
  protected readonly isClosable = computed(() => Boolean((this.list() ?? this.byName())?.says));

  protected readonly lines = computed<readonly Line[]>(() => {
    this.ticks.now();
    const [list, byName, at] = [this.list(), this.byName(), this.at()];
    if (!(at instanceof FormArray)) return [];
    return at.controls.map((control: AbstractControl, i) => {
      const wrong = control.invalid;
      if (byName) {
        const { name, value } = (control as Entry).controls;
        const title = byName.says?.(name.value, valueOf(byName.of, value), value) ?? '';
        return { control, title, wrong, name: this.nameOf(name.value || `${byName.one} ${i + 1}`) };
      }
      const title = list?.says?.(valueOf(list.of, control), control) ?? '';
      return { control, title, wrong, name: this.nameOf(`${capital(list?.one ?? '')} ${i + 1}`) };
    });
  });
  /** The names that can still be chosen, where they are not typed. */
  protected readonly namesLeft = computed<readonly Suggestion[]>(() => {
    this.ticks.now();
    const [byName, at] = [this.byName(), this.at()];
    if (!byName?.only || !byName.suggest || !(at instanceof FormArray)) return [];
    const taken = new Set(at.controls.map((c) => (c as Entry).controls.name.value));
    const all = typeof byName.suggest === 'function' ? byName.suggest(at) : byName.suggest;
    return all.filter((s) => !taken.has(s.value));
  });
  protected readonly branches = computed<readonly Branch[]>(() => {
    this.ticks.now();
    const now = this.branch()?.id;
    return (this.either()?.branches ?? []).filter((b) => b.id === now || !b.fits || b.fits(this.at()));
  });
  protected readonly branch = computed<Branch | null>(() => {
    this.ticks.now();
    if (this.at() instanceof Unfit) return null;
    const id = (this.at() as Chosen).controls.branch.value;
    return this.either()?.branches.find((b) => b.id === id) ?? null;
  });
  protected readonly body = computed<AbstractControl>(() => {
    this.ticks.now();
    return (this.at() as Chosen | Optional).controls.body;
  });

  protected readonly capital = capital;

  protected nameOf(label: string): string {
    return this.of() === '' ? label : label === '' ? this.of() : `${this.of()}: ${label}`;
  }
  protected child(key: string): AbstractControl {
    return (this.at() as FormGroup).controls[key]!;
  }
  protected fieldOf(control: AbstractControl): FormControl {
    return control as FormControl;
  }
  protected there(): FormControl<boolean> {
    return (this.at() as Optional).controls.there;
  }
  protected entry(control: AbstractControl): Entry['controls'] {
    return (control as Entry).controls;
  }
  protected nameLeaf(byName: ByName): Leaf {
    const { nameLabel: label, suggest } = byName;
    return { is: 'text', label, ...(suggest ? { suggest } : {}) };
  }
  protected isOpen(control: AbstractControl): boolean {
    return control === this.added;
  }

  protected add(name = ''): void {
    const at = this.at() as FormArray<AbstractControl>;
    const [list, byName] = [this.list(), this.byName()];
    const control = byName
      ? entryOf(byName, name, byName.fresh)
      : controlOf(list!.of, list!.fresh(at.controls.map((c) => valueOf(list!.of, c))));
    this.added = control;
    at.push(control);
    at.markAsDirty();
  }
  protected remove(i: number): void {
    (this.at() as FormArray).removeAt(i);
    this.at().markAsDirty();
  }
  protected move(from: number, to: number): void {
    const at = this.at() as FormArray<AbstractControl>;
    if (to < 0 || to >= at.length || from === to) return;
    const control = at.at(from);
    at.removeAt(from, { emitEvent: false });
    at.insert(to, control);
    at.markAsDirty();
  }
  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }
  /** The handle moves its entry by arrow keys as well. */
  protected nudge(event: KeyboardEvent, i: number): void {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    this.move(i, i + by);
  }
  protected choose(id: string): void {
    const either = this.either();
    if (either) chooseBranch(either, this.at() as Chosen, id);
    this.at().markAsDirty();
  }
}

const isLeaf = (node: Node): node is Leaf => !['group', 'list', 'by name', 'either'].includes(node.is);
const narrowed = <T extends Node>(node: Node, is: T['is']): T | null => (node.is === is ? (node as T) : null);
const capital = (word: string) => word.slice(0, 1).toUpperCase() + word.slice(1);
