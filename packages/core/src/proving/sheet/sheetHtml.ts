import { percentBetween } from '../../ground/percent.js';
import { escapeXml } from '../../doing/scene/svg.js';
import { tapeSvg, tapeWords, withSwatch } from './markup.js';
import { NEARNESS, type Sheet, type SheetElement } from './sheet.js';

const t = escapeXml;

const HEADINGS: Readonly<Record<(typeof NEARNESS)[number], string>> = {
  exact: 'Exact',
  near: 'Near',
  different: 'Different, and accepted',
  missing: 'Missing',
  'left alone': 'Left alone',
};

/** How a sheet is set: for the application, for a file of its own, and for paper. Nothing of it is fetched. */
export const SHEET_STYLE = `
.sheet { max-width: 860px; margin: 0 auto; padding: 40px 32px 64px; background: #fff; color: #1a1a1a; font: 15px/1.5 'Commissioner Variable', 'Commissioner', system-ui, sans-serif; font-variant-numeric: tabular-nums; }
.sheet h1 { margin: 0; font-size: 34px; line-height: 1.12; font-weight: 650; letter-spacing: -0.015em; text-wrap: balance; }
.sheet h2 { margin: 40px 0 10px; padding-top: 10px; border-top: 2px solid #1a1a1a; font-size: 19px; font-weight: 650; }
.sheet section > h2 { margin-top: 0; }
.sheet section { margin-top: 40px; }
.sheet h3 { margin: 18px 0 4px; font-size: 15px; font-weight: 650; }
.sheet p { margin: 0 0 8px; max-width: 68ch; }
.sheet .lead { margin: 8px 0 18px; color: #4d4d4d; }
.sheet .tape { display: block; width: 100%; height: 30px; }
.sheet dl.sums { display: flex; gap: 36px; margin: 14px 0 0; }
.sheet dl.sums dt { font-size: 13px; color: #4d4d4d; }
.sheet dl.sums dd { margin: 0; font-size: 26px; font-weight: 650; line-height: 1.2; }
.sheet .trio { display: grid; grid-template-columns: repeat(auto-fit, minmax(240px, 1fr)); gap: 14px; margin: 0 0 18px; }
.sheet figure { margin: 0; }
.sheet figure img { display: block; width: 100%; height: auto; background: #8a8a8a; border: 1px solid #d6d6d6; }
.sheet figcaption { font-size: 13px; color: #4d4d4d; padding-top: 4px; }
.sheet table { width: 100%; border-collapse: collapse; font-size: 14px; }
.sheet th, .sheet td { padding: 5px 12px 5px 0; text-align: left; vertical-align: top; border-bottom: 1px solid #d6d6d6; overflow-wrap: anywhere; }
.sheet thead th { font-size: 13px; font-weight: 400; color: #4d4d4d; }
.sheet tbody th { font-weight: 600; }
.sheet table[class] { table-layout: fixed; }
.sheet table.near th:nth-child(1) { width: 21%; }
.sheet table.near th:nth-child(2), .sheet table.near th:nth-child(3) { width: 11%; }
.sheet table.near th:nth-child(4) { width: 22%; }
.sheet table.parts th:nth-child(1) { width: 14%; }
.sheet table.parts th:nth-child(2), .sheet table.parts th:nth-child(5) { width: 9%; }
.sheet table.parts th:nth-child(3), .sheet table.parts th:nth-child(4) { width: 13%; }
.sheet table.parts th:nth-child(6) { width: 27%; }
.sheet table.settings th:nth-child(1), .sheet table.settings th:nth-child(3) { width: 22%; }
.sheet table.settings th:nth-child(2) { width: 26%; }
.sheet .n { text-align: right; white-space: nowrap; }
.sheet .swatch { width: 11px; height: 11px; vertical-align: -1px; }
.sheet code, .sheet pre { font-family: 'JetBrains Mono Variable', 'JetBrains Mono', ui-monospace, monospace; font-size: 12.5px; }
.sheet pre { margin: 6px 0; padding: 7px 10px; border: 1px solid #d6d6d6; white-space: pre-wrap; overflow-wrap: anywhere; }
.sheet ol.steps { list-style: none; margin: 0; padding: 0; }
.sheet ol.steps li { display: grid; grid-template-columns: 34px minmax(0, 1fr); padding: 8px 0; border-bottom: 1px solid #d6d6d6; break-inside: avoid; }
.sheet ol.steps .of { color: #4d4d4d; }
.sheet ol.steps b { font-weight: 600; }
.sheet .rest { margin: 14px 0; padding: 6px 12px; border: 1px dashed #4d4d4d; font-weight: 600; }
.sheet .small { font-size: 13px; color: #4d4d4d; }
.sheet footer { margin-top: 48px; font-size: 13px; color: #4d4d4d; }
@media screen { .sheet section { content-visibility: auto; contain-intrinsic-height: auto 600px; } }
@media (max-width: 640px) { .sheet { padding: 22px 16px 40px; } .sheet h1 { font-size: 26px; overflow-wrap: anywhere; } .sheet dl.sums { flex-wrap: wrap; gap: 8px 24px; } .sheet table { display: block; overflow-x: auto; } .sheet table[class] { min-width: 0; } }
@media print { .sheet { max-width: none; padding: 0; font-size: 10.5pt; } .sheet h2 { break-after: avoid; } .sheet tr, .sheet figure { break-inside: avoid; } @page { margin: 16mm 15mm; } }
`;

function table(
  heads: readonly string[],
  rows: readonly (readonly string[])[],
  numbers: readonly number[] = [],
  name = '',
): string {
  const cls = (i: number) => (numbers.includes(i) ? ' class="n"' : '');
  const head = heads.map((h, i) => `<th scope="col"${cls(i)}>${t(h)}</th>`).join('');
  const body = rows
    .map(
      (row) =>
        `<tr>${row
          .map((cell, i) => (i === 0 ? `<th scope="row">${cell}</th>` : `<td${cls(i)}>${cell}</td>`))
          .join('')}</tr>`,
    )
    .join('');
  return `<table${name ? ` class="${name}"` : ''}><thead><tr>${head}</tr></thead><tbody>${body}</tbody></table>`;
}

function elements(list: readonly SheetElement[]): string {
  return NEARNESS.map((nearness) => {
    const these = list.filter((e) => e.nearness === nearness);
    if (these.length === 0) return '';
    const rows = these.map((e) => [
      t(e.name),
      percentBetween(e.closeness, e.most.chosen),
      percentBetween(e.proven, e.most.proven),
      t(e.by.join(', ')),
      t([e.why, e.note].filter(Boolean).join(' ')),
    ]);
    return `<h3>${HEADINGS[nearness]}</h3>${table(['Element', 'Promised', 'Proven', 'By', 'Why, and what is lost'], rows, [1, 2], 'near')}`;
  }).join('');
}

/** Only what is an address of the web becomes a link. */
const link = (url: string) =>
  /^https?:\/\//.test(url) ? `<a href="${t(url)}" rel="noreferrer">${t(url)}</a>` : t(url);

/**
 * A sheet as the inside of a page. Everything that came from a person is escaped; there are no styles in it and no scripts.
 *
 * @param src where a picture is found, by its SHA-256; null leaves it out
 */
export function sheetBody(sheet: Sheet, src: (blob: string) => string | null): string {
  const section = (title: string, content: string) =>
    content === '' ? '' : `<section><h2>${title}</h2>${content}</section>`;
  const pictures = sheet.pictures
    .map(({ variant, pictures: list }) => {
      const shown = list.flatMap((p) => {
        const at = src(p.blob);
        return at === null
          ? []
          : [
              `<figure><img src="${t(at)}" alt="${t(p.caption)}" width="${p.width}" height="${p.height}"><figcaption>${t(p.caption)}</figcaption></figure>`,
            ];
      });
      if (shown.length === 0) return '';
      const heading = sheet.pictures.length > 1 ? `<h3>${t(variant)}</h3>` : '';
      return `${heading}<div class="trio">${shown.join('')}</div>`;
    })
    .join('');
  const parts = table(
    ['Part', 'Version', 'By', 'Licence', 'Price', 'From', 'For'],
    sheet.parts.map((p) => [
      t(p.name),
      t(p.version),
      t(p.author),
      t(p.licence),
      t(p.price),
      [link(p.home), ...p.sources.map(t)].join('<br>'),
      t(p.elements.join(', ')),
    ]),
    [],
    'parts',
  );
  const settings = table(
    ['Element', 'Trait', 'Value', 'Where'],
    sheet.settings.map((s) => [
      t(s.element),
      t(s.variant ? `${s.trait} (${s.variant})` : s.trait),
      withSwatch(s.value),
      t(s.where),
    ]),
    [],
    'settings',
  );
  const steps = sheet.sittings
    .map(
      ({ steps: list, breakAfter }) =>
        `<ol class="steps">${list
          .map(
            (s) =>
              `<li><span class="of">${s.n}</span><div><b>${t(s.title)}</b>${s.isDone ? ' <span class="small">done</span>' : ''}<div class="small">${t(s.where)}</div>${s.value ? `<code>${t(s.value)}</code>` : ''}${s.commands.length > 0 ? `<pre>${t(s.commands.join('\n'))}</pre>` : ''}<div>${t(s.expected)}</div>${s.note ? `<div>${t(s.note)}</div>` : ''}</div></li>`,
          )
          .join('')}</ol>${breakAfter ? `<p class="rest">${t(breakAfter)}</p>` : ''}`,
    )
    .join('');
  return `<article class="sheet">
<h1>${t(sheet.title)}</h1>
<p class="lead">After ${t(sheet.reference || 'a reference without pictures')}, on ${t(sheet.host)}. ${t(sheet.date)}.</p>
${tapeSvg(sheet.tape)}
<p class="small">${t(tapeWords(sheet.tape))}</p>
<dl class="sums"><div><dt>Chosen</dt><dd>${percentBetween(sheet.chosen, sheet.most.chosen)}</dd></div><div><dt>Ceiling of this host</dt><dd>${percentBetween(sheet.ceiling, sheet.most.ceiling)}</dd></div><div><dt>Proven by pictures</dt><dd>${percentBetween(sheet.proven, sheet.most.proven)}</dd></div></dl>
${section('Pictures', pictures)}
${section('What is like it, and what is not', elements(sheet.elements))}
${section('Parts and credits', sheet.parts.length > 0 ? parts : '')}
${section('Every setting', sheet.settings.length > 0 ? settings : '')}
${section('Steps', [...sheet.warnings.map((w) => `<p><b>Mind:</b> ${t(w)}</p>`), steps].join(''))}
${section('Readings', sheet.readings.map((r) => `<p>${t(r)}</p>`).join(''))}
${section(
  'The host before',
  sheet.survey.length > 0
    ? table(
        ['What', 'It was'],
        sheet.survey.map((pair) => pair.map(t)),
      )
    : '',
)}
<footer>Made with Spare Coat. Parts belong to their authors, under the licences above.</footer>
</article>`;
}

/** The sheet as one page that needs nothing else. @param src pictures as `data:` addresses, by their SHA-256 */
export function sheetPage(sheet: Sheet, src: (blob: string) => string | null): string {
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; style-src 'unsafe-inline'"><title>${t(sheet.title)}</title><style>body { margin: 0; background: #f1f1f1; }${SHEET_STYLE}</style></head>
<body>${sheetBody(sheet, src)}</body></html>
`;
}
