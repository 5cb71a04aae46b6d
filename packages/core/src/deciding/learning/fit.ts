import type { TraitSpec } from '../../model/kinds/kind.js';
import { colourFormOf } from '../../model/offers/writes.js';
import { choiceWords } from './choiceWords.js';
import type { DescribedSetting, Target } from './described.js';
import { hourWords } from './hours.js';
import { specOf } from './targets.js';

const isPath = (text: string) => /^(file:|\/|~\/)|\.(png|jpe?g|svg|webp|xml)$/i.test(text);
const isFormat = (text: string) => /%[-_]?[A-Za-z]|\b[Hh]{1,2}:m{1,2}\b/.test(text);
/** A font by its name with a size behind it. */
const isFace = (text: string) => /[a-z]\S*,?\s*\d+/i.test(text);
const isPlainText = (text: string) => colourFormOf(text) === null && !isPath(text) && !isFormat(text);

/** How well what a setting takes fits a target: above 0 it speaks for it, below against it; null: it cannot be. */
export function fitOf(setting: DescribedSetting, target: Target): number | null {
  const { takes } = setting;
  const value = setting.now ?? setting.first ?? '';
  if (target.startsWith('list:')) return takes.as === 'text' && isPlainText(value) ? 0.6 : null;
  if (target === 'variants') return fitOfSwitch(setting, value);
  const spec = specOf(target);
  if (!spec) return null;
  switch (spec.type) {
    case 'length':
    case 'count':
    case 'duration':
      return takes.as === 'number' && takes.most > 1 ? (takes.isWhole ? 0.3 : 0) : null;
    case 'share':
      return takes.as === 'number' ? ([1, 100, 255].includes(takes.most) ? 0.7 : 0) : null;
    case 'colour':
      if (colourFormOf(value) !== null) return 1;
      return takes.as === 'text' && value === '' ? -0.5 : null;
    case 'choice':
      return fitOfChoice(setting, value, spec);
    case 'flag':
      return takes.as === 'flag' ? 0.5 : null;
    case 'format':
      if (hourWords(setting)) return 0.8;
      if (takes.as !== 'text') return null;
      // Of an empty text nobody can tell that it is a pattern.
      return isFormat(value) ? 1.2 : value === '' ? -3 : null;
    case 'order':
      if (takes.as === 'texts') return 0.7;
      return takes.as === 'text' && /[,:|;]|^[A-Z|:]{3,}$/.test(value) ? 0.5 : null;
    case 'label':
      return takes.as === 'text' ? fitOfLabel(target, value) : null;
    default:
      return null;
  }
}

function fitOfSwitch({ takes }: DescribedSetting, value: string): number | null {
  if (takes.as === 'flag') return 0.2;
  const words = takes.as === 'choice' ? takes.values.join(' ') : takes.as === 'text' ? value : '';
  return /dark|light|night|day/i.test(words) ? 1 : null;
}

function fitOfLabel(target: Target, value: string): number | null {
  if (target === 'wallpaper.picture' || target === 'sign-in.background')
    return isPath(value) ? 1 : value === '' ? 0 : null;
  if (!isPlainText(value)) return null;
  if (target.endsWith('.family')) return isFace(value) ? 1 : 0.2;
  return isFace(value) ? -0.5 : 0.2;
}

function fitOfChoice({ takes }: DescribedSetting, value: string, spec: TraitSpec): number | null {
  // What has two choices that matter may be a mere switch: hides or does not.
  if (takes.as === 'flag') return ['hiding', 'show'].includes(spec.id) ? 0.3 : null;
  const choices = spec.choices ?? [];
  if (takes.as === 'text') {
    if (value === '' || !isPlainText(value)) return null;
    return Object.keys(choiceWords(choices, [value])).length > 0 ? 0.6 : -0.3;
  }
  if (takes.as !== 'choice') return null;
  const known = Object.keys(choiceWords(choices, takes.values)).length;
  const share = known / Math.max(1, Math.min(takes.values.length, choices.length));
  return share > 0 ? 0.4 + 0.8 * share : -0.8;
}
