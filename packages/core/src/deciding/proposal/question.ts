import type { Limits } from '../../model/coat/limits.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { MatchContext } from '../matching/targets.js';
import type { Around } from './around.js';

/** What is asked of a proposal. */
export interface Question {
  readonly ctx: MatchContext & { readonly host: HostProfile };
  readonly around: Around;
  readonly limits: Limits;
  /** Elements whose choice by hand may be changed. */
  readonly released: readonly string[] | 'all';
  /** Other desktops to ask for; with the parts that their families need in `ctx.parts`. */
  readonly hosts: readonly HostProfile[];
  /** Seconds for the best set; everything else gets a share of it. */
  readonly seconds: number;
}
