import {
  handmadeOf,
  layersOf,
  matchOf,
  type CoatRows,
  type ElementRow,
  type HandmadeRow,
} from '../../model/coat/rows.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { TraitScore } from '../../deciding/matching/score.js';
import type { SettingPlace } from '../../model/offers/offer.js';
import { launcherFile } from '../../measuring/standards/desktopEntry.js';
import type { TraitValue } from '../../model/traits/value.js';
import { resource } from '../../model/deeds/deed.js';
import type { Deed } from '../../model/deeds/deedSchema.js';
import { chooseDeed, pathIn } from '../../model/deeds/written.js';
import { NOTE } from './frame.js';
import type { PlanDraft } from './draft.js';

/** Where desktops look for launchers and pictures of one's own. Source: the XDG base directory and menu specifications. */
const LAUNCHERS = '~/.local/share/applications';
const PICTURES = '~/.local/share/pixmaps';
/** Where a browser puts what is saved. */
const SAVED = '~/Downloads';

/** Puts the files of something of one's own making where they stay; the key of the last step, or null without files. */
export function addFiles(
  draft: PlanDraft,
  made: HandmadeRow,
  element: ElementRow,
  after: string,
): string | null {
  const command = made.recipe['command'];
  const pictures = made.files.map((f) => f.name.replaceAll('/', '-'));
  const launcher = typeof command === 'string' && command !== '' ? launcherFile(made.name, command) : null;
  if (pictures.length === 0 && !launcher) return null;
  const lying = [
    ...pictures.map((name) => `${PICTURES}/${name}`),
    ...(launcher ? [`${LAUNCHERS}/${launcher.name}`] : []),
  ];
  const folders = [...(pictures.length > 0 ? [PICTURES] : []), ...(launcher ? [LAUNCHERS] : [])];
  const key = draft.add(
    {
      key: `place:${made.id}:${[...pictures, launcher?.name ?? ''].join()}`.slice(0, 480),
      sort: 'place a file',
      title:
        pictures.length > 0
          ? `Save ${made.name} from Match and put it in place`
          : `Make the launcher ${made.name}`,
      where: folders.join(' and '),
      deeds: [
        ...pictures.map((name): Deed => ({
          do: 'place',
          from: `${SAVED}/${name}`,
          to: `${PICTURES}/${name}`,
        })),
        ...(launcher
          ? [{ do: 'write', to: `${LAUNCHERS}/${launcher.name}`, text: launcher.text } satisfies Deed]
          : []),
      ],
      expected: `There is ${lying.join(' and ')}.${pictures.length > 0 ? ` Choose it where the host asks for the picture of ${element.name}.` : ''}`,
      check: `Look into ${folders.join(' and ')}.`,
      undo: `Remove ${lying.join(' and ')}.`,
      troubles:
        pictures.length > 0
          ? [`If a file is missing, save it from Match again; it belongs into ${SAVED}.`]
          : [],
      minutes: 2,
    },
    element.id,
  );
  draft.follow(after, key, false);
  return chosen(draft, element, key, pictures) ?? key;
}

/** Where the host takes the path of a picture for an element: its list of wallpapers, or a setting of what it offers itself. */
function pictureSetting({ host }: PlanDraft, { kind }: ElementRow): SettingPlace | undefined {
  if (kind === 'wallpaper') return host.lists?.['wallpaper'];
  const own = host.offers.flatMap((o) => (o.kind === kind ? (o.supplies['picture'] ?? []) : []));
  return own.flatMap((supply) => ('setting' in supply && pathIn(supply.setting) ? [supply.setting] : []))[0];
}

/** Chooses a picture of one's own by where it lies, where the host has a setting that takes that. */
function chosen(
  draft: PlanDraft,
  element: ElementRow,
  placed: string,
  [picture, ...others]: readonly string[],
): string | null {
  const list = pictureSetting(draft, element);
  const path = list && pathIn(list);
  if (picture === undefined || others.length > 0 || !list || !path) return null;
  const lies = `${PICTURES}/${picture}`;
  const key = draft.add(
    {
      key: `choose:${list.key}:${lies}`.slice(0, 480),
      sort: 'choose',
      title: `Choose ${picture} as ${element.name}`,
      where: list.place,
      deeds: [chooseDeed(list, lies, { of: [resource.file(lies)], listed: null, path })],
      value: lies,
      expected: `${picture} is shown.`,
      check: `Look at ${list.place}.`,
      undo: 'Choose what was noted before.',
      effect: list.effect ?? 'none',
    },
    element.id,
  );
  draft.follow(NOTE, key, false);
  return draft.follow(placed, key);
}

/**
 * Where a value of one's own making is typed: the host's own setting for that trait where it has one, else nowhere that
 * a command could reach. Null where the value is not of one's own making, and for pictures, which are placed as files.
 */
export function placeOfOwn(
  rows: CoatRows,
  host: HostProfile,
  element: ElementRow,
  score: TraitScore,
  variantId: string,
): { readonly place: SettingPlace; readonly setting: TraitValue } | null {
  const match = matchOf(rows, element.id);
  const layer = match && layersOf(rows, match.id).find((l) => l.id === score.layerId);
  const made = layer?.partId === null ? handmadeOf(rows, layer.offer) : null;
  const { spec, state } = score.target;
  const value = made?.byVariant?.[variantId]?.[spec.id] ?? made?.supplies[spec.id];
  if (!made || value === undefined || state !== null || spec.type === 'picture') return null;
  for (const offer of host.offers) {
    const supply = offer.kind === element.kind ? offer.supplies[spec.id] : undefined;
    if (supply && 'setting' in supply) return { place: supply.setting, setting: value };
  }
  const place = host.byHand?.[element.kind] ?? `Where what draws ${element.name} keeps it`;
  return { place: { key: '', place }, setting: value };
}
