import { applyFunctions, stateLines } from './functions.js';
import { Library, oneLine } from './shell.js';
import { stateName, type ScriptOf } from './apply.js';

/** What takes a record of the applying script back. */
const TAKE_BACK = (channels: number) => `
# Gives a text back as it was written, line breaks at its end included.
read_text() {
  text=$(cat "$1"; printf x)
  text=\${text%x}
}
take_back() {
  what=$(cat "$1/what")
  case $what in
    path)
      read_text "$1/path"
      path=$text
      printf '+ put back %s\\n' "$path"
      if [ -n "$dry" ]; then return 0; fi
      rm -rf -- "$path"
      if [ -e "$1/was" ] || [ -L "$1/was" ]; then
        mkdir -p -- "\${path%/*}"
        cp -RPp -- "$1/was" "$path"
      fi
      levels=$(cat "$1/levels")
      parent=\${path%/*}
      while [ "$levels" -gt 0 ]; do
        if [ -d "$parent" ]; then rmdir -- "$parent" 2>/dev/null || say "$parent holds something else and stays."; fi
        parent=\${parent%/*}
        levels=$((levels - 1))
      done
      ;;
    setting)
      read_text "$1/key"
      key=$text
      if [ -e "$1/was" ]; then
        read_text "$1/was"
        # The line break that ends what a command prints is not part of the value.
        host_set "$key" "\${text%
}"
      else
        host_reset "$key"
      fi
      ;;
    addon)
      read_text "$1/name"
      host_disable "$text" || say "The addon $text was gone already."
      ;;
    script)
      read_text "$1/name"
      printf '+ %s\\n' "$text"
      if [ -z "$dry" ]; then sh -c "$text" || say "It could not take itself away; its files are taken away now."; fi
      ;;
    package | source)
      read_text "$1/name"
      channel=$(cat "$1/channel")
      case $what$channel in
${Array.from(
  { length: channels },
  (
    _,
    n,
  ) => `        package${n}) if [ -n "$dry" ] || query_${n} "$text" >/dev/null 2>&1; then remove_${n} "$text"; fi ;;
        source${n}) remove_source_${n} "$text" ;;`,
).join('\n')}
        *) say "By hand: take $text away again." ;;
      esac
      ;;
    *) fail "What was written down in $1 is not known: $what." ;;
  esac
}`;

/**
 * The script that takes back what the applying script did, last first, from what that wrote down: also where it was broken
 * off. It can be broken off and run again itself.
 */
export function undoScript(of: ScriptOf): string {
  const functions = applyFunctions(of.host);
  const lib = new Library({
    ...functions,
    take_back: {
      needs: [
        'say',
        'fail',
        'host_set',
        'host_reset',
        'host_disable',
        ...of.host.channels.flatMap((_, n) => [`remove_${n}`, `remove_source_${n}`, `query_${n}`]),
      ],
      text: TAKE_BACK(of.host.channels.length),
    },
  });
  lib.use('take_back');
  return [
    '#!/bin/sh',
    `# The way back of ${oneLine(of.coat)}`,
    `# For ${oneLine(of.hostLabel)}.`,
    '#   sh undo.sh            takes back what apply.sh did, as far as it came',
    '#   sh undo.sh --dry-run  tells everything and changes nothing',
    'set -eu',
    '',
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
    '    rm -rf "$state.new"',
    '    rmdir "$base/spare-coat" 2>/dev/null || :',
    '  fi',
    '  say "Nothing is written down in $state: there is nothing to take back."',
    '  exit 0',
    'fi',
    '',
    '# What was taken back is moved away in one go, so that this can be broken off at any moment.',
    'if [ -z "$dry" ]; then rm -rf "$state/gone" "$state/done" "$state/waits" "$state/known"; fi',
    'count=0',
    'for record in "$state/undo"/*; do',
    '  if [ -e "$record" ]; then count=$((count + 1)); fi',
    'done',
    'while [ "$count" -gt 0 ]; do',
    `  record="$state/undo/$(printf '%05d' "$count")"`,
    '  count=$((count - 1))',
    '  take_back "$record"',
    '  if [ -n "$dry" ]; then continue; fi',
    '  mv "$record" "$state/gone"',
    '  rm -rf "$state/gone"',
    'done',
    'if [ -n "$dry" ]; then',
    '  say "Nothing was changed."',
    '  exit 0',
    'fi',
    // The folder of all coats is ours: it goes when the last of them has gone.
    'levels=$(cat "$state/levels" 2>/dev/null || printf 2)',
    'if [ "$levels" -lt 2 ]; then levels=2; fi',
    'rm -rf "$state"',
    'parent=${state%/*}',
    'while [ "$levels" -gt 1 ]; do',
    '  if [ -d "$parent" ]; then rmdir -- "$parent" 2>/dev/null || break; fi',
    '  parent=${parent%/*}',
    '  levels=$((levels - 1))',
    'done',
    'say "Everything that was written down is taken back. Log out and in again, so that all of it shows."',
    '',
  ].join('\n');
}
