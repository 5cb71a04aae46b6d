import type { FormArray, FormGroup } from '@angular/forms';
import { type AbstractControl } from '@angular/forms';
import type { Node } from './nodes';
import { Unfit, type Chosen, type Entry, type Optional } from './tree';

/** Something wrong in a document, and where: a path as Yup writes it, such as `offers[0].name`. */
export interface Placed {
  readonly path: string;
  readonly sentence: string;
}

/** Says at every field what is wrong with it. What lies deeper than any field is said at what holds it. */
export function placeProblems(node: Node, held: AbstractControl, problems: readonly Placed[]): void {
  const left = new Set(problems);
  place(node, held, '', left);
  for (const problem of left) add(held, problem);
}

function add(held: AbstractControl, { path, sentence }: Placed): void {
  const said = (held.errors?.['schema'] ?? []) as readonly string[];
  // Where it stands is seen: its path need not be said.
  const here = path !== '' && sentence.startsWith(`${path} `) ? `It${sentence.slice(path.length)}` : sentence;
  held.setErrors({ schema: [...said, here] }, { emitEvent: false });
}

/** Names that stand twice under one thing: of those only the last would be kept. */
export function twiceNamed(node: Node, held: AbstractControl, path = ''): readonly Placed[] {
  const inside = childrenOf(node, held, path).flatMap(([child, of, at]) => twiceNamed(child, of, at));
  if (node.is !== 'by name' || held instanceof Unfit) return inside;
  const names = (held as FormArray<Entry>).controls.map(({ controls }) => controls.name.value);
  const twice = names.filter((name, i) => names.indexOf(name) < i);
  return [
    ...inside,
    ...[...new Set(twice)].map((name) => ({
      path,
      sentence: name === '' ? 'Two have no name yet.' : `“${name}” stands there twice.`,
    })),
  ];
}

/** Takes out of `left` what was said. */
function place(node: Node, held: AbstractControl, path: string, left: Set<Placed>): void {
  held.setErrors(null, { emitEvent: false });
  for (const [child, of, at] of childrenOf(node, held, path)) place(child, of, at, left);
  for (const problem of left)
    if (problem.path === path || (path !== '' && isIn(problem.path, path))) {
      add(held, problem);
      left.delete(problem);
    }
}

const isIn = (path: string, of: string) => path.startsWith(`${of}.`) || path.startsWith(`${of}[`);

function childrenOf(
  node: Node,
  held: AbstractControl,
  path: string,
): readonly (readonly [Node, AbstractControl, string])[] {
  if (held instanceof Unfit) return [];
  const under = (key: string) => (path === '' ? key : `${path}.${key}`);
  switch (node.is) {
    case 'group': {
      if (node.optional) {
        const { there, body } = (held as Optional).controls;
        const { optional: _, ...bare } = node;
        return there.value ? [[bare, body, path]] : [];
      }
      const { controls } = held as FormGroup;
      return Object.entries(node.fields).map(([key, field]) => [field, controls[key]!, under(key)]);
    }
    case 'list':
      return (held as FormArray).controls.map((one, i) => [node.of, one, `${path}[${i}]`]);
    case 'by name':
      return (held as FormArray<Entry>).controls.map(({ controls }) => [
        node.of,
        controls.value,
        under(controls.name.value),
      ]);
    case 'either': {
      const { branch, body } = (held as Chosen).controls;
      const chosen = node.branches.find((b) => b.id === branch.value);
      return chosen ? [[chosen.of, body, path]] : [];
    }
    default:
      return [];
  }
}
