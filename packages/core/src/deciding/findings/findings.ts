import type { FindingContext } from './context.js';
import type { Finding } from './finding.js';
import {
  accentFindings,
  commandFindings,
  contrastFindings,
  dutyFindings,
  edgeFindings,
  iconFindings,
  proportionFindings,
  settingFindings,
  unansweredFindings,
  wallpaperFindings,
} from './ofElements.js';
import { findingsOfParts } from './ofParts.js';
import { browserFindings, programFindings } from './ofPrograms.js';
import { reachFindings, spoilFindings } from './reach.js';

/** Everything that can be noticed about a coat as it stands. */
export function findingsOf(context: FindingContext): Finding[] {
  return [
    ...findingsOfParts(context),
    ...settingFindings(context),
    ...dutyFindings(context),
    ...contrastFindings(context),
    ...proportionFindings(context),
    ...edgeFindings(context),
    ...wallpaperFindings(context),
    ...iconFindings(context),
    ...commandFindings(context),
    ...accentFindings(context),
    ...reachFindings(context),
    ...spoilFindings(context),
    ...programFindings(context),
    ...browserFindings(context),
    ...unansweredFindings(context),
  ];
}
