import { FontProblem, faceOf } from './faceOf.js';

/**
 * A process of its own for reading one font that somebody else made: reads it from standard input and writes its
 * metrics, or why there are none, as JSON. Whoever started it may kill it.
 */
const pieces: Buffer[] = [];
for await (const piece of process.stdin) pieces.push(piece as Buffer);
try {
  process.stdout.write(JSON.stringify({ metrics: faceOf(Buffer.concat(pieces)) }));
} catch (error) {
  const sentence = error instanceof FontProblem ? error.message : 'The font cannot be read.';
  process.stdout.write(JSON.stringify({ sentence }));
}
