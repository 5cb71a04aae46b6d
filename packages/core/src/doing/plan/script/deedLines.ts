import type { HostProfile } from '../../../model/host/profile.js';
import { folderMeant, placeClass, sayPlace } from '../../../measuring/standards/places.js';
import { folderOf, isArchive, resource } from '../../../model/deeds/deed.js';
import { type Deed, type DeedPath } from '../../../model/deeds/deedSchema.js';
import { placesOf } from '../placesOf.js';
import { quoteWord } from '../../../model/deeds/quote.js';
import type { Step } from '../../../model/deeds/step.js';
import { locateName } from './deeds.js';
import { oneLine, scriptLine, scriptWord, type Library } from './shell.js';
import { shortId } from './shortId.js';

const id = (name: string): string => quoteWord(shortId(name));

/** What is run to install something and to take it away again, by where it lies. */
const runRecord = (deed: Extract<Deed, { do: 'run' }>): string =>
  `run ${deed.program.includes('/') ? deed.program : (deed.words[0] ?? deed.program)}`;

/** What runs or is run later, and so is shown as the command that it is. */
const runsOthers = (deed: Deed): boolean => deed.do === 'run';

/** The lines that do the deeds of a step, each asked about first where it leaves what is a person's own. */
export function stepLines(lib: Library, host: HostProfile, step: Step): string[] {
  if (step.sort === 'undo') return undoLines(lib, host, step);
  const lines: string[] = [];
  let depth = 0;
  for (const deed of step.deeds) {
    // Whatever the deed's own program leaves in the system is for that program; what is written there here is for a hand.
    const system =
      runsOthers(deed) || deed.do === 'open' ? [] : placesOf(deed).filter((p) => placeClass(p) === 'system');
    if (system.length > 0) {
      lines.push(
        ...byHand(
          lib,
          `${step.title}. ${system.join(' and ')} belongs to the system: no script writes there.`,
        ),
      );
      continue;
    }
    const asked = placesOf(deed).filter((p) => placeClass(p) === 'confirm');
    for (const path of asked) {
      const entry = deed.do === 'write' ? /^Exec=(.*)$/m.exec(deed.text)?.[1] : undefined;
      const words = `It writes to ${path}: ${sayPlace(path)}.${entry === undefined ? '' : ` What it runs: ${entry}`}`;
      lines.push(`if ${lib.use('agreed')} ${id(`place ${path}`)} ${quoteWord(oneLine(words))}; then`);
      depth++;
    }
    lines.push(...deedLines(lib, host, deed, step));
  }
  return [...lines, ...Array.from({ length: depth }, () => 'fi')];
}

/**
 * Lines that are carried out only where a question to the host says so; a dry run tells them all. Where it was so already, that
 * is written down, so that no way back takes it for something of the coat.
 */
const when = (lib: Library, question: string, record: string, lines: readonly string[]): string[] => [
  `if [ -n "$dry" ] || ${question}; then`,
  ...lines.map((l) => `  ${l}`),
  'else',
  `  ${lib.use('note_record')} ${record} same '' '' known`,
  'fi',
];

const byHand = (lib: Library, what: string): string[] => [
  `${lib.use('by_hand')} ${quoteWord(oneLine(what))}`,
];

/** The lines that do a deed, with everything that it changes written down first. */
function deedLines(lib: Library, host: HostProfile, deed: Deed, step: Step): string[] {
  const call = (name: string, ...words: string[]) => [[lib.use(name), ...words].join(' ')];
  /** A file as the functions take it: its record, the folder that it is meant to be in, and where it lies. */
  const file = (path: string) => [id(resource.file(path)), scriptWord(folderMeant(path)), scriptWord(path)];
  const keep = (path: string) => (placeClass(path) === 'system' ? [] : call('keep_path', ...file(path)));
  const left = (path: string) =>
    placeClass(path) === 'system' ? [] : call('left_path', id(resource.file(path)), scriptWord(path));
  const channel = (channelId: string) => host.channels.findIndex((c) => c.id === channelId);
  const around = (paths: readonly string[], lines: readonly string[]) => [
    ...paths.flatMap(keep),
    ...lines,
    ...paths.flatMap(left),
  ];
  switch (deed.do) {
    case 'make safe point': {
      const command = step.commands[0];
      return command ? [`${lib.use('admin')} ${scriptLine(command)}`] : byHand(lib, deed.name);
    }
    case 'note values':
      // Every value is kept by the step that changes it, just before it does.
      return call('say', quoteWord('Each value is written down just before it is changed.'));
    case 'add source':
    case 'remove source': {
      const n = channel(deed.channel);
      const source = quoteWord(deed.source);
      const [verb, what] = deed.do === 'add source' ? ['add', 'source'] : ['remove', 'unsourced'];
      const known = host.channels[n]?.hasSource !== undefined;
      const lines = [
        ...call(
          'note_record',
          id(resource.source(deed.channel, deed.source)),
          what,
          source,
          String(n),
          known ? 'known' : quoteWord(''),
        ),
        ...call(`${verb}_source_${n}`, source),
      ];
      return known
        ? when(
            lib,
            `${verb === 'add' ? '! ' : ''}${lib.use(`has_source_${n}`)} ${source}`,
            id(resource.source(deed.channel, deed.source)),
            lines,
          )
        : lines;
    }
    case 'install':
    case 'remove': {
      const n = channel(deed.channel);
      const name = quoteWord(deed.package);
      const record = id(resource.package(deed.channel, deed.package));
      const [not, what] = deed.do === 'install' ? ['! ', 'package'] : ['', 'removed'];
      // What it brings along must go with it, even where the package leaves it behind.
      const own =
        deed.do === 'install' ? deed.makes.map((m) => m.path).filter((path) => path.startsWith('~/')) : [];
      return when(lib, `${not}${lib.use(`query_${n}`)} ${name} >/dev/null 2>&1`, record, [
        ...call('note_record', record, what, name, String(n), 'known'),
        ...around(own, call(`${deed.do}_${n}`, name)),
      ]);
    }
    case 'fetch':
      return call(
        'fetch',
        id(resource.file(folderOf(deed.to))),
        scriptWord(folderMeant(deed.to)),
        scriptWord(deed.to),
        quoteWord(deed.from),
        quoteWord(deed.sha256 ?? ''),
      );
    case 'unpack': {
      const [record, meant, path] = file(deed.makes.path) as [string, string, string];
      return isArchive(deed.archive)
        ? call('unpack', record, meant, scriptWord(deed.archive), quoteWord(deed.root), path)
        : call('place', record, meant, scriptWord(deed.archive), path);
    }
    case 'clone': {
      const [record, meant, path] = file(deed.to) as [string, string, string];
      return call('clone', record, meant, quoteWord(deed.from), quoteWord(deed.version), path);
    }
    case 'run': {
      const program = deed.program.includes('/') ? deed.program : (deed.words[0] ?? deed.program);
      const removal = deed.undo
        ? call(
            'note_record',
            id(runRecord(deed)),
            'script',
            quoteWord(
              scriptLine([deed.program, ...(deed.program.includes('/') ? [] : deed.words), ...deed.undo]),
            ),
            quoteWord(''),
            quoteWord(''),
          )
        : [];
      return [
        ...(program.startsWith('~/')
          ? call('program_there', scriptWord(folderMeant(program)), scriptWord(program))
          : []),
        ...around(
          deed.makes.map((m) => m.path),
          [
            ...removal,
            `${lib.use(deed.admin ? 'admin' : 'run')} ${scriptLine([deed.program, ...deed.words])}`,
          ],
        ),
      ];
    }
    case 'place': {
      const [record, meant, path] = file(deed.to) as [string, string, string];
      return call('place', record, meant, scriptWord(deed.from), path);
    }
    case 'write':
      return call('write_file', ...file(deed.to), quoteWord(deed.text));
    case 'edit': {
      lib.use(locateName(deed.file.format));
      return call(
        'edit',
        id(resource.line(deed.file)),
        ...file(deed.file.path),
        quoteWord(deed.file.format.replace(' ', '_')),
        quoteWord(deed.file.at),
        valueWord(lib, deed),
        deed.value === null ? 'out' : quoteWord(''),
      );
    }
    case 'enable':
    case 'disable': {
      const name = quoteWord(deed.id);
      const known = host.commands.isEnabled !== undefined;
      const lines = [
        ...call(
          'note_record',
          id(resource.addon(deed.id)),
          deed.do === 'enable' ? 'addon' : 'disabled',
          name,
          quoteWord(''),
          known ? 'known' : quoteWord(''),
        ),
        ...call(`host_${deed.do}`, name),
      ];
      return known
        ? when(
            lib,
            `${deed.do === 'enable' ? '! ' : ''}${lib.use('host_enabled')} ${name}`,
            id(resource.addon(deed.id)),
            lines,
          )
        : lines;
    }
    case 'open':
      return around(
        deed.makes.map((m) => m.path),
        call('host_open', quoteWord(deed.name)),
      );
    case 'set':
      return deed.value === null
        ? call('reset_value', id(resource.setting(deed.key)), quoteWord(deed.key))
        : call('set_value', id(resource.setting(deed.key)), quoteWord(deed.key), valueWord(lib, deed));
    case 'call':
      return [`${lib.use('run')} ${scriptLine(deed.command)}`];
    case 'show':
      return deed.command ? [`${lib.use('run')} ${scriptLine(deed.command)}`] : byHand(lib, deed.what);
    case 'delete':
      return call('delete', ...file(deed.path));
    case 'move':
      return call('move', ...file(deed.from), ...file(deed.to));
    case 'by hand': {
      const what = `${step.where}. ${step.value === '' ? deed.what : `${step.title}.`} ${step.expected}`;
      if (!deed.changes) return byHand(lib, what);
      // What a hand did only a hand can take back; the way back says so.
      return [
        ...byHand(lib, what),
        `if [ -z "$skipped" ]; then ${lib.use('note_record')} ${id(deed.changes.resource)} hand ${quoteWord(oneLine(step.title))} '' ''; fi`,
      ];
    }
  }
}

/** A value as a word of the script: one that is a path is worked out there, where the home folder is known. */
function valueWord(
  lib: Library,
  { value, path }: { readonly value: string | null; readonly path?: DeedPath | undefined },
): string {
  if (!path) return quoteWord(value ?? '');
  const there =
    path.as === 'URI' ? `"$(${lib.use('as_uri')} ${scriptWord(value ?? '')})"` : scriptWord(value ?? '');
  return path.quoted ? `"$(${lib.use('as_text')} ${there})"` : there;
}

/** What was written down of the thing that a deed of the way back is about; null where nothing is. */
function recordsOf(deed: Deed): string[] {
  switch (deed.do) {
    case 'set':
      return [resource.setting(deed.key)];
    case 'delete':
      return [resource.file(deed.path)];
    case 'edit':
      return [resource.line(deed.file)];
    case 'disable':
      return [resource.addon(deed.id)];
    case 'remove':
      return [resource.package(deed.channel, deed.package)];
    case 'remove source':
      return [resource.source(deed.channel, deed.source)];
    case 'run':
      return [runRecord(deed), ...deed.takes.map((path) => resource.file(path))];
    case 'by hand':
      return deed.changes ? [deed.changes.resource] : [];
    default:
      return [];
  }
}

/**
 * A step of the way back: what the applying script wrote down is taken back from that, to the byte. Where nothing is written
 * down the step was done by a hand: settings and packages go back to what the plan knows of them, and files are for a hand,
 * since nobody knows whether they were there before.
 */
function undoLines(lib: Library, host: HostProfile, step: Step): string[] {
  const lines = step.deeds.flatMap((deed): string[] => {
    const records = recordsOf(deed);
    if (records.length === 0) return deedLines(lib, host, deed, step);
    lib.use('take_back');
    const [first, ...more] = records as [string, ...string[]];
    const taken = (name: string) => [
      `${lib.use('record_of')} ${id(name)}`,
      `if [ -n "$record" ]; then take_back "$record"; fi`,
    ];
    return [
      `record_of ${id(first)}`,
      'if [ -n "$record" ]; then',
      '  take_back "$record"',
      ...more.flatMap(taken).map((l) => `  ${l}`),
      'else',
      ...withoutRecord(lib, host, deed, step).map((l) => `  ${l}`),
      'fi',
    ];
  });
  // What is taken back is to be done anew when the plan is.
  const voided = step.voids.map((key) => `"$marks/done/"${id(key)}`);
  return voided.length > 0
    ? [...lines, `if [ -z "$dry$skipped" ]; then rm -f ${voided.join(' ')}; fi`]
    : lines;
}

function withoutRecord(lib: Library, host: HostProfile, deed: Deed, step: Step): string[] {
  const hand = (what: string) => byHand(lib, what);
  const channel = (channelId: string) => host.channels.findIndex((c) => c.id === channelId);
  switch (deed.do) {
    case 'set':
      return deed.value === null
        ? [`${lib.use('host_reset')} ${quoteWord(deed.key)}`]
        : [`${lib.use('host_set')} ${quoteWord(deed.key)} ${quoteWord(deed.value)}`];
    case 'delete':
      return hand(`Remove ${deed.path}, if it was not there before the coat. Nothing is written down of it.`);
    case 'edit':
      return hand(
        deed.value === null
          ? `Take ${deed.file.at} out of ${deed.file.path}, if it was not there before.`
          : `Set ${deed.file.at} in ${deed.file.path} back to ${deed.value}.`,
      );
    case 'run':
      return hand(`${step.title}. Nothing is written down of it.`);
    case 'disable':
      return [`${lib.use('host_disable')} ${quoteWord(deed.id)}`];
    case 'remove':
      return [`${lib.use(`remove_${channel(deed.channel)}`)} ${quoteWord(deed.package)}`];
    case 'remove source':
      return [`${lib.use(`remove_source_${channel(deed.channel)}`)} ${quoteWord(deed.source)}`];
    default:
      return deedLines(lib, host, deed, step);
  }
}
