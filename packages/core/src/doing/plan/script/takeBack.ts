import type { Functions } from './shell.js';

/** Taking back what was written down. A record goes when it is taken back, so that this can be broken off at any moment. */
export const takeBackFunctions = (channels: number): Functions => ({
  put_back: {
    needs: ['real_path'],
    text: `
# Makes a path what it was.
put_back() {
  rm -rf -- "$2"
  if [ -e "$1/was" ] || [ -L "$1/was" ]; then
    mkdir -p -- "\${2%/*}"
    cp -RPp -- "$1/was" "$2"
  fi
}`,
  },
  take_back_path: {
    needs: ['say', 'read_text', 'print_of', 'put_back', 'tell'],
    text: `
# Takes away of a folder what is as it was left; what others put there or changed stays.
remove_unchanged() {
  (
    cd -- "$2" || exit 1
    find . ! -type d -exec sh -c '
      left=$1
      shift
      for file do
        case $file in *"
"*) continue ;; esac
        if [ -L "$file" ]; then line=$(stat -c "link %N" "$file"); else line=$(cksum "$file"); fi
        if grep -qxF -- "$line" "$left"; then rm -f -- "$file"; fi
      done' sh "$1/left" {} +
    find . -depth -type d -exec rmdir {} + 2>/dev/null || :
  )
  rmdir -- "$2" 2>/dev/null || :
}
take_back_path() {
  read_text "$1/path"
  path=$text
  read_text "$1/meant"
  if [ -n "$dry" ]; then
    tell put back "$path"
    return 0
  fi
  if ! (is_inside "$text" "$path") 2>/dev/null; then
    say "$path lies elsewhere by now: a link leads out of $text. Nothing is taken back there."
    return 0
  fi
  tell put back "$path"
  if as_left "$1" "$path" || { [ ! -e "$path" ] && [ ! -L "$path" ]; }; then
    put_back "$1" "$path"
    return 0
  fi
  print_of "$path" >"$state/now"
  if { [ -e "$1/was" ] || [ -L "$1/was" ]; } && print_of "$1/was" | cmp -s - "$state/now"; then
    put_back "$1" "$path"
  elif [ -e "$1/was" ] || [ -L "$1/was" ]; then
    beside=$path.before
    n=2
    while [ -e "$beside" ] || [ -L "$beside" ]; do
      beside=$path.before-$n
      n=$((n + 1))
    done
    cp -RPp -- "$1/was" "$beside"
    say "$path was changed since, and stays as it is. How it was before lies beside it: $beside"
  elif [ -d "$path" ] && [ ! -L "$path" ]; then
    remove_unchanged "$1" "$path"
    if [ -d "$path" ]; then say "$path was changed since: what was put there or changed by others stays."; fi
  else
    say "$path was changed since, and stays as it is. Before it was not there."
  fi
}`,
  },
  take_back_edit: {
    needs: [
      'say',
      'read_text',
      'print_of',
      'put_back',
      'tell',
      'locate',
      'splice',
      'real_path',
      'record_of',
      'drop',
      'keep_path',
    ],
    text: `
# Whether another value of the same file is still written down.
others_in() {
  for other in "$state/undo"/*; do
    if [ "$other" != "$1" ] && [ -e "$other/file" ] && cmp -s "$1/file" "$other/file"; then return 0; fi
  done
  return 1
}
take_back_edit() {
  read_text "$1/path"
  path=$text
  format=$(cat "$1/format")
  read_text "$1/at"
  place=$text
  tell put back "$place" in "$path"
  if [ -n "$dry" ]; then return 0; fi
  record_of "$(cat "$1/file")"
  file=$record
  untouched=
  if [ -n "$file" ] && as_left "$file" "$path"; then
    untouched=yes
    # The file as a whole is put back by its own record, to the byte.
    if ! others_in "$1"; then
      drop "$1"
      take_back_path "$file"
      drop "$file"
      return 0
    fi
  fi
  if [ -n "$file" ]; then read_text "$file/meant"; else text=$HOME; fi
  if ! (is_inside "$text" "$path") 2>/dev/null; then
    say "$path lies elsewhere by now. Nothing is taken back there."
    return 0
  fi
  if value_there "$path" "$format" "$place" >"$state/now" && [ -e "$1/left" ] && cmp -s "$state/now" "$1/left"; then
    if [ -e "$1/was" ]; then
      splice "$path" "$first" "$last" "$1/was"
    elif locate "$path" "$format" "$place" '' out; then
      read -r before rest _ <"$state/work.place"
      tail -n +2 "$state/work.place" >"$state/work.put"
      splice "$path" "$before" "$rest" "$state/work.put"
    fi
  elif [ ! -e "$1/left" ] && [ -e "$1/was" ] && ! value_there "$path" "$format" "$place" >/dev/null; then
    read_text "$1/was"
    if locate "$path" "$format" "$place" "$text" ''; then
      read -r before rest _ <"$state/work.place"
      tail -n +2 "$state/work.place" >"$state/work.put"
      splice "$path" "$before" "$rest" "$state/work.put"
    fi
  else
    was='not there'
    if [ -e "$1/was" ]; then was=$(cat "$1/was"); fi
    say "$place in $path was changed since, and stays as it is. Before it was: $was"
  fi
  if [ -n "$untouched" ]; then left_path "$(cat "$1/file")" "$path"; fi
}`,
  },
  drop: {
    needs: [],
    text: `
# Forgets a record, in one go.
drop() {
  if [ -n "$dry" ] || [ ! -d "$1" ]; then return 0; fi
  rm -f "$state/known/$(cat "$1/id")"
  rm -rf "$state/gone"
  mv "$1" "$state/gone"
  rm -rf "$state/gone"
}`,
  },
  take_back: {
    needs: [
      'say',
      'fail',
      'agreed',
      'tell',
      'read_text',
      'host_get',
      'host_set',
      'host_reset',
      'host_enable',
      'host_disable',
      'take_back_path',
      'take_back_edit',
      ...Array.from({ length: channels }, (_, n) => [
        `install_${n}`,
        `remove_${n}`,
        `add_source_${n}`,
        `remove_source_${n}`,
        `query_${n}`,
      ]).flat(),
    ],
    text: `
# Whether how it was before is known; else a person says whether to go on.
was_known() {
  if [ "$(cat "$1/known" 2>/dev/null)" = known ]; then return 0; fi
  agreed "back-$(cat "$1/id")" "$2"
}
take_back() {
  what=$(cat "$1/what")
  case $what in
    # It was so already: there is nothing to take back.
    same) ;;
    path) take_back_path "$1" ;;
    edit) take_back_edit "$1" ;;
    setting)
      read_text "$1/key"
      key=$text
      if [ -e "$1/left" ] && { ! host_get "$key" >"$state/now" 2>/dev/null || ! cmp -s "$state/now" "$1/left"; }; then
        was='not set'
        if [ -e "$1/was" ]; then was=$(cat "$1/was"); fi
        say "$key was changed since, and stays as it is. Before it was: $was"
      elif [ -e "$1/was" ]; then
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
      if was_known "$1" "It cannot be told whether $text was enabled before. Disable it?"; then
        host_disable "$text" || say "The addon $text was gone already."
      fi
      ;;
    disabled)
      read_text "$1/name"
      if was_known "$1" "It cannot be told whether $text was enabled before. Enable it again?"; then host_enable "$text"; fi
      ;;
    script)
      read_text "$1/name"
      printf '+ %s\\n' "$text" | tr '\\001-\\011\\013-\\037\\177' '?'
      if [ -z "$dry" ]; then sh -c "$text" || say "It could not take itself away; its files are taken away now."; fi
      ;;
    package | source | removed | unsourced)
      read_text "$1/name"
      case $what$(cat "$1/channel") in
${Array.from(
  { length: channels },
  (
    _,
    n,
  ) => `        package${n}) if [ -n "$dry" ] || query_${n} "$text" >/dev/null 2>&1; then remove_${n} "$text"; fi ;;
        removed${n}) install_${n} "$text" ;;
        source${n}) if was_known "$1" "It cannot be told whether the source $text was there before. Take it out?"; then remove_source_${n} "$text"; fi ;;
        unsourced${n}) if was_known "$1" "It cannot be told whether the source $text was there before. Add it again?"; then add_source_${n} "$text"; fi ;;`,
).join('\n')}
        *) say "By hand: take $text away again." ;;
      esac
      ;;
    hand)
      read_text "$1/name"
      say "Not taken back, since only a hand can: $text"
      ;;
    *) fail "What was written down in $1 is not known: $what." ;;
  esac
  drop "$1"
}`,
  },
  settle: {
    needs: ['say', 'read_text'],
    text: `
# Takes away the folders that were made, where nothing is in them any more, and gives folders their times back in which
# nothing is left to be taken back.
settle() {
  if [ -n "$dry" ]; then return 0; fi
  went=yes
  while [ -n "$went" ]; do
    went=
    for made in "$state/made"/*; do
      if [ ! -d "$made" ]; then continue; fi
      read_text "$made/path"
      if [ -d "$text" ] && ! rmdir -- "$text" 2>/dev/null; then continue; fi
      rm -rf "$made"
      went=yes
    done
  done
  for times in "$state/times"/*; do
    if [ ! -d "$times" ]; then continue; fi
    busy=
    for other in "$state/undo"/* "$state/made"/*; do
      if [ -e "$other/folder" ] && cmp -s "$times/path" "$other/folder"; then busy=yes; fi
    done
    if [ -n "$busy" ]; then continue; fi
    read_text "$times/path"
    if [ -d "$text" ]; then touch -r "$times/stamp" -- "$text"; fi
    rm -rf "$times"
  done
}
# At the end of all: folders that were made, and in which something else lies by now.
stays() {
  for made in "$state/made"/*; do
    if [ ! -d "$made" ]; then continue; fi
    read_text "$made/path"
    say "$text holds something else and stays."
  done
}`,
  },
});
