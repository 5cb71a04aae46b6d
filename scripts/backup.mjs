import { backupCommand } from './lib/backupCommand.mjs';

// `npm run backup FILE [-- --replace]`: everything into one file; README.md tells more.
await backupCommand('backup', ({ file, manifest }, rows) => [
  `Everything is in ${file}: ${rows} rows in ${Object.keys(manifest.rows).length} tables, files among them.`,
]);
