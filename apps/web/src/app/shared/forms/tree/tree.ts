import { FormArray, FormControl, FormGroup, type AbstractControl } from '@angular/forms';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import type { ByName, Either, Group, Leaf, List, Node } from './nodes';
import { commandText, commandWords } from './words';

/**
 * Forms made of a description: a value becomes controls, and controls a value again. What the description does not name is kept
 * beside the fields and given back, and what does not have the shape that is described is kept whole.
 */

/** Holds what an object has beside its fields. */
const REST = '…';
/** Holds a value that has not the shape of its node: a person sees it as JSON alone. */
export class Unfit extends FormControl<unknown> {}

/** A name and what stands under it. */
export type Entry = FormGroup<{ name: FormControl<string>; value: AbstractControl }>;
/** Something that need not be there. */
export type Optional = FormGroup<{ there: FormControl<boolean>; body: AbstractControl }>;
/** One of several shapes, with the branch that it has. */
export type Chosen = FormGroup<{ branch: FormControl<string>; body: AbstractControl }>;

const control = <T>(value: T) => new FormControl(value, { nonNullable: true });
const isNothing = (value: unknown): value is null | undefined => value === null || value === undefined;

/** What was there, and empty: it stays so where it would else be left out. */
const WAS_EMPTY = new WeakSet<AbstractControl>();

/** The controls of a value. */
export function controlOf(node: Node, value: unknown): AbstractControl {
  const made = make(node, value);
  if (typeof value === 'object' && value !== null && Object.keys(value).length === 0) WAS_EMPTY.add(made);
  return made;
}

function make(node: Node, value: unknown): AbstractControl {
  switch (node.is) {
    case 'group':
      return groupControls(node, value);
    case 'list':
      return isNothing(value) || Array.isArray(value)
        ? new FormArray((value ?? []).map((one: unknown) => controlOf(node.of, one)))
        : new Unfit(value);
    case 'by name':
      return isNothing(value) || isRecord(value)
        ? new FormArray(Object.entries(value ?? {}).map(([name, one]) => entryOf(node, name, one)))
        : new Unfit(value);
    case 'either':
      return eitherOf(node, value);
    default:
      return leafOf(node, value);
  }
}

export function entryOf(node: ByName, name: string, value: unknown): Entry {
  return new FormGroup({ name: control(name), value: controlOf(node.of, value) });
}

function groupControls(node: Group, value: unknown): AbstractControl {
  if (node.optional) {
    const { optional: _, ...body } = node;
    return new FormGroup({
      there: control(!isNothing(value)),
      body: groupControls(body, isNothing(value) ? node.optional.fresh : value),
    });
  }
  if (!isNothing(value) && !isRecord(value)) return new Unfit(value);
  const { ...rest } = value ?? {};
  const group = new FormGroup<Record<string, AbstractControl>>({});
  for (const [key, field] of Object.entries(node.fields)) {
    group.addControl(key, controlOf(field, rest[key]));
    delete rest[key];
  }
  group.addControl(REST, control(rest));
  return group;
}

function eitherOf(node: Either, value: unknown): AbstractControl {
  const branch = node.branches.find((b) => b.id === node.pick(value));
  if (!branch) return new Unfit(value);
  return new FormGroup({ branch: control(branch.id), body: controlOf(branch.of, value) });
}

/** Goes over to another shape: what both have fields for is kept. */
export function chooseBranch(node: Either, chosen: Chosen, id: string): void {
  const next = node.branches.find((b) => b.id === id);
  const now = node.branches.find((b) => b.id === chosen.controls.branch.value);
  if (!next || !now || next === now) return;
  const before = valueOf(now.of, chosen.controls.body);
  const [from, to] = [now.of, next.of];
  const isKept = from.is === 'group' && to.is === 'group' && isRecord(before) && isRecord(next.fresh);
  const kept = isKept
    ? Object.fromEntries(Object.entries(before).filter(([key]) => key in from.fields && key in to.fields))
    : {};
  chosen.setControl('body', controlOf(to, isKept ? { ...(next.fresh as object), ...kept } : next.fresh), {
    emitEvent: false,
  });
  chosen.controls.branch.setValue(id);
}

function leafOf(node: Leaf, value: unknown): AbstractControl {
  switch (node.is) {
    case 'flag':
      return isNothing(value) || typeof value === 'boolean' ? control(value ?? false) : new Unfit(value);
    case 'words':
      return isTexts(value) ? control(value ?? []) : new Unfit(value);
    case 'lines':
      return isTexts(value) ? control((value ?? []).join('\n')) : new Unfit(value);
    case 'command':
      return isTexts(value) ? control(commandText(value ?? [])) : new Unfit(value);
    case 'text':
    case 'choice':
    case 'day':
      return isNothing(value) || typeof value === 'string' ? control(value ?? '') : new Unfit(value);
    case 'number':
      return control(value ?? null);
    case 'scalar':
      return isNothing(value) || typeof value !== 'object' ? control(value ?? null) : new Unfit(value);
    case 'trait':
      return control(value ?? null);
  }
}

const isTexts = (value: unknown): value is readonly string[] | null | undefined =>
  isNothing(value) || (Array.isArray(value) && value.every((v) => typeof v === 'string'));

/** The value of controls; undefined where there is to be nothing. */
export function valueOf(node: Node, held: AbstractControl): unknown {
  if (held instanceof Unfit) return held.value;
  switch (node.is) {
    case 'group':
      return groupValue(node, held as FormGroup);
    case 'list':
      return listValue(node, held as FormArray);
    case 'by name': {
      const entries = (held as FormArray<Entry>).controls.map(({ controls }) => [
        controls.name.value,
        valueOf(node.of, controls.value),
      ]);
      const isAbsent = node.empty && entries.length === 0 && !WAS_EMPTY.has(held);
      return isAbsent ? undefined : Object.fromEntries(entries);
    }
    case 'either': {
      const { branch, body } = (held as Chosen).controls;
      const chosen = node.branches.find((b) => b.id === branch.value);
      return chosen && valueOf(chosen.of, body);
    }
    default:
      return leafValue(node, held);
  }
}

function groupValue(node: Group, held: FormGroup): unknown {
  if (node.optional) {
    const { there, body } = (held as Optional).controls;
    const { optional, ...bare } = node;
    if (there.value) return valueOf(bare, body);
    return optional.empty === 'null' ? null : undefined;
  }
  const fields = Object.entries(node.fields).flatMap(([key, field]) => {
    const value = valueOf(field, held.controls[key]!);
    return value === undefined ? [] : [[key, value]];
  });
  return { ...Object.fromEntries(fields), ...(held.controls[REST]!.value as object) };
}

function listValue(node: List, held: FormArray): unknown {
  const values = held.controls.map((one) => valueOf(node.of, one));
  return node.empty && values.length === 0 && !WAS_EMPTY.has(held) ? undefined : values;
}

function leafValue(node: Leaf, held: AbstractControl): unknown {
  const value: unknown = held.value;
  const empty =
    'empty' in node && node.empty && !WAS_EMPTY.has(held)
      ? { null: null, absent: undefined }[node.empty]
      : value;
  switch (node.is) {
    case 'flag':
      return value === false ? empty : value;
    case 'words':
      return (value as readonly string[]).length === 0 ? empty : value;
    case 'lines': {
      const lines = (value as string)
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== '');
      return lines.length === 0 ? listOr(empty) : lines;
    }
    case 'command': {
      const words = commandWords(value as string);
      if (words?.length === 0) return listOr(empty);
      // What cannot be parted into words stays as it was typed, and the schema refuses it.
      return words ?? value;
    }
    case 'number':
    case 'scalar':
      return value === null || value === '' ? empty : value;
    case 'trait':
      return value ?? undefined;
    default:
      return value === '' ? empty : value;
  }
}

/** What stands for an empty field; an empty list where nothing does. */
const listOr = (empty: unknown) => (empty === null || empty === undefined ? empty : []);

/** The nearest value of a field of that name, from a control upwards; undefined where there is none. */
export function fieldAbove(from: AbstractControl, key: string): unknown {
  for (let at = from.parent; at; at = at.parent)
    if (at instanceof FormGroup && at.controls[key]) return at.controls[key].value;
  return undefined;
}

/** The names under which a control stands, the nearest first. */
export function namesAbove(from: AbstractControl): readonly string[] {
  const names: string[] = [];
  for (let at: AbstractControl | null = from.parent; at; at = at.parent)
    if (at instanceof FormGroup && at.controls['name'] && at.controls['value'])
      names.push(String(at.controls['name'].value));
  return names;
}
