import { UNTOLD_VERSION } from '../../model/parts/partName.js';
import { nth } from '../../ground/checked.js';
import { parseHex } from '../../measuring/colour/srgb.js';
import { oklchOf } from '../../measuring/colour/oklch.js';
import type { HostProfile } from '../../model/host/profile.js';
import { standardIconNames } from '../../measuring/standards/iconNames.js';
import { FOUND_CREDIT, iconCoverage, type IconThemeFiles } from '../../measuring/standards/iconTheme.js';
import type { StyleEvidence } from '../../measuring/standards/styleSheet.js';
import type { TraitValue } from '../../model/traits/value.js';
import type { Offer, SettingPlace, Supply } from '../../model/offers/offer.js';
import { pathIn } from '../../model/deeds/written.js';
import { FOUND_BY_FILE } from '../../model/parts/foundBy.js';
import { PLAIN_PART } from '../../model/parts/plainPart.js';
import { PART_SORTS, type Part, type PartSort } from '../../model/parts/part.js';
import type { FaceMetrics } from '../../measuring/type/face.js';
import type { ArchiveFinding, Evidence, FontEvidence, ThemeVariant } from './findings.js';
import { iconSetsOf } from './themes.js';
import { variantOf } from './judge.js';
import type { ArchiveReport } from './report.js';
import type { Siblings } from './siblings.js';
import type { Flavour } from '../../model/parts/flavour.js';
import { sameJson } from '../../model/coat/changes.js';

/** Chroma from which a colour counts as one rather than as a grey. In OKLCH; greys of desktops stay below 0.03. */
const COLOURED = 0.04;
const MOST_NAME = 200;

const SORTS: Readonly<Record<string, PartSort>> = {
  'icon set': 'icon set',
  'pointer set': 'pointer set',
  'sound theme': 'theme',
  font: 'font',
  wallpaper: 'wallpaper',
  'desktop entry': 'tool',
  'install script': 'tool',
};

/** The sort of part that a sort of archive makes: its own name where parts have it, else a theme. */
export function partSortOf(sort: string): PartSort {
  return SORTS[sort] ?? (PART_SORTS.find((s) => s === sort) || 'theme');
}

const fixed = (value: TraitValue, byVariant?: Record<string, TraitValue>): Supply =>
  byVariant ? { fixed: value, byVariant } : { fixed: value };

/** Of a style sheet: the accent, the ground and the corners that it uses most. */
function controlsOf(evidence: StyleEvidence): Record<string, TraitValue> {
  const traits: Record<string, TraitValue> = {};
  const chroma = (hex: string) => oklchOf(parseHex(hex)!).c;
  const accent = evidence.colours.find((c) => chroma(c.hex) >= COLOURED);
  const ground = evidence.colours.find((c) => chroma(c.hex) < COLOURED);
  if (accent) traits['accent'] = accent.hex;
  if (ground) traits['background'] = ground.hex;
  if (evidence.radii[0]) traits['cornerRadius'] = evidence.radii[0].value;
  return traits;
}

/** Of a family's faces the one for running text: upright, and nearest to the regular weight. */
function plainest(faces: readonly FontEvidence[]): FaceMetrics | null {
  const off = (m: FaceMetrics) => Math.abs(m.weight - 400) + (m.italic === 0 ? 0 : 1000);
  const all = faces.flatMap((f) => f.metrics ?? []);
  return all.reduce<FaceMetrics | null>((best, m) => (best && off(best) <= off(m) ? best : m), null);
}

/** So many names tell what a set has; the standard ones go first. */
const MOST_NAMES = 2000;

/** Icon names that a set has, with the credit of where each is found: in itself, or in a parent of the same archive. */
function iconNamesOf(folder: string, sets: ReadonlyMap<string, IconThemeFiles>): Record<string, number> {
  const names: Record<string, number> = {};
  const { by } = iconCoverage(folder, sets, standardIconNames(), USUAL_SIZE);
  for (const [name, { found }] of by) if (FOUND_CREDIT[found] > 0) names[name] = FOUND_CREDIT[found];
  let left = MOST_NAMES - Object.keys(names).length;
  for (const files of sets.get(folder)?.files.values() ?? [])
    for (const file of files) {
      const name = file.replace(/\.(png|svg|xpm)$/i, '');
      if (left <= 0 || name in names || name.length > 200) continue;
      names[name] = FOUND_CREDIT.own;
      left--;
    }
  return names;
}
/** The size at which names are looked up: sets that have a name have it in most sizes. */
const USUAL_SIZE = 48;

/** Kind and traits that evidence speaks for; empty where it speaks for none. */
function suppliesOf(
  { folder }: ArchiveFinding,
  sets: ReadonlyMap<string, IconThemeFiles>,
  evidence: Evidence,
  variants: ArchiveFinding['variants'],
  setting: (trait: string) => SettingPlace | null,
): { readonly kind: string; readonly supplies: Record<string, Supply> }[] {
  const [only] = variants.length === 1 ? variants : [];
  const perVariant = (value: TraitValue) => fixed(value, only ? { [only]: value } : undefined);
  switch (evidence.what) {
    case 'icon set': {
      const sizes = [...new Set(evidence.theme.directories.map((d) => d.size))].sort((a, b) => a - b);
      const place = setting('size');
      const names = iconNamesOf(folder, sets);
      return [
        {
          kind: 'icon-set',
          supplies: {
            ...(place && sizes.length > 0 ? { size: { oneOf: sizes, setting: place } } : {}),
            ...(Object.keys(names).length > 0 ? { names: fixed({ names }) } : {}),
          },
        },
      ];
    }
    case 'pointer set': {
      const sizes = [...new Set(evidence.pointers.flatMap((p) => p.sizes))].sort((a, b) => a - b);
      const place = setting('size');
      if (sizes.length === 0) return [{ kind: 'pointer', supplies: {} }];
      const size: Supply =
        place && sizes.length > 1 ? { oneOf: sizes, setting: place } : fixed(nth(sizes, 0));
      return [{ kind: 'pointer', supplies: { size } }];
    }
    case 'font': {
      const family = evidence.faces.find((f) => f.family !== '')?.family;
      if (!family) return [];
      const metrics = plainest(evidence.faces.filter((f) => f.family === family));
      const supplies = {
        family: fixed(family),
        ...(metrics ? { face: fixed({ family, metrics, pixels: null }) } : {}),
      };
      const kinds = metrics?.fixed ? ['fixed-type'] : ['interface-type', 'title-type'];
      return kinds.map((kind) => ({ kind, supplies }));
    }
    case 'wallpaper': {
      const [first] = evidence.files;
      if (!first) return [];
      const roles = ['first', 'second', 'third'];
      const palette = Object.fromEntries(first.colours.slice(0, 3).map((c, i) => [nth(roles, i), c.hex]));
      return [
        {
          kind: 'wallpaper',
          supplies: {
            picture: fixed(
              first.path
                .split('/')
                .at(-1)!
                .replace(/\.\w+$/, ''),
            ),
            ...(first.colours.length > 0 ? { palette: perVariant(palette) } : {}),
          },
        },
      ];
    }
    case 'theme': {
      const sheet = (wanted: (variant: ThemeVariant | null) => boolean) =>
        evidence.styles
          .filter(({ path }) => wanted(variantOf(path.split('/').at(-1)!)))
          .sort((a, b) => b.evidence.rules - a.evidence.rules)[0];
      const first = sheet((v) => v !== 'dark') ?? sheet(() => true);
      if (!first) return [];
      const traits = controlsOf(first.evidence);
      const dark = variants.includes('dark') && variants.length > 1 ? sheet((v) => v === 'dark') : undefined;
      const darkTraits = dark ? controlsOf(dark.evidence) : {};
      const supplies = Object.entries(traits).map(([trait, value]): [string, Supply] => {
        const other = darkTraits[trait];
        if (other !== undefined) return [trait, fixed(value, { light: value, dark: other })];
        return [trait, trait === 'cornerRadius' ? fixed(value) : perVariant(value)];
      });
      return supplies.length > 0 ? [{ kind: 'controls', supplies: Object.fromEntries(supplies) }] : [];
    }
    default:
      return [];
  }
}

/** Where a part from an archive came from. */
export interface Origin {
  readonly from: string;
  readonly key: string | null;
  /** ISO date. */
  readonly on: string;
}

/** What is typed to choose what was found: a folder's name, its own, or where in it the picture lies. */
function chosenBy(finding: ArchiveFinding, list: SettingPlace): string {
  const { evidence, root } = finding;
  const first = evidence.what === 'wallpaper' && pathIn(list) ? evidence.files[0]?.path : undefined;
  if (first !== undefined) return first.startsWith(`${root}/`) ? first.slice(root.length + 1) : first;
  return FOUND_BY_FILE.includes(finding.sort) ? finding.listed : finding.folder;
}

/**
 * Makes a part of one finding: named as it will be listed, its offers filled from evidence, its checksum, size and
 * source kept. What no evidence tells (author, version) is left for the person to fill in.
 */
export function partFromFinding(
  id: string,
  finding: ArchiveFinding,
  report: ArchiveReport,
  host: HostProfile | null,
  origin: Origin,
  keep: boolean,
): Part {
  const list = host?.lists?.[finding.sort];
  const sizes: Readonly<Record<string, string>> = { 'icon set': 'icon-set', 'pointer set': 'pointer' };
  const setting = (trait: string): SettingPlace | null => {
    const kind = sizes[finding.sort];
    const supply = host?.offers.find((o) => o.kind === kind)?.supplies[trait];
    return supply && !('fixed' in supply) ? supply.setting : null;
  };
  const name = (finding.listed || finding.folder).slice(0, MOST_NAME);
  const offers: Offer[] = suppliesOf(
    finding,
    iconSetsOf(report.findings),
    finding.evidence,
    finding.variants,
    setting,
  ).map(({ kind, supplies }) => ({
    id: kind,
    kind,
    name,
    replaces: false,
    supplies,
    ...(finding.evidence.what === 'wallpaper'
      ? { pictures: finding.evidence.files.slice(0, 40).map(({ width, height }) => ({ width, height })) }
      : {}),
    // A theme is chosen by the name of its folder, whatever it is called in the list; fonts and wallpapers by their own.
    ...(list ? { choose: { ...list, value: chosenBy(finding, list) } } : {}),
  }));
  const { evidence } = finding;
  const script = evidence.what === 'install script';
  return {
    ...PLAIN_PART,
    id,
    revision: 1,
    name,
    author: 'Not said',
    home: '',
    sort: partSortOf(finding.sort),
    summary: `From ${report.file}.`,
    version: /[-_]v?(\d+(?:\.\d+)+)/.exec(report.file)?.[1] ?? UNTOLD_VERSION,
    released: origin.on,
    licence:
      report.licences.find((l) => l.spdx !== null)?.spdx ??
      (evidence.what === 'font' && /SIL Open Font License/i.test(evidence.faces[0]?.licence ?? '')
        ? 'OFL-1.1'
        : 'LicenseRef-not-said'),
    faults: faultsOf(finding, report),
    channels: script
      ? [
          {
            way: 'repository',
            from: origin.from,
            script: finding.root,
            flags: [],
            admin: evidence.admin,
          },
        ]
      : [
          {
            way: 'archive',
            from: origin.from,
            file: report.file,
            root: finding.root,
            ...besideOf(finding, report),
            sort: finding.sort,
            sha256: report.sha256,
            size: report.size,
            kept: keep,
          },
        ],
    offers,
    ...(finding.variants.length > 0 ? { variants: finding.variants } : {}),
    source: { ...origin, sha256: report.sha256 },
  };
}

/**
 * Makes one part of findings that are one thing in several flavours: each flavour with its folder, those that it inherits from,
 * what it is called in the list, and what its own files show.
 */
export function partFromSiblings(
  id: string,
  { name, all }: Siblings,
  report: ArchiveReport,
  host: HostProfile | null,
  origin: Origin,
  keep: boolean,
): Part {
  const each = all.map(({ finding, flavour }) => ({
    finding,
    flavour,
    part: partFromFinding(id, finding, report, host, origin, keep),
  }));
  const { part: first } = nth(each, 0);
  const offers = new Map<string, Offer>();
  for (const { part } of each)
    for (const o of part.offers) if (!offers.has(o.id)) offers.set(o.id, { ...o, name });
  const flavours = each.map(({ finding, flavour, part }): Flavour => {
    const { root } = finding;
    const beside = neededBeside(finding, report.findings);
    const told = part.offers.map(
      ({ id, supplies, choose }): [string, NonNullable<Flavour['offers']>[string]] => {
        const usual = offers.get(id)!.supplies;
        const other = Object.entries(supplies).filter(([trait, s]) => !sameJson(s, usual[trait]));
        return [
          id,
          {
            ...(other.length > 0 ? { supplies: Object.fromEntries(other) } : {}),
            ...(choose ? { choose: choose.value } : {}),
          },
        ];
      },
    );
    return {
      name: flavour,
      root,
      ...(beside.length > 0 ? { with: beside } : {}),
      ...(told.length > 0 ? { offers: Object.fromEntries(told) } : {}),
    };
  });
  return {
    ...first,
    name: name.slice(0, MOST_NAME),
    faults: [...new Set(each.flatMap((e) => e.part.faults))].slice(0, 10),
    offers: [...offers.values()],
    variants: all.map((a) => a.flavour).slice(0, 40),
    flavours,
  };
}

/** What an install script is told: always, and by one option that makes a flavour of each of its values. */
export interface ScriptTold {
  readonly flags: readonly string[];
  readonly flavours: { readonly flag: string; readonly values: readonly string[] } | null;
}

/** A part of an install script with what the script is told. */
export function withScript(part: Part, { flags, flavours }: ScriptTold): Part {
  return {
    ...part,
    channels: part.channels.map((c) => (c.way === 'repository' ? { ...c, flags: [...flags] } : c)),
    ...(flavours && flavours.values.length > 0
      ? {
          variants: flavours.values.slice(0, 40),
          flavours: flavours.values.map((value) => ({ name: value, flags: [flavours.flag, value] })),
        }
      : {}),
  };
}

/** The folders of an archive that a theme in it does not work without: those that it inherits from, or that its links lead into. */
function neededBeside(finding: ArchiveFinding, findings: readonly ArchiveFinding[]): string[] {
  const byFolder = new Map(findings.filter((f) => f.sort === finding.sort).map((f) => [f.folder, f]));
  const byRoot = new Map(findings.map((f) => [f.root, f]));
  const reached = new Set([finding]);
  const bare = new Set<string>();
  for (const { evidence, leansOn = [] } of reached) {
    const parents =
      evidence.what === 'icon set'
        ? evidence.theme.inherits
        : 'inherits' in evidence
          ? evidence.inherits
          : [];
    const next = [
      ...parents.flatMap((parent) => byFolder.get(parent) ?? []),
      ...leansOn.flatMap((root) => byRoot.get(root) ?? []),
    ];
    for (const one of next) reached.add(one);
    for (const root of leansOn) if (!byRoot.has(root)) bare.add(root);
  }
  reached.delete(finding);
  return [...new Set([...[...reached].map((f) => f.root), ...bare])]
    .filter((root) => root !== '' && root !== finding.root)
    .slice(0, 20);
}

/** The same for the channel of a part. */
function besideOf(
  finding: ArchiveFinding,
  { findings }: ArchiveReport,
): { readonly with?: readonly string[] } {
  const beside = neededBeside(finding, findings);
  return beside.length > 0 ? { with: beside } : {};
}

/** What evidence shows to be wrong or missing, and what is odd about the archive. */
function faultsOf({ evidence }: ArchiveFinding, { hostile }: ArchiveReport): string[] {
  return [...hostile.slice(0, 3).map((h) => h.sentence), ...evidenceFaults(evidence)];
}

function evidenceFaults(evidence: Evidence): string[] {
  switch (evidence.what) {
    case 'icon set':
      return evidence.theme.problems.slice(0, 5);
    case 'pointer set':
      return evidence.missing.length > 0
        ? [
            `${evidence.missing.length} of the standard pointers are missing, ${nth(evidence.missing, 0)} among them.`,
          ]
        : [];
    case 'sound theme':
    case 'desktop entry':
      return evidence.problems.slice(0, 5);
    case 'font':
      return evidence.faces
        .filter((f) => f.problem !== '')
        .map((f) => `${f.path}: ${f.problem}`)
        .slice(0, 5);
    default:
      return [];
  }
}
