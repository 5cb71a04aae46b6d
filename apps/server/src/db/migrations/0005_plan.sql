-- What the journal keeps of a step, so that it can be taken back when the plan is another one by then; and the order that a
-- person has given to steps.

alter table coat add column moves jsonb not null default '[]';

alter table journal
  add column note text not null default '' check (length(note) <= 10000),
  add column pictures text[] not null default '{}',
  add column step jsonb,
  drop constraint journal_what_check,
  add constraint journal_what_check check (
    what in (
      'done', 'withdrawn', 'skipped', 'skip withdrawn', 'failed', 'failure withdrawn', 'noted', 'begun'
    )
  );
