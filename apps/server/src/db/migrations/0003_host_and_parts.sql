-- Host and parts: trials, surveys, readings; a catalogue that stays quick at a hundred thousand parts; archives.

create table trial (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  part_id uuid not null,
  part_revision integer not null,
  family text not null check (length(family) between 1 and 64),
  host_version text not null check (length(host_version) between 1 and 40),
  outcome text not null check (outcome in ('kept', 'dropped')),
  why text not null check (length(why) <= 10000),
  -- A date as text: it is told as it was typed, whatever the time zone.
  tried text not null check (tried ~ '^\d{4}-\d\d-\d\d$'),
  foreign key (part_id, part_revision) references part_revision (part_id, revision)
);
create table survey (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  name text not null check (length(name) between 1 and 200),
  at timestamptz not null,
  what text not null check (what in ('survey', 'settings')),
  blob text not null references blob (sha256),
  unique (coat_id, id)
);
create table reading (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  survey_id uuid,
  at timestamptz not null,
  phase text not null check (phase in ('before', 'after')),
  load text not null check (load in ('idle', 'under load')),
  memory double precision[] not null,
  processor double precision[] not null,
  foreign key (coat_id, survey_id) references survey (coat_id, id)
);
create index trial_of_coat on trial (coat_id);
create index trial_of_part on trial (part_id);
create index survey_of_coat on survey (coat_id);
create index reading_of_coat on reading (coat_id);

-- One row a part: its newest revision, with what is searched by in columns of its own. Revisions stay immutable; this
-- row moves to the next one when there is one. `gone` marks a part of one's own that was deleted: coats may pin it still.
create table part_newest (
  part_id uuid primary key references root (id),
  revision integer not null,
  name text not null,
  author text not null,
  sort text not null,
  kinds text[] not null,
  words tsvector not null,
  open_licence boolean not null,
  licence text not null,
  -- 0 is free.
  price numeric not null,
  account boolean not null,
  released date not null,
  shipped boolean not null,
  -- The families of the hosts that its rules speak of; empty for what rests on open standards alone.
  families text[] not null,
  gone boolean not null default false,
  foreign key (part_id, revision) references part_revision (part_id, revision)
);
create index part_newest_order on part_newest (name, part_id) where not gone;
create index part_newest_sort on part_newest (sort, name, part_id) where not gone;
create index part_newest_words on part_newest using gin (words);
create index part_newest_kinds on part_newest using gin (kinds);
create index part_newest_released on part_newest (released desc, part_id) where not gone;
drop index part_words;
drop index part_kinds;
drop index part_order;

insert into part_newest
  select p.part_id, p.revision, p.name, p.author, p.sort, p.kinds, p.words, true, coalesce(p.data ->> 'licence', ''),
         coalesce((p.data -> 'price' ->> 'amount')::numeric, 0), coalesce((p.data ->> 'account')::boolean, false),
         (p.data ->> 'released')::date, p.shipped,
         coalesce((select array_agg(distinct f ->> 'host') from jsonb_array_elements(p.data -> 'fits') f), '{}')
    from part_revision p
   where p.revision = (select max(q.revision) from part_revision q where q.part_id = p.part_id);

-- What archives were found to hold: the report, and the pictures taken out of them, as files.
create table archive_reading (
  id uuid primary key,
  sha256 text not null references blob (sha256),
  file text not null,
  report text not null references blob (sha256),
  pictures text not null references blob (sha256),
  read_at timestamptz not null default now()
);
create index archive_reading_age on archive_reading (read_at);
create index archive_reading_blob on archive_reading (sha256);
