import type { Functions } from './shell.js';

/** Going from step to step: what was done already, what is skipped, and where a session has to end first. */
export const FRAME: Functions = {
  todo: {
    needs: [],
    text: `
# Tells a step; ends with an error where it was done or skipped already.
todo() {
  stopped="$2"
  skipped=
  if [ -e "$marks/done/$1" ]; then
    printf '[%s of %s] %s: done already\\n' "$2" "$steps" "$3"
    return 1
  fi
  if [ -z "$again" ] && [ -e "$marks/skipped/$1" ]; then
    printf '[%s of %s] %s: skipped\\n' "$2" "$steps" "$3"
    return 1
  fi
  printf '\\n[%s of %s] %s\\n' "$2" "$steps" "$3"
}`,
  },
  finish: {
    needs: [],
    text: `
# Writes down that a step is done, or that it was skipped; what took it back is then to be done anew.
finish() {
  if [ -n "$dry" ]; then return 0; fi
  if [ -n "$skipped" ]; then
    mkdir -p "$marks/skipped"
    : >"$marks/skipped/$1"
    return 0
  fi
  mkdir -p "$marks/done"
  : >"$marks/done/$1"
  rm -f "$marks/skipped/$1"
  if [ -n "\${2:-}" ]; then rm -f "$marks/done/$2"; fi
}`,
  },
  pause: {
    needs: ['say', 'finish'],
    text: `
session_mark() {
  case $1 in
    restart) cat /proc/sys/kernel/random/boot_id 2>/dev/null || : ;;
    *) printf '%s' "\${XDG_SESSION_ID:-}" ;;
  esac
}
# Stops at a session break, and goes on when the script is run again after it.
pause() {
  if [ -n "$dry" ] || [ -e "$marks/done/$1" ]; then
    say "--- $3"
    return 0
  fi
  mark=$(session_mark "$2")
  skipped=
  if [ -e "$marks/waits/$1" ]; then
    was=$(cat "$marks/waits/$1")
    if [ -n "$goon" ] || [ -z "$mark" ] || [ "$was" != "$mark" ]; then
      finish "$1"
      return 0
    fi
    stopped=
    say "This is still the same session. $3, then run this script again; --go-on goes on all the same."
    exit 0
  fi
  mkdir -p "$marks/waits"
  printf '%s' "$mark" >"$marks/waits/$1"
  stopped=
  say "$3, then run this script again."
  exit 0
}`,
  },
};

/** Makes the folder of records; nothing is in it before it is whole. */
export const MAKE_STATE = `if [ -z "$dry" ] && [ ! -d "$state" ]; then
  levels=0
  parent=$state
  while [ -n "$parent" ] && [ ! -d "$parent" ]; do
    levels=$((levels + 1))
    parent=\${parent%/*}
  done
  # How many folders were missing, and the times of the one they are made in, come with the last of them in one go.
  if [ ! -s "$state.new/levels" ]; then
    stamp=$(mktemp)
    touch -r "\${parent:-/}" "$stamp"
    mkdir -p "$state.new"
    cp -p "$stamp" "$state.new/stamp"
    rm -f "$stamp"
    printf '%s' "$levels" >"$state.new/levels"
  fi
  mv "$state.new" "$state"
fi`;
