/** `standards/edits/jsonEdit` in awk. */
export const JSON_TEXT = String.raw`
function skip() { while (pos <= len && index(" \t\n\r", ch(pos))) pos++ }
function text_there(   c, i) {
  if (ch(pos) != "\"") { bad = 1; return "" }
  i = ++pos
  for (;;) {
    c = ch(pos)
    if (c == "" || c ~ /[\001-\037]/) { bad = 1; return "" }
    if (c == "\"") break
    pos += c == "\\" ? 2 : 1
  }
  pos++
  return substr(src, i, pos - 1 - i)
}
function any(   c, i) {
  if (bad) return
  c = ch(pos)
  if (c == "\"") { text_there(); return }
  if (c == "{") { members(0); return }
  if (c == "[") {
    pos++
    skip()
    if (ch(pos) == "]") { pos++; return }
    while (!bad) {
      skip(); any(); skip()
      if (ch(pos) != ",") break
      pos++
    }
    if (ch(pos) != "]") bad = 1
    pos++
    return
  }
  i = pos
  while (pos <= len && ch(pos) ~ /[-+.0-9A-Za-z]/) pos++
  if (substr(src, i, pos - i) !~ literal) bad = 1
}
# A text as JSON has it; empty where it holds what JSON cannot have.
function quoted(s,   i, c, t) {
  if (s ~ /[\001-\010\013\014\016-\037]/) return ""
  t = "\""
  for (i = 1; i <= length(s); i++) {
    c = substr(s, i, 1)
    if (c == "\\" || c == "\"") t = t "\\" c
    else if (c == "\n") t = t "\\n"
    else if (c == "\r") t = t "\\r"
    else if (c == "\t") t = t "\\t"
    else t = t c
  }
  return t "\""
}
function written(is_text) { return !is_text && value ~ literal ? value : quoted(value) }
function made(d,   n, s) {
  s = written(0)
  if (s == "") return ""
  for (n = depth; n >= d; n--) s = quoted(step[n]) ": " (n == depth ? s : "{" s "}")
  return s
}
# Passes over an object; from depth 1 on it looks for the step of the path there and gives what it found.
function members(d,   open, close_at, key, i, start, hit, hs, hf, ht, hp, nxt, first, last, ans, strange, below, s) {
  open = pos
  pos++
  skip()
  if (ch(pos) == "}") pos++
  else for (;;) {
    skip()
    i = pos
    key = text_there()
    skip()
    if (bad || ch(pos) != ":") { bad = 1; return "" }
    pos++
    skip()
    start = pos
    if (hit && !nxt) nxt = i
    if (index(key, "\\")) strange = 1
    below = ""
    if (d && key == step[d] && d < depth && ch(start) == "{") below = members(d + 1) "."
    else any()
    if (bad) return ""
    if (d && key == step[d]) {
      if (hit || ans != "") ans = "twice."
      else if (d < depth) ans = below == "" ? "nowhere." : below
      else { hit = 1; hs = start; hf = i; ht = pos; hp = last }
    }
    if (!first) first = i
    last = pos
    skip()
    if (ch(pos) == ",") { pos++; continue }
    if (ch(pos) != "}") { bad = 1; return "" }
    pos++
    break
  }
  if (!d) return ""
  close_at = pos - 1
  if (ans != "") return substr(ans, 1, length(ans) - 1)
  if (hit) {
    had = 1
    a = hs; e = ht
    if (!out) {
      put = written(ch(hs) == "\"")
      if (put == "") return "value"
      from = hs; to = ht
      return ""
    }
    put = ""
    if (nxt) { from = hf; to = nxt }
    else if (hp) { from = hp; to = ht }
    else { from = open + 1; to = close_at }
    return ""
  }
  if (strange) return "broken"
  if (out) return nothing()
  s = made(d)
  if (s == "") return "value"
  if (!first) { from = open + 1; to = close_at; put = s; return "" }
  put = substr(src, open + 1, first - open - 1)
  put = "," (put == "" ? " " : put) s
  from = to = last
  return ""
}
function locate(   w) {
  literal = "^(-?(0|[1-9][0-9]*)([.][0-9]+)?([eE][-+]?[0-9]+)?|true|false|null)$"
  depth = split(at, step, ".")
  pos = begin
  skip()
  if (pos > len) {
    if (out) return nothing()
    put = made(1)
    if (put == "") return "value"
    put = "{" put "}" eol
    from = to = len + 1
    return ""
  }
  if (ch(pos) == "{") w = members(1)
  else { any(); w = "nowhere" }
  skip()
  return bad || pos <= len ? "broken" : w
}
`;
