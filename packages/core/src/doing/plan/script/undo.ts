import { DEEDS } from './deeds.js';
import { hostCommands } from './hostCommands.js';
import { RECORDS, stateLines } from './records.js';
import { Library, oneLine, type Functions } from './shell.js';
import { NOT_AS_ROOT, stateName, type ScriptOf } from './scriptOf.js';
import { takeBackFunctions } from './takeBack.js';
import { TALK } from './talk.js';
import { FILE_FORMATS } from '../../../measuring/standards/edits/edit.js';
import { locateName } from './deeds.js';

/** What undo needs of all: every syntax, since records of any may be there. */
export function undoFunctions(of: ScriptOf): Functions {
  return {
    ...TALK,
    ...hostCommands(of.host),
    ...RECORDS,
    ...DEEDS,
    ...takeBackFunctions(of.host.channels.length),
  };
}

/**
 * The script that takes back what the applying script did, last first, from what that wrote down: also where it was broken
 * off. It can be broken off and run again itself. What others changed since stays, and is named.
 */
export function undoScript(of: ScriptOf): string {
  const lib = new Library(undoFunctions(of));
  for (const format of FILE_FORMATS) lib.use(locateName(format));
  for (const name of ['take_back', 'settle']) lib.use(name);
  return [
    '#!/bin/sh',
    `# The way back of ${oneLine(of.coat)}`,
    `# For ${oneLine(of.hostLabel)}.`,
    '#   sh undo.sh            takes back what apply.sh did, as far as it came; what was changed since stays and is named',
    '#   sh undo.sh --dry-run  tells everything and changes nothing',
    '# ADMIN names the program that gives administrator rights, where packages are to be removed: ADMIN=… sh undo.sh',
    // What both scripts share sets variables that only the other one reads.
    '# shellcheck disable=SC2016,SC2034',
    'set -eu',
    '',
    ...NOT_AS_ROOT,
    ...stateLines(stateName(of)),
    '',
    ...lib.text(),
    'case ${1:-} in',
    '  --dry-run) dry=yes ;;',
    "  '') ;;",
    "  *) fail 'The option is --dry-run.' ;;",
    'esac',
    'if [ ! -d "$state" ]; then',
    '  if [ -z "$dry" ] && [ -d "$base/spare-coat" ]; then',
    '    stamp=$(mktemp)',
    '    timed=',
    '    if cp -p "$state.new/stamp" "$stamp" 2>/dev/null; then timed=yes; fi',
    '    rm -rf "$state.new"',
    '    rmdir "$base/spare-coat" 2>/dev/null || timed=',
    '    if [ -n "$timed" ] && [ -d "$base" ]; then touch -r "$stamp" -- "$base"; fi',
    '    rm -f "$stamp"',
    '  fi',
    '  say "Nothing is written down in $state: there is nothing to take back."',
    '  exit 0',
    'fi',
    '',
    '# What was taken back is moved away in one go, so that this can be broken off at any moment.',
    'if [ -z "$dry" ]; then rm -rf "$state/gone" "$state/done" "$state/waits"; fi',
    'number=0',
    'for record in "$state/undo"/*; do',
    '  if [ -d "$record" ]; then number=${record##*/}; fi',
    'done',
    'number=${number#"${number%%[!0]*}"}',
    'while [ "${number:-0}" -gt 0 ]; do',
    `  record="$state/undo/$(printf '%05d' "$number")"`,
    '  if [ -d "$record" ]; then',
    '    at=$number',
    '    take_back "$record"',
    '    number=$at',
    '  fi',
    '  number=$((number - 1))',
    'done',
    'if [ -n "$dry" ]; then',
    '  say "Nothing was changed."',
    '  exit 0',
    'fi',
    'settle',
    'stays',
    // The folder of all coats is ours: it goes when the last of them has gone.
    'stamp=$(mktemp)',
    'timed=',
    'if [ -e "$state/stamp" ]; then',
    '  cp -p "$state/stamp" "$stamp"',
    '  timed=yes',
    'fi',
    'levels=$(cat "$state/levels" 2>/dev/null || printf 2)',
    'if [ "$levels" -lt 2 ]; then levels=2; fi',
    'rm -rf "$state"',
    'parent=${state%/*}',
    'while [ "$levels" -gt 1 ]; do',
    '  if [ -d "$parent" ]; then rmdir -- "$parent" 2>/dev/null || timed=; fi',
    '  parent=${parent%/*}',
    '  levels=$((levels - 1))',
    'done',
    'if [ -n "$timed" ]; then touch -r "$stamp" -- "${parent:-/}"; fi',
    'rm -f "$stamp"',
    'say "Everything that was written down is taken back. Log out and in again, so that all of it shows."',
    '',
  ].join('\n');
}
