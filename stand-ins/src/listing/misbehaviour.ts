import type { Request, RequestHandler, Response } from 'express';

/** How an outside service can let one down. `times`: so often, then it behaves; without it, always. */
export interface Misbehaviour {
  readonly how:
    'slow' | 'rate limited' | 'account needed' | 'gone' | 'wrong checksum' | 'cut' | 'down' | 'nonsense';
  readonly seconds?: number;
  readonly times?: number;
}

export const MISBEHAVIOURS: readonly Misbehaviour['how'][] = [
  'slow',
  'rate limited',
  'account needed',
  'gone',
  'wrong checksum',
  'cut',
  'down',
  'nonsense',
];

/** What the service was told to do wrong, and how often it has done so. */
export class Mood {
  private told: Misbehaviour | null = null;
  private readonly done = new Map<string, number>();

  tell(misbehaviour: Misbehaviour | null): void {
    this.told = misbehaviour;
    this.done.clear();
  }

  /** What goes wrong this time: what the service was told, else what an entry has of its own. */
  now(own: Misbehaviour | undefined, key: string): Misbehaviour | null {
    const wrong = this.told ?? own ?? null;
    if (!wrong?.times) return wrong;
    const id = `${this.told ? 'told' : key} ${wrong.how}`;
    const n = this.done.get(id) ?? 0;
    if (n >= wrong.times) return null;
    this.done.set(id, n + 1);
    return wrong;
  }
}

/** Does what can be done wrong before anything is answered. @returns whether the request was answered so */
export async function misbehave(wrong: Misbehaviour | null, res: Response): Promise<boolean> {
  switch (wrong?.how) {
    case 'slow':
      await new Promise((r) => setTimeout(r, (wrong.seconds ?? 2) * 1000));
      return false;
    case 'rate limited':
      res
        .status(429)
        .set('Retry-After', String(wrong.seconds ?? 1))
        .json({ error: 'Too many requests.' });
      return true;
    case 'account needed':
      res.status(401).json({ error: 'Sign in first.' });
      return true;
    case 'gone':
      res.status(410).json({ error: 'It was taken away.' });
      return true;
    case 'down':
      res.status(503).json({ error: 'Down for repairs.' });
      return true;
    case 'nonsense':
      res.type('html').send('<!doctype html><title>Hello</title><p>Not what you asked for.');
      return true;
    default:
      return false;
  }
}

/** `POST /misbehave`: what to do wrong from now on; an empty body makes the service behave. */
export function misbehaveRoute(mood: Mood): RequestHandler {
  return (req: Request, res) => {
    const { how, seconds, times } = (req.body ?? {}) as Partial<Misbehaviour>;
    if (how !== undefined && !MISBEHAVIOURS.includes(how)) {
      res.status(400).json({ error: `One of ${MISBEHAVIOURS.join(', ')}.` });
      return;
    }
    mood.tell(
      how === undefined ? null : { how, ...(seconds ? { seconds } : {}), ...(times ? { times } : {}) },
    );
    res.json({ how: how ?? null });
  };
}
