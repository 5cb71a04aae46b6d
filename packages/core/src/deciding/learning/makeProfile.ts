import {
  isHostSetting,
  isVariantSwitch,
  type ArchiveSignature,
  type HostProfile,
  type HostSetting,
} from '../../model/host/profile.js';
import { findKind } from '../../model/kinds/registry.js';
import type { Break } from '../../model/offers/break.js';
import { hostPathProblem } from '../../measuring/standards/places.js';
import {
  offerSchema,
  settingPlaceSchema,
  supplyProblem,
  type Offer,
  type SettingPlace,
  type Supply,
} from '../../model/offers/offer.js';
import type { TraitValue } from '../../model/traits/value.js';
import { traitOf, type Target } from './described.js';
import { switchWords } from './switchWords.js';
import { learnSort, type ThemeFolder } from './themeFolders.js';
import type { Machine, MachineSetting } from './machine.js';
import { fileWayOf, isKept, placeOf, supplyOf, valueOf, type ItemWords } from './supplyOf.js';

/** What was said of a setting beside what it is: what its items mean, and after which break it shows. */
export interface SaidBeside {
  readonly items?: ItemWords;
  readonly shows?: Break;
  /** What holds where nobody set it, where no schema tells. */
  readonly first?: string;
  /** Of what chooses a theme: the folder of one that works. */
  readonly example?: ThemeFolder;
}

/** What was decided about settings: by their key, what each is. A setting that is not in it is nothing of looks, or nobody knows. */
export type Decisions = ReadonlyMap<string, Target>;

const NO_PLACE = 'Where it is set, or what it takes, is nothing that a profile can keep.';

export interface MadeProfile {
  readonly profile: HostProfile;
  /** What was decided and cannot be offered, with the reason. */
  readonly leftOut: readonly {
    readonly setting: MachineSetting;
    readonly target: Target;
    readonly sentence: string;
  }[];
}

/** Where themes lie by the open standards. Sources: Base Directory, Icon Theme and Sound Theme specifications, xcursor(3). */
const FOLDERS: Readonly<Record<string, string>> = {
  'icon set': '~/.local/share/icons',
  'pointer set': '~/.local/share/icons',
  'sound theme': '~/.local/share/sounds',
  font: '~/.local/share/fonts',
  // No standard names one: a file that is opened from wherever it lies.
  wallpaper: '~/.local/share/wallpapers',
  'desktop entry': '~/.local/share/applications',
  autostart: '~/.config/autostart',
};
const SYSTEM_FOLDERS: Readonly<Record<string, readonly string[]>> = {
  'icon set': ['/usr/local/share/icons', '/usr/share/icons'],
  'pointer set': ['/usr/local/share/icons', '/usr/share/icons'],
  'sound theme': ['/usr/local/share/sounds', '/usr/share/sounds'],
  font: ['/usr/local/share/fonts', '/usr/share/fonts'],
};

/** Asks whether a value was set at all: where it is kept, under the path of its schema. */
const IS_SET = `case $1 in *:*) path=\${1#*:} ;; *) path=$(gsettings list-schemas --print-paths | sed -n "s|^$1 ||p") ;; esac
[ -n "$path" ] || exit 1
if [ "\${GSETTINGS_BACKEND-}" = keyfile ]; then
  group=\${path#/}
  awk -v group="[\${group%/}]" -v key="$2=" '/^\\[/ { here = ($0 == group) } here && index($0, key) == 1 { found = 1 } END { exit !found }' \\
    "\${XDG_CONFIG_HOME:-$HOME/.config}/glib-2.0/settings/keyfile"
else
  [ -n "$(dconf read "$path$2")" ]
fi`;

const GSETTINGS: HostProfile['commands'] = {
  safePoint: ['echo', 'Make a safe point named {name} with the tool of your distribution.'],
  set: ['gsettings', 'set', '{schema}', '{name}', '{value}'],
  get: ['gsettings', 'get', '{schema}', '{name}'],
  reset: ['gsettings', 'reset', '{schema}', '{name}'],
  isSet: ['sh', '-c', IS_SET, 'sh', '{schema}', '{name}'],
  enable: ['echo', 'Enable {id} in the settings of your desktop.'],
  disable: ['echo', 'Disable {id} in the settings of your desktop.'],
  open: ['echo', 'Open {name} once.'],
};
const BY_HAND: HostProfile['commands'] = {
  safePoint: GSETTINGS.safePoint,
  set: ['echo', 'Set {key} to {value} in the settings of your desktop.'],
  get: ['echo', 'Note the value of {key} in the settings of your desktop.'],
  enable: GSETTINGS.enable,
  disable: GSETTINGS.disable,
  open: GSETTINGS.open,
};
const PACKAGEKIT: HostProfile['channels'][number] = {
  id: 'packagekit',
  name: 'PackageKit',
  install: ['pkcon', 'install', '-y', '{package}'],
  remove: ['pkcon', 'remove', '-y', '{package}'],
  query: ['sh', '-c', 'pkcon -p resolve --filter=installed "$1" | grep -q ^Installed', 'sh', '{package}'],
};
const HANDS: HostProfile['channels'][number] = {
  id: 'by-hand',
  name: 'your distribution',
  install: ['echo', 'Install {package} with the tool of your distribution.'],
  remove: ['echo', 'Remove {package} with the tool of your distribution.'],
  query: ['echo', 'Look whether {package} is installed.'],
};

/** More settings than these a profile does not carry beside its offers: those that name a thing of looks come first. */
const MOST_SETTINGS = 1500;

/** Whether a setting is known from exports alone: no command and no edit reaches it. */
const isOfExport = ({ file, type }: MachineSetting) => file === null && type === null;

/** A name as a family of desktops has one: short, and of signs that are seen. */
const familyOf = (name: string): string | null =>
  [...name.replace(/[\p{C}]/gu, '')].slice(0, 60).join('').slice(0, 64).trim() || null;

/** A text on one line, without signs that are not seen. */
const cleaned = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .replace(/[\p{C}]/gu, '')
    .slice(0, 190)
    .trim();

/** Which thing of several a setting is of: the path of a schema that stands more than once. */
const thingOf = ({ group }: MachineSetting) => /:(.*)$/.exec(group)?.[1] ?? '';

/** A plain setting of a profile; null where it is none that a profile knows. */
function plainSetting(setting: MachineSetting): HostSetting | null {
  const { takes, type } = setting;
  if (!isKept(setting)) return null;
  // What is longer is no value that anybody would type.
  const first = setting.first !== null && setting.first.length > 500 ? null : setting.first;
  const place = placeOf(setting, type === null ? {} : { type });
  const label = (setting.label || `${setting.group} ${setting.name}`)
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 200);
  const base = { ...place, label };
  switch (takes.as) {
    case 'number': {
      const range = { least: takes.least, most: takes.most, step: takes.isWhole ? 1 : 0.01 };
      const initial = first === null || first.trim() === '' ? NaN : Number(first);
      const isIn = initial >= takes.least && initial <= takes.most;
      return takes.least > takes.most
        ? null
        : { ...base, takes: { type: 'number', ...range }, initial: isIn ? initial : null };
    }
    case 'choice':
      return takes.values.length === 0
        ? null
        : {
            ...base,
            takes: { type: 'choice', values: [...takes.values] },
            initial: first !== null && takes.values.includes(first) ? first : null,
          };
    case 'flag':
      return { ...base, takes: { type: 'flag' }, initial: first === null ? null : first === 'true' };
    case 'text':
      return { ...base, takes: { type: 'text' }, initial: first };
    default:
      return null;
  }
}

/**
 * Makes a host profile of what a machine told and what was decided about it. First values are those of the schemas, never what is set now:
 * that is private.
 *
 * @param told id, name, version and family of the profile
 * @param beside what was said of settings beside, by their keys
 */
export function makeProfile(
  machine: Machine,
  decisions: Decisions,
  told: { readonly id: string; readonly revision: number; readonly name: string; readonly version: string },
  beside: ReadonlyMap<string, SaidBeside> = new Map(),
): MadeProfile {
  const shown = <P extends SettingPlace>(place: P, { key, restarts }: MachineSetting): P => {
    const effect = beside.get(key)?.shows ?? (restarts ? ('reopen' as const) : undefined);
    return effect === undefined ? place : { ...place, effect };
  };
  const leftOut: { setting: MachineSetting; target: Target; sentence: string }[] = [];
  const offers = new Map<string, { kind: string; thing: string; supplies: Record<string, Supply> }>();
  const defaults: Record<string, Record<string, TraitValue>> = {};
  const lists: Record<string, NonNullable<HostProfile['lists']>[string]> = {};
  const themesOf = new ThemesOf(machine);
  let variants: HostProfile['variants'];
  const used = new Set<string>();
  let saidFirst = 0;
  const hasCommands = machine.commands.includes('gsettings');
  for (const known of machine.settings) {
    const first = known.first ?? beside.get(known.key)?.first ?? null;
    const setting = first === known.first ? known : { ...known, first };
    const target = decisions.get(setting.key);
    if (target === undefined) continue;
    const refuse = (sentence: string) => leftOut.push({ setting, target, sentence });
    if (hasCommands && isOfExport(setting)) {
      refuse('It is known from exports alone: no command of this desktop sets it. Set it by hand.');
      continue;
    }
    if (!isKept(setting)) {
      refuse('Its key is longer than a profile keeps, or none.');
      continue;
    }
    const way = target === 'wallpaper.picture' ? fileWayOf(setting) : null;
    if (way) {
      // A plan puts a picture into its folder, and chooses it by where it lies.
      const place = shown(placeOf(setting, way), setting);
      if (settingPlaceSchema.isValidSync(place, { strict: true, disableStackTrace: true })) {
        lists['wallpaper'] ??= place;
        used.add(setting.key);
      } else refuse(NO_PLACE);
      continue;
    }
    if (target.startsWith('list:')) {
      const place = shown(placeOf(setting, setting.type === null ? {} : { type: setting.type }), setting);
      if (settingPlaceSchema.isValidSync(place, { strict: true, disableStackTrace: true })) {
        const sort = target.slice('list:'.length);
        lists[sort] = place;
        used.add(setting.key);
        themesOf.add(sort, place, setting.now ?? setting.first, beside.get(setting.key)?.example);
      } else refuse(NO_PLACE);
      continue;
    }
    if (target === 'variants') {
      const values = valuesOfSwitch(setting);
      const found = values && shown({ ...placeOf(setting, {}), values }, setting);
      if (isVariantSwitch(found)) {
        variants = found;
        used.add(setting.key);
      } else refuse('Nobody can tell which of its values is the light look and which the dark one.');
      continue;
    }
    const trait = traitOf(target);
    if (!trait) continue;
    const answer = supplyOf(setting, target, beside.get(setting.key)?.items);
    if (!answer.ok) {
      refuse(answer.sentence);
      continue;
    }
    if (supplyProblem(trait.kind, trait.trait, answer.supply) !== null) {
      refuse(NO_PLACE);
      continue;
    }
    const id = `${trait.kind} ${thingOf(setting)}`;
    const offer = offers.get(id) ?? { kind: trait.kind, thing: thingOf(setting), supplies: {} };
    if (trait.trait in offer.supplies) {
      refuse('Another setting is that already.');
      continue;
    }
    const { supply } = answer;
    offer.supplies[trait.trait] =
      'fixed' in supply ? supply : { ...supply, setting: shown(supply.setting, setting) };
    offers.set(id, offer);
    used.add(setting.key);
    const value = first === null ? null : valueOf(setting, target, answer.writes, first);
    if (value !== null) (defaults[trait.kind] ??= {})[trait.trait] ??= value;
    if (value !== null && known.first === null) saidFirst++;
  }
  const made: Offer[] = [...offers.values()].map(({ kind, thing, supplies }, i): Offer => {
    const before = [...offers.values()].slice(0, i).filter((o) => o.kind === kind).length;
    const label = findKind(kind)?.label ?? kind;
    return {
      id: before === 0 ? kind : `${kind}-${before + 1}`,
      kind,
      name: cleaned(`${label} of this desktop${thing === '' ? '' : `, ${thing}`}`),
      replaces: false,
      supplies,
    };
  });
  const surfaces: Record<string, number> = {};
  for (const { kind } of made) if (['bar', 'dock'].includes(kind)) surfaces[kind] = (surfaces[kind] ?? 0) + 1;
  const others = machine.settings
    .filter((setting) => !used.has(setting.key) && !isOfExport(setting))
    .flatMap((setting) => plainSetting(setting) ?? [])
    // What a machine tells may be anything: a profile has only what it may have.
    .filter(isHostSetting)
    .slice(0, MOST_SETTINGS);
  const exports = new Map(
    machine.settings.flatMap(({ key, entry }) =>
      entry && used.has(key) ? [[entry.name.slice(0, 200), entry.form] as const] : [],
    ),
  );
  const profile: HostProfile = {
    id: told.id,
    revision: told.revision,
    family: familyOf(machine.desktop) ?? familyOf(told.name) ?? 'own',
    name: told.name,
    version: told.version,
    summary: `Learnt from the machine itself: ${used.size} settings that are known to be about looks, ${others.length} others. First values are those of its schemas${saidFirst > 0 ? `; ${saidFirst} were said by hand` : ''}.`,
    surfaces,
    offers: [...made, ...themesOf.offers],
    defaults,
    settings: others,
    folders: { ...FOLDERS, ...themesOf.folders },
    systemFolders: {
      ...Object.fromEntries(Object.entries(SYSTEM_FOLDERS).map(([sort, all]) => [sort, [...all]])),
      ...themesOf.systemFolders,
    },
    ...(themesOf.signatures.length > 0 ? { signatures: themesOf.signatures } : {}),
    lists,
    channels: machine.commands.includes('pkcon') ? [PACKAGEKIT, HANDS] : [HANDS],
    ...(exports.size > 0 ? { exports: Object.fromEntries(exports) } : {}),
    commands: hasCommands ? GSETTINGS : BY_HAND,
    ...(variants ? { variants } : {}),
    effects: { enable: 'session', package: 'none' },
    facts: {},
  };
  return { profile, leftOut };
}

/** The kind that a theme of a sort is chosen for. */
const KIND_OF: Readonly<Record<string, string>> = {
  'icon set': 'icon-set',
  'pointer set': 'pointer',
  'sound theme': 'sound-theme',
  'control theme': 'controls',
  'window theme': 'frame',
};
/** So many themes are offered, of all sorts. */
const MOST_THEMES = 300;

/** What the lists of a profile are filled with: the themes that lie on the machine, and what others are told by. */
class ThemesOf {
  readonly offers: Offer[] = [];
  readonly folders: Record<string, string> = {};
  readonly systemFolders: Record<string, string[]> = {};
  readonly signatures: ArchiveSignature[] = [];

  constructor(private readonly machine: Machine) {}

  /** @param now the name of the theme that is chosen now */
  add(sort: string, place: SettingPlace, now: string | null, example?: ThemeFolder): void {
    const installed = this.machine.installed[sort];
    const learnt = installed ? null : learnSort(this.machine.themes, sort, now, example);
    const isPath = (path: string) => path.length <= 300 && hostPathProblem(path) === null;
    if (learnt && isPath(learnt.folder) && (learnt.system === null || isPath(learnt.system))) {
      this.signatures.push(learnt.signature);
      this.folders[sort] = learnt.folder;
      if (learnt.system !== null) this.systemFolders[sort] = [learnt.system];
    }
    const kind = KIND_OF[sort];
    if (kind === undefined) return;
    const all = installed ?? learnt?.names.map((name) => ({ id: name, name })) ?? [];
    for (const { id, name } of new Map(all.map((one) => [one.id, one])).values()) {
      const offer = {
        id: `${kind} ${id}`,
        kind,
        name: cleaned(`${name}, which lies here`),
        replaces: true,
        supplies: {},
        choose: { ...place, value: id },
      };
      // What a machine tells may be anything: a profile has only what it may have.
      const isOne = offerSchema.isValidSync(offer, { strict: true, disableStackTrace: true });
      if (isOne && this.offers.length < MOST_THEMES) this.offers.push(offer);
    }
  }
}

/** What the switch between light and dark is set to for each, as it is typed; null where nobody can tell. */
function valuesOfSwitch({ takes, type, now, first }: MachineSetting): { light: string; dark: string } | null {
  const typed = (word: string) => (type === 's' ? `'${word}'` : word);
  if (takes.as === 'flag') {
    const [dark, light] = switchWords(now ?? first ?? '');
    return { light, dark };
  }
  if (takes.as !== 'choice') return null;
  const dark = takes.values.find((v) => /dark|night/i.test(v));
  const light =
    takes.values.find((v) => /light|day/i.test(v)) ??
    takes.values.find((v) => /default|none|no-preference/i.test(v));
  return dark === undefined || light === undefined ? null : { light: typed(light), dark: typed(dark) };
}
