/** `standards/edits/cssEdit` in awk. */
export const CSS = String.raw`
function plain(s,   p, q) {
  while ((p = index(s, "/*"))) {
    q = index(substr(s, p + 2), "*/")
    if (!q) break
    s = substr(s, 1, p - 1) " " substr(s, p + q + 3)
  }
  gsub(/[ \t\n\r\f]+/, " ", s)
  gsub(/ ?, ?/, ", ", s)
  return trim(s)
}
function past(i,   c, k, p) {
  c = ch(i)
  if (c == "\\") return i + 2
  if (c == "/" && ch(i + 1) == "*") { p = find("*/", i + 2); return p ? p + 2 : 0 }
  if (c != "\"" && c != "\047") return i + 1
  for (k = i + 1; k <= len; k++) {
    if (ch(k) == c) return k + 1
    if (ch(k) == "\n") return 0
    if (ch(k) == "\\") k++
  }
  return 0
}
function until(i, signs,   level, c) {
  while (i <= len) {
    c = ch(i)
    if (level == 0 && index(signs, c)) return i
    if (c == "(" || c == "[") level++
    if (c == ")" || c == "]") level--
    i = past(i)
    if (!i || level < 0) return 0
  }
  return 0
}
function skip(i) {
  for (;;) {
    while (space(ch(i))) i++
    if (ch(i) != "/" || ch(i + 1) != "*") return i
    i = past(i)
    if (!i) return 0
  }
}
function note(f, stop, v, z, d) { found++; ff = f; fe = stop; fv = v; fz = z; fd = d }
# Reads rules and declarations; behind them, or 0 where they are broken.
function read(i, d, mine,   start, z, own, shut, stop, k, n, w, m, colon, name) {
  for (;;) {
    start = skip(i)
    if (!start) return 0
    if (start > len) return d == 0 ? start : 0
    if (ch(start) == "}") return d == 0 ? 0 : start
    if (ch(start) == ";") { i = start + 1; continue }
    z = until(start, ";{}")
    if (!z) return 0
    if (ch(z) == "{") {
      own = property != "" && plain(substr(src, start, z - start)) == selector
      shut = read(z + 1, d + 1, own)
      if (!shut || ch(shut) != "}") return 0
      if (own) { rules++; ro = z; rc = shut; rd = d }
      i = shut + 1
      continue
    }
    stop = ch(z) == ";" ? z + 1 : z
    if (property == "") {
      if (d == 0 && index(plain(substr(src, start, z - start)), selector " ") == 1) {
        k = start
        n = split(selector, w, " ")
        for (m = 1; m <= n; m++) k = skip(k) + length(w[m])
        note(start, stop, skip(k), z, d)
      }
    } else if (mine) {
      colon = until(start, ":;{}")
      if (colon && colon < z && ch(colon) == ":") {
        name = plain(substr(src, start, colon - start))
        if (index(name, "--") == 1 ? name == property : tolower(name) == tolower(property)) {
          k = colon + 1
          while (space(ch(k))) k++
          note(start, stop, k, z, d - 1)
        }
      }
    }
    i = stop
  }
}
function fits(   keep, p) {
  if (value ~ /[\n\r]/ || index(value, "/*")) return 0
  keep = src
  src = value ";"
  len = length(src)
  p = until(1, ";{}")
  src = keep
  len = length(src)
  return p == length(value) + 1
}
function locate(   open, z, k, was, rest, body, lead, own) {
  at = trim(at)
  open = 0
  if (at ~ /[{][^{}]*[}]$/) open = index(at, "{")
  selector = plain(open ? substr(at, 1, open - 1) : at)
  property = open ? trim(substr(at, open + 1, length(at) - open - 1)) : ""
  if (!out && !fits()) return "value"
  if (!read(begin, 0, 0)) return "broken"
  if (found > 1 || (found == 1 && fd > 0)) return "twice"
  if (found) {
    z = fz
    while (z > fv && space(ch(z - 1))) z--
    was = tolower(substr(src, fv, z - fv))
    if (match(was, /[ \t\n\r\f]*![ \t\n\r\f]*important$/)) z = fv + RSTART - 1
    if (index(substr(src, fv, z - fv), "/*")) return "broken"
    had = 1
    a = fv; e = z
    if (!out) { from = fv; to = z; put = value; return "" }
    from = ff; to = fe; put = ""
    while (from > 1 && space(ch(from - 1)) && ch(from - 1) != "\n") from--
    rest = substr(src, to)
    if ((from == 1 || ch(from - 1) == "\n") && match(rest, /^[ \t]*\r?\n/)) to += RLENGTH
    return ""
  }
  if (out) return nothing()
  from = to = len + 1
  if (property == "") { put = break_before() selector " " value ";" eol; return "" }
  if (rules > 1 || (rules == 1 && rd > 0)) return "twice"
  if (!rules) {
    put = break_before() selector " {" eol "  " property ": " value ";" eol "}" eol
    return ""
  }
  body = substr(src, ro + 1, rc - ro - 1)
  if (index(body, "{") || index(body, "/*")) return "nowhere"
  k = length(body)
  while (k > 0 && space(substr(body, k, 1))) k--
  if (k == 0) { from = ro + 1; to = rc; put = " " property ": " value "; "; return "" }
  lead = ""
  match(body, /^[ \t\n\r\f]*/)
  lead = substr(body, 1, RLENGTH)
  own = " "
  if (index(lead, "\n")) { sub(/^.*\n/, "", lead); while (index(lead, "\n")) lead = substr(lead, index(lead, "\n") + 1); own = eol lead }
  from = to = ro + 1 + k
  put = (substr(body, k, 1) == ";" ? "" : ";") own property ": " value ";"
  return ""
}
`;
