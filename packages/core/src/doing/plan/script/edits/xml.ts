/** `standards/edits/xmlEdit` in awk. */
export const XML = String.raw`
function escaped(s,   i, c, t) {
  t = ""
  for (i = 1; i <= length(s); i++) {
    c = substr(s, i, 1)
    if (c == "&") c = "&amp;"
    else if (c == "<") c = "&lt;"
    else if (c == ">") c = "&gt;"
    else if (c == "\"") c = "&quot;"
    else if (c == "\047") c = "&apos;"
    t = t c
  }
  return t
}
# Behind a name; the same place where there is none.
function name_end(i) {
  while (i <= len && index(" \t\n\r\f/>=<\"\047&", ch(i)) == 0) i++
  return i
}
function locate(   cut, wanted, steps, s, part, i, k, c, n, z, depth, roots, name, name_stop, count, word, q, stop, shut, m, fits, hits, hold, hname, hcontent, hend, hpure, hcount, an, af, av, az, ae, ha, hf, hv, hz, he, lead, opener) {
  cut = 0
  for (i = 1; i <= length(at); i++) if (substr(at, i, 1) == "@") cut = i
  wanted = cut ? substr(at, cut + 1) : ""
  steps = split(cut ? substr(at, 1, cut - 1) : at, part, "/")
  if (steps == 0) return "nowhere"
  for (s = 1; s <= steps; s++) {
    by[s] = ""
    if (part[s] ~ /^[^]=[]+$/) tag[s] = part[s]
    else if (part[s] ~ /^[^]=[]+[[][^]=[]+=[^][]*[]]$/) {
      i = index(part[s], "[")
      k = index(part[s], "=")
      tag[s] = substr(part[s], 1, i - 1)
      by[s] = substr(part[s], i + 1, k - i - 1)
      is[s] = escaped(substr(part[s], k + 1, length(part[s]) - k - 1))
    } else return "nowhere"
  }
  if (!out && value ~ /[\001-\037]/) return "value"
  i = begin
  while (i <= len) {
    if (ch(i) != "<") {
      if (depth == 0 && !space(ch(i))) return "broken"
      i++
      continue
    }
    if (hold && ch(i + 1) != "/") hpure = 0
    opener = shut = ""
    if (substr(src, i, 4) == "<!--") { opener = "<!--"; shut = "-->" }
    else if (substr(src, i, 9) == "<![CDATA[") { opener = "<![CDATA["; shut = "]]>" }
    else if (substr(src, i, 2) == "<?") { opener = "<?"; shut = "?>" }
    else if (substr(src, i, 2) == "<!") { opener = "<!"; shut = ">" }
    if (opener != "") {
      z = find(shut, i + length(opener))
      if (!z) return "broken"
      if (opener == "<!" && index(substr(src, i, z - i), "[")) return "broken"
      i = z + length(shut)
      continue
    }
    c = ch(i + 1) == "/"
    k = i + (c ? 2 : 1)
    name_stop = name_end(k)
    if (name_stop == k) return "broken"
    name = substr(src, k, name_stop - k)
    k = name_stop
    if (c) {
      while (space(ch(k))) k++
      if (ch(k) != ">" || depth == 0 || stack[depth] != name) return "broken"
      depth--
      if (hold && hold == depth + 1) { hend = i; hold = 0 }
      i = k + 1
      continue
    }
    count = 0
    for (;;) {
      m = k
      while (space(ch(k))) k++
      if (ch(k) == ">" || ch(k) == "/") break
      z = name_end(k)
      if (m == k || z == k) return "broken"
      word = substr(src, k, z - k)
      k = z
      while (space(ch(k))) k++
      if (ch(k) != "=") return "broken"
      k++
      while (space(ch(k))) k++
      q = ch(k)
      if (q != "\"" && q != "\047") return "broken"
      stop = find(q, k + 1)
      if (!stop || index(substr(src, k + 1, stop - k - 1), "<")) return "broken"
      for (n = 1; n <= count; n++) if (an[n] == word) return "broken"
      count++
      an[count] = word; af[count] = m; av[count] = k + 1; az[count] = stop; ae[count] = stop + 1
      k = stop + 1
    }
    c = ch(k) == "/"
    if (c) k++
    if (ch(k) != ">") return "broken"
    if (depth == 0 && ++roots > 1) return "broken"
    fits = 0
    if (depth + 1 <= steps && (depth == 0 || ok[depth]) && tag[depth + 1] == name) {
      fits = by[depth + 1] == ""
      for (n = 1; n <= count; n++)
        if (an[n] == by[depth + 1] && substr(src, av[n], az[n] - av[n]) == is[depth + 1]) fits = 1
    }
    if (fits && depth == steps - 1) {
      hits++
      hname = name_stop; hcontent = hend = k + 1; hpure = !c; hcount = count
      for (n = 1; n <= count; n++) { ha[n] = an[n]; hf[n] = af[n]; hv[n] = av[n]; hz[n] = az[n]; he[n] = ae[n] }
      if (!c) hold = depth + 1
    }
    if (!c) { depth++; stack[depth] = name; ok[depth] = fits }
    i = k + 1
  }
  if (depth > 0 || !roots) return "broken"
  if (hits > 1) return "twice"
  if (!hits) return out ? nothing() : "nowhere"
  if (cut) {
    for (n = 1; n <= hcount; n++)
      if (ha[n] == wanted) {
        had = 1
        a = hv[n]; e = hz[n]
        if (out) { from = hf[n]; to = he[n]; put = "" } else { from = a; to = e; put = escaped(value) }
        return ""
      }
    if (out) return nothing()
    from = to = hcount ? he[hcount] : hname
    put = " " wanted "=\"" escaped(value) "\""
    return ""
  }
  if (!hpure) return "nowhere"
  from = hcontent; to = hend
  while (from < to && space(ch(from))) from++
  if (from == to) from = to = hcontent
  while (to > from && space(ch(to - 1))) to--
  had = 1
  a = from; e = to
  put = out ? "" : escaped(value)
  return ""
}
`;
