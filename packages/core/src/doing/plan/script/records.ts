import type { Functions } from './shell.js';

/** Where a script writes down what it has done, and how things were before. */
export function stateLines(name: string, again?: string): string[] {
  return [
    // A base directory that is no absolute path is to be passed over (XDG Base Directory Specification).
    ...['XDG_CONFIG_HOME', 'XDG_DATA_HOME', 'XDG_CACHE_HOME', 'XDG_STATE_HOME'].map(
      (variable) => `case \${${variable}:-} in /*) ;; *) unset ${variable} ;; esac`,
    ),
    `base=\${XDG_STATE_HOME:-"$HOME/.local/state"}`,
    `state="$base/spare-coat/${name}"`,
    // What was done lies beside what is known, so that a plan that can be done again has marks of its own.
    again === undefined ? 'marks=$state' : `marks="$state/again-${again}"`,
    'dry=',
    'skipped=',
  ];
}

/**
 * Writing down how things are before they are changed, and how a change left them. A record is a folder below `undo`, moved
 * into place in one go; `known` names the record of a thing. Its files: `what` it is of, its `id`, `was` (how it was; missing
 * where it was not there), `left` (how the change left it, so that what others changed since is known), and what its sort needs.
 */
export const RECORDS: Functions = {
  open_record: {
    needs: [],
    text: `
# Begins to write down how a thing is; ends with an error where that was done before.
open_record() {
  if [ -s "$state/known/$2" ]; then return 1; fi
  rm -rf "$state/new"
  mkdir -p "$state/new" "$state/undo" "$state/known"
  printf '%s' "$1" >"$state/new/what"
  printf '%s' "$2" >"$state/new/id"
}
close_record() {
  id=$1
  set -- "$state/undo"/*
  if [ ! -e "$1" ]; then shift; fi
  if [ "$#" -gt 0 ]; then shift "$(($# - 1))"; fi
  newest=\${1:-0}
  newest=\${newest##*/}
  # Figures with noughts before them are not to be read as octal.
  newest=\${newest#"\${newest%%[!0]*}"}
  newest=$(printf '%05d' "$((newest + 1))")
  mv "$state/new" "$state/undo/$newest"
  printf '%s' "$newest" >"$state/known.new"
  mv -f "$state/known.new" "$state/known/$id"
}
# The folder of the record of a thing; empty without one.
record_of() {
  record=
  if [ -s "$state/known/$1" ]; then record="$state/undo/$(cat "$state/known/$1")"; fi
  if [ ! -d "$record" ]; then record=; fi
}`,
  },
  read_text: {
    needs: [],
    text: `
# Gives a text back as it was written, line breaks at its end included.
read_text() {
  text=$(cat "$1"; printf x)
  text=\${text%x}
}`,
  },
  print_of: {
    needs: [],
    text: `
# What lies at a path, as lines that differ where anything in it does: sorts, rights, sums, and where links lead.
print_of() {
  if [ -L "$1" ]; then
    printf 'link '
    readlink -- "$1"
  elif [ -d "$1" ]; then
    (
      cd -- "$1" || exit 1
      {
        find . -type f -exec cksum {} +
        find . -type l -exec stat -c 'link %N' {} +
        find . ! -type l -exec stat -c '%a %n' {} +
      } | LC_ALL=C sort
    )
  elif [ -e "$1" ]; then
    cksum <"$1"
    stat -c %a -- "$1"
  else
    printf 'nothing\\n'
  fi
}
as_left() {
  if [ ! -e "$1/left" ]; then return 0; fi
  print_of "$2" | cmp -s - "$1/left"
}`,
  },
  real_path: {
    needs: ['fail'],
    text: `
# Where a path really lies, whatever links are on the way to it; what is missing of it is added as it is.
real_path() {
  rest=
  up=$1
  while [ ! -d "$up" ]; do
    if [ -L "$up" ] || [ -e "$up" ]; then fail "$up is in the way: it is no folder."; fi
    rest="/\${up##*/}$rest"
    up=\${up%/*}
    if [ -z "$up" ]; then up=/; fi
  done
  real=$(cd -P -- "$up" && pwd -P && printf x)
  real=\${real%??}
  if [ "$real" = / ]; then real=; fi
  real=$real$rest
}
# Whether a path lies in the folder that it is meant to be in, and no link leads out of that.
is_inside() {
  real_path "$1"
  meant=$real
  real_path "\${2%/*}"
  case $real/ in
    "$meant"/*) return 0 ;;
    *) return 1 ;;
  esac
}
check_place() {
  if ! is_inside "$1" "$2"; then fail "$2 does not lie in $1: a link leads to $real. Nothing is written there; do this step by hand."; fi
}`,
  },
  keep_times: {
    needs: [],
    text: `
# Keeps the times of a folder before something in it is changed for the first time.
keep_times() {
  sum=$(printf '%s' "$1" | cksum | tr ' ' -)
  if [ -d "$state/times/$sum" ]; then return 0; fi
  rm -rf "$state/times.new"
  mkdir -p "$state/times.new" "$state/times"
  printf '%s' "$1" >"$state/times.new/path"
  touch -r "$1" "$state/times.new/stamp"
  mv "$state/times.new" "$state/times/$sum"
}`,
  },
  keep_made: {
    needs: [],
    text: `
# Writes down which folders have to be made for a path, from the innermost to the one that is there.
keep_made() {
  up=$1
  while [ "$up" != "$2" ] && [ -n "$up" ]; do
    sum=$(printf '%s' "$up" | cksum | tr ' ' -)
    rm -rf "$state/made.new"
    mkdir -p "$state/made.new" "$state/made"
    printf '%s' "$up" >"$state/made.new/path"
    printf '%s' "$2" >"$state/made.new/folder"
    if [ ! -d "$state/made/$sum" ]; then mv "$state/made.new" "$state/made/$sum"; fi
    up=\${up%/*}
  done
}`,
  },
  keep_path: {
    needs: ['open_record', 'keep_times', 'keep_made', 'check_place', 'print_of'],
    text: `
# Keeps a file or folder as it is before it is changed, or writes down that it was not there: its name, the folder that it
# is meant to be in, and where it lies.
keep_path() {
  if [ -n "$dry" ]; then return 0; fi
  check_place "$2" "$3"
  if open_record path "$1"; then
    printf '%s' "$2" >"$state/new/meant"
    printf '%s' "$3" >"$state/new/path"
    if [ -e "$3" ] || [ -L "$3" ]; then cp -RPp -- "$3" "$state/new/was"; fi
    parent=\${3%/*}
    while [ -n "$parent" ] && [ ! -d "$parent" ]; do parent=\${parent%/*}; done
    printf '%s' "\${parent:-/}" >"$state/new/folder"
    keep_times "\${parent:-/}"
    keep_made "\${3%/*}" "\${parent:-/}"
    close_record "$1"
  fi
}
# Writes down how a change left a path.
left_path() {
  if [ -n "$dry" ]; then return 0; fi
  record_of "$1"
  if [ -z "$record" ]; then return 0; fi
  print_of "$2" >"$state/left.new"
  mv -f "$state/left.new" "$record/left"
}`,
  },
  keep_setting: {
    needs: ['open_record', 'host_get', 'host_has'],
    text: `
# Writes down what a setting is before it is changed, or that it was never set.
keep_setting() {
  if [ -z "$dry" ] && open_record setting "$1"; then
    printf '%s' "$2" >"$state/new/key"
    if ! host_has "$2" || ! host_get "$2" >"$state/new/was" 2>/dev/null; then rm -f "$state/new/was"; fi
    close_record "$1"
  fi
}
left_setting() {
  if [ -n "$dry" ]; then return 0; fi
  record_of "$1"
  if [ -z "$record" ]; then return 0; fi
  if host_get "$2" >"$state/left.new" 2>/dev/null; then mv -f "$state/left.new" "$record/left"; fi
}`,
  },
  note_record: {
    needs: ['open_record'],
    text: `
# Writes down that something is changed which the way back has to know of: what, its name, where, and whether it is known how
# it was before.
note_record() {
  if [ -z "$dry" ] && open_record "$2" "$1"; then
    printf '%s' "$3" >"$state/new/name"
    printf '%s' "$4" >"$state/new/channel"
    printf '%s' "$5" >"$state/new/known"
    close_record "$1"
  fi
}`,
  },
};
