/** Something that can be done, or a page where it is done, with the words by which people look for it. */
export interface DoingSpec {
  /** Where: a page of the coat, from its address on. */
  readonly path: string;
  readonly where: string;
  readonly label: string;
  readonly words: string;
  /** What is done there, by the name under which the page offers it; absent where going there is all. */
  readonly does?: string;
}

/** What the finder reaches beside elements, kinds and stages. */
export const DOINGS: readonly DoingSpec[] = [
  {
    path: 'study',
    where: 'Study',
    label: 'Add a picture of the reference',
    words: 'import open screenshot image photo drop reference',
    does: 'add a picture',
  },
  {
    path: 'study',
    where: 'Study',
    label: 'Describe this picture',
    words: 'name subject scale inches size',
    does: 'describe the picture',
  },
  {
    path: 'study',
    where: 'Study',
    label: 'Light and dark variants',
    words: 'variant mode theme switch add rename',
    does: 'variants',
  },
  {
    path: 'study',
    where: 'Study',
    label: 'Make a kind of your own',
    words: 'custom new kind element type trait',
    does: 'own kind',
  },
  {
    path: 'study',
    where: 'Study',
    label: 'Take the picture apart',
    words: 'find detect automatic bars docks windows elements segment',
    does: 'take apart',
  },
  {
    path: 'study',
    where: 'Study',
    label: 'Look at the pixels (lens)',
    words: 'magnifier zoom loupe',
    does: 'lens',
  },
  {
    path: 'study',
    where: 'Study',
    label: 'Show or hide all regions',
    words: 'overlay outlines boxes',
    does: 'regions',
  },
  { path: 'traits', where: 'Study', label: 'All traits', words: 'table values targets measured list' },
  {
    path: 'host',
    where: 'Host',
    label: 'Choose the host',
    words: 'desktop environment distribution version target machine',
  },
  { path: 'host', where: 'Host', label: 'Describe your own desktop', words: 'profile edit make new custom' },
  {
    path: 'host/now',
    where: 'Host',
    label: 'What the host is now',
    words: 'survey system information settings dump scan current',
  },
  {
    path: 'parts',
    where: 'Parts',
    label: 'Open an archive',
    words: 'import theme zip tar file download read',
    does: 'open an archive',
  },
  {
    path: 'parts/listing',
    where: 'Parts',
    label: 'Online listing',
    words: 'store search download browse themes website',
  },
  {
    path: 'parts',
    where: 'Parts',
    label: 'Make a part',
    words: 'new own add theme dock tool',
    does: 'make a part',
  },
  {
    path: 'match',
    where: 'Match',
    label: 'Make it by hand',
    words: 'cut out launcher own icon custom',
    does: 'make by hand',
  },
  {
    path: 'propose',
    where: 'Match',
    label: 'Propose a whole set',
    words: 'automatic suggest best solve optimise choose all',
  },
  { path: 'whole', where: 'Match', label: 'As a whole', words: 'preview mock-up look result drawing' },
  { path: 'matrix', where: 'Match', label: 'Matrix of parts and elements', words: 'coverage table grid' },
  { path: 'findings', where: 'Match', label: 'Findings', words: 'problems conflicts warnings issues check' },
  { path: 'gaps', where: 'Match', label: 'Gap ledger', words: 'missing substitutions stand-ins list' },
  { path: 'rehearsal', where: 'Plan', label: 'Rehearse the plan', words: 'simulate dry run try test' },
  {
    path: 'way-back',
    where: 'Plan',
    label: 'Way back',
    words: 'undo uninstall revert restore remove everything',
  },
  {
    path: 'readings',
    where: 'Plan',
    label: 'Readings of memory and processor',
    words: 'performance ram cpu benchmark cost',
  },
  {
    path: 'plan',
    where: 'Plan',
    label: 'Save apply.sh',
    words: 'script export install run shell',
    does: 'save apply.sh',
  },
  {
    path: 'plan',
    where: 'Plan',
    label: 'Save undo.sh',
    words: 'script export uninstall revert shell',
    does: 'save undo.sh',
  },
  {
    path: 'plan',
    where: 'Plan',
    label: 'Save the plan as Markdown',
    words: 'export document text checklist',
    does: 'save the plan',
  },
  { path: 'plan', where: 'Plan', label: 'Print the plan', words: 'paper checklist', does: 'print the plan' },
  {
    path: 'compare',
    where: 'Compare',
    label: 'Bring in a picture of your desktop',
    words: 'screenshot capture proof own after',
    does: 'bring in a capture',
  },
  {
    path: 'over-time',
    where: 'Compare',
    label: 'Closeness over time',
    words: 'chart history progress graph',
  },
  { path: 'share', where: 'Share', label: 'The sheet', words: 'document report recipe html markdown' },
  { path: 'bundle', where: 'Share', label: 'Save a bundle', words: 'export backup zip archive file' },
  {
    path: 'carry-over',
    where: 'Share',
    label: 'Carry over to another host',
    words: 'port migrate move other desktop',
  },
  { path: 'on-rack', where: 'Share', label: 'Put it on the rack', words: 'publish share gallery' },
];
