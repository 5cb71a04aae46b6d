import type { EditRefusal, FileFormat } from '../standards/edits/edit.js';

/** One edit of one file: what it has to become, or why it is for a hand. The core and the exported script are held to these. */
export interface EditVector {
  readonly format: FileFormat;
  readonly of: string;
  readonly at: string;
  /** Null takes it out. */
  readonly value: string | null;
  readonly text: string;
  readonly gives: string | { readonly refused: EditRefusal };
}

const no = (refused: EditRefusal) => ({ refused });
type Short = readonly [of: string, at: string, value: string | null, text: string, gives: EditVector['gives']];
const all = (format: FileFormat, rows: readonly Short[]): EditVector[] =>
  rows.map(([of, at, value, text, gives]) => ({ format, of, at, value, text, gives }));

const LINES: readonly Short[] = [
  ['a style declaration keeps its indent and its semicolon', 'color:', '#c0d0bb', 'x {\n  color: #fff;\n}\n', 'x {\n  color: #c0d0bb;\n}\n'],
  ['blanks before and behind the sign stay', 'thick =', '84', '# mine\nthin = 3\n\t thick   =  28 \nend = yes\n', '# mine\nthin = 3\n\t thick   =  84 \nend = yes\n'],
  ['a sign without blanks stays without', 'thick =', '84', 'thick=28\n', 'thick=84\n'],
  ['double quotes stay', 'font =', 'Reed Sans 11', 'font = "Tern 10"\n', 'font = "Reed Sans 11"\n'],
  ['single quotes stay, with a terminator and a comment behind', 'font:', 'Reed', "font: 'Tern' ; // mine\n", "font: 'Reed' ; // mine\n"],
  ['a quoted value with a sharp sign in it is one value', 'tint =', '#aabbcc', 'tint = "#001122" # dark\n', 'tint = "#aabbcc" # dark\n'],
  ['quotes that come along replace quotes', 'font =', '"A"', 'font = "B"\n', 'font = "A"\n'],
  ['a comment behind a value stays', 'size =', '4', 'size = 3 # of five\n', 'size = 4 # of five\n'],
  ['a colour is no comment', 'tint =', '#aabbcc', 'tint = #001122\n', 'tint = #aabbcc\n'],
  ['a colour behind other words is no comment', 'edge =', '2px #abc', 'edge = 1px #fff\n', 'edge = 2px #abc\n'],
  ['a comma behind stays', 'size:', '9', '  size: 3,\n', '  size: 9,\n'],
  ['a list that ends with its sign takes such a list', 'items =', 'c;d;', 'items = a;b;\n', 'items = c;d;\n'],
  ['a word and a blank', 'set size', '9', 'set size 3\nset sizes 4\n', 'set size 9\nset sizes 4\n'],
  ['a word alone', 'gap', '9', 'gap\n', 'gap 9\n'],
  ['an empty value', 'size =', '9', 'size = \n', 'size = 9\n'],
  ['to an empty value', 'size =', '', 'size = 9;\n', 'size = ;\n'],
  ['carriage returns stay', 'size =', '9', 'a = 1\r\nsize = 3\r\nb = 2\r\n', 'a = 1\r\nsize = 9\r\nb = 2\r\n'],
  ['a last line without an end stays without', 'size =', '9', 'size = 3', 'size = 9'],
  ['a commented line is no setting', 'size =', '9', '# size = 3\n', '# size = 3\nsize = 9\n'],
  ['a missing line goes to the end', 'size =', '9', 'a = 1', 'a = 1\nsize = 9\n'],
  ['a missing line as the file breaks lines', 'size =', '9', 'a = 1\r\n', 'a = 1\r\nsize = 9\r\n'],
  ['an empty file', 'size=', '9', '', 'size=9\n'],
  ['letters beyond ASCII stay', 'größe =', 'weit', 'ß = ü\ngröße = eng – „x“\n', 'ß = ü\ngröße = weit\n'],
  ['bytes that are no text stay', 'b =', '2', 'a = \u00a0\u2028x\nb = 1\n', 'a = \u00a0\u2028x\nb = 2\n'],
  ['signs of shells, patterns and programs are text', 'size =', '$HOME `x` \\1 & %s', 'size = 3\n', 'size = $HOME `x` \\1 & %s\n'],
  ['signs of patterns in the place', 'a.b[0]* =', '2', 'axb[0]* = 1\na.b[0]* = 1\n', 'axb[0]* = 1\na.b[0]* = 2\n'],
  ['out: the line goes', 'size =', null, 'a = 1\n  size = 3 # x\nb = 2\n', 'a = 1\nb = 2\n'],
  ['out: what is not there', 'size =', null, 'a = 1\n', 'a = 1\n'],
  ['a line twice', 'size =', '9', 'size = 3\nsize = 4\n', no('twice')],
  ['two settings on one line', 'color:', '#000', 'color: #fff; size: 3\n', no('broken')],
  ['the end of a block behind it', 'color:', '#000', 'color: #fff }\n', no('broken')],
  ['a quote without an end', 'font =', 'x', 'font = "Tern\n', no('broken')],
  ['something behind a quote', 'font =', 'x', 'font = "a" + "b"\n', no('broken')],
  ['a quote in a quoted value', 'font =', 'a"b', 'font = "x"\n', no('value')],
  ['a comment in a value', 'size =', '3 # x', 'size = 3\n', no('value')],
  ['an end of a line that was none', 'size =', '4;', 'size = 3\n', no('value')],
  ['two lines', 'size =', '3\n4', 'size = 3\n', no('value')],
];

const KEY_FILE: readonly Short[] = [
  ['a value in its group', 'Sun/Place', '51.5, -0.1', '# kept\n[Moon]\nPlace=x\n\n[Sun]\nPlace=y\n', '# kept\n[Moon]\nPlace=x\n\n[Sun]\nPlace=51.5, -0.1\n'],
  ['blanks around the sign stay', 'A/b', '2', '[A]\n  b = 1\n', '[A]\n  b = 2\n'],
  ['a missing key goes behind the last of its group', 'Sun/Place', 'z', '[Sun]\nSet=1\n\n[Stars]\nPlace=y\n', '[Sun]\nSet=1\nPlace=z\n\n[Stars]\nPlace=y\n'],
  ['a missing key of a group without keys', 'Sun/Place', 'z', '[Sun]\n[Stars]\n', '[Sun]\nPlace=z\n[Stars]\n'],
  ['a group at the end without a line break', 'Sun/Place', 'z', '[Sun]\nSet=1', '[Sun]\nSet=1\nPlace=z\n'],
  ['a missing group', 'Sun/Place', 'z', '[Moon]\nx=1\n', '[Moon]\nx=1\n\n[Sun]\nPlace=z\n'],
  ['a missing group in an empty file', 'Sun/Place', 'z', '', '[Sun]\nPlace=z\n'],
  ['a key before any group', 'top', '2', 'top=1\n[A]\ntop=3\n', 'top=2\n[A]\ntop=3\n'],
  ['a missing key before any group', 'new', '2', 'top=1\n\n[A]\ntop=3\n', 'top=1\nnew=2\n\n[A]\ntop=3\n'],
  ['a missing key before the first group', 'new', '2', '[A]\ntop=3\n', 'new=2\n[A]\ntop=3\n'],
  ['a group with a stroke in its name', 'a/b/key', '2', '[a/b]\nkey=1\n', '[a/b]\nkey=2\n'],
  ['a key of another language is another key', 'A/Name', 'x', '[A]\nName[de]=y\nName=z\n', '[A]\nName[de]=y\nName=x\n'],
  ['carriage returns stay', 'A/b', '2', '[A]\r\nb=1\r\n', '[A]\r\nb=2\r\n'],
  ['a mark of byte order stays', 'A/b', '2', '\uFEFF[A]\nb=1\n', '\uFEFF[A]\nb=2\n'],
  ['signs in a value are the value', 'A/b', 'x # y = [z]', '[A]\nb=1 ; 2\n', '[A]\nb=x # y = [z]\n'],
  ['a commented key is none', 'A/b', '2', '[A]\n#b=1\n', '[A]\n#b=1\nb=2\n'],
  ['out', 'A/b', null, '[A]\na=1\nb=2\nc=3\n', '[A]\na=1\nc=3\n'],
  ['out: not there', 'A/b', null, '[A]\na=1\n', '[A]\na=1\n'],
  ['the last line without an end', 'A/b', '2', '[A]\nb=1', '[A]\nb=2'],
  ['a key twice', 'A/b', '2', '[A]\nb=1\nb=3\n', no('twice')],
  ['a key twice in a group that stands twice', 'A/b', '2', '[A]\nb=1\n[B]\n[A]\nb=3\n', no('twice')],
  ['two lines', 'A/b', '2\n3', '[A]\nb=1\n', no('value')],
  ['a blank that would be lost', 'A/b', ' 2', '[A]\nb=1\n', no('value')],
];

const DESK = '{\n  "size": 1,\n  "bar": {"edge": "left", "size": 46, "list": [1, {"size": 2}]},\n  "text": "a \\"b\\""\n}\n';
const JSON_ROWS: readonly Short[] = [
  ['a number deep down', 'bar.size', '84', DESK, DESK.replace('46', '84')],
  ['a text stays a text', 'bar.edge', '12', DESK, DESK.replace('"left"', '"12"')],
  ['a word for a number is a text', 'size', 'wide', DESK, DESK.replace('1,', '"wide",')],
  ['quotes and lines in a text', 'text', 'a"b\\c\nd\te', DESK, DESK.replace('"a \\"b\\""', '"a\\"b\\\\c\\nd\\te"')],
  ['a flag', 'on', 'false', '{"on":true}', '{"on":false}'],
  ['letters beyond ASCII', 'n', 'ü – 漢', '{"m": "ß", "n": "x"}', '{"m": "ß", "n": "ü – 漢"}'],
  ['a whole object is replaced', 'a', '3', '{"a": {"b": [1, 2]}, "c": 1}', '{"a": 3, "c": 1}'],
  ['a missing member on a line of its own', 'b', '2', '{\n\t"a": 1\n}\n', '{\n\t"a": 1,\n\t"b": 2\n}\n'],
  ['a missing member on the same line', 'b', 'x', '{"a": 1}', '{"a": 1, "b": "x"}'],
  ['a missing member in an empty object', 'a.b', '2', '{"a": { }}', '{"a": {"b": 2}}'],
  ['a missing path is made', 'a.b.c', '2', '{"x": 1}', '{"x": 1, "a": {"b": {"c": 2}}}'],
  ['an empty file', 'a.b', 'x', '', '{"a": {"b": "x"}}\n'],
  ['a file of blanks', 'a', '1', ' \n', ' \n{"a": 1}\n'],
  ['the same name deeper is another', 'a', '9', '{"b": {"a": 1}, "a": 2}', '{"b": {"a": 1}, "a": 9}'],
  ['braces and quotes in texts', 'b', '2', '{"a": "}\\"{,:", "b": 1}', '{"a": "}\\"{,:", "b": 2}'],
  ['exponents', 'b', '-1.5e3', '{"b": 1E+2}', '{"b": -1.5e3}'],
  ['out: the first of several', 'a', null, '{"a": 1, "b": 2}', '{"b": 2}'],
  ['out: the last of several', 'b', null, '{"a": 1, "b": 2}', '{"a": 1}'],
  ['out: the only one', 'a', null, '{"a": 1}', '{}'],
  ['out: not there', 'b', null, '{"a": 1}', '{"a": 1}'],
  ['no end', 'a', '2', '{"a": 1', no('broken')],
  ['a comma too many', 'a', '2', '{"a": 1,}', no('broken')],
  ['a comment', 'a', '2', '{/* x */"a": 1}', no('broken')],
  ['something behind the end', 'a', '2', '{"a": 1} x', no('broken')],
  ['a word that is none', 'a', '2', '{"a": yes}', no('broken')],
  ['a name that is written with escapes', 'ab', '2', '{"\\u0061b": 1}', no('broken')],
  ['a name twice', 'a', '2', '{"a": 1, "a": 3}', no('twice')],
  ['a path through a number', 'a.b', '2', '{"a": 1}', no('nowhere')],
  ['a list at the top', 'a', '2', '[1]', no('nowhere')],
  ['a control character', 'a', '\u0001', '{"a": "x"}', no('value')],
];

const SHEET = '/* mine { */\n@import "a;b{.css";\n.bar, .bar   > .item {\n  color: #fff;\n  background: url(data:a;b{c}) no-repeat;\n}\n\n#dock { width: 3px }\n';
const CSS: readonly Short[] = [
  ['a declaration in its rule', '.bar, .bar > .item{color}', '#c0d0bb', SHEET, SHEET.replace('#fff', '#c0d0bb')],
  ['a selector written with other blanks', '.bar,.bar > .item { color }', '#000', SHEET, SHEET.replace('#fff', '#000')],
  ['a value with brackets', '.bar, .bar > .item{background}', 'none', SHEET, SHEET.replace('url(data:a;b{c}) no-repeat', 'none')],
  ['a declaration without a semicolon', '#dock{width}', '9px', SHEET, SHEET.replace('3px', '9px')],
  ['what is important stays so', 'a{b}', '2', 'a { b: 1 !important; }', 'a { b: 2 !important; }'],
  ['names of properties in any case', 'a{color}', 'red', 'a { COLOR : blue }', 'a { COLOR : red }'],
  ['a property of one’s own', ':root{--Tint}', '#abc', ':root { --tint: #111; --Tint: #222; }', ':root { --tint: #111; --Tint: #abc; }'],
  ['a statement that defines a colour', '@define-color tint', '#abc', '@define-color tinted #111;\n@define-color tint #222;\n', '@define-color tinted #111;\n@define-color tint #abc;\n'],
  ['a missing statement', '@define-color tint', '#abc', 'a { b: 1 }', 'a { b: 1 }\n@define-color tint #abc;\n'],
  ['a missing declaration on a line of its own', 'a{b}', '2', 'a {\n\tc: 1;\n}\n', 'a {\n\tc: 1;\n\tb: 2;\n}\n'],
  ['a missing declaration behind one without a semicolon', 'a{b}', '2', 'a { c: 1 }', 'a { c: 1; b: 2; }'],
  ['a missing declaration in an empty rule', 'a{b}', '2', 'a {}', 'a { b: 2; }'],
  ['a missing rule', 'a > b{c}', '2', '.x { y: z; }', '.x { y: z; }\na > b {\n  c: 2;\n}\n'],
  ['an empty sheet', 'a{b}', '2', '', 'a {\n  b: 2;\n}\n'],
  ['carriage returns', 'a{b}', '2', 'a {\r\n  c: 1;\r\n}\r\n', 'a {\r\n  c: 1;\r\n  b: 2;\r\n}\r\n'],
  ['braces in strings are text', 'a{b}', '2', 'x { y: "}{;" } a { b: 1 }', 'x { y: "}{;" } a { b: 2 }'],
  ['braces behind strokes are text', 'a{b}', '2', '.x\\{y { b: 3 } a { b: 1 }', '.x\\{y { b: 3 } a { b: 2 }'],
  ['a commented rule is none', 'a{b}', '2', '/* a { b: 1 } */ a { b: 3 }', '/* a { b: 1 } */ a { b: 2 }'],
  ['out: with its line', 'a{b}', null, 'a {\n  b: 1;\n  c: 2;\n}\n', 'a {\n  c: 2;\n}\n'],
  ['out: on one line', 'a{b}', null, 'a { b: 1; c: 2 }', 'a { c: 2 }'.replace('{ c', '{ c')],
  ['out: not there', 'a{b}', null, 'a { c: 2 }', 'a { c: 2 }'],
  ['under a condition', 'a{b}', '2', '@media (x) { a { b: 1 } }', no('twice')],
  ['in two rules', 'a{b}', '2', 'a { b: 1 } a { b: 3 }', no('twice')],
  ['twice in a rule', 'a{b}', '2', 'a { b: 1; b: 3 }', no('twice')],
  ['a rule twice without it', 'a{b}', '2', 'a { c: 1 } a { d: 3 }', no('twice')],
  ['a comment in the value', 'a{b}', '2', 'a { b: 1 /* x */; }', no('broken')],
  ['a rule without an end', 'a{b}', '2', 'a { b: 1;', no('broken')],
  ['a comment without an end', 'a{b}', '2', 'a { b: 1 } /* x', no('broken')],
  ['a string without an end', 'a{b}', '2', 'a { b: "1 }', no('broken')],
  ['a brace too many', 'a{b}', '2', 'a { b: 1 } }', no('broken')],
  ['a semicolon in the value', 'a{b}', '2; c: d', 'a { b: 1 }', no('value')],
  ['a bracket that stays open', 'a{b}', 'url(x', 'a { b: 1 }', no('value')],
];

const TREE = '<?xml version="1.0"?>\n<!-- <bar size="1"/> -->\n<desk>\n  <bar name="top" size=\'3\'/>\n  <bar name="main" size="46">\n    <clock>  H:mm </clock>\n    <text>a<b/>c</text>\n  </bar>\n</desk>\n';
const XML: readonly Short[] = [
  ['an attribute', 'desk/bar[name=main]@size', '84', TREE, TREE.replace('46', '84')],
  ['an attribute in single quotes', 'desk/bar[name=top]@size', '84', TREE, TREE.replace("'3'", "'84'")],
  ['a missing attribute', 'desk/bar[name=top]@edge', 'left', TREE, TREE.replace("'3'", "'3' edge=\"left\"")],
  ['the text of an element', 'desk/bar[name=main]/clock', 'HH:mm', TREE, TREE.replace('H:mm', 'HH:mm')],
  ['signs are escaped', 'desk/bar[name=main]@size', `<&>"'`, TREE, TREE.replace('46', '&lt;&amp;&gt;&quot;&apos;')],
  ['letters beyond ASCII', 'a@b', 'ü漢', '<a b="ß"/>', '<a b="ü漢"/>'],
  ['an empty element', 'a/b', 'x', '<a><b></b></a>', '<a><b>x</b></a>'],
  ['a mark of byte order stays', 'a@b', '2', '\uFEFF<a b="1"/>', '\uFEFF<a b="2"/>'],
  ['a greater sign in a value', 'a@b', '2', '<a c=">" b="1"/>', '<a c=">" b="2"/>'],
  ['a section of plain text is none of it', 'a/b', '2', '<a><![CDATA[<b>1</b>]]><b>3</b></a>', '<a><![CDATA[<b>1</b>]]><b>2</b></a>'],
  ['blanks in tags', 'a/b@c', '2', '<a ><b\n  c = "1" ></b ></a >', '<a ><b\n  c = "2" ></b ></a >'],
  ['out: an attribute', 'desk/bar[name=main]@size', null, TREE, TREE.replace(' size="46"', '')],
  ['out: not there', 'desk/bar[name=main]@edge', null, TREE, TREE],
  ['out: a text', 'a/b', null, '<a><b>x</b></a>', '<a><b></b></a>'],
  ['which of two', 'desk/bar@size', '2', TREE, no('twice')],
  ['an element that is not there', 'desk/dock@size', '2', TREE, no('nowhere')],
  ['more than text', 'desk/bar[name=main]/text', '2', TREE, no('nowhere')],
  ['an element that is closed at once', 'a/b', 'x', '<a><b/></a>', no('nowhere')],
  ['tags that cross', 'a/b', '2', '<a><b>1</a></b>', no('broken')],
  ['no end', 'a/b', '2', '<a><b>1</b>', no('broken')],
  ['an attribute without quotes', 'a@b', '2', '<a b=1/>', no('broken')],
  ['an attribute twice', 'a@b', '2', '<a b="1" b="3"/>', no('broken')],
  ['entities of one’s own', 'a@b', '2', '<!DOCTYPE a [<!ENTITY x "y">]><a b="1"/>', no('broken')],
  ['no document at all', 'a@b', '2', 'size = 3\n', no('broken')],
  ['an empty file', 'a@b', '2', '', no('broken')],
  ['two lines', 'a@b', '2\n3', '<a b="1"/>', no('value')],
];

export const EDIT_VECTORS: readonly EditVector[] = [
  ...all('lines', LINES),
  ...all('key file', KEY_FILE),
  ...all('json', JSON_ROWS),
  ...all('css', CSS),
  ...all('xml', XML),
];
