import { needsUnmet } from './lib/needs.mjs';
import { say } from './lib/say.mjs';

// How many needs of `docs/needs.md` the last whole `npm test` has shown, as JSON.
const { needs, unmet } = await needsUnmet();
say(JSON.stringify({ needs: needs.length, unmet }));
