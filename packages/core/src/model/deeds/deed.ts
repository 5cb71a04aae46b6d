import type { HostProfile } from '../host/profile.js';
import type { FilePlace } from '../offers/ownSetting.js';
import { fillTemplate } from './quote.js';

/** A file or folder that a deed makes, and what a host takes it for: `theme icon set`, `program`, `file`. */
export interface Made {
  readonly path: string;
  readonly is: string;
}

/** A thing of a sort that has to stand in the host's list before it can be chosen. */
export interface Listed {
  readonly sort: string;
  readonly name: string;
}

/**
 * One thing that changes a host, as plain data: commands, scripts, the rehearsal, the way back and the journal are all
 * made from it. `of` names what has to be there and in effect for it, by resource (see `resource`).
 */
export type Deed =
  | { readonly do: 'make safe point'; readonly name: string }
  | { readonly do: 'note values'; readonly keys: readonly string[] }
  | { readonly do: 'add source' | 'remove source'; readonly channel: string; readonly source: string }
  | {
      readonly do: 'install';
      readonly channel: string;
      readonly package: string;
      readonly makes: readonly Made[];
    }
  | { readonly do: 'remove'; readonly channel: string; readonly package: string }
  | { readonly do: 'fetch'; readonly from: string; readonly to: string; readonly sha256: string | null }
  | {
      readonly do: 'unpack';
      readonly archive: string;
      /** The folder or file inside it; empty: all of it. */
      readonly root: string;
      readonly makes: Made;
    }
  | { readonly do: 'clone'; readonly from: string; readonly version: string; readonly to: string }
  | {
      readonly do: 'run';
      readonly program: string;
      readonly words: readonly string[];
      readonly admin: boolean;
      readonly makes: readonly Made[];
      /** What it takes away again, when it is run to remove itself. */
      readonly takes: readonly string[];
      /** The words with which it removes itself, and that its folder must stay for that. */
      readonly undo: readonly string[] | null;
    }
  /** Copies a file, or writes one with this text. */
  | { readonly do: 'place'; readonly from: string; readonly to: string }
  | { readonly do: 'write'; readonly to: string; readonly text: string }
  /** Changes one value in a file and keeps the rest; null takes it out. */
  | { readonly do: 'edit'; readonly file: FilePlace; readonly value: string | null }
  | { readonly do: 'enable' | 'disable'; readonly id: string; readonly of: readonly string[] }
  | {
      readonly do: 'open';
      readonly name: string;
      readonly of: readonly string[];
      readonly makes: readonly Made[];
    }
  /** Sets a value; null takes the setting back to as if it had never been set. */
  | {
      readonly do: 'set';
      readonly key: string;
      readonly value: string | null;
      readonly of: readonly string[];
      readonly listed: Listed | null;
    }
  /** A command that changes nothing which lasts. */
  | { readonly do: 'call'; readonly command: readonly string[] }
  /** Makes what waits for a reload or a reopening show; by hand where no command does it. */
  | {
      readonly do: 'show';
      readonly after: 'reload' | 'reopen';
      readonly command: readonly string[] | null;
      readonly what: string;
    }
  | { readonly do: 'delete'; readonly path: string }
  /** Moves something out of the way, and back. */
  | { readonly do: 'move'; readonly from: string; readonly to: string }
  /** Something only a hand can do; `changes` names a resource and what it is then, where one is meant. */
  | {
      readonly do: 'by hand';
      readonly what: string;
      readonly changes: { readonly resource: string; readonly value: string | null } | null;
    };

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
/** The last step of a path. */
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
      return deed.keys.map((key) => fillTemplate(commands.get, { key }));
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
      if (deed.value !== null) return [fillTemplate(commands.set, { key: deed.key, value: deed.value })];
      return commands.reset ? [fillTemplate(commands.reset, { key: deed.key })] : [];
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
    const name = /^\{(\w+)\}$/.exec(template[i]!)?.[1];
    if (name) found[name] = words[i]!;
    else if (template[i] !== words[i]) return null;
  }
  return found;
}

/** A command of a profile as a deed: a setting where it sets one, so that it can be taken back; else a call. */
export function deedOfCommand(host: HostProfile, command: readonly string[]): Deed {
  const set = readTemplate(host.commands.set, command);
  return set?.['key'] !== undefined
    ? { do: 'set', key: set['key'], value: set['value'] ?? '', of: [], listed: null }
    : { do: 'call', command };
}
