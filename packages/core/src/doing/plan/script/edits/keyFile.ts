/** `standards/edits/keyFileEdit` in awk. */
export const KEY_FILE = String.raw`
function locate(   cut, group, key, inside, known, behind, l, p, next_l, stop, i, z, sign, last, lf, lv, le, ln, gap) {
  cut = match(at, /\/[^\/]*$/)
  group = cut ? substr(at, 1, cut - 1) : ""
  key = substr(at, cut + 1)
  if (!out && value ~ /[\n\r]|^[ \t]|[ \t]$/) return "value"
  inside = known = (group == "")
  behind = 1
  for (l = 1; l <= len; l = next_l) {
    p = find("\n", l)
    next_l = p ? p + 1 : len + 1
    stop = p ? p : len + 1
    if (p > l && ch(p - 1) == "\r") stop = p - 1
    i = l == 1 ? begin : l
    while (i < stop && blank(ch(i))) i++
    z = stop
    while (z > i && blank(ch(z - 1))) z--
    if (i >= z) continue
    if (ch(i) == "[" && ch(z - 1) == "]") {
      inside = (substr(src, i + 1, z - i - 2) == group)
      if (inside) { known = 1; behind = next_l }
      continue
    }
    if (!inside) continue
    behind = next_l
    if (ch(i) == "#" || ch(i) == ";") continue
    sign = find("=", i)
    if (!sign || sign >= stop) continue
    last = sign
    while (last > i && blank(ch(last - 1))) last--
    if (substr(src, i, last - i) != key) continue
    if (lf) return "twice"
    i = sign + 1
    while (i < stop && blank(ch(i))) i++
    lf = l; lv = i; le = stop; ln = next_l
  }
  if (lf) {
    had = 1
    a = lv; e = le
    if (out) { from = lf; to = ln; put = "" } else { from = lv; to = le; put = value }
    return ""
  }
  if (out) return nothing()
  put = key "=" value eol
  if (known) {
    if (behind > 1 && ch(behind - 1) != "\n") put = eol put
    from = to = behind
    return ""
  }
  gap = src ~ /[^ \t\n\r\f]/ ? eol : ""
  put = break_before() gap "[" group "]" eol put
  from = to = len + 1
  return ""
}
`;
