#!/bin/sh
# Takes stock of this desktop and prints it as JSON.
# It changes nothing, asks nothing of a network, needs no administrator rights, and takes about six seconds.
#
#   sh survey.sh > survey.json
#   sh survey.sh --settings > survey.json
#
# With --settings it also takes what this desktop can set and what is set: the schemas of its settings, the values in force, and your
# own key files. Whatever looks like a password, a token, an account or an address is left out, and the output says how many.
#
# SURVEY_SAMPLES (5) and SURVEY_PAUSE (1, in seconds) say how memory and processor are sampled.

with_settings=no
case ${1-} in
  '') ;;
  --settings) with_settings=yes ;;
  *)
    printf 'usage: sh survey.sh [--settings] > survey.json\n' >&2
    exit 2
    ;;
esac

LC_ALL=C
export LC_ALL
umask 077

samples=${SURVEY_SAMPLES:-5}
pause=${SURVEY_PAUSE:-1}
data_home=${XDG_DATA_HOME:-$HOME/.local/share}
config_home=${XDG_CONFIG_HOME:-$HOME/.config}
cache_home=${XDG_CACHE_HOME:-$HOME/.cache}
state_home=${XDG_STATE_HOME:-$HOME/.local/state}
data_dirs=${XDG_DATA_DIRS:-/usr/local/share:/usr/share}
config_dirs=${XDG_CONFIG_DIRS:-/etc/xdg}
missing=

# Lines on standard input become the inside of a JSON array; every line is already JSON.
commas() {
  awk 'NR > 1 { printf ",\n" } { printf "    %s", $0 } END { if (NR > 0) printf "\n  " }'
}

# Fields parted by tabs become objects; the keys are the arguments. Control characters become blanks.
objects() {
  awk -F '\t' -v keys="$*" '
    function quote(s) {
      gsub(/[\\"]/, "\\\\&", s)
      gsub(/[\001-\037\177]/, " ", s)
      return "\"" s "\""
    }
    BEGIN { n = split(keys, key, " ") }
    # A name with a line break in it comes in pieces: such a thing is passed over.
    NF < n { next }
    {
      line = "{"
      for (i = 1; i <= n; i++) {
        name = key[i]
        value = $i
        bare = sub(/=$/, "", name)
        line = line (i > 1 ? ", " : "") quote(name) ": " (bare ? value : quote(value))
      }
      print line "}"
    }' | commas
}

# A JSON string of the whole standard input.
string() {
  awk '
    {
      s = $0
      gsub(/[\\"]/, "\\\\&", s)
      gsub(/[\001-\037\177]/, " ", s)
      text = text (NR > 1 ? " " : "") s
    }
    END { printf "\"%s\"", text }'
}

have() {
  command -v "$1" >/dev/null 2>&1
}

# Notes that a probe could not be made: its name, and why.
unavailable() {
  missing="$missing$1	$2
"
}

# The entries of a list parted by colons, one a line.
split_path() {
  printf '%s\n' "$1" | tr ':' '\n' | sed '/^$/d'
}

# The value of a key in a group of a key file: file, group, key.
key_of() {
  awk -v group="[$2]" -v key="$3" '
    { sub(/\r$/, "") }
    /^\[/ { here = ($0 == group) }
    here && index($0, key) == 1 {
      rest = substr($0, length(key) + 1)
      if (rest ~ /^[ \t]*=/) { sub(/^[ \t]*=[ \t]*/, "", rest); gsub(/\t/, " ", rest); print rest; exit }
    }' "$1" 2>/dev/null
}

theme_roots() {
  printf '%s\n' "$HOME/.icons"
  { printf '%s\n' "$data_home"; split_path "$data_dirs"; } | sed 's|/*$|/icons|'
}

sound_roots() {
  { printf '%s\n' "$data_home"; split_path "$data_dirs"; } | sed 's|/*$|/sounds|'
}

# Folders below each root, as id, name and path: $1 is the root, $2 the group of index.theme, $3 what else must be there.
themes_in() {
  for folder in "$1"/*/; do
    [ -d "$folder" ] || continue
    folder=${folder%/}
    if [ "$3" = cursors ]; then
      [ -d "$folder/cursors" ] || continue
    else
      grep -q "^\\[$2\\]" "$folder/index.theme" 2>/dev/null || continue
      # A folder with pointers alone is no icon set; one that has no icons of its own and inherits them is.
      if [ "$2" = 'Icon Theme' ] && [ -z "$(key_of "$folder/index.theme" "$2" Directories)" ]; then
        if [ -d "$folder/cursors" ] || [ -z "$(key_of "$folder/index.theme" "$2" Inherits)" ]; then continue; fi
      fi
    fi
    name=$(key_of "$folder/index.theme" "$2" Name)
    printf '%s\t%s\t%s\n' "${folder##*/}" "${name:-${folder##*/}}" "$folder"
  done
}

icon_themes() { theme_roots | while IFS= read -r root; do themes_in "$root" 'Icon Theme' index; done; }
pointer_sets() { theme_roots | while IFS= read -r root; do themes_in "$root" 'Icon Theme' cursors; done; }
sound_themes() { sound_roots | while IFS= read -r root; do themes_in "$root" 'Sound Theme' index; done; }

# Displays by what the kernel tells of each connector: the first mode is the preferred one.
displays() {
  for status in /sys/class/drm/*/status; do
    [ "$(cat "$status" 2>/dev/null)" = connected ] || continue
    connector=${status%/status}
    mode=$(sed -n 1p "$connector/modes" 2>/dev/null)
    width=${mode%%x*}
    height=${mode#*x}
    height=${height%%[!0-9]*}
    case $width$height in
      '' | *[!0-9]*) continue ;;
    esac
    printf '%s\t%s\t%s\n' "${connector##*/}" "$width" "$height"
  done
}

fonts() {
  if have fc-list; then
    fc-list --format '%{family[0]}\n' 2>/dev/null | sort -u
  else
    { printf '%s\n' "$HOME/.fonts" "$data_home/fonts"; split_path "$data_dirs" | sed 's|/*$|/fonts|'; } |
      while IFS= read -r root; do
        [ -d "$root" ] && find "$root" -type f \( -name '*.ttf' -o -name '*.otf' -o -name '*.ttc' \) 2>/dev/null
      done | sed 's|.*/||' | sort -u
  fi
}

# Whether an entry starts with this session: not where it is hidden or switched off, nor where it is for other desktops.
starts_here() {
  awk -v desktops="${XDG_CURRENT_DESKTOP:-}" '
    { sub(/\r$/, "") }
    /^\[/ { here = ($0 == "[Desktop Entry]") }
    {
      at = index($0, "=")
      if (!here || !at) next
      key = substr($0, 1, at - 1)
      value = substr($0, at + 1)
      gsub(/^[ \t]+|[ \t]+$/, "", key)
      gsub(/^[ \t]+|[ \t]+$/, "", value)
    }
    key == "Hidden" && value == "true" { off = 1 }
    key ~ /^X-.*-Autostart-enabled$/ && value == "false" { off = 1 }
    key == "OnlyShowIn" { only = ";" value ";"; listed = 1 }
    key == "NotShowIn" { never = ";" value ";" }
    END {
      n = split(desktops, desktop, ":")
      for (i = 1; i <= n; i++) {
        if (index(only, ";" desktop[i] ";")) meant = 1
        if (index(never, ";" desktop[i] ";")) off = 1
      }
      if (listed && !meant) off = 1
      print off ? "false" : "true"
    }' "$1" 2>/dev/null
}

# Entries that start with the session; one of the same name in the own folder hides the system's.
autostart() {
  { printf '%s\n' "$config_home"; split_path "$config_dirs"; } | while IFS= read -r root; do
    for file in "$root"/autostart/*.desktop; do
      [ -f "$file" ] || continue
      on=$(starts_here "$file")
      printf '%s\t%s\t%s\t%s\n' "${file##*/}" "$(key_of "$file" 'Desktop Entry' Name)" \
        "$(key_of "$file" 'Desktop Entry' Exec)" "${on:-true}"
    done
  done | awk -F '\t' '!seen[$1]++'
}

# How a program came here, as far as its place tells: exported by a sandbox, put there by hand, or the system's.
packaging_of() {
  case $1 in
    */exports/share | */exports/share/ | /var/lib/*/desktop | /var/lib/*/desktop/) echo sandboxed ;;
    "$HOME"/* | /usr/local/*) echo own ;;
    *) echo system ;;
  esac
}

applications() {
  { printf '%s\n' "$data_home"; split_path "$data_dirs"; } | while IFS= read -r root; do
    packaging=$(packaging_of "$root")
    for file in "$root"/applications/*.desktop; do
      [ -f "$file" ] || continue
      awk -v id="${file##*/}" -v packaging="$packaging" '
        { sub(/\r$/, "") }
        /^\[/ { here = ($0 == "[Desktop Entry]") }
        here && /^Name[ \t]*=/ && name == "" { name = $0; sub(/^[^=]*=[ \t]*/, "", name); gsub(/\t/, " ", name) }
        here && /^Categories[ \t]*=/ && categories == "" { categories = $0; sub(/^[^=]*=[ \t]*/, "", categories); gsub(/\t/, " ", categories) }
        here && /^(NoDisplay|Hidden)[ \t]*=[ \t]*true/ { hidden = 1 }
        END { if (!hidden && name != "") printf "%s\t%s\t%s\t%s\n", id, name, packaging, categories }' "$file" 2>/dev/null
    done
  done | awk -F '\t' '!seen[$1]++'
}

system() {
  have uname && printf 'kernel\t%s\narchitecture\t%s\n' "$(uname -sr)" "$(uname -m)"
  have getconf && printf 'wordSize\t%s\n' "$(getconf LONG_BIT 2>/dev/null)"
  if [ -r /etc/os-release ]; then
    printf 'distribution\t%s\n' "$(sed -n 's/^PRETTY_NAME="\{0,1\}\([^"]*\)"\{0,1\}$/\1/p' /etc/os-release)"
  fi
  printf 'desktop\t%s\nsession\t%s\n' "${XDG_CURRENT_DESKTOP:-not said}" "${XDG_SESSION_TYPE:-not said}"
  if grep -q '^flags.* hypervisor' /proc/cpuinfo 2>/dev/null; then
    printf 'virtualMachine\tyes\n'
  elif [ -r /proc/cpuinfo ]; then
    printf 'virtualMachine\tno\n'
  fi
}

# Busy and all ticks of all cores since the start.
ticks() {
  awk '/^cpu / { all = 0; for (i = 2; i <= NF; i++) all += $i; print all - $5 - $6, all; exit }' /proc/stat
}

reading() {
  memory=
  processor=
  n=0
  last=$(ticks)
  while [ "$n" -lt "$samples" ]; do
    sleep "$pause"
    now=$(ticks)
    used=$(awk '/^MemTotal:/ { t = $2 } /^MemAvailable:/ { a = $2 } END { printf "%.1f", (t - a) / 1024 }' /proc/meminfo)
    busy=$(echo "$last $now" | awk '{ d = $4 - $2; printf "%.2f", (d > 0 ? 100 * ($3 - $1) / d : 0) }')
    memory="$memory${memory:+, }$used"
    processor="$processor${processor:+, }$busy"
    last=$now
    n=$((n + 1))
  done
  printf '{"memory": [%s], "processor": [%s]}' "$memory" "$processor"
}

disk() {
  { theme_roots; sound_roots; printf '%s\n' "$HOME/.fonts" "$data_home/fonts"; } | sort -u | while IFS= read -r root; do
    [ -d "$root" ] || continue
    printf '%s\t%s\n' "$root" "$(du -sk "$root" 2>/dev/null | awk '{ print $1; exit }')"
  done | awk -F '\t' '$2 != ""'
}

# Key and value lines become an object; $1 is "bare" for numbers.
pairs() {
  awk -F '\t' -v bare="$1" '
    function quote(s) {
      gsub(/[\\"]/, "\\\\&", s)
      gsub(/[\001-\037\177]/, " ", s)
      return "\"" s "\""
    }
    $2 != "" { print quote($1) ": " (bare == "bare" ? $2 : quote($2)) }' | commas
}

strings() {
  awk '
    {
      s = $0
      gsub(/[\\"]/, "\\\\&", s)
      gsub(/[\001-\037\177]/, " ", s)
      print "\"" s "\""
    }' | commas
}

# --- what this desktop can set, with --settings alone -------------------------------------------------------------------------

# Longer files are no settings; so many of one's own are looked at. Bytes, files.
longest_schema=2000000
longest_own=65536
most_own=400

# Whether a key or its value may be a secret. Awk functions, for programs that filter lines.
secrets='
  function secret_key(key) {
    key = tolower(key)
    return key ~ /pass(word|phrase|wd|code)|secret|token|credential|api.?key|auth|cookie|session.?id|account|user.?name|login|e.?mail|phone|private|license.?key|serial|host.?name|proxy|recent|history|location|latitude|longitude/
  }
  # A long word of letters and digits is a token or a key.
  function is_token(value, words, n, i) {
    n = split(value, words, /[^A-Za-z0-9+=]+/)
    for (i = 1; i <= n; i++)
      if (length(words[i]) >= 24 && words[i] ~ /[0-9]/ && words[i] ~ /[A-Za-z]/) return 1
    return 0
  }
  function secret_value(value) {
    return value ~ /[A-Za-z0-9._%+-]+@[A-Za-z0-9-]+\.[A-Za-z]/ || value ~ /:\/\/[^\/ ]*@/ || \
      value ~ /(^|[^0-9.])[0-9][0-9][0-9][0-9][0-9][0-9][0-9][0-9][0-9][0-9]/ || is_token(value)
  }'

# Files with these names' end in the folders of schemas, those of the own data folder first: one a line.
schema_files() {
  {
    [ -n "${GSETTINGS_SCHEMA_DIR-}" ] && split_path "$GSETTINGS_SCHEMA_DIR"
    { printf '%s\n' "$data_home"; split_path "$data_dirs"; } | sed 's|/*$|/glib-2.0/schemas|'
  } | while IFS= read -r folder; do
    for file in "$folder"/*"$1"; do
      [ -f "$file" ] && [ -r "$file" ] && printf '%s\n' "$file"
    done
  done | awk '!seen[$0]++'
}

# Files by their names, as objects with their lines in one text.
texts() {
  while IFS= read -r file; do
    if [ "$(wc -c <"$file")" -gt "$longest_schema" ]; then
      printf '{"name": %s, "text": ""}\n' "$(printf '%s' "$file" | string)"
    else
      printf '{"name": %s, "text": %s}\n' "$(printf '%s' "$file" | string)" "$(string <"$file")"
    fi
  done | commas
}

# Lines of a file as an array, so that what stands on a line of its own stays so.
lined() {
  while IFS= read -r file; do
    printf '{"name": %s, "lines": [' "$(printf '%s' "$file" | string)"
    awk '
      {
        s = $0
        sub(/\r$/, "", s)
        gsub(/[\\"]/, "\\\\&", s)
        gsub(/[\001-\037\177]/, " ", s)
        printf "%s\"%s\"", (NR > 1 ? ", " : ""), s
      }' "$file"
    printf ']}\n'
  done | commas
}

# Values in force: schema and key, and the value as GVariant text. What may be a secret is counted on the last line instead.
values() {
  gsettings list-recursively 2>/dev/null | awk "$secrets"'
    {
      at = index($0, " ")
      rest = substr($0, at + 1)
      cut = index(rest, " ")
      if (!at || !cut) next
      key = substr(rest, 1, cut - 1)
      value = substr(rest, cut + 1)
      if (secret_key(key) || secret_value(value)) { left++; next }
      if (length(value) > 2000) next
      printf "%s %s\t%s\n", substr($0, 1, at - 1), key, value
    }
    END { printf "\t%d\n", left }'
}

# Every value that was set, by its path: what is kept for things that stand more than once shows only here.
dumped() {
  if [ "${GSETTINGS_BACKEND-}" = keyfile ]; then
    cat "$config_home/glib-2.0/settings/keyfile" 2>/dev/null
  elif have dconf; then
    dconf dump / 2>/dev/null
  fi | awk "$secrets"'
    /^\[/ { print; next }
    {
      at = index($0, "=")
      if (!at) next
      if (secret_key(substr($0, 1, at - 1)) || secret_value(substr($0, at + 1))) next
      if (length($0) <= 2000) print
    }'
}

# Own key files: small text files with groups, below the configuration folder. Links are not followed.
own_files() {
  find "$config_home" -name glib-2.0 -prune -o -name dconf -prune -o -type f -size -129 -print 2>/dev/null |
    while IFS= read -r file; do
      [ -r "$file" ] || continue
      [ "$(wc -c <"$file")" -le "$longest_own" ] || continue
      # A key file begins with a group, after comments at most, or sets something on nearly every line; and has no bytes that are no
      # text. What is written in capitals is the environment of programs.
      awk '
        NR > 400 { exit }
        /^[ \t]*(#|;|\/\/|$)/ { next }
        !seen { seen = 1; grouped = ($0 ~ /^\[[^][]+\][ \t\r]*$/) }
        /[\001-\010\016-\037]/ { bad = 1; exit }
        !grouped { lines++; if ($0 ~ /^[ \t]*[A-Za-z]*[a-z][A-Za-z0-9_.-]*[ \t]*=/) sets++ }
        END { exit !(seen && !bad && (grouped || (sets > 1 && sets >= 0.9 * lines))) }' "$file" || continue
      printf '%s\n' "$file"
    done | sed "${most_own}q"
}
own_lines() {
  while IFS= read -r file; do
    printf '{"name": %s, "lines": [' "$(printf '%s' "$file" | string)"
    awk "$secrets"'
      {
        s = $0
        sub(/\r$/, "", s)
        if (s !~ /^\[/) {
          at = index(s, "=")
          if (!at) next
          if (secret_key(substr(s, 1, at - 1)) || secret_value(substr(s, at + 1))) next
          if (length(s) > 2000) next
        }
        gsub(/[\\"]/, "\\\\&", s)
        gsub(/[\001-\037\177]/, " ", s)
        printf "%s\"%s\"", (n++ ? ", " : ""), s
      }' "$file"
    printf ']}\n'
  done | commas
}

# What a theme may be called: values of keys that speak of themes, one a line.
theme_names() {
  {
    printf '%s\n' "$all_values" | awk -F '\t' '{ key = $1; sub(/^.* /, "", key); print key "=" $2 }'
    printf '%s\n' "$all_files" | sed '/^$/d' | while IFS= read -r file; do cat "$file"; printf '\n'; done
  } | awk '
    { at = index($0, "=") }
    at && tolower(substr($0, 1, at - 1)) ~ /theme|style|skin|look|decor|appearance/ {
      value = substr($0, at + 1)
      gsub(/^[ \t\047"]+|[ \t\r\047"]+$/, "", value)
      if (length(value) > 2 && length(value) < 100 && value !~ /[\/\t]/) print value
    }' | sort -u
}

# Folders that hold themes of no open standard: those in which one lies that a setting names.
theme_parents() {
  {
    theme_names | sed 's/^/N	/'
    { printf '%s\n' "$data_home"; split_path "$data_dirs"; } | sed 's|/*$||' | while IFS= read -r root; do
      for folder in "$root"/*/*/; do [ -d "$folder" ] && printf 'D\t%s\n' "$folder"; done
    done
    for folder in "$HOME"/.[!.]*/*/; do [ -d "$folder" ] && printf 'D\t%s\n' "$folder"; done
  } | awk -F '\t' '
    $1 == "N" { named[$2]; next }
    {
      path = $2
      sub(/\/+$/, "", path)
      name = path
      sub(/.*\//, "", name)
      parent = substr(path, 1, length(path) - length(name) - 1)
      base = parent
      sub(/.*\//, "", base)
      # These the open standards tell, or they hold no themes.
      if (base ~ /^(icons|\.icons|sounds|fonts|\.fonts|applications|locale|doc|man|mime|glib-2\.0)$/) next
      if ((name in named) && !(parent in told)) { told[parent]; print parent }
    }' | sed 12q
}

# What lies in the themes of a folder, two steps deep: folder, theme, and a path; those of folders end in a slash.
theme_paths() {
  theme_parents | while IFS= read -r parent; do
    for theme in "$parent"/*/; do
      [ -d "$theme" ] || continue
      theme=${theme%/}
      for path in "$theme"/* "$theme"/*/*; do
        [ -e "$path" ] || continue
        [ -d "$path" ] && path=$path/
        printf '%s\t%s\t%s\n' "$parent" "${theme##*/}" "${path#"$theme/"}"
      done | sed 60q
    done | sed 3000q
  done
}

commands_there() {
  for name in gsettings dconf gdbus pkcon xprop xwininfo; do have "$name" && printf '%s\n' "$name"; done
}

# Windows of a server of X11, by the Extended Window Manager Hints: docks with the room that they keep free, frames of ordinary ones. On
# Wayland only windows of X11 programs are told so.
windows() {
  {
    xprop -root _NET_CLIENT_LIST 2>/dev/null | sed -n 's/.*# //p' | tr -d ',' | tr ' ' '\n'
    have xwininfo && xwininfo -root -tree 2>/dev/null | sed -n 's/^ *\(0x[0-9a-f]*\) .*/\1/p'
  } | awk '$0 != "" && !seen[$0]++' | sed 300q | while IFS= read -r id; do
    xprop -id "$id" _NET_WM_WINDOW_TYPE _NET_WM_STRUT_PARTIAL _NET_WM_STRUT _NET_FRAME_EXTENTS 2>/dev/null | awk '
      { at = index($0, " = "); value = at ? substr($0, at + 3) : "" }
      value ~ /[^0-9, ]/ && !/WINDOW_TYPE/ { next }
      /^_NET_WM_WINDOW_TYPE/ && at { type = (value ~ /_DOCK/) ? "dock" : (value ~ /_NORMAL/) ? "normal" : "other" }
      /^_NET_WM_STRUT_PARTIAL/ && at { strut = value }
      /^_NET_WM_STRUT\(/ && at && strut == "" { strut = value }
      /^_NET_FRAME_EXTENTS/ && at { frame = value }
      END {
        if (strut != "" || frame != "")
          printf "{\"type\": \"%s\", \"strut\": [%s], \"frame\": [%s]}\n", type, strut, frame
      }'
  done | commas
}
# What the settings manager of the screen tells, as bytes in sixteens: theme, icons, pointer, fonts. Its window is one of those at the top.
xsettings() {
  xwininfo -root -children 2>/dev/null | sed -n 's/^ *\(0x[0-9a-f]*\) .*/\1/p' | sed 200q | while IFS= read -r id; do
    xprop -id "$id" _XSETTINGS_SETTINGS 2>/dev/null | sed -n 's/^_XSETTINGS_SETTINGS(_XSETTINGS_SETTINGS) = //p'
  done | sed 1q | tr -d ',x' | sed 's/\(^\| \)0\([0-9a-f]\)/\1\2/g' | cut -c1-60000
}
# What the desktop portal tells of the appearance; nobody waits long for it.
portal() {
  gdbus call --session --timeout 3 --dest org.freedesktop.portal.Desktop --object-path /org/freedesktop/portal/desktop \
    --method org.freedesktop.portal.Settings.ReadAll "['org.freedesktop.appearance']" 2>/dev/null
}
# How many workspaces there are. Source: Extended Window Manager Hints.
workspaces() {
  xprop -root _NET_NUMBER_OF_DESKTOPS 2>/dev/null | sed -n 's/^_NET_NUMBER_OF_DESKTOPS(CARDINAL) = \([0-9]*\)$/\1/p'
}
# The room that windows have: left, top, width, height of the first workspace.
work_area() {
  xprop -root _NET_WORKAREA 2>/dev/null | sed -n 's/^_NET_WORKAREA(CARDINAL) = \([0-9]*, [0-9]*, [0-9]*, [0-9]*\).*/\1/p'
}
# Width and height of the whole screen.
screen() {
  xwininfo -root 2>/dev/null | awk '/^ *Width:/ { w = $2 } /^ *Height:/ { h = $2 } END { if (w && h) printf "%d, %d", w, h }'
}

settings_part() {
  all_values=$(have gsettings && values)
  all_files=$(own_files)
  left=$(printf '%s\n' "$all_values" | awk -F '\t' '$1 == "" { n += $2 } END { print n + 0 }')
  printf '  "leftOut": %s,\n  "settings": {\n' "$left"
  printf '%s\n' "$all_values" | awk -F '\t' '$1 != ""' | pairs text
  printf '},\n  "machine": {\n  "commands": [\n'
  commands_there | strings
  printf '],\n  "schemas": [\n'
  # Words that settings take stand in files of their own as well.
  { schema_files .gschema.xml; schema_files .enums.xml; } | texts
  printf '],\n  "overrides": [\n'
  schema_files .gschema.override | lined
  printf '],\n  "set": [\n'
  dumped | strings
  printf '],\n  "files": [\n'
  printf '%s\n' "$all_files" | sed '/^$/d' | own_lines
  printf '],\n  "themes": [\n'
  theme_paths | objects parent name path
  printf '],\n  "screen": [%s],\n  "windows": [\n' "$(have xwininfo && [ -n "${DISPLAY-}" ] && screen)"
  have xprop && [ -n "${DISPLAY-}" ] && windows
  printf '],\n  "workspaces": [%s],\n  "workArea": [%s' \
    "$(have xprop && [ -n "${DISPLAY-}" ] && workspaces)" "$(have xprop && [ -n "${DISPLAY-}" ] && work_area)"
  printf '],\n  "xsettings": %s' "$({ have xwininfo && have xprop && [ -n "${DISPLAY-}" ] && xsettings; } | string)"
  printf ',\n  "portal": %s' "$({ have gdbus && [ -n "${DBUS_SESSION_BUS_ADDRESS-}" ] && portal; } | string)"
  printf '\n  },\n'
}

all_displays=$(displays)
[ -n "$all_displays" ] || unavailable displays 'No display is connected, or the kernel does not tell.'
have fc-list || unavailable 'font families' 'fc-list is not installed; font files are listed by their names.'
have du || unavailable disk 'du is not installed.'
have getconf || unavailable wordSize 'getconf is not installed.'
[ -n "$XDG_CURRENT_DESKTOP" ] || unavailable desktop 'XDG_CURRENT_DESKTOP is not set: no desktop is running here.'

if [ -r /proc/stat ] && [ -r /proc/meminfo ] && grep -q '^MemAvailable:' /proc/meminfo; then
  sampled=$(reading)
else
  sampled=null
  unavailable reading 'The kernel does not tell memory and processor use in /proc.'
fi

settings_told=
if [ "$with_settings" = yes ]; then
  have gsettings || unavailable settings 'gsettings is not installed: values in force are not told.'
  [ "${GSETTINGS_BACKEND-}" = keyfile ] || have dconf ||
    unavailable 'settings of things that stand more than once' 'dconf is not installed.'
  if [ -z "${DISPLAY-}" ] || ! have xprop; then
    unavailable 'settings manager of the screen' 'There is no screen of X11 here, or xprop and xwininfo are not installed.'
    unavailable 'windows of the screen' 'There is no screen of X11 here, or xprop is not installed: thickness of bars comes from a picture.'
  fi
  if [ -z "${DBUS_SESSION_BUS_ADDRESS-}" ] || ! have gdbus; then
    unavailable 'appearance that the portal tells' 'There is no bus of a session here, or gdbus is not installed.'
  fi
  settings_told=$(settings_part)
fi

cat <<END
{
  "survey": 1,
  "takenAt": "$(date -u '+%Y-%m-%dT%H:%M:%SZ')",
  "system": {
$(system | pairs text)},
  "displays": [
$(printf '%s\n' "$all_displays" | sed '/^$/d' | objects name width= height=)],
  "directories": {
    "home": [$(printf '%s' "$HOME" | string)],
    "dataHome": [$(printf '%s' "$data_home" | string)],
    "configHome": [$(printf '%s' "$config_home" | string)],
    "cacheHome": [$(printf '%s' "$cache_home" | string)],
    "stateHome": [$(printf '%s' "$state_home" | string)],
    "dataDirs": [
$(split_path "$data_dirs" | strings)],
    "configDirs": [
$(split_path "$config_dirs" | strings)]
  },
  "iconThemes": [
$(icon_themes | objects id name path)],
  "pointerSets": [
$(pointer_sets | objects id name path)],
  "soundThemes": [
$(sound_themes | objects id name path)],
  "fonts": [
$(fonts | strings)],
  "autostart": [
$(autostart | objects id name exec on=)],
  "applications": [
$(applications | objects id name packaging categories)],
  "disk": {
$(disk | pairs bare)},
  "reading": $sampled,
$(printf '%s\n' "$settings_told")
  "unavailable": [
$(printf '%s' "$missing" | objects probe why)]
}
END
