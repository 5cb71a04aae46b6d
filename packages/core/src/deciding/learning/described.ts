/** What a setting takes, as far as its schema or its values tell. */
export type SettingTakes =
  | { readonly as: 'number'; readonly least: number; readonly most: number; readonly isWhole: boolean }
  | { readonly as: 'choice'; readonly values: readonly string[] }
  | { readonly as: 'flag' }
  | { readonly as: 'text' }
  | { readonly as: 'texts' }
  | { readonly as: 'other' };

/** A number that has its unit behind it, as style sheets write lengths and times; null where a text is none. */
export function withoutUnit(text: string): { readonly number: string; readonly unit: string } | null {
  const [, number, unit] = /^([-+]?\d+(?:\.\d+)?)(px|pt|em|rem|ms|s|%)$/.exec(text.trim()) ?? [];
  return number === undefined || unit === undefined ? null : { number, unit };
}

/** A setting of a desktop, as the desktop describes it. */
export interface DescribedSetting {
  /** By which it is set. */
  readonly key: string;
  /** What it stands with: a schema, a group of a key file. */
  readonly group: string;
  /** Its own name inside the group. */
  readonly name: string;
  readonly label: string;
  readonly help: string;
  readonly takes: SettingTakes;
  /** What holds where nothing was set, in plain words; null where nobody knows. */
  readonly first: string | null;
  /** What is set now, in plain words; null where nobody knows. */
  readonly now: string | null;
}

/**
 * What a setting is: `kind.trait`; `list:sort` where a theme of a sort is chosen by its name; `variants`, the switch between light and
 * dark.
 */
export type Target = string;

/** A target taken apart; null of a list or the switch. */
export function traitOf(target: Target): { readonly kind: string; readonly trait: string } | null {
  if (target === 'variants' || target.startsWith('list:')) return null;
  const [kind = '', trait = ''] = target.split('.');
  return { kind, trait };
}
