import type { CoatRows } from './rows.js';

/** Kinds whose elements name an application, and the trait that does. */
const NAMING: Readonly<Record<string, string>> = { 'expected-app': 'name', 'app-icon': 'application' };

/** A name as icons are named: small letters, with hyphens for blanks. */
function iconName(name: string): string {
  return name
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9.+_-]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 100);
}

/**
 * Names of icons that a coat needs beside the standard ones: of the applications that its reference expects or shows,
 * each once.
 */
export function neededIconNames(rows: CoatRows): string[] {
  const names = new Set<string>();
  for (const { elementId, trait, target } of Object.values(rows.trait)) {
    const element = rows.element[elementId];
    if (!element || NAMING[element.kind] !== trait || typeof target !== 'string') continue;
    const name = iconName(target);
    if (name !== '') names.add(name);
  }
  return [...names].sort();
}
