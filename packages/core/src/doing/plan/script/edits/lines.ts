/** `standards/edits/linesEdit` in awk. */
export const LINES = String.raw`
function comment(s, i, stop,   two) {
  for (i++; i < stop; i++) {
    if (!blank(substr(s, i - 1, 1))) continue
    two = substr(s, i, stop - i < 2 ? stop - i : 2)
    if (two == "#" || two == "# " || two == "#\t" || two == "//" || two == "/*") return i
  }
  return stop
}
function locate(   whole, sign, key, i, l, p, next_l, stop, gap, lf, lv, le, ln, w) {
  whole = trim(at)
  sign = whole ~ /[=:]$/ ? substr(whole, length(whole)) : ""
  key = substr(whole, 1, length(whole) - length(sign))
  sub(/[ \t]+$/, "", key)
  if (!out && (value ~ /[\n\r]/ || comment(value, 1, length(value) + 1) <= length(value))) return "value"
  for (l = 1; l <= len; l = next_l) {
    p = find("\n", l)
    next_l = p ? p + 1 : len + 1
    stop = p ? p : len + 1
    if (p > l && ch(p - 1) == "\r") stop = p - 1
    i = l
    while (i < stop && blank(ch(i))) i++
    if (substr(src, i, length(key)) != key || i + length(key) > stop) continue
    i += length(key)
    if (sign == "") { if (i < stop && !blank(ch(i))) continue }
    else {
      while (i < stop && blank(ch(i))) i++
      if (i >= stop || ch(i) != sign) continue
      i++
    }
    if (lf) return "twice"
    while (i < stop && blank(ch(i))) i++
    lf = l; lv = i; le = stop; ln = next_l
  }
  if (!lf) {
    if (out) return nothing()
    gap = sign == "=" && substr(whole, length(whole) - 1, 1) != " " ? "" : " "
    from = to = len + 1
    put = break_before() whole gap value eol
    return ""
  }
  w = value_at(lv, le, sign)
  if (w == "" && out) { from = lf; to = ln; put = "" }
  return w
}
function value_at(i, stop, sign,   q, c, rest, last, all, gap) {
  had = 1
  q = i < stop ? ch(i) : ""
  if (q == "\"" || q == "\047") {
    c = i + 1
    while (c < stop && ch(c) != q) c += ch(c) == "\\" ? 2 : 1
    if (c >= stop) return "broken"
    rest = trim(substr(src, c + 1, comment(src, c, stop) - c - 1))
    if (rest != "" && rest != ";" && rest != ",") return "broken"
    a = i; e = c + 1
    if (!out && length(value) > 1 && substr(value, 1, 1) == q && substr(value, length(value)) == q) {
      from = i; to = c + 1; put = value
      return ""
    }
    if (!out && (index(value, q) || index(value, "\\"))) return "value"
    from = i + 1; to = c; put = value
    return ""
  }
  to = comment(src, i, stop)
  while (to > i && blank(ch(to - 1))) to--
  all = substr(src, i, to - i)
  if (sign == ":" && (all ~ /;[ \t]*[A-Za-z_-][A-Za-z0-9_-]*[ \t]*:/ || all ~ /[{}]/)) return "broken"
  if (sign == "=" && all ~ /;[ \t]+[A-Za-z_-][A-Za-z0-9_-]*[ \t]*=/) return "broken"
  last = to > i ? ch(to - 1) : ""
  if (!out && value ~ /[;,]$/ && last != substr(value, length(value))) return "value"
  if ((last == ";" || last == ",") && (out || substr(value, length(value)) != last)) {
    to--
    while (to > i && blank(ch(to - 1))) to--
  }
  gap = sign == "" && i > 1 && !blank(ch(i - 1)) ? " " : ""
  from = a = i; e = to; put = gap value
  return ""
}
`;
