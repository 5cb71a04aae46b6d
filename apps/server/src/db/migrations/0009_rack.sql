-- The rack: coats handed on, on one's own server, each with its versions and with what readers say of it.

alter table root drop constraint root_kind_check;
alter table root add constraint root_kind_check check (kind in ('coat', 'part', 'profile', 'rack'));

create table rack_item (
  id uuid primary key references root (id),
  -- One coat hangs on the rack once, in versions.
  coat_id uuid not null unique references root (id),
  name text not null check (length(name) between 1 and 200),
  about text not null default '' check (length(about) <= 10000),
  withdrawn_at timestamptz
);

create table rack_version (
  item_id uuid not null references rack_item (id),
  version integer not null check (version >= 1),
  owner_id uuid not null references owner (id),
  at timestamptz not null default now(),
  notes text not null check (length(notes) <= 10000),
  coat_revision integer not null,
  -- What the library is searched by, and the elements that are compared and marked.
  facts jsonb not null,
  elements jsonb not null,
  sheet jsonb not null,
  bundle text not null references blob (sha256),
  primary key (item_id, version)
);
create trigger rack_version_is_append_only before update or delete on rack_version
  for each row execute function refuse_change();

-- What one reader says of it: what worked, on what host, and whether they are for it.
create table rack_mark (
  id uuid primary key,
  item_id uuid not null,
  version integer not null,
  owner_id uuid not null references owner (id),
  reader text not null check (length(reader) between 1 and 200),
  host text not null check (length(host) between 1 and 200),
  vote text check (vote in ('for', 'against')),
  worked uuid[] not null,
  failed uuid[] not null,
  note text not null check (length(note) <= 10000),
  at timestamptz not null default now(),
  foreign key (item_id, version) references rack_version (item_id, version)
);
-- One reader has one vote.
create unique index rack_mark_one_each on rack_mark (item_id, owner_id, lower(reader));

-- Dominant colours of pictures, worked out once: bytes under a SHA-256 never change.
create table picture_colours (
  sha256 text primary key references blob (sha256) on delete cascade,
  colours jsonb not null
);
