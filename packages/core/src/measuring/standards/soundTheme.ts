import { booleanValue, listValue, readKeyFile } from './keyFile.js';

export interface SoundTheme {
  readonly name: string;
  readonly inherits: readonly string[];
  readonly directories: readonly { readonly path: string; readonly profile: string }[];
  readonly hidden: boolean;
  readonly problems: readonly string[];
}

/** Endings of sounds in the order of preference. Source: Sound Theme Specification 0.8, "Sound Lookup". */
export const SOUND_ENDINGS = ['disabled', 'oga', 'ogg', 'wav'] as const;

/** Reads the `index.theme` of a sound theme. Source: Sound Theme Specification 0.8, "File Formats". */
export function readSoundTheme(text: string): SoundTheme {
  const { groups, problems: lines } = readKeyFile(text);
  const problems = [...lines];
  const head = groups.get('Sound Theme');
  if (!head) problems.push('There is no group [Sound Theme].');
  const name = head?.get('Name') ?? '';
  if (head && name === '') problems.push('The theme has no name.');
  const paths = (head?.get('Directories') ?? '').split(/[ ,]+/).filter((p) => p !== '');
  const directories = paths.flatMap((path) => {
    const group = groups.get(path);
    if (!group) {
      problems.push(`The directory ${path} is listed and not described.`);
      return [];
    }
    return [{ path, profile: group.get('OutputProfile') ?? 'stereo' }];
  });
  if (head && directories.length === 0) problems.push('No directory with sounds is described.');
  return {
    name,
    inherits: listValue(head?.get('Inherits') ?? '', ','),
    directories,
    hidden: booleanValue(head?.get('Hidden')) ?? false,
    problems,
  };
}
