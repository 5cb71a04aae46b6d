import { backupCommand } from './lib/backupCommand.mjs';

// `npm run restore FILE [-- --replace]`: everything out of such a file; README.md tells more.
await backupCommand('restore', ({ manifest, before }, rows) => [
  `${rows} rows in ${Object.keys(manifest.rows).length} tables are back, as of ${manifest.made}.`,
  ...(before ? [`What was there before lies in ${before}.`] : []),
]);
