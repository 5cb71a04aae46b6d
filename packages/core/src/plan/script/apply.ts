import type { HostProfile } from '../../host/profile.js';
import { folderOf, isArchive, resource, type Deed } from '../deed.js';
import { commandLine, quoteWord } from '../quote.js';
import type { Plan, Step } from '../step.js';
import { applyFunctions, stateLines } from './functions.js';
import { Library, oneLine, pathWord } from './shell.js';
import { shortId } from './shortId.js';

/** What a script is made for. */
export interface ScriptOf {
  readonly coat: string;
  /** Names the folder in which the script writes down what it did; letters, figures and hyphens. */
  readonly id: string;
  readonly hostLabel: string;
  readonly host: HostProfile;
}

const BREAK_WORDS = { session: 'Log out and in again', restart: 'Restart the computer' } as const;

/** A folder's name that is safe wherever it stands. */
export function stateName({ id }: ScriptOf): string {
  return id.replace(/[^A-Za-z0-9-]/g, '-').slice(0, 80) || 'coat';
}

/** The lines that do a deed. */
function deedLines(lib: Library, host: HostProfile, deed: Deed, step: Step): string[] {
  const id = (name: string) => quoteWord(shortId(name));
  const call = (name: string, ...words: string[]) => [[lib.use(name), ...words].join(' ')];
  const byHand = (what: string) => call('say', quoteWord(`By hand: ${oneLine(what)}`));
  const keep = (path: string) => call('keep_path', id(resource.file(path)), pathWord(path));
  const channel = (channelId: string) => host.channels.findIndex((c) => c.id === channelId);
  switch (deed.do) {
    case 'make safe point': {
      lib.use('admin');
      const command = step.commands[0];
      return command ? [`admin ${commandLine(command)}`] : byHand(deed.name);
    }
    case 'note values':
      // Every value is kept by the step that changes it, just before it does.
      return call('say', quoteWord('Each value is written down just before it is changed.'));
    case 'add source':
    case 'remove source': {
      const n = channel(deed.channel);
      const name = deed.do === 'add source' ? 'add_source' : 'remove_source';
      const noted =
        deed.do === 'add source'
          ? call(
              'note_record',
              id(resource.source(deed.channel, deed.source)),
              'source',
              quoteWord(deed.source),
              String(n),
            )
          : [];
      return [...noted, ...call(`${name}_${n}`, quoteWord(deed.source))];
    }
    case 'install': {
      const n = channel(deed.channel);
      const name = quoteWord(deed.package);
      const query = lib.use(`query_${n}`);
      lib.use('note_record');
      return [
        `if [ -n "$dry" ] || ! ${query} ${name} >/dev/null 2>&1; then`,
        `  note_record ${id(resource.package(deed.channel, deed.package))} package ${name} ${n}`,
        // What it brings along must go with it, even where the package leaves it behind.
        ...deed.makes
          .filter((m) => m.path.startsWith('~/'))
          .flatMap((m) => keep(m.path))
          .map((l) => `  ${l}`),
        `  ${lib.use(`install_${n}`)} ${name}`,
        'fi',
      ];
    }
    case 'remove':
      return call(`remove_${channel(deed.channel)}`, quoteWord(deed.package));
    case 'fetch':
      return call(
        'fetch',
        id(resource.file(folderOf(deed.to))),
        quoteWord(deed.from),
        pathWord(deed.to),
        quoteWord(deed.sha256 ?? ''),
      );
    case 'unpack': {
      const { path } = deed.makes;
      if (!isArchive(deed.archive))
        return call('place', id(resource.file(path)), pathWord(deed.archive), pathWord(path));
      return call(
        'unpack',
        id(resource.file(path)),
        pathWord(deed.archive),
        quoteWord(deed.root),
        pathWord(path),
      );
    }
    case 'clone':
      return call(
        'clone',
        id(resource.file(deed.to)),
        quoteWord(deed.from),
        quoteWord(deed.version),
        pathWord(deed.to),
      );
    case 'run': {
      const command = commandLine([deed.program, ...deed.words]);
      lib.use(deed.admin ? 'admin' : 'run');
      const removal = deed.undo
        ? call(
            'note_record',
            id(`run ${command}`),
            'script',
            quoteWord(
              commandLine([deed.program, ...(deed.program.includes('/') ? [] : deed.words), ...deed.undo]),
            ),
            quoteWord(''),
          )
        : [];
      return [
        ...deed.makes.flatMap((m) => keep(m.path)),
        ...removal,
        `${deed.admin ? 'admin' : 'run'} ${command}`,
      ];
    }
    case 'place':
      return call('place', id(resource.file(deed.to)), pathWord(deed.from), pathWord(deed.to));
    case 'write':
      return call('write_file', id(resource.file(deed.to)), pathWord(deed.to), quoteWord(deed.text));
    case 'edit':
      return call(
        'edit',
        id(resource.file(deed.file.path)),
        pathWord(deed.file.path),
        quoteWord(deed.file.format),
        quoteWord(deed.file.at),
        quoteWord(deed.value ?? ''),
        deed.value === null ? 'out' : quoteWord(''),
      );
    case 'enable':
      return [
        ...call('note_record', id(resource.addon(deed.id)), 'addon', quoteWord(deed.id), quoteWord('')),
        ...call('host_enable', quoteWord(deed.id)),
      ];
    case 'disable':
      return call('host_disable', quoteWord(deed.id));
    case 'open':
      return [...deed.makes.flatMap((m) => keep(m.path)), ...call('host_open', quoteWord(deed.name))];
    case 'set':
      return deed.value === null
        ? call('reset_value', id(resource.setting(deed.key)), quoteWord(deed.key))
        : call('set_value', id(resource.setting(deed.key)), quoteWord(deed.key), quoteWord(deed.value));
    case 'call':
      lib.use('run');
      return [`run ${commandLine(deed.command)}`];
    case 'show':
      if (!deed.command) return byHand(deed.what);
      lib.use('run');
      return [`run ${commandLine(deed.command)}`];
    case 'delete':
      return call('delete', id(resource.file(deed.path)), pathWord(deed.path));
    case 'move':
      return call(
        'move',
        id(resource.file(deed.from)),
        pathWord(deed.from),
        id(resource.file(deed.to)),
        pathWord(deed.to),
      );
    case 'by hand':
      return byHand(`${step.where}. ${step.value === '' ? deed.what : `${step.title}.`} ${step.expected}`);
  }
}

/**
 * The plan as a POSIX shell script. It stops at the first error and at every session break, goes on where it stopped when
 * it is run again, tells every step, changes nothing with `--dry-run`, and keeps everything before changing it, so that
 * the script of `undoScript` takes it back.
 */
export function applyScript(of: ScriptOf, plan: Plan): string {
  const head = [
    '#!/bin/sh',
    `# ${oneLine(of.coat)}`,
    `# For ${oneLine(of.hostLabel)}.`,
    '#   sh apply.sh            does what is to do up to the next session break; run it again after that',
    '#   sh apply.sh --dry-run  tells everything and changes nothing',
    ...(plan.ok && plan.breaks > 0
      ? ['#   sh apply.sh --go-on    goes on after a session break without asking whether it was one']
      : []),
    '# What it does is written down below ~/.local/state/spare-coat, and undo.sh takes it back.',
    // Names and values that were typed stand in single quotes because nothing in them is meant for the shell.
    '# shellcheck disable=SC2016',
    'set -eu',
    '',
  ];
  if (!plan.ok)
    return [...head, `printf '%s\\n' ${quoteWord(oneLine(plan.sentence))} >&2`, 'exit 1', ''].join('\n');
  if (plan.sittings.length === 0)
    return [...head, `printf '%s\\n' 'Nothing to do: no element is matched yet.'`, ''].join('\n');
  const lib = new Library(applyFunctions(of.host));
  for (const name of ['say', 'fail', 'todo', 'finish']) lib.use(name);
  const body: string[] = [];
  let n = 0;
  plan.sittings.forEach((sitting, s) => {
    for (const step of sitting.steps) {
      n++;
      const id = quoteWord(shortId(step.key));
      body.push(
        `if todo ${id} ${n} ${quoteWord(oneLine(step.title))}; then`,
        ...step.deeds.flatMap((deed) => deedLines(lib, of.host, deed, step)).map((line) => `  ${line}`),
        `  finish ${id}`,
        'fi',
      );
    }
    if (sitting.breakAfter) {
      const last = sitting.steps.at(-1)?.key ?? String(s);
      body.push(
        `${lib.use('pause')} ${quoteWord(shortId(`break ${last}`))} ${sitting.breakAfter} ${quoteWord(BREAK_WORDS[sitting.breakAfter])}`,
      );
    }
  });
  return [
    ...head,
    ...stateLines(stateName(of)),
    ...(plan.breaks > 0 ? ['goon='] : []),
    `steps=${n}`,
    'stopped=',
    '',
    ...lib.text(),
    'case ${1:-} in',
    '  --dry-run) dry=yes ;;',
    ...(plan.breaks > 0 ? ['  --go-on) goon=yes ;;'] : []),
    "  '') ;;",
    `  *) fail '${plan.breaks > 0 ? 'The options are --dry-run and --go-on.' : 'The option is --dry-run.'}' ;;`,
    'esac',
    '',
    'if [ -z "$dry" ] && [ ! -d "$state" ]; then',
    '  levels=0',
    '  parent=$state',
    '  while [ -n "$parent" ] && [ ! -d "$parent" ]; do',
    '    levels=$((levels + 1))',
    '    parent=${parent%/*}',
    '  done',
    // How many folders were missing is known before the first is made, and comes with the last of them in one go.
    '  mkdir -p "$state.new"',
    `  if [ ! -s "$state.new/levels" ]; then printf '%s' "$levels" >"$state.new/levels"; fi`,
    '  mv "$state.new" "$state"',
    'fi',
    'on_exit() {',
    '  code=$?',
    '  if [ "$code" != 0 ] && [ -n "$stopped" ]; then',
    `    printf '%s\\n' "Stopped in step $stopped. What was done is written down: run this again to go on, or undo.sh to go back." >&2`,
    '  fi',
    '}',
    'trap on_exit EXIT',
    '',
    ...body,
    'stopped=',
    'say',
    'if [ -n "$dry" ]; then say "Nothing was changed."; else say "All $steps steps are done."; fi',
    '',
  ].join('\n');
}
