import type { HostProfile } from '../../host/profile.js';
import type { Library } from './shell.js';
import { templateWords } from './shell.js';

type Functions = ConstructorParameters<typeof Library>[0];

/** Where a script writes down what it has done, and how things were before. */
export function stateLines(name: string): string[] {
  return [`base=\${XDG_STATE_HOME:-"$HOME/.local/state"}`, `state="$base/spare-coat/${name}"`, 'dry='];
}

/** What both scripts need: telling, running, and the host's own commands. */
function common(host: HostProfile): Functions {
  const { commands } = host;
  return {
    say: { needs: [], text: `say() { printf '%s\\n' "$*"; }` },
    fail: {
      needs: [],
      text: `
fail() {
  printf '%s\\n' "$*" >&2
  exit 1
}`,
    },
    run: {
      needs: [],
      text: `
# Tells a command and runs it; in a dry run it only tells.
run() {
  printf '+ %s\\n' "$*"
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
    host_get: { needs: [], text: `host_get() { ${templateWords(commands.get, ['key'])}; }` },
    host_set: {
      needs: ['run'],
      text: `host_set() { run ${templateWords(commands.set, ['key', 'value'])}; }`,
    },
    host_reset: {
      needs: commands.reset ? ['run'] : ['say'],
      text: commands.reset
        ? `host_reset() { run ${templateWords(commands.reset, ['key'])}; }`
        : `host_reset() { say "By hand: $1 was not set before, and no command takes it out of the settings. Take it out by hand."; }`,
    },
    host_enable: { needs: ['run'], text: `host_enable() { run ${templateWords(commands.enable, ['id'])}; }` },
    host_disable: {
      needs: ['run'],
      text: `host_disable() { run ${templateWords(commands.disable, ['id'])}; }`,
    },
    host_open: { needs: ['run'], text: `host_open() { run ${templateWords(commands.open, ['name'])}; }` },
    ...Object.fromEntries(
      host.channels.flatMap((channel, n) => [
        [
          `install_${n}`,
          {
            needs: ['admin'],
            text: `install_${n}() { admin ${templateWords(channel.install, ['package'])}; }`,
          },
        ],
        [
          `remove_${n}`,
          {
            needs: ['admin'],
            text: `remove_${n}() { admin ${templateWords(channel.remove, ['package'])}; }`,
          },
        ],
        [`query_${n}`, { needs: [], text: `query_${n}() { ${templateWords(channel.query, ['package'])}; }` }],
        [
          `add_source_${n}`,
          {
            needs: ['admin', 'say'],
            text: channel.addSource
              ? `add_source_${n}() { admin ${templateWords(channel.addSource, ['source'])}; }`
              : `add_source_${n}() { say "By hand: add the source $1."; }`,
          },
        ],
        [
          `remove_source_${n}`,
          {
            needs: ['admin', 'say'],
            text: channel.removeSource
              ? `remove_source_${n}() { admin ${templateWords(channel.removeSource, ['source'])}; }`
              : `remove_source_${n}() { say "By hand: take the source $1 out again."; }`,
          },
        ],
      ]),
    ),
  };
}

/** What the applying script is made of. Everything is written down before it is changed, in one move of a folder. */
export function applyFunctions(host: HostProfile): Functions {
  return {
    ...common(host),
    todo: {
      needs: [],
      text: `
# Tells a step; ends with an error where it was done already.
todo() {
  stopped="$2"
  if [ -e "$state/done/$1" ]; then
    printf '[%s of %s] %s: done already\\n' "$2" "$steps" "$3"
    return 1
  fi
  printf '\\n[%s of %s] %s\\n' "$2" "$steps" "$3"
}`,
    },
    finish: {
      needs: [],
      text: `
finish() {
  if [ -n "$dry" ]; then return 0; fi
  mkdir -p "$state/done"
  : >"$state/done/$1"
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
  if [ -n "$dry" ] || [ -e "$state/done/$1" ]; then
    say "--- $3"
    return 0
  fi
  mark=$(session_mark "$2")
  if [ -e "$state/waits/$1" ]; then
    was=$(cat "$state/waits/$1")
    if [ -n "$goon" ] || [ -z "$mark" ] || [ "$was" != "$mark" ]; then
      finish "$1"
      return 0
    fi
    stopped=
    say "This is still the same session. $3, then run this script again; --go-on goes on all the same."
    exit 0
  fi
  mkdir -p "$state/waits"
  printf '%s' "$mark" >"$state/waits/$1"
  stopped=
  say "$3, then run this script again."
  exit 0
}`,
    },
    open_record: {
      needs: [],
      text: `
# Begins to write down how a thing is; ends with an error where that was done before.
open_record() {
  if [ -e "$state/known/$2" ]; then return 1; fi
  rm -rf "$state/new"
  mkdir -p "$state/new" "$state/undo" "$state/known"
  printf '%s' "$1" >"$state/new/what"
}
close_record() {
  id=$1
  set -- "$state/undo"/*
  if [ ! -e "$1" ]; then shift; fi
  mv "$state/new" "$state/undo/$(printf '%05d' "$(($# + 1))")"
  : >"$state/known/$id"
}`,
    },
    keep_path: {
      needs: ['open_record'],
      text: `
# Keeps a file or folder as it is before it is changed, or writes down that it was not there.
keep_path() {
  if [ -n "$dry" ]; then return 0; fi
  if open_record path "$1"; then
    printf '%s' "$2" >"$state/new/path"
    if [ -e "$2" ] || [ -L "$2" ]; then cp -RPp -- "$2" "$state/new/was"; fi
    levels=0
    parent=\${2%/*}
    while [ -n "$parent" ] && [ ! -d "$parent" ]; do
      levels=$((levels + 1))
      parent=\${parent%/*}
    done
    printf '%s' "$levels" >"$state/new/levels"
    close_record "$1"
  fi
}`,
    },
    keep_setting: {
      needs: ['open_record', 'host_get'],
      text: `
# Writes down what a setting is before it is changed, or that it was never set.
keep_setting() {
  if [ -z "$dry" ] && open_record setting "$1"; then
    printf '%s' "$2" >"$state/new/key"
    if ! host_get "$2" >"$state/new/was" 2>/dev/null; then rm -f "$state/new/was"; fi
    close_record "$1"
  fi
}`,
    },
    set_value: {
      needs: ['keep_setting', 'host_set'],
      text: `
set_value() {
  keep_setting "$1" "$2"
  host_set "$2" "$3"
}`,
    },
    reset_value: {
      needs: ['keep_setting', 'host_reset'],
      text: `
reset_value() {
  keep_setting "$1" "$2"
  host_reset "$2"
}`,
    },
    note_record: {
      needs: ['open_record'],
      text: `
# Writes down that something was changed which the way back has to know of: what, its name, and where.
note_record() {
  if [ -z "$dry" ] && open_record "$2" "$1"; then
    printf '%s' "$3" >"$state/new/name"
    printf '%s' "$4" >"$state/new/channel"
    close_record "$1"
  fi
}`,
    },
    fetch: {
      needs: ['keep_path', 'run', 'fail'],
      text: `
fetch() {
  keep_path "$1" "\${3%/*}"
  run mkdir -p -- "\${3%/*}"
  run curl -fsSL --retry 2 -o "$3.part" --url "$2"
  if [ -n "$dry" ]; then return 0; fi
  if [ -n "$4" ]; then
    sum=$(sha256sum <"$3.part")
    if [ "\${sum%% *}" != "$4" ]; then fail "$3 is not the file that is meant: its SHA-256 is \${sum%% *}."; fi
  fi
  mv -f -- "$3.part" "$3"
}`,
    },
    unpack: {
      needs: ['keep_path', 'run', 'fail'],
      text: `
open_archive() {
  case $1 in
    *.zip | *.ZIP) if command -v unzip >/dev/null; then unzip -q -o "$1" -d "$2"; else bsdtar -xf "$1" -C "$2"; fi ;;
    *) tar -xf "$1" -C "$2" ;;
  esac
}
# Puts a folder of an archive where the host finds it.
unpack() {
  keep_path "$1" "$4"
  printf '+ unpack %s to %s\\n' "$2" "$4"
  if [ -n "$dry" ]; then return 0; fi
  rm -rf "$state/work"
  mkdir -p "$state/work"
  open_archive "$2" "$state/work"
  from="$state/work"
  if [ -n "$3" ]; then from="$state/work/$3"; fi
  if [ ! -e "$from" ]; then fail "There is no $3 in $2."; fi
  mkdir -p -- "\${4%/*}"
  rm -rf -- "$4"
  mv -- "$from" "$4"
  rm -rf "$state/work"
}`,
    },
    clone: {
      needs: ['keep_path', 'run'],
      text: `
clone() {
  keep_path "$1" "$4"
  run mkdir -p -- "\${4%/*}"
  if [ -z "$dry" ]; then rm -rf -- "$4"; fi
  run git clone -q --depth 1 --branch "$3" -- "$2" "$4"
}`,
    },
    place: {
      needs: ['keep_path', 'run', 'fail'],
      text: `
place() {
  keep_path "$1" "$3"
  printf '+ copy %s to %s\\n' "$2" "$3"
  if [ -n "$dry" ]; then return 0; fi
  if [ ! -f "$2" ]; then fail "$2 is not there. Save it from Match first."; fi
  mkdir -p -- "\${3%/*}"
  cp -p -- "$2" "$state/work.file"
  mv -f -- "$state/work.file" "$3"
}`,
    },
    write_file: {
      needs: ['keep_path'],
      text: `
write_file() {
  keep_path "$1" "$2"
  printf '+ write %s\\n' "$2"
  if [ -n "$dry" ]; then return 0; fi
  mkdir -p -- "\${2%/*}"
  printf '%s' "$3" >"$state/work.file"
  mv -f -- "$state/work.file" "$2"
}`,
    },
    delete: {
      needs: ['keep_path', 'run'],
      text: `
delete() {
  keep_path "$1" "$2"
  if [ -e "$2" ] || [ -L "$2" ] || [ -n "$dry" ]; then run rm -rf -- "$2"; fi
}`,
    },
    move: {
      needs: ['keep_path', 'run'],
      text: `
# Moves something; where that was done before a crash, there is nothing left to move.
move() {
  keep_path "$1" "$2"
  keep_path "$3" "$4"
  if [ -z "$dry" ] && [ ! -e "$2" ]; then return 0; fi
  run mkdir -p -- "\${4%/*}"
  if [ -z "$dry" ]; then rm -rf -- "$4"; fi
  run mv -- "$2" "$4"
}`,
    },
    edit: {
      needs: ['keep_path', 'fail', 'edit_text'],
      text: `
# Changes one value in a file and keeps the rest: its other lines, its rights, and where a link leads.
edit() {
  keep_path "$1" "$2"
  printf '+ set %s in %s to %s\\n' "$4" "$2" "$5"
  if [ -n "$dry" ]; then return 0; fi
  mkdir -p -- "\${2%/*}"
  if [ ! -e "$2" ]; then : >"$2"; fi
  edit_text "$3" "$4" "$5" "$6" <"$2" >"$state/work.text" || fail "$2 cannot be edited: set $4 to $5 by hand."
  if [ -L "$2" ]; then cat "$state/work.text" >"$2"; else
    cp -p -- "$2" "$state/work.file"
    cat "$state/work.text" >"$state/work.file"
    mv -f -- "$state/work.file" "$2"
  fi
  rm -f "$state/work.text"
}`,
    },
    edit_text: { needs: [], text: EDIT_TEXT },
  };
}

/**
 * Edits text from its input: `lines` by the beginning of a line, `key file` by `[group] key`, `json` by names with dots
 * between. The
 * fourth argument is `out` where the value is to be taken out. What stands around it stays byte for byte.
 */
const EDIT_TEXT = `
edit_text() {
  FORMAT=$1 AT=$2 VALUE=$3 OUT=\${4:-} awk '
    function trim(s) { sub(/^[ \\t]+/, "", s); sub(/[ \\t]+$/, "", s); return s }
    BEGIN {
      format = ENVIRON["FORMAT"]; at = ENVIRON["AT"]; value = ENVIRON["VALUE"]; out = ENVIRON["OUT"]
      if (format == "key file") {
        cut = match(at, /\\/[^\\/]*$/)
        group = cut ? substr(at, 1, cut - 1) : ""; key = cut ? substr(at, cut + 1) : at
      }
      inside = (group == ""); done = 0; last = 0; count = 0
    }
    { line[++count] = $0 }
    END {
      if (format == "json") { edit_json(); exit failed }
      for (i = 1; i <= count; i++) {
        s = line[i]
        if (format == "lines") {
          if (index(trim(s), trim(at)) == 1 && !done) {
            done = 1
            match(s, /^[ \\t]*/)
            if (!out) print substr(s, 1, RLENGTH) at " " value
            continue
          }
          print s
          continue
        }
        t = trim(s)
        if (t ~ /^\\[.*\\]$/) {
          if (inside && !done && !out && group != "") { print key "=" value; done = 1 }
          release()
          inside = (substr(t, 2, length(t) - 2) == group)
          print s
          continue
        }
        p = index(s, "=")
        if (inside && !done && p && trim(substr(s, 1, p - 1)) == key) {
          release(); done = 1
          if (!out) print key "=" value
          continue
        }
        if (t == "") { blank++; continue }
        release(); print s
      }
      if (format == "lines") { if (!done && !out) print at " " value; exit 0 }
      if (!done && !out) {
        if (!inside) { release(); print "[" group "]" }
        print key "=" value
      }
      release()
    }
    function release() { while (blank > 0) { print ""; blank-- } }
    function edit_json(   text, i) {
      text = ""
      for (i = 1; i <= count; i++) text = text line[i] (i < count ? "\\n" : "")
      src = text; pos = 1; found = 0; failed = 0; parent_end = 0
      if (trim(text) == "") src = "{}"
      split_path()
      skip(); walk(1)
      if (failed || !found) { failed = 1; return }
      printf "%s\\n", substr(src, 1, from - 1) put substr(src, to)
    }
    function split_path() { depth = split(at, step, "."); if (value !~ /^(-?[0-9]+(\\.[0-9]+)?|true|false|null|[\\[{].*)$/) { v = value; gsub(/\\\\/, "\\\\\\\\", v); gsub(/"/, "\\\\\\"", v); gsub(/\\n/, "\\\\n", v); gsub(/\\t/, "\\\\t", v); value = "\\"" v "\\"" } }
    function skip() { while (pos <= length(src) && substr(src, pos, 1) ~ /[ \\t\\r\\n]/) pos++ }
    function text_at(   c, s) {
      s = ""; pos++
      while (pos <= length(src)) {
        c = substr(src, pos, 1)
        if (c == "\\\\") { s = s substr(src, pos, 2); pos += 2; continue }
        pos++
        if (c == "\\"") return s
        s = s c
      }
      failed = 1; return s
    }
    function walk(level,   c, k, start, many) {
      if (failed) return
      c = substr(src, pos, 1)
      if (c == "\\"") { text_at(); return }
      if (c != "{" && c != "[") { while (pos <= length(src) && substr(src, pos, 1) !~ /[,}\\] \\t\\r\\n]/) pos++; return }
      open = pos; pos++; skip(); many = 0
      if (substr(src, pos, 1) == (c == "{" ? "}" : "]")) {
        if (c == "{" && level == depth && !found && !out) { found = 1; from = pos; to = pos; put = "\\"" step[level] "\\": " value }
        pos++; return
      }
      while (pos <= length(src)) {
        k = ""
        if (c == "{") { k = text_at(); skip(); if (substr(src, pos, 1) != ":") { failed = 1; return }; pos++; skip() }
        start = pos; many++
        if (c == "{" && k == step[level] && level > 0 && level == depth && !found) {
          walk(-1000); found = 1; from = start; to = pos; put = value
          if (out) { failed = 1; return }
        } else walk(c == "{" && level > 0 && k == step[level] ? level + 1 : -1000)
        if (failed) return
        here = pos; skip()
        c2 = substr(src, pos, 1)
        if (c2 == ",") { pos++; skip(); continue }
        if (c2 != (c == "{" ? "}" : "]")) { failed = 1; return }
        if (c == "{" && level == depth && !found && !out) { found = 1; from = here; to = here; put = ", \\"" step[level] "\\": " value }
        pos++; return
      }
      failed = 1
    }
  '
}`;
