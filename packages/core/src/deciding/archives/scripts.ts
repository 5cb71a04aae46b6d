import { lastStep } from './tree.js';

const SCRIPT_NAME = /^(install|setup|put|configure)[\w.-]*$/i;
const MOST_OPTIONS = 60;

/** Whether a name is a script's by its ending or by what such scripts are called. */
export function isScriptName(path: string): boolean {
  return /\.(sh|bash)$/i.test(path) || SCRIPT_NAME.test(lastStep(path));
}

/** A file is a script when its name and its first two bytes say so. */
export function isScript(path: string, bytes: Uint8Array): boolean {
  return isScriptName(path) && bytes[0] === 0x23 && bytes[1] === 0x21;
}

/**
 * Options that a script names: the arms of its `case`, what it gives to getopts, and what its text or its readme
 * mentions. For showing: nothing is run to find them.
 */
export function scriptOptions(script: string, readme = ''): string[] {
  const options = new Set<string>();
  for (const [, arms] of script.matchAll(/^[ \t]*\(?[ \t]*((?:-{1,2}[A-Za-z][\w-]*[ \t]*\|?[ \t]*)+)\)/gm))
    for (const [option] of arms!.matchAll(/-{1,2}[A-Za-z][\w-]*/g)) options.add(option);
  for (const [, letters] of script.matchAll(/getopts[ \t]+["']?:?([A-Za-z:]+)/g))
    for (const letter of letters!.replaceAll(':', '')) options.add(`-${letter}`);
  for (const [, option] of script.matchAll(/[ \t"'`[(](--[a-z][a-z0-9-]+)/g)) options.add(option!);
  for (const [, option] of readme.matchAll(/[ \t"'`[(](--?[A-Za-z][a-z0-9-]*)/g)) options.add(option!);
  return [...options].slice(0, MOST_OPTIONS);
}

/** Whether a script seems to ask for administrator rights, or writes where only they may. */
export function asksForAdmin(script: string): boolean {
  return /\b(sudo|pkexec|doas)\b|(^|[\s"'=])\/(usr|etc|opt)\//m.test(script);
}
