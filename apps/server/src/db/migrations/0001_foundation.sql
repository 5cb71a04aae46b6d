-- Owners, roots with their append-only history, blobs, jobs, and the tables of a coat.

create table owner (
  id uuid primary key,
  name text not null check (length(name) between 1 and 200),
  created_at timestamptz not null default now()
);
-- Until people have accounts everything belongs to the one who runs the application.
insert into owner (id, name) values ('00000000-0000-4000-8000-000000000001', 'local');

-- A root is a coat, a part or a profile: the unit of identity, ownership and history.
create table root (
  id uuid primary key,
  kind text not null check (kind in ('coat', 'part', 'profile')),
  owner_id uuid not null references owner (id),
  revision integer not null default 0 check (revision >= 0),
  created_at timestamptz not null default now(),
  changed_at timestamptz not null default now(),
  unique (id, kind)
);

create table history (
  root_id uuid not null references root (id),
  revision integer not null check (revision >= 1),
  -- Made by whoever sends the command, so that sending it again is harmless.
  command_id uuid not null unique,
  direction text not null check (direction in ('do', 'undo', 'redo')),
  -- Of an undo the entry it takes back, of a redo the entry it brings back.
  answers integer,
  label text not null,
  command jsonb not null,
  changes jsonb not null,
  inverse jsonb not null,
  owner_id uuid not null references owner (id),
  at timestamptz not null default now(),
  primary key (root_id, revision),
  check ((direction = 'do') = (answers is null))
);

create or replace function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only', tg_table_name;
end $$;
create trigger history_is_append_only before update or delete on history
  for each row execute function refuse_change();

-- Large things: told once by their SHA-256, kept in chunks of at most 1 MiB.
create table blob (
  id uuid primary key,
  sha256 text unique check (sha256 ~ '^[0-9a-f]{64}$'),
  size bigint check (size >= 0),
  type text not null,
  created_at timestamptz not null default now()
);
create table blob_chunk (
  blob_id uuid not null references blob (id) on delete cascade,
  n integer not null check (n >= 0),
  bytes bytea not null check (length(bytes) between 1 and 1048576),
  primary key (blob_id, n)
);
alter table blob_chunk alter column bytes set storage external;
-- A root holds a blob for as long as its history may bring it back.
create table blob_use (
  sha256 text not null references blob (sha256),
  root_id uuid not null references root (id),
  primary key (sha256, root_id)
);

create table picture_file (
  original text primary key references blob (sha256),
  -- The PNG in 8-bit sRGB that everything is measured on.
  normalised text not null references blob (sha256),
  width integer not null check (width between 1 and 16384),
  height integer not null check (height between 1 and 16384),
  remarks text[] not null default '{}'
);

create table job (
  id uuid primary key,
  kind text not null,
  input jsonb not null,
  input_hash text not null,
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed', 'cancelled')),
  progress real not null default 0 check (progress between 0 and 1),
  cancel_asked boolean not null default false,
  attempts integer not null default 0,
  lease_until timestamptz,
  result jsonb,
  problem jsonb,
  created_at timestamptz not null default now(),
  changed_at timestamptz not null default now(),
  check ((state = 'running') = (lease_until is not null))
);
create index job_waiting on job (created_at) where state in ('waiting', 'running');
create index job_by_input on job (kind, input_hash);

-- Profiles and parts: immutable revisions.
create table profile_revision (
  profile_id uuid not null references root (id),
  revision integer not null check (revision >= 1),
  name text not null,
  version text not null,
  data jsonb not null,
  shipped boolean not null default false,
  primary key (profile_id, revision)
);
create table part_revision (
  part_id uuid not null references root (id),
  revision integer not null check (revision >= 1),
  name text not null check (length(name) between 1 and 200),
  author text not null,
  sort text not null,
  kinds text[] not null,
  words tsvector not null,
  data jsonb not null,
  shipped boolean not null default false,
  primary key (part_id, revision)
);
create index part_words on part_revision using gin (words);
create index part_kinds on part_revision using gin (kinds);
create index part_order on part_revision (name, part_id);
create trigger profile_revision_is_immutable before update on profile_revision
  for each row execute function refuse_change();
create trigger part_revision_is_immutable before update on part_revision
  for each row execute function refuse_change();

create table coat (
  id uuid primary key references root (id),
  name text not null check (length(name) between 1 and 200),
  policy text not null check (policy in ('share of height', 'same pixels')),
  matched_at double precision not null check (matched_at between 0 and 1),
  near_at double precision not null check (near_at between 0 and 1),
  profile_id uuid,
  profile_revision integer,
  channel text,
  deleted_at timestamptz,
  check (near_at <= matched_at),
  check ((profile_id is null) = (profile_revision is null)),
  foreign key (profile_id, profile_revision) references profile_revision (profile_id, revision)
);

create table variant (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  name text not null check (length(name) between 1 and 200),
  position double precision not null,
  unique (coat_id, id)
);
create table display (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  position double precision not null,
  width integer not null check (width between 320 and 16384),
  height integer not null check (height between 200 and 16384),
  scale double precision not null check (scale between 0.5 and 4),
  inches double precision check (inches between 3 and 200)
);
create table picture (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  variant_id uuid not null,
  name text not null check (length(name) between 1 and 200),
  subject text not null,
  blob text not null references blob (sha256),
  original text not null references blob (sha256),
  width integer not null check (width between 1 and 16384),
  height integer not null check (height between 1 and 16384),
  scale double precision check (scale between 0.5 and 4),
  position double precision not null,
  unique (coat_id, id),
  foreign key (coat_id, variant_id) references variant (coat_id, id)
);
create table element (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  kind text not null,
  name text not null check (length(name) between 1 and 200),
  weight integer not null check (weight between 1 and 5),
  position double precision not null,
  note text not null check (length(note) <= 10000),
  rules jsonb not null,
  unique (coat_id, id)
);
create table region (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  element_id uuid not null,
  picture_id uuid not null,
  x integer not null check (x >= 0),
  y integer not null check (y >= 0),
  width integer not null check (width >= 1),
  height integer not null check (height >= 1),
  ground text check (ground ~ '^#[0-9a-f]{6}$'),
  unique (element_id, picture_id),
  foreign key (coat_id, element_id) references element (coat_id, id),
  foreign key (coat_id, picture_id) references picture (coat_id, id)
);
create table trait (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  element_id uuid not null,
  variant_id uuid,
  trait text not null,
  state text check (state in ('hover', 'pressed', 'focused', 'inactive')),
  target jsonb not null,
  picture_id uuid,
  source jsonb not null check (source ->> 'how' in ('measured', 'typed', 'assumed')),
  unique nulls not distinct (element_id, trait, variant_id, state),
  foreign key (coat_id, element_id) references element (coat_id, id),
  foreign key (coat_id, variant_id) references variant (coat_id, id),
  foreign key (coat_id, picture_id) references picture (coat_id, id)
);
create table match (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  element_id uuid not null unique,
  said text check (said in ('stand-in', 'gap', 'left alone')),
  reason text not null check (length(reason) <= 10000),
  lost text not null check (length(lost) <= 10000),
  note text not null check (length(note) <= 10000),
  unique (coat_id, id),
  foreign key (coat_id, element_id) references element (coat_id, id)
);
create table layer (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  match_id uuid not null,
  position integer not null check (position >= 0),
  part_id uuid,
  part_revision integer,
  offer text not null,
  traits text[],
  settings jsonb not null,
  unique (match_id, position),
  check ((part_id is null) = (part_revision is null)),
  foreign key (coat_id, match_id) references match (coat_id, id),
  foreign key (part_id, part_revision) references part_revision (part_id, revision)
);
create table journal (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  step_key text not null,
  what text not null check (what in ('done', 'withdrawn')),
  at timestamptz not null,
  title text not null
);
create trigger journal_is_append_only before update or delete on journal
  for each row execute function refuse_change();

create index variant_of_coat on variant (coat_id);
create index display_of_coat on display (coat_id);
create index picture_of_coat on picture (coat_id);
create index element_of_coat on element (coat_id);
create index region_of_coat on region (coat_id);
create index trait_of_coat on trait (coat_id);
create index match_of_coat on match (coat_id);
create index layer_of_coat on layer (coat_id);
create index journal_of_coat on journal (coat_id);
