import { gzipSync } from 'node:zlib';
import express, { type Express } from 'express';
import { pack } from 'tar-stream';
import { MIRROR } from './packages.js';

const WHEN = new Date('2026-01-01T00:00:00Z');

/** A package: an addon that the desktop finds, and a page about it. The same name gives the same bytes. */
function packageFile(name: string): Promise<Buffer> {
  const archive = pack();
  const bytes: Buffer[] = [];
  archive.on('data', (d) => bytes.push(d as Buffer));
  const done = new Promise<Buffer>((resolve) =>
    archive.on('end', () => resolve(gzipSync(Buffer.concat(bytes)))),
  );
  archive.entry({ name: `addons/${name}`, mtime: WHEN }, `${name}\n`);
  archive.entry(
    { name: `usr/share/doc/${name}/about.txt`, mtime: WHEN },
    `${name} of an invented distribution.\n`,
  );
  archive.finalize();
  return done;
}

/** A small package mirror of invented distributions. It keeps nothing. */
export function mirrorApp(): Express {
  const app = express();
  app.disable('x-powered-by');
  app.get('/:channel/index.json', (req, res) => {
    const packages = MIRROR[req.params.channel];
    if (packages) res.json({ channel: req.params.channel, packages });
    else res.status(404).json({ error: 'There is no such channel.' });
  });
  app.get('/:channel/:file', async (req, res) => {
    const name = req.params.file.replace(/\.tar\.gz$/, '');
    if (MIRROR[req.params.channel]?.includes(name))
      res.type('application/gzip').send(await packageFile(name));
    else res.status(404).json({ error: 'There is no such package.' });
  });
  return app;
}
