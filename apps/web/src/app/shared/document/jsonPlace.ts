import type { SyntaxNode, Tree } from '@lezer/common';

/** The steps of a path as Yup writes it: names, and places in lists. A name may hold blanks, but no dot. */
export function stepsOf(path: string): readonly (string | number)[] {
  return [...path.matchAll(/\[(\d+)\]|\["([^"]*)"\]|([^.[\]]+)/g)].map(([, place, quoted, name]) =>
    place === undefined ? (quoted ?? name ?? '') : Number(place),
  );
}

/** Where in a text of JSON something stands; of what is not there, what holds it. */
export function rangeOf(
  tree: Tree,
  text: string,
  path: string,
): { readonly from: number; readonly to: number } {
  let at: SyntaxNode | null = tree.topNode.firstChild;
  for (const step of stepsOf(path)) {
    const next: SyntaxNode | null =
      at && (typeof step === 'number' ? itemOf(at, step) : valueOf(at, text, step));
    if (!next) break;
    at = next;
  }
  return { from: at?.from ?? 0, to: at?.to ?? 0 };
}

const VALUES = ['Object', 'Array', 'String', 'Number', 'True', 'False', 'Null'];

function itemOf(list: SyntaxNode, place: number): SyntaxNode | null {
  let at = 0;
  for (let child = list.firstChild; child; child = child.nextSibling)
    if (VALUES.includes(child.name) && at++ === place) return child;
  return null;
}

function valueOf(object: SyntaxNode, text: string, name: string): SyntaxNode | null {
  for (const property of object.getChildren('Property')) {
    const key = property.getChild('PropertyName');
    if (key && JSON.parse(text.slice(key.from, key.to)) === name) return property.lastChild;
  }
  return null;
}
