-- What a server that stays up keeps in the database: the heads of undo and redo, cards, and a history that can be condensed.

-- Rows are written in one statement a command: what has to be unique is looked at when that statement is done, so that two
-- rows may change places in it.
alter table layer drop constraint layer_match_id_position_key,
  add constraint layer_once unique (match_id, position) deferrable;
alter table match drop constraint match_element_id_key, add constraint match_once unique (element_id) deferrable;
alter table region drop constraint region_once,
  add constraint region_once unique nulls not distinct (element_id, picture_id, state) deferrable;
alter table trait drop constraint trait_element_id_trait_variant_id_state_key,
  add constraint trait_once unique nulls not distinct (element_id, trait, variant_id, state) deferrable;
alter table kind drop constraint kind_coat_id_key_key, add constraint kind_once unique (coat_id, key) deferrable;
alter table accepted drop constraint accepted_coat_id_finding_key,
  add constraint accepted_once unique (coat_id, finding) deferrable;
alter table sighting drop constraint sighting_capture_id_element_id_key,
  add constraint sighting_once unique (capture_id, element_id) deferrable;

-- What of a coat's history undo and redo can answer: the newest of each is what they would do now.
create table answerable (
  root_id uuid not null references root (id),
  side text not null check (side in ('undo', 'redo')),
  revision integer not null,
  label text not null,
  owner_id uuid not null references owner (id),
  primary key (root_id, side, revision)
);
insert into answerable
  select h.root_id, 'undo', h.revision, h.label, h.owner_id
    from history h join root r on r.id = h.root_id
   where r.kind = 'coat' and h.revision > 1 and h.direction in ('do', 'redo')
     and not exists (select 1 from history u where u.root_id = h.root_id and u.direction = 'undo' and u.answers = h.revision);
insert into answerable
  select h.root_id, 'redo', h.revision, h.label, h.owner_id
    from history h join root r on r.id = h.root_id
   where r.kind = 'coat' and h.direction = 'undo'
     and not exists (select 1 from history u where u.root_id = h.root_id and u.direction = 'redo' and u.answers = h.revision)
     and not exists (select 1 from history u where u.root_id = h.root_id and u.direction = 'do' and u.revision > h.revision);

-- What is derived of each coat for the first page and the library. It is worked out again when the coat is another one, or
-- when a part was saved that serves what the coat has.
create table coat_card (
  coat_id uuid primary key references root (id) on delete cascade,
  owner_id uuid not null references owner (id),
  -- The revision of the coat that it was worked out from.
  revision integer not null default 0,
  -- Whoever works it out says so first; that lapses where it died over it.
  claimed_until timestamptz,
  -- The catalogue has changed since.
  stale boolean not null default false,
  -- It could not be worked out; it is tried again now and then.
  failed boolean not null default false,
  -- What it rests on of the catalogue: parts that serve these kinds, and these that others need.
  kinds text[] not null default '{}',
  parts uuid[] not null default '{}',
  facts jsonb,
  -- How many elements stand how.
  standings jsonb
);
create index coat_card_kinds on coat_card using gin (kinds);
create index coat_card_parts on coat_card using gin (parts);
create index root_changed on root (kind, changed_at desc, id);

create function catalogue_changed() returns trigger language plpgsql as $$
begin
  update coat_card set stale = true
   where not stale and (
     kinds && (case tg_op
       when 'INSERT' then new.kinds
       when 'DELETE' then old.kinds
       else old.kinds || new.kinds end)
     or parts @> array[(case tg_op when 'DELETE' then old.part_id else new.part_id end)]);
  return null;
end $$;
create trigger part_newest_on_cards after insert or update or delete on part_newest
  for each row execute function catalogue_changed();

-- Long ago only what was done is still told, not how to take it back: changes and inverses make most of a database. What is
-- kept for good is who did what when, under which command id; and how the coat stood at the end of each of those days.
alter table history add column condensed boolean not null default false;
create table coat_standing (
  coat_id uuid not null references root (id),
  owner_id uuid not null references owner (id),
  day date not null,
  revision integer not null,
  -- Closeness of what was chosen, 0 to 1, and how many elements stood how.
  closeness double precision,
  standings jsonb not null,
  -- By id of each element: how it stood, how close it was, and what was done last on that day.
  elements jsonb not null,
  label text not null,
  primary key (coat_id, day)
);
create function condense_only() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and not old.condensed and new.condensed and old.at < now() - interval '90 days'
     and new.changes = '[]' and new.inverse = '[]'
     and (new.root_id, new.revision, new.command_id, new.direction, new.label, new.owner_id, new.at)
       = (old.root_id, old.revision, old.command_id, old.direction, old.label, old.owner_id, old.at)
     and new.answers is not distinct from old.answers and new.command -> 'type' is not distinct from old.command -> 'type' then
    return new;
  end if;
  -- A coat that was binned long ago goes for good, with all that was done to it. When that was is told by the clock of whoever
  -- binned it; that nothing was done to it since, by this one.
  if tg_op = 'DELETE' and exists (
    select 1 from coat c join root r on r.id = c.id
     where c.id = old.root_id and greatest(c.deleted_at, r.changed_at) < now() - interval '30 days'
       and c.deleted_at is not null) then
    return old;
  end if;
  raise exception '% is append-only', tg_table_name;
end $$;
drop trigger history_is_append_only on history;
create trigger history_is_append_only before update or delete on history
  for each row execute function condense_only();

create function leave_with_its_coat() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' and exists (
    select 1 from coat c join root r on r.id = c.id
     where c.id = old.coat_id and greatest(c.deleted_at, r.changed_at) < now() - interval '30 days'
       and c.deleted_at is not null) then
    return old;
  end if;
  raise exception '% is append-only', tg_table_name;
end $$;
drop trigger journal_is_append_only on journal;
create trigger journal_is_append_only before update or delete on journal
  for each row execute function leave_with_its_coat();

-- A file that is sent again counts as new: whoever sent it is about to use it.
alter table blob add column sent_at timestamptz not null default now();
update blob set sent_at = created_at;

-- Work belongs to whoever asked for it.
alter table job add column owner_id uuid references owner (id);
update job set owner_id = (select id from owner order by created_at limit 1);
alter table job alter column owner_id set not null,
  alter column owner_id set default '00000000-0000-4000-8000-000000000001';
create index job_age on job (changed_at) where state in ('done', 'failed', 'cancelled');

-- How many requests somebody made of late: told by all servers together. What is lost of it in a crash is not missed.
create unlogged table allowance (
  client text primary key,
  requests integer not null,
  until timestamptz not null
);

-- Who has shown the access key: a cookie stands for it. Only its SHA-256 is kept.
create table access (
  token text primary key check (token ~ '^[0-9a-f]{64}$'),
  -- The SHA-256 of the key that was shown: another key lets nobody in that knew the old one only.
  key text not null check (key ~ '^[0-9a-f]{64}$'),
  owner_id uuid not null references owner (id),
  at timestamptz not null default now()
);
