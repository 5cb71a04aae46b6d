-- Study in full: what pictures show and their guides, regions of states and of replaced pictures, links, what was waved
-- off as forgotten, kinds of a coat's own, and fonts.

alter table coat add column waved text[] not null default '{}';

alter table picture add column inches double precision check (inches between 3 and 200);
alter table picture add column guides jsonb not null default '[]';
alter table picture add constraint picture_subject check (
  subject in ('Whole desktop', 'A window', 'Launcher open', 'Sign-in screen', 'A detail')
);

alter table element add column links jsonb not null default '[]';

alter table region add column state text check (state in ('hover', 'pressed', 'focused', 'inactive'));
alter table region add column again boolean not null default false;
alter table region drop constraint region_element_id_picture_id_key;
alter table region add constraint region_once unique nulls not distinct (element_id, picture_id, state);

create table kind (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  -- The id by which elements name it; one of a shipped kind adds traits to that.
  key text not null check (key ~ '^[a-z][A-Za-z0-9-]{0,63}$'),
  label text not null check (length(label) between 1 and 200),
  grouped text not null,
  help text not null check (length(help) <= 500),
  weight integer not null check (weight between 1 and 5),
  traits jsonb not null,
  unique (coat_id, key)
);
create index kind_of_coat on kind (coat_id);

create table font (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  name text not null check (length(name) between 1 and 200),
  blob text not null references blob (sha256),
  metrics jsonb not null
);
create index font_of_coat on font (coat_id);
