/** Long work as page and server tell it each other. */
export interface JobState {
  readonly id: string;
  readonly state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  /** 0 to 1: what is really done. */
  readonly progress: number;
  /** What was found so far; null until there is something. */
  readonly partial?: unknown;
  readonly result: unknown;
  readonly problem: { readonly code: string; readonly sentence: string } | null;
}
