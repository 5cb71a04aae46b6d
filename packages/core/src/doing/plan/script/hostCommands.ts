import type { CommandTemplate, HostProfile } from '../../../model/host/profile.js';
import { templateWords, type Functions, type ShellFunction } from './shell.js';

/**
 * What a template says to a person instead of running anything: `echo` and a sentence. It is then for a hand, and nothing
 * that it prints is an answer.
 */
export const spoken = (template: readonly string[]): boolean => template[0] === 'echo';

/** The host's own commands as functions: its settings, addons, programs, and its package channels by their number. */
export function hostCommands(host: HostProfile): Functions {
  const { commands } = host;
  const told = (name: string, template: CommandTemplate, names: readonly string[]) =>
    spoken(template)
      ? hand(name, template, names)
      : { needs: ['run'], text: `${name}() { run ${templateWords(template, names)} </dev/null; }` };
  /** The sentence of a template, with what it is about, for a hand. */
  const hand = (name: string, template: CommandTemplate, names: readonly string[]) => ({
    needs: ['by_hand'],
    text: `${name}() { by_hand ${templateWords([template.slice(1).join(' ')], names)}; }`,
  });
  /** A question to the host; one that is answered by a sentence is not answered. */
  const asked = (name: string, template: CommandTemplate, names: readonly string[], quiet = '') => ({
    needs: [],
    text: spoken(template)
      ? `${name}() { return 1; }`
      : `${name}() { ${templateWords(template, names)} </dev/null${quiet}; }`,
  });
  const QUIET = ' >/dev/null 2>&1';
  return {
    host_get: asked('host_get', commands.get, ['key']),
    // Whether a setting was set, and is not merely what the host came with.
    host_has: commands.isSet
      ? asked('host_has', commands.isSet, ['key'], QUIET)
      : { needs: ['host_get'], text: `host_has() { host_get "$1"${QUIET}; }` },
    host_set: told('host_set', commands.set, ['key', 'value']),
    host_reset: commands.reset
      ? told('host_reset', commands.reset, ['key'])
      : {
          needs: ['by_hand'],
          text: `host_reset() { by_hand "$1 was not set before, and no command takes it out of the settings. Take it out."; }`,
        },
    host_enable: told('host_enable', commands.enable, ['id']),
    host_disable: told('host_disable', commands.disable, ['id']),
    ...(commands.isEnabled ? { host_enabled: asked('host_enabled', commands.isEnabled, ['id'], QUIET) } : {}),
    host_open: told('host_open', commands.open, ['name']),
    ...Object.fromEntries(
      host.channels.flatMap((channel, n) => {
        const admin = (name: string, template: CommandTemplate, about: string): [string, ShellFunction] => [
          `${name}_${n}`,
          spoken(template)
            ? hand(`${name}_${n}`, template, [about])
            : { needs: ['admin'], text: `${name}_${n}() { admin ${templateWords(template, [about])}; }` },
        ];
        const source = (
          name: string,
          template: CommandTemplate | undefined,
          words: string,
        ): [string, ShellFunction] =>
          template
            ? admin(name, template, 'source')
            : [`${name}_${n}`, { needs: ['by_hand'], text: `${name}_${n}() { by_hand "${words}"; }` }];
        return [
          admin('install', channel.install, 'package'),
          admin('remove', channel.remove, 'package'),
          [`query_${n}`, asked(`query_${n}`, channel.query, ['package'])] satisfies [string, ShellFunction],
          ...(channel.hasSource
            ? [
                [
                  `has_source_${n}`,
                  asked(`has_source_${n}`, channel.hasSource, ['source'], QUIET),
                ] satisfies [string, ShellFunction],
              ]
            : []),
          source('add_source', channel.addSource, 'Add the source $1.'),
          source('remove_source', channel.removeSource, 'Take the source $1 out again.'),
        ];
      }),
    ),
  };
}
