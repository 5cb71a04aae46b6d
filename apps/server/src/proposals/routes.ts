import { nth } from '@spare-coat/core/ground/checked';
import { isId } from '@spare-coat/core/ground/ids';
import { Router } from 'express';
import * as yup from 'yup';
import type { Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { addJob, type Runner } from '../jobs/queue.js';
import type { ProposalInput } from './worker.js';

const schema = yup
  .object({
    coat: yup.string().required(),
    released: yup
      .mixed<readonly string[] | 'all'>()
      .test(
        'released',
        'Released are all elements, or a list of their ids.',
        (v) => v === 'all' || (Array.isArray(v) && v.length <= 5000 && v.every(isId)),
      )
      .required(),
    hosts: yup.boolean().strict().optional(),
  })
  .noUnknown();

/** `POST /` asks for a proposal and gives the job that works it out; the same question gives the same job. */
export function proposalRoutes(db: Db, runner: Runner): Router {
  const router = Router();
  router.post('/', async (req, res) => {
    let question: yup.InferType<typeof schema>;
    try {
      question = schema.validateSync(req.body);
    } catch (error) {
      throw new Problem(422, 'bad-question', (error as Error).message);
    }
    const { coat, released, hosts } = question;
    const known = isId(coat)
      ? await db.query<{ revision: number; profile: string | null }>(
          `select r.revision, c.profile_id as profile from root r join coat c on c.id = r.id where r.id = $1`,
          [coat],
        )
      : null;
    const [row] = known?.rows ?? [];
    if (!row) throw notFound('coat');
    if (!row.profile)
      throw new Problem(409, 'no-host', 'Choose the host first: what can be had depends on it.');
    const { rows } = await db.query<{ stamp: string }>(
      `select concat_ws(' ', (select max(changed_at) from root where kind in ('part', 'profile')),
                             (select md5(string_agg(concat_ws(' ', t.id, t.part_id, t.family, t.host_version, t.outcome, t.flavour, t.why, t.tried),
                                                    '|' order by t.id))
                                from trial t join coat c on c.id = t.coat_id where c.deleted_at is null),
                             (select count(*) from part_newest where not gone)) as stamp`,
    );
    const input: ProposalInput = {
      coat,
      revision: row.revision,
      stamp: nth(rows, 0).stamp,
      today: new Date().toISOString().slice(0, 10),
      released: released === 'all' ? 'all' : [...released].sort(),
      hosts: hosts ?? true,
    };
    const job = await addJob(db, 'proposal', { ...input });
    runner.wake();
    res.status(202).json({ job: job.id });
  });
  return router;
}
