import { Router } from 'express';
import * as yup from 'yup';
import { Problem } from '../http/problem.js';

/** A mirror that does not answer within so many milliseconds is told as away: a rehearsal then asks nothing of it. */
const PATIENCE_MS = 3000;
const MOST_PACKAGES = 200_000;

const indexSchema = yup.object({
  packages: yup.array(yup.string().strict().max(200).required()).max(MOST_PACKAGES).required(),
});

/** What a package mirror has, for rehearsals: `mirror` is its address, or null where there is none. */
export function mirrorRoutes(mirror: string | null): Router {
  const router = Router();
  router.get('/:channel', async (req, res) => {
    const { channel } = req.params;
    if (!/^[a-z0-9-]{1,64}$/.test(channel)) throw new Problem(404, 'no-channel', 'There is no such channel.');
    if (mirror === null)
      throw new Problem(
        503,
        'no-mirror',
        'No package mirror is set up, so that every package is taken to be there.',
      );
    const away = (detail: string) => new Problem(502, 'mirror-away', detail);
    let answer: Response;
    try {
      answer = await fetch(new URL(`${channel}/index.json`, `${mirror}/`), {
        redirect: 'error',
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
    } catch {
      throw away('The package mirror cannot be reached, so that every package is taken to be there.');
    }
    if (answer.status === 404) throw new Problem(404, 'no-channel', 'The mirror does not have this channel.');
    try {
      const { packages } = indexSchema.validateSync(await answer.json(), { strict: true });
      res.json({ packages });
    } catch {
      throw away('The package mirror answered with something that is no list of packages.');
    }
  });
  return router;
}
