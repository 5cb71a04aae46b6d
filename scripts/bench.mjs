import { needDebianPackages, needNpmPackages } from './lib/packages.mjs';

// `npm run bench` prints a table; `npm run bench -- --json` one object a line; names choose some.
await needNpmPackages();
await needDebianPackages({ bsdtar: 'libarchive-tools' });
const { ROOT } = await import('./lib/folders.mjs');
const { must } = await import('./lib/run.mjs');
const { say } = await import('./lib/say.mjs');
const { startCluster } = await import('./lib/cluster.mjs');

const words = process.argv.slice(2);
const json = words.includes('--json');
await must(['npx', 'tsc', '-b', 'bench'], { cwd: ROOT });
const { runBenchmarks } = await import('../bench/dist/bench.js');
if (!json)
  say(['id'.padEnd(14), 'value'.padStart(12), ' unit'.padEnd(36), 'against'.padEnd(30), 'ratio'].join(' '));
const names = words.filter((w) => !w.startsWith('-'));
// Only the catalogue needs a database: a throw-away one.
const wantsDatabase = names.length === 0 || names.includes('parts-search');
const cluster = wantsDatabase ? await startCluster('postgres-bench', { port: 54820, throwAway: true }) : null;
if (cluster) process.env.BENCH_DATABASE_URL = cluster.url('postgres');
try {
  await runBenchmarks(
    names,
    (f) =>
      say(
        json
          ? JSON.stringify(f)
          : [
              f.id.padEnd(14),
              String(f.value).padStart(12),
              ` ${f.unit}`.padEnd(36),
              (f.against ?? '–').padEnd(30),
              f.ratio === null ? '–' : `${f.ratio.toFixed(2)} ×`,
            ].join(' '),
      ),
    (line) => {
      if (!json) say(`  ${line}`);
    },
    // Every check behind a figure is shown when it is asked for by name.
    (line) => {
      if (!json && names.length > 0) say(`  ${line}`);
    },
  );
} finally {
  await cluster?.stop();
}
