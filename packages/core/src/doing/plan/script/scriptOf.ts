import type { HostProfile } from '../../../model/host/profile.js';

/** What a script is made for. */
export interface ScriptOf {
  readonly coat: string;
  /** Names the folder in which the script writes down what it did; letters, figures and hyphens. */
  readonly id: string;
  readonly hostLabel: string;
  readonly host: HostProfile;
  /** Names a plan that can be done again and again, such as a switch to a variant. */
  readonly again?: string;
}

const plainName = (name: string): string => name.replace(/[^A-Za-z0-9-]/g, '-').slice(0, 80) || 'coat';

/** A folder's name that is safe wherever it stands. */
export const stateName = ({ id }: ScriptOf): string => plainName(id);
/** The name of a plan that can be done again and again, safe as a folder's; undefined of any other plan. */
export const againName = ({ again }: ScriptOf): string | undefined =>
  again === undefined ? undefined : plainName(again);

/** A script changes the home folder of whoever runs it; for what needs more rights it asks a program of theirs. */
export const NOT_AS_ROOT = [
  'if [ "$(id -u)" = 0 ]; then',
  `  printf '%s\\n' 'Run this as yourself, not as root: it changes the home folder of whoever runs it.' >&2`,
  '  exit 1',
  'fi',
];
