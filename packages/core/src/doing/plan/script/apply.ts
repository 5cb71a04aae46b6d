import { quoteWord } from '../../../model/deeds/quote.js';
import { stepsOf, type Plan } from '../../../model/deeds/step.js';
import { stepLines } from './deedLines.js';
import { DEEDS, locateName } from './deeds.js';
import { FRAME, MAKE_STATE } from './frame.js';
import { hostCommands } from './hostCommands.js';
import { RECORDS, stateLines } from './records.js';
import { againName, NOT_AS_ROOT, stateName, type ScriptOf } from './scriptOf.js';
import { Library, oneLine, type Functions } from './shell.js';
import { shortId } from './shortId.js';
import { takeBackFunctions } from './takeBack.js';
import { TALK } from './talk.js';
import { FILE_FORMATS } from '../../../measuring/standards/edits/edit.js';

const BREAK_WORDS = { session: 'Log out and in again', restart: 'Restart the computer' } as const;

function applyFunctions(of: ScriptOf): Functions {
  return {
    ...TALK,
    ...hostCommands(of.host),
    ...RECORDS,
    ...DEEDS,
    ...FRAME,
    ...takeBackFunctions(of.host.channels.length),
  };
}

/** What stands at the head: how it is called, and how rights are got where steps need them. */
function head(of: ScriptOf, plan: Plan): string[] {
  const rights = stepsOf(plan).flatMap((step, i) => (step.rights === 'administrator' ? [i + 1] : []));
  return [
    '#!/bin/sh',
    `# ${oneLine(of.coat)}`,
    `# For ${oneLine(of.hostLabel)}.`,
    '#   sh apply.sh              does what is to do up to the next session break; run it again after that',
    '#   sh apply.sh --dry-run    tells everything and changes nothing',
    '#   sh apply.sh --ask-again  asks again about what was skipped',
    ...(plan.ok && plan.breaks > 0
      ? ['#   sh apply.sh --go-on      goes on after a session break without asking whether it was one']
      : []),
    ...(rights.length > 0
      ? [
          `# Step${rights.length > 1 ? 's' : ''} ${rights.slice(0, 40).join(', ')} need${rights.length > 1 ? '' : 's'} administrator rights. ADMIN names the program that gives them, and`,
          '# nothing else is run with it: ADMIN=… sh apply.sh. Run as root it refuses.',
        ]
      : []),
    '# Steps for a hand wait until you type done or skip. What it does is written down below ~/.local/state/spare-coat',
    '# (or where XDG_STATE_HOME says), and undo.sh takes it back.',
    // Names and values that were typed stand in single quotes because nothing in them is meant for the shell.
    '# shellcheck disable=SC2016',
    'set -eu',
    '',
  ];
}

/**
 * The plan as a POSIX shell script. It stops at the first error and at every session break, goes on where it stopped when
 * it is run again, tells every step, changes nothing with `--dry-run`, and keeps everything before changing it, so that
 * the script of `undoScript` takes it back. What leaves a person's own folders it asks about; what is for a hand it waits for.
 */
export function applyScript(of: ScriptOf, plan: Plan): string {
  const start = head(of, plan);
  if (!plan.ok)
    return [...start, `printf '%s\\n' ${quoteWord(oneLine(plan.sentence))} >&2`, 'exit 1', ''].join('\n');
  if (plan.sittings.length === 0)
    return [...start, `printf '%s\\n' 'Nothing to do: no element is matched yet.'`, ''].join('\n');
  const lib = new Library(applyFunctions(of));
  for (const name of ['say', 'fail', 'todo', 'finish']) lib.use(name);
  const takesBack = stepsOf(plan).some((step) => step.sort === 'undo');
  // What was written down may be of any syntax.
  if (takesBack) for (const format of FILE_FORMATS) lib.use(locateName(format));
  const body: string[] = [];
  let n = 0;
  plan.sittings.forEach((sitting, s) => {
    for (const step of sitting.steps) {
      n++;
      const id = quoteWord(shortId(step.key));
      const undone = step.sort === 'undo' ? '' : ` ${quoteWord(shortId(`undo:${step.key}`.slice(0, 490)))}`;
      body.push(
        `if todo ${id} ${n} ${quoteWord(oneLine(step.title))}; then`,
        ...stepLines(lib, of.host, step).map((line) => `  ${line}`),
        `  finish ${id}${undone}`,
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
  if (takesBack) body.push(lib.use('settle'));
  const options = plan.breaks > 0 ? '--dry-run, --ask-again and --go-on' : '--dry-run and --ask-again';
  return [
    ...start,
    ...NOT_AS_ROOT,
    ...stateLines(stateName(of), againName(of)),
    'again=',
    ...(plan.breaks > 0 ? ['goon='] : []),
    `steps=${n}`,
    'stopped=',
    '',
    ...lib.text(),
    'case ${1:-} in',
    '  --dry-run) dry=yes ;;',
    '  --ask-again) again=yes ;;',
    ...(plan.breaks > 0 ? ['  --go-on) goon=yes ;;'] : []),
    "  '') ;;",
    `  *) fail 'The options are ${options}.' ;;`,
    'esac',
    '',
    MAKE_STATE,
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
    ...(of.again === undefined ? [] : ['if [ -z "$dry" ]; then rm -rf "$marks"; fi']),
    'say',
    'if [ -n "$dry" ]; then say "Nothing was changed."; else say "All $steps steps are done or skipped."; fi',
    '',
  ].join('\n');
}
