import { nth } from '@spare-coat/core/ground/checked';
import { gzipSync } from 'node:zlib';
import sharp from 'sharp';
import { pack, type Header } from 'tar-stream';
import { ICON_NAMES } from '@spare-coat/core/measuring/standards/iconNames';
import { writeXCursor, type CursorImage } from '@spare-coat/core/measuring/standards/xCursor';

/** A file in an archive that is made here. */
interface Piece {
  readonly name: string;
  readonly body?: Buffer | string;
  readonly link?: string;
}

/** What sort of archive an entry of the listing has, good or bad. */
export const ARCHIVE_SORTS = [
  'icons',
  'icons, too deep',
  'icons, no folder',
  'pointers',
  'window theme',
  'wallpapers',
  'with a script',
  'paths that leave',
  'bomb',
  'cut short',
] as const;
export type ArchiveSort = (typeof ARCHIVE_SORTS)[number];

/** The same archive has the same bytes on every run, so that checksums can be listed. */
const WHEN = new Date('2026-01-01T00:00:00Z');

function tar(pieces: readonly Piece[]): Promise<Buffer> {
  const archive = pack();
  const bytes: Buffer[] = [];
  archive.on('data', (d) => bytes.push(d as Buffer));
  const done = new Promise<Buffer>((resolve) => archive.on('end', () => resolve(Buffer.concat(bytes))));
  for (const { name, body, link } of pieces) {
    const header: Partial<Header> & { name: string } = link
      ? { name, type: 'symlink', linkname: link, mtime: WHEN }
      : { name, mtime: WHEN, mode: name.endsWith('.sh') ? 0o755 : 0o644 };
    archive.entry(header, body ?? '');
  }
  archive.finalize();
  return done;
}

/** A number from a text, the same on every run. */
function seed(text: string): number {
  let h = 2166136261;
  for (const c of text) h = Math.imul(h ^ c.codePointAt(0)!, 16777619);
  return h >>> 0;
}

/** Colours of a marsh in autumn. */
const COLOURS = [
  '#c98f7a',
  '#7d8f4e',
  '#5b2f52',
  '#8a8178',
  '#4a7a72',
  '#b5533c',
  '#d9b3a2',
  '#52637a',
  '#a5b56f',
  '#e3c2b4',
];
const colour = (n: number) => nth(COLOURS, n % COLOURS.length);

/** A notched plate: no real set has these. */
function icon(name: string): string {
  const n = seed(name);
  const notch = 6 + (n % 14);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 48 48"><path fill="${colour(n)}" d="M4 ${notch}H${notch}V4H44V44H4Z"/><path fill="${colour((n >>> 5) + 3)}" d="M${14 + (n % 8)} 16h18v16h-18z"/></svg>`;
}

function iconSet(folder: string, name: string, share: number): Piece[] {
  const contexts = Object.entries(ICON_NAMES);
  const under = folder === '' ? '' : `${folder}/`;
  const index = [
    '[Icon Theme]',
    `Name=${name}`,
    `Directories=${contexts.map(([c]) => `scalable/${c.toLowerCase()}`).join(',')}`,
    ...contexts.flatMap(([c]) => [
      `[scalable/${c.toLowerCase()}]`,
      'Size=48',
      'MinSize=16',
      'MaxSize=256',
      'Type=Scalable',
      `Context=${c}`,
    ]),
  ].join('\n');
  return [
    { name: `${under}index.theme`, body: index },
    ...contexts.flatMap(([c, names]) =>
      names
        .filter((n) => seed(`${name} ${n}`) % 100 < share)
        .map((n) => ({ name: `${under}scalable/${c.toLowerCase()}/${n}.svg`, body: icon(`${name} ${n}`) })),
    ),
  ];
}

function pointerPicture(size: number, turn: number): CursorImage {
  const data = new Uint8Array(size * size * 4);
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const inside = x + turn >= 2 && y >= 2 && y < size - 2 && x < y && x + y < size + 4 + turn;
      if (!inside) continue;
      data.set([0x43, 0x20, 0x3d, 255], (y * size + x) * 4);
    }
  return { nominal: size, width: size, height: size, hotX: 2, hotY: 2, delay: turn > 0 ? 60 : 0, data };
}

function pointerSet(folder: string): Piece[] {
  const still = Buffer.from(writeXCursor([24, 32, 48].map((s) => pointerPicture(s, 0))));
  const busy = Buffer.from(
    writeXCursor([24, 32].flatMap((s) => Array.from({ length: 10 }, (_, i) => pointerPicture(s, i + 1)))),
  );
  return [
    { name: `${folder}/index.theme`, body: `[Icon Theme]\nName=${folder}\n` },
    ...['left_ptr', 'text', 'hand2', 'crosshair'].map((n) => ({
      name: `${folder}/cursors/${n}`,
      body: still,
    })),
    { name: `${folder}/cursors/watch`, body: busy },
    { name: `${folder}/cursors/arrow`, link: 'left_ptr' },
    { name: `${folder}/cursors/wait`, link: 'watch' },
  ];
}

async function wallpapers(folder: string): Promise<Piece[]> {
  const paint = (colour: string, width: number, height: number) =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="${colour}"/><path d="M0 ${height * 0.6}L${width * 0.4} ${height * 0.45} ${width} ${height * 0.7}V${height}H0Z" fill="#c98f7a"/></svg>`,
      ),
    )
      .png({ compressionLevel: 1 })
      .toBuffer();
  const pad = async (name: string, colour: string, width: number, height: number) => ({
    name: `${folder}/${name}`,
    body: await paint(colour, width, height),
  });
  return [
    await pad('pans-at-noon.png', '#f3e6dc', 3840, 2160),
    await pad('pans-at-night.png', '#2a1d19', 3840, 2160),
  ];
}

const THEME_CSS = `:root { --accent: #7d8f4e; }
.frame { background: #ead0c3; color: #43203d; padding: 6px 10px; border-radius: 0; font-family: "Osier Slab"; }
.frame:inactive { background: #f2e4db; }
.button { background: var(--accent); padding: 4px; border-radius: 2px; }`;

/** Makes the file of one version. Deterministic: the same name, version and sort give the same bytes. */
export async function makeArchive(name: string, version: string, sort: ArchiveSort): Promise<Buffer> {
  const folder = name.replace(/\s+/g, '-');
  const licence = {
    name: 'LICENSE',
    body: 'Permission is hereby granted, free of charge, to any person obtaining a copy',
  };
  // Two versions are never the same bytes.
  const stamp = { name: sort === 'icons, no folder' ? 'VERSION' : `${folder}/VERSION`, body: `${version}\n` };
  const zip = async (pieces: readonly Piece[]) => gzipSync(await tar([stamp, ...pieces]), { level: 6 });
  switch (sort) {
    case 'icons':
      return zip(iconSet(folder, name, 92));
    case 'icons, too deep':
      return zip([
        ...iconSet(`${folder}-${version}/${folder}`, name, 70),
        { ...licence, name: `${folder}-${version}/LICENSE` },
      ]);
    case 'icons, no folder':
      return zip(iconSet('', name, 40));
    case 'pointers':
      return zip(pointerSet(folder));
    case 'window theme':
      return zip([
        { name: `${folder}/frame/frame.css`, body: THEME_CSS },
        { name: `${folder}/controls/controls.css`, body: THEME_CSS },
      ]);
    case 'wallpapers':
      return zip(await wallpapers(folder));
    case 'with a script':
      return zip([
        ...iconSet(`${folder}/icons/${folder}`, name, 60),
        {
          name: `${folder}/install.sh`,
          body: '#!/bin/sh\nwhile [ $# -gt 0 ]; do case "$1" in\n  -d|--dark) variant=dark ;;\n  -s|--size) size=$2; shift ;;\n  --system) sudo cp -r icons /usr/share ;;\nesac; shift; done\n',
        },
        { name: `${folder}/README.md`, body: 'Run ./install.sh --dark --size 48' },
      ]);
    case 'paths that leave':
      return zip([
        ...iconSet(folder, name, 20),
        { name: '../../.profile', body: 'echo not you' },
        { name: `${folder}/out`, link: '../../../etc' },
      ]);
    case 'bomb':
      return zip([{ name: `${folder}/index.theme`, body: Buffer.alloc(96 * 1024 * 1024) }]);
    case 'cut short': {
      const whole = await zip(iconSet(folder, name, 80));
      return whole.subarray(0, Math.floor(whole.length * 0.6));
    }
  }
}
