import { sayRefusal } from '../../../measuring/standards/edits/editText.js';
import { EDIT_REFUSALS, FILE_FORMATS, type FileFormat } from '../../../measuring/standards/edits/edit.js';
import { EDIT_PROGRAMS } from './edits/programs.js';
import type { Functions } from './shell.js';

/** The name of the function that finds a value in a file of this syntax. */
export const locateName = (format: FileFormat): string => `locate_${format.replace(' ', '_')}`;

/**
 * What deeds are made of. Files are named by their record, the folder that they are meant to be in, and where they lie;
 * every one of them is kept before it is changed, and no link leads a change out of the folder that is meant.
 */
export const DEEDS: Functions = {
  set_value: {
    needs: ['keep_setting', 'host_set'],
    text: `
set_value() {
  keep_setting "$1" "$2"
  host_set "$2" "$3"
  left_setting "$1" "$2"
}`,
  },
  as_uri: {
    needs: [],
    text: `
# The URI of a file: all but letters, digits and -._~/ as % with two digits.
as_uri() {
  printf '%s' "$1" | LC_ALL=C od -An -v -t x1 | LC_ALL=C awk '
    BEGIN { for (n = 45; n < 127; n++) if (sprintf("%c", n) ~ /[A-Za-z0-9._~\\/-]/) plain[sprintf("%02x", n)] = sprintf("%c", n); printf "file://" }
    { for (i = 1; i <= NF; i++) printf "%s", ($i in plain) ? plain[$i] : "%" toupper($i) }'
}`,
  },
  as_text: {
    needs: [],
    text: `
# A text as settings take it: in quotes.
as_text() {
  printf "'%s'" "$(printf '%s' "$1" | sed "s/[\\\\']/\\\\&/g")"
}`,
  },
  reset_value: {
    needs: ['keep_setting', 'host_reset'],
    text: `
reset_value() {
  keep_setting "$1" "$2"
  host_reset "$2"
  left_setting "$1" "$2"
}`,
  },
  fetch: {
    needs: ['keep_path', 'run', 'fail'],
    text: `
# Fetches a file: from where, its SHA-256 or nothing. Its folder is what is kept.
fetch() {
  folder=\${3%/*}
  keep_path "$1" "$2" "$folder"
  run mkdir -p -- "$folder"
  if [ -z "$dry" ]; then check_place "$2" "$3"; fi
  run curl -fsSL --proto '=http,https' --retry 2 -o "$3.part" --url "$4"
  if [ -n "$dry" ]; then return 0; fi
  if [ -n "$5" ]; then
    sum=$(sha256sum <"$3.part")
    if [ "\${sum%% *}" != "$5" ]; then fail "$3 is not the file that is meant: its SHA-256 is \${sum%% *}."; fi
  fi
  mv -f -- "$3.part" "$3"
  left_path "$1" "$folder"
}`,
  },
  unpack: {
    needs: ['keep_path', 'tell', 'fail', 'real_path'],
    text: `
open_archive() {
  case $1 in
    *.zip | *.ZIP) if command -v unzip >/dev/null; then unzip -q -o "$1" -d "$2"; else bsdtar -xf "$1" -C "$2"; fi ;;
    *) tar -xf "$1" -C "$2" ;;
  esac
}
# Puts a folder of an archive where the host finds it: the archive, the folder inside it, where to.
unpack() {
  keep_path "$1" "$2" "$5"
  tell unpack "$3" "$4" "$5"
  if [ -n "$dry" ]; then return 0; fi
  case /$4/ in */../*) fail "$4 leads out of the archive." ;; esac
  rm -rf "$state/work"
  mkdir -p "$state/work"
  open_archive "$3" "$state/work"
  from="$state/work"
  if [ -n "$4" ]; then from="$state/work/$4"; fi
  if [ -L "$from" ] || [ ! -e "$from" ]; then fail "There is no $4 in $3."; fi
  real_path "$state/work"
  work=$real
  real_path "$from/."
  case $real/ in "$work"/*) ;; *) fail "$4 leads out of the archive." ;; esac
  mkdir -p -- "\${5%/*}"
  check_place "$2" "$5"
  rm -rf -- "$5"
  mv -- "$from" "$5"
  rm -rf "$state/work"
  left_path "$1" "$5"
}`,
  },
  clone: {
    needs: ['keep_path', 'run'],
    text: `
# Clones a repository: from where, which version, where to.
clone() {
  keep_path "$1" "$2" "$5"
  run mkdir -p -- "\${5%/*}"
  if [ -z "$dry" ]; then
    check_place "$2" "$5"
    rm -rf -- "$5"
  fi
  run git clone -q --depth 1 --branch "$4" -- "$3" "$5"
  left_path "$1" "$5"
}`,
  },
  place: {
    needs: ['keep_path', 'tell', 'fail'],
    text: `
place() {
  keep_path "$1" "$2" "$4"
  tell cp "$3" "$4"
  if [ -n "$dry" ]; then return 0; fi
  if [ ! -f "$3" ]; then fail "$3 is not there. Save it from Spare Coat first."; fi
  mkdir -p -- "\${4%/*}"
  check_place "$2" "$4"
  cp -p -- "$3" "$state/work.file"
  if [ -d "$4" ] && [ ! -L "$4" ]; then rm -rf -- "$4"; fi
  mv -f -- "$state/work.file" "$4"
  left_path "$1" "$4"
}`,
  },
  write_file: {
    needs: ['keep_path', 'tell', 'say'],
    text: `
write_file() {
  keep_path "$1" "$2" "$3"
  tell write "$3"
  printf '%s\\n' "$4" | tr '\\001-\\011\\013-\\037\\177' '?' | sed 's/^/    /'
  if [ -n "$dry" ]; then return 0; fi
  mkdir -p -- "\${3%/*}"
  check_place "$2" "$3"
  rm -f "$state/work.file"
  printf '%s' "$4" >"$state/work.file"
  if [ -d "$3" ] && [ ! -L "$3" ]; then rm -rf -- "$3"; fi
  mv -f -- "$state/work.file" "$3"
  left_path "$1" "$3"
}`,
  },
  delete: {
    needs: ['keep_path', 'run'],
    text: `
delete() {
  keep_path "$1" "$2" "$3"
  if [ -e "$3" ] || [ -L "$3" ] || [ -n "$dry" ]; then run rm -rf -- "$3"; fi
  left_path "$1" "$3"
}`,
  },
  move: {
    needs: ['keep_path', 'run'],
    text: `
# Moves something; where that was done before a crash, there is nothing left to move.
move() {
  keep_path "$1" "$2" "$3"
  keep_path "$4" "$5" "$6"
  if [ -z "$dry" ] && [ ! -e "$3" ] && [ ! -L "$3" ]; then return 0; fi
  run mkdir -p -- "\${6%/*}"
  if [ -z "$dry" ]; then
    check_place "$5" "$6"
    rm -rf -- "$6"
  fi
  run mv -- "$3" "$6"
  left_path "$1" "$3"
  left_path "$4" "$6"
}`,
  },
  program_there: {
    needs: ['real_path', 'fail'],
    text: `
# Ends the script where a program that was fetched is not where it was fetched to.
program_there() {
  if [ -n "$dry" ]; then return 0; fi
  if [ -L "$2" ] || ! is_inside "$1" "$2"; then fail "$2 does not lie in $1: a link leads elsewhere. It is not run."; fi
}`,
  },
  splice: {
    needs: [],
    text: `
# Puts a file together anew: its path, the bytes before, the bytes before the rest, and what comes between from a file.
splice() {
  {
    head -c "$2" "$1"
    cat "$4"
    tail -c "+$(($3 + 1))" "$1"
  } >"$state/work.text"
  cp -p -- "$1" "$state/work.file"
  cat "$state/work.text" >"$state/work.file"
  mv -f -- "$state/work.file" "$1"
  rm -f "$state/work.text"
}`,
  },
  locate: {
    needs: [],
    text: `
# Finds a value in a file: its path, its syntax, where in it, the value, and whether it is to be taken out. The answer lies in
# work.place: bytes before, bytes before the rest, the line, and the two ends of what stood there; behind that line, what is put.
locate() {
  if [ "$(tr -d '\\000' <"$1" | wc -c)" -ne "$(wc -c <"$1")" ]; then
    printf 'broken\\n' >"$state/work.place"
    return 1
  fi
  {
    cat "$1"
    printf x
  } | AT=$3 VALUE=$4 OUT=$5 "locate_$2" >"$state/work.place"
}
# The value that stands at a place, as it is written; ends with an error where there is none.
value_there() {
  if [ ! -e "$1" ] || ! locate "$1" "$2" "$3" '' out; then return 1; fi
  read -r _ _ _ first last <"$state/work.place"
  if [ "$last" -eq 0 ]; then return 1; fi
  head -c "$last" "$1" | tail -c "+$((first + 1))"
}`,
  },
  edit: {
    needs: [
      'keep_path',
      'by_hand',
      'tell',
      'say',
      'locate',
      'splice',
      'real_path',
      'read_text',
      'open_record',
    ],
    text: `
why_not() {
  case $(cat "$state/work.place") in
${EDIT_REFUSALS.map((why) => `    ${why}) say '${sayRefusal(why).replaceAll("'", "'\\''")}' ;;`).join('\n')}
  esac
}
# Changes one value in a file and keeps every other byte: the records of the value and of the file, the folder meant, the
# file, its syntax, where in it, the value, and whether it is to be taken out. What is not safe to edit is for a hand.
edit() {
  tell edit "$4" "$6" "$7"
  if [ -n "$dry" ]; then return 0; fi
  if [ -L "$4" ]; then
    # What a link within the folder leads to is edited, and the link stays.
    real_file=$(readlink -f -- "$4" && printf x) || real_file=
    real_file=\${real_file%??}
    set -- "$1" "$2" "$3" "\${real_file:-$4}" "$5" "$6" "$7" "$8"
  fi
  if [ -L "$4" ] || ! is_inside "$3" "$4"; then
    by_hand "Set $6 to $7 in $4, if that is what you want: a link leads there, out of $3."
    return 0
  fi
  keep_path "$2" "$3" "$4"
  mkdir -p -- "\${4%/*}"
  made=
  if [ ! -e "$4" ]; then
    : >"$4"
    made=yes
  fi
  if ! locate "$4" "$5" "$6" "$7" "$8"; then
    if [ -n "$made" ]; then rm -f -- "$4"; fi
    why_not
    by_hand "Set $6 to $7 in $4."
    left_path "$2" "$4"
    return 0
  fi
  read -r before rest line first last <"$state/work.place"
  tail -n +2 "$state/work.place" >"$state/work.put"
  if open_record edit "$1"; then
    printf '%s' "$4" >"$state/new/path"
    printf '%s' "$2" >"$state/new/file"
    printf '%s' "$5" >"$state/new/format"
    printf '%s' "$6" >"$state/new/at"
    if [ "$last" -gt 0 ]; then head -c "$last" "$4" | tail -c "+$((first + 1))" >"$state/new/was"; fi
    close_record "$1"
  fi
  was='nothing'
  if [ "$last" -gt 0 ]; then was=$(head -c "$last" "$4" | tail -c "+$((first + 1))"); fi
  splice "$4" "$before" "$rest" "$state/work.put"
  left_path "$2" "$4"
  record_of "$1"
  if value_there "$4" "$5" "$6" >"$state/left.new"; then mv -f "$state/left.new" "$record/left"; else rm -f "$record/left"; fi
  tell "$4, line $line:" "$was" becomes "$7"
}`,
  },
  ...Object.fromEntries(
    FILE_FORMATS.map((format) => [
      locateName(format),
      {
        needs: ['locate'],
        text: `
${locateName(format)}() {
  LC_ALL=C awk '${EDIT_PROGRAMS[format].trim()}
'
}`,
      },
    ]),
  ),
};
