import type { Functions } from './shell.js';

/** Telling, asking, and running what is told. */
export const TALK: Functions = {
  say: { needs: [], text: `say() { printf '%s\\n' "$*"; }` },
  fail: {
    needs: [],
    text: `
fail() {
  printf '%s\\n' "$*" >&2
  exit 1
}`,
  },
  tell: {
    needs: [],
    text: `
# Tells words as they would have to be typed; what would move the cursor becomes a question mark.
tell() {
  told=+
  for word in "$@"; do
    case $word in
      '' | *[!A-Za-z0-9_%+=:,./@-]*)
        quoted=
        while :; do
          case $word in
            *"'"*)
              quoted=$quoted\${word%%"'"*}"'\\\\''"
              word=\${word#*"'"}
              ;;
            *) break ;;
          esac
        done
        told="$told '$quoted$word'"
        ;;
      *) told="$told $word" ;;
    esac
  done
  printf '%s\\n' "$told" | tr '\\001-\\011\\013-\\037\\177' '?'
}`,
  },
  run: {
    needs: ['tell'],
    text: `
# Tells a command and runs it; in a dry run it only tells.
run() {
  tell "$@"
  if [ -z "$dry" ]; then "$@"; fi
}`,
  },
  admin: {
    needs: ['run'],
    text: `
# The same for what needs administrator rights: ADMIN names the program that gives them, where one is needed.
admin() {
  if [ -n "\${ADMIN:-}" ]; then run "$ADMIN" "$@"; else run "$@"; fi
}`,
  },
  by_hand: {
    needs: ['say', 'fail'],
    text: `
# Something for a hand. It waits for the word; nothing counts as done that nobody said was.
by_hand() {
  say "By hand: $1"
  if [ -n "$dry" ]; then return 0; fi
  while :; do
    printf 'Type done, skip or stop: '
    if ! IFS= read -r answer; then
      say
      fail 'Nobody answered. Run this again where you can type.'
    fi
    case $answer in
      done) return 0 ;;
      skip)
        skipped=yes
        return 0
        ;;
      stop) fail 'Stopped, as you said.' ;;
    esac
  done
}`,
  },
  agreed: {
    needs: ['say', 'fail'],
    text: `
# Asks for a yes, once: its name, then what is asked. Without one the step is skipped.
agreed() {
  say "$2"
  if [ -n "$dry" ] || [ -e "$state/agreed/$1" ]; then return 0; fi
  while :; do
    printf 'Type yes, skip or stop: '
    if ! IFS= read -r answer; then
      say
      fail 'Nobody answered. Run this again where you can type.'
    fi
    case $answer in
      yes)
        mkdir -p "$state/agreed"
        : >"$state/agreed/$1"
        return 0
        ;;
      skip)
        skipped=yes
        return 1
        ;;
      stop) fail 'Stopped, as you said.' ;;
    esac
  done
}`,
  },
};
