#!/bin/sh
# Learns what the settings of this desktop change: you change one thing at a time in its own settings, this script looks what became
# another. It changes nothing itself, asks nothing of a network, and needs no administrator rights.
#
#   sh learn.sh learnt.json
#
# It looks at the settings that are kept by the desktop, and at text files up to 1 MB below your configuration folder. What it notes are the
# places that changed, from what to what; whatever looks like a password, a token, an account or an address is left out. What it needs
# meanwhile lies in a private folder that goes when it ends.
#
# LEARN_QUIET (20, in seconds) says how long it first watches what changes by itself.

LC_ALL=C
export LC_ALL
umask 077
out=${1-}
quiet=${LEARN_QUIET:-20}
config_home=${XDG_CONFIG_HOME:-$HOME/.config}
largest=1048576
most_files=6000

fail() {
  printf '%s\n' "$1" >&2
  exit "${2:-1}"
}
[ -n "$out" ] || fail 'usage: sh learn.sh learnt.json' 2
case $out in -*) fail 'usage: sh learn.sh learnt.json' 2 ;; esac
[ ! -e "$out" ] || fail "$out is there already. Give another name."
have() {
  command -v "$1" >/dev/null 2>&1
}
have diff || fail 'diff is not installed, and without it nothing can be compared.'
work=$(mktemp -d) || fail 'No private folder can be made for what is compared.'
trap 'rm -rf "$work"' EXIT
trap 'exit 130' HUP INT TERM

# Whether a key or its value may be a secret. Awk functions, as in survey.sh.
secrets='
  function secret_key(key) {
    key = tolower(key)
    return key ~ /pass(word|phrase|wd|code)|secret|token|credential|api.?key|auth|cookie|session.?id|account|user.?name|login|e.?mail|phone|private|license.?key|serial|host.?name|proxy|recent|history|location|latitude|longitude/
  }
  function is_token(value, words, n, i) {
    n = split(value, words, /[^A-Za-z0-9+=]+/)
    for (i = 1; i <= n; i++)
      if (length(words[i]) >= 24 && words[i] ~ /[0-9]/ && words[i] ~ /[A-Za-z]/) return 1
    return 0
  }
  function secret_value(value) {
    return value ~ /[A-Za-z0-9._%+-]+@[A-Za-z0-9-]+\.[A-Za-z]/ || value ~ /:\/\/[^\/ ]*@/ || \
      value ~ /(^|[^0-9.])[0-9][0-9][0-9][0-9][0-9][0-9][0-9][0-9][0-9][0-9]/ || is_token(value)
  }
  function quote(s) {
    gsub(/[\\"]/, "\\\\&", s)
    gsub(/[\001-\037\177]/, " ", s)
    return "\"" s "\""
  }'

# Settings that the desktop keeps: key and value, one a line.
settings() {
  have gsettings && gsettings list-recursively 2>/dev/null | awk '{
    at = index($0, " "); rest = substr($0, at + 1); cut = index(rest, " ")
    if (at && cut) printf "%s %s\t%s\n", substr($0, 1, at - 1), substr(rest, 1, cut - 1), substr(rest, cut + 1)
  }'
  if [ "${GSETTINGS_BACKEND-}" = keyfile ]; then
    cat "$config_home/glib-2.0/settings/keyfile" 2>/dev/null
  elif have dconf; then
    dconf dump / 2>/dev/null
  fi | awk '
    /^\[/ { path = substr($0, 2, length($0) - 2); next }
    { at = index($0, "="); if (at) printf "/%s %s\t%s\n", path, substr($0, 1, at - 1), substr($0, at + 1) }'
}

# Text files of one's own, by their paths below the configuration folder. Links are not followed; what has another sort of byte is no text.
texts() {
  (cd "$config_home" 2>/dev/null && find . -name glib-2.0 -prune -o -name dconf -prune -o -type f -size -2049 -print 2>/dev/null) |
    sed 's|^\./||' | sed "${most_files}q"
}

# Your programs that run: number and name, one a line.
programs() {
  cat /proc/[0-9]*/status 2>/dev/null | awk -v uid="$(id -u)" '
    /^Name:/ { name = $2 }
    /^Pid:/ { pid = $2 }
    /^Uid:/ && $2 == uid { print pid "\t" name }'
}

# Programs of which none runs on from one note to a later one, and some do again, as objects. $3 is the round.
restarted() {
  awk -F '\t' -v round="$3" "$secrets"'
    FNR == NR { was[$2] = 1; before[$1] = $2; next }
    { is[$2] = 1; if (($1 in before) && before[$1] == $2) on[$2] = 1 }
    END {
      for (name in is)
        if ((name in was) && !(name in on) && name !~ /^(ps|sh|awk|sed|sleep|cat|cp|ls|find|gsettings|dconf)$/)
          printf "{\"round\": %d, \"program\": %s}\n", round, quote(substr(name, 1, 100))
    }' "$1/programs" "$2/programs"
}

# Notes how everything is: $1 is the folder for it.
note() {
  mkdir -p "$1/files" || return 1
  settings | sort -u >"$1/settings"
  programs >"$1/programs"
  (cd "$config_home" 2>/dev/null && find . -name glib-2.0 -prune -o -name dconf -prune -o -type f -size -2049 -exec ls -di {} + 2>/dev/null) |
    sed 's|^ *\([0-9]*\) \./|\1	|' >"$1/inodes"
  texts | while IFS= read -r file; do
    from=$config_home/$file
    [ -f "$from" ] || continue
    [ -r "$from" ] || continue
    # What did not change since is not looked into again.
    if [ -n "${2-}" ] && [ -f "$2/files/$file" ] && cmp -s "$2/files/$file" "$from"; then
      mkdir -p "$1/files/$(dirname "$file")" && ln "$2/files/$file" "$1/files/$file" 2>/dev/null && continue
    fi
    [ "$(wc -c <"$from")" -le "$largest" ] || continue
    tr -d '\000' <"$from" >"$work/text" 2>/dev/null
    cmp -s "$work/text" "$from" || continue
    mkdir -p "$1/files/$(dirname "$file")" && cp "$from" "$1/files/$file" 2>/dev/null
  done
}

# The number by which a file system knows a file of a note.
inode_of() {
  awk -F '\t' -v file="$2" '$2 == file { print $1; exit }' "$1/inodes"
}

# What became another from one note to a later one, as objects, one a line. $3 is the round.
changes() {
  awk -F '\t' -v round="$3" "$secrets"'
    FNR == NR { was[$1] = substr($0, length($1) + 2); next }
    {
      is = substr($0, length($1) + 2)
      known = ($1 in was)
      if (known && was[$1] == is) next
      if (secret_key($1) || secret_value(is) || secret_value(was[$1])) next
      printf "{\"round\": %d, \"in\": \"settings\", \"key\": %s, \"from\": %s, \"to\": %s}\n", \
        round, quote(substr($1, 1, 300)), known ? quote(substr(was[$1], 1, 200)) : "null", quote(substr(is, 1, 200))
    }' "$1/settings" "$2/settings"
  (cd "$2/files" && find . -type f -print) | sed 's|^\./||' | sort | while IFS= read -r file; do
    [ -f "$1/files/$file" ] || continue
    cmp -s "$1/files/$file" "$2/files/$file" && continue
    # A file that was written anew and put in the old one's place is another one of that name.
    moved=false
    [ "$(inode_of "$1" "$file")" = "$(inode_of "$2" "$file")" ] || moved=true
    # Lines that took the place of as many others; with the group of a key file that they stand in.
    diff "$1/files/$file" "$2/files/$file" 2>/dev/null >"$work/diff"
    awk -v round="$3" -v path="~/.config/$file" -v moved="$moved" "$secrets"'
      FNR == 1 { part++ }
      part == 1 {
        if ($0 ~ /^\[.*\]/) { group = $0; gsub(/^\[|\][ \t\r]*$/, "", group) }
        groups[FNR] = group
        text[FNR] = $0
        next
      }
      # Lines that a line lies in: those before it that stand further to the left, from the outermost on.
      function within(line, i, depth, indent, all) {
        indent = match(text[line], /[^ \t]/)
        for (i = line - 1; i > 0 && indent > 1 && depth < 12; i--) {
          if (text[i] !~ /[^ \t\r]/ || match(text[i], /[^ \t]/) >= indent) continue
          indent = match(text[i], /[^ \t]/)
          if (secret_value(text[i])) continue
          all = quote(substr(text[i], indent, 120)) (depth++ ? ", " : "") all
        }
        return all
      }
      /^[0-9]/ { flush(); at = $0; sub(/^[0-9,]*[acd]/, "", at); sub(/,.*/, "", at); n = m = 0; next }
      /^< / { from[++n] = substr($0, 3) }
      /^> / { to[++m] = substr($0, 3) }
      function flush(i) {
        for (i = 1; i <= m; i++) {
          if (n && n != m) continue
          if (secret_value(to[i]) || secret_value(from[i]) || secret_key(to[i])) continue
          sub(/\r$/, "", to[i]); sub(/\r$/, "", from[i])
          printf "{\"round\": %d, \"in\": %s, \"line\": %d, \"group\": %s, \"within\": [%s], \"from\": %s, \"to\": %s, \"moved\": %s}\n", \
            round, quote(path), at + i - 1, quote(groups[at + i - 1]), within(at + i - 1), n ? quote(substr(from[i], 1, 200)) : "null", quote(substr(to[i], 1, 200)), moved
        }
      }
      END { flush() }' "$2/files/$file" "$work/diff"
  done
}

# What a change is of, without what it was and is: by that it is known again.
places() {
  sed 's/^{"round": [0-9]*, //; s/, "line": [0-9]*//; s/, "from": .*//'
}

printf 'For %s seconds please change nothing: this looks what changes by itself …\n' "$quiet" >&2
note "$work/0" || fail 'Nothing can be noted: is the disk full?'
sleep "$quiet"
note "$work/1" "$work/0" || fail 'Nothing can be noted: is the disk full?'
changes "$work/0" "$work/1" 0 | places | sort -u >"$work/noise"
: >"$work/all"
: >"$work/again"
round=0
last=$work/1
while :; do
  printf '\nChange one thing in the settings of your desktop, then press Enter. (q and Enter: that was all) ' >&2
  IFS= read -r answer || break
  case $answer in q | Q) break ;; esac
  round=$((round + 1))
  # Some settings are written a moment after they show.
  sleep "${LEARN_SETTLE:-2}"
  next=$work/round$round
  note "$next" "$last" || fail 'Nothing more can be noted: is the disk full?'
  changes "$last" "$next" "$round" | while IFS= read -r line; do
    printf '%s\n' "$line" | places | grep -qxF -f - "$work/noise" || printf '%s\n' "$line"
  done >"$work/now"
  cat "$work/now" >>"$work/all"
  restarted "$last" "$next" "$round" >>"$work/again"
  count=$(wc -l <"$work/now")
  printf '%s changes seen.\n' "$((count))" >&2
  last=$next
done
{
  printf '{\n  "learnt": 1,\n  "takenAt": "%s",\n  "desktop": "%s",\n  "rounds": %s,\n  "changes": [\n' \
    "$(date -u '+%Y-%m-%dT%H:%M:%SZ')" "$(printf '%s' "${XDG_CURRENT_DESKTOP-}" | tr -cd 'A-Za-z0-9:_. -')" "$round"
  awk 'NR > 1 { printf ",\n" } { printf "    %s", $0 } END { if (NR) printf "\n" }' "$work/all"
  printf '  ],\n  "restarted": [\n'
  awk 'NR > 1 { printf ",\n" } { printf "    %s", $0 } END { if (NR) printf "\n" }' "$work/again"
  printf '  ]\n}\n'
} >"$work/out" || fail 'Nothing can be written: is the disk full?'
cp "$work/out" "$out" || fail "$out cannot be written."
printf '\nIt is written to %s.\n' "$out" >&2
