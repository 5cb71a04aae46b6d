/**
 * What the awk programs of all syntaxes share. Each of them defines `locate()`, which gives why it is for a hand, or nothing
 * and then `from`, `to`, `put`, and `a` and `e` around what stood there. Places are counted from 1, in bytes (`LC_ALL=C`), so
 * that the shell can put the file together from what lies before and behind, whatever bytes these are. Written for POSIX awk:
 * `mawk` knows no intervals in patterns.
 *
 * The answer: a line with the bytes before the place, the bytes before its end, its line, and the two ends of what stood
 * there (0 0 where nothing did); then what is put.
 */
export const COMMON = String.raw`
function ch(i) { return substr(src, i, 1) }
function blank(c) { return c == " " || c == "\t" }
function space(c) { return c != "" && index(" \t\n\r\f", c) > 0 }
function find(s, i,   p) { p = index(substr(src, i), s); return p ? p + i - 1 : 0 }
function trim(s) { sub(/^[ \t]+/, "", s); sub(/[ \t]+$/, "", s); return s }
function break_before() { return src == "" || ch(len) == "\n" ? "" : eol }
function nothing() { from = to = 1; put = ""; had = 0; return "" }
BEGIN { at = ENVIRON["AT"] ""; value = ENVIRON["VALUE"] ""; out = ENVIRON["OUT"] == "out" }
{ src = src $0 "\n" }
END {
  src = substr(src, 1, length(src) - 2)
  len = length(src)
  p = index(src, "\n")
  eol = p > 1 && ch(p - 1) == "\r" ? "\r\n" : "\n"
  begin = substr(src, 1, 3) == "\357\273\277" ? 4 : 1
  from = to = 1
  why = locate()
  if (why != "") { print why; exit 4 }
  head = substr(src, 1, from - 1)
  printf "%d %d %d %d %d\n%s", from - 1, to - 1, gsub(/\n/, "", head) + 1, had ? a - 1 : 0, had ? e - 1 : 0, put
}
`;
