import { nth } from '../../ground/checked.js';
import type { HostProfile } from '../host/profile.js';
import type { FilePlace } from '../offers/ownSetting.js';
import type { Deed } from './deedSchema.js';
import { fillTemplate, keyPieces, uriOf } from './quote.js';

/** Names of what deeds change: one name for one thing, whoever changes it. */
export const resource = {
  setting: (key: string) => `setting ${key}`,
  file: (path: string) => `file ${path}`,
  line: ({ path, at }: Pick<FilePlace, 'path' | 'at'>) => `line ${path} ${at}`,
  package: (channel: string, name: string) => `package ${channel} ${name}`,
  source: (channel: string, source: string) => `source ${channel} ${source}`,
  addon: (id: string) => `addon ${id}`,
  session: () => 'session desktop',
  /** What only a hand can set, by what it is for. */
  hand: (what: string) => `hand ${what}`,
} as const;

/** The folder of a path, without the last step. */
export function folderOf(path: string): string {
  const at = path.lastIndexOf('/');
  return at <= 0 ? '/' : path.slice(0, at);
}
/** The name at the end of a path on the host, without its folders. */
export function nameOfPath(path: string): string {
  return path.slice(path.lastIndexOf('/') + 1);
}

/** How an archive is unpacked into a folder, by the end of its name. */
export function unpackCommand(archive: string, into: string): string[] {
  return /\.zip$/i.test(archive)
    ? ['unzip', '-q', '-o', archive, '-d', into]
    : ['tar', '-xf', archive, '-C', into];
}
/** Whether a file is an archive at all, by its name: what is none is copied as it is. */
export function isArchive(file: string): boolean {
  return /\.(zip|tar|tgz|txz|tbz2?|tar\.[a-z0-9]+)$/i.test(file);
}

/** The commands that do it, as words; none where only a hand can, or where it takes more than a command. */
export function commandsOf(host: HostProfile, deed: Deed): string[][] {
  const { commands, channels } = host;
  switch (deed.do) {
    case 'make safe point':
      return [fillTemplate(commands.safePoint, { name: deed.name })];
    case 'note values':
      return deed.keys.map((key) => fillTemplate(commands.get, keyPieces(key)));
    case 'add source':
    case 'remove source': {
      const channel = channels.find((c) => c.id === deed.channel);
      const template = deed.do === 'add source' ? channel?.addSource : channel?.removeSource;
      return template ? [fillTemplate(template, { source: deed.source })] : [];
    }
    case 'install':
    case 'remove': {
      const channel = channels.find((c) => c.id === deed.channel);
      const template = deed.do === 'install' ? channel?.install : channel?.remove;
      return template ? [fillTemplate(template, { package: deed.package })] : [];
    }
    case 'fetch':
      return [
        ['mkdir', '-p', folderOf(deed.to)],
        ['curl', '-fL', '-o', deed.to, deed.from],
      ];
    case 'unpack': {
      const { path } = deed.makes;
      if (!isArchive(deed.archive))
        return [
          ['mkdir', '-p', folderOf(path)],
          ['cp', '--', deed.archive, path],
        ];
      const into = `${folderOf(deed.archive)}/unpacked`;
      return [
        ['mkdir', '-p', into, folderOf(path)],
        unpackCommand(deed.archive, into),
        ['cp', '-R', '--', deed.root === '' ? into : `${into}/${deed.root}`, path],
      ];
    }
    case 'clone':
      return [['git', 'clone', '--depth', '1', '--branch', deed.version, '--', deed.from, deed.to]];
    case 'run':
      return [[deed.program, ...deed.words]];
    case 'place':
      return [
        ['mkdir', '-p', folderOf(deed.to)],
        ['cp', '--', deed.from, deed.to],
      ];
    case 'write':
      return [
        ['mkdir', '-p', folderOf(deed.to)],
        ['sh', '-c', 'printf %s "$1" >"$2"', 'sh', deed.text, deed.to],
      ];
    case 'enable':
    case 'disable':
      return [fillTemplate(deed.do === 'enable' ? commands.enable : commands.disable, { id: deed.id })];
    case 'open':
      return [fillTemplate(commands.open, { name: deed.name })];
    case 'set':
      if (deed.value !== null) {
        const value = deed.path?.as === 'URI' ? uriOf(deed.value) : deed.value;
        return [fillTemplate(commands.set, { ...keyPieces(deed.key), value })];
      }
      return commands.reset ? [fillTemplate(commands.reset, keyPieces(deed.key))] : [];
    case 'call':
      return [[...deed.command]];
    case 'show':
      return deed.command ? [[...deed.command]] : [];
    case 'delete':
      return [['rm', '-r', '--', deed.path]];
    case 'move':
      return [
        ['mkdir', '-p', folderOf(deed.to)],
        ['mv', '--', deed.from, deed.to],
      ];
    case 'edit':
    case 'by hand':
      return [];
  }
}

/** The values that a template was filled with to give these words, or null where they do not come of it. */
export function readTemplate(
  template: readonly string[],
  words: readonly string[],
): Readonly<Record<string, string>> | null {
  if (template.length !== words.length) return null;
  const found: Record<string, string> = {};
  for (let i = 0; i < template.length; i++) {
    const name = /^\{(\w+)\}$/.exec(nth(template, i))?.[1];
    if (name) found[name] = nth(words, i);
    else if (template[i] !== words[i]) return null;
  }
  return found;
}

/** A command of a profile as a deed: a setting where it sets one, so that it can be taken back; else a call. */
export function deedOfCommand(host: HostProfile, command: readonly string[]): Deed {
  const set = readTemplate(host.commands.set, command);
  const key =
    set?.['key'] ?? (set?.['schema'] !== undefined ? `${set['schema']} ${set['name'] ?? ''}` : undefined);
  return key !== undefined
    ? { do: 'set', key, value: set?.['value'] ?? '', of: [], listed: null }
    : { do: 'call', command };
}
