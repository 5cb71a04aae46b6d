-- Pictures of one's own desktop, and what was seen of each element on them.

create table capture (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  variant_id uuid not null,
  name text not null check (length(name) between 1 and 200),
  subject text not null,
  how text not null check (how in ('brought in', 'drawn')),
  at timestamptz not null,
  blob text not null references blob (sha256),
  original text not null references blob (sha256),
  width integer not null check (width between 1 and 16384),
  height integer not null check (height between 1 and 16384),
  unique (coat_id, id),
  foreign key (coat_id, variant_id) references variant (coat_id, id)
);
create index capture_of_coat on capture (coat_id);

create table sighting (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  capture_id uuid not null,
  element_id uuid not null,
  x integer not null check (x >= 0),
  y integer not null check (y >= 0),
  width integer not null check (width >= 1),
  height integer not null check (height >= 1),
  how text not null check (how in ('found', 'by hand', 'not found')),
  dx integer not null,
  dy integer not null,
  likeness jsonb not null,
  trait_values jsonb not null,
  against text not null check (length(against) <= 200),
  unique (capture_id, element_id),
  foreign key (coat_id, capture_id) references capture (coat_id, id),
  foreign key (coat_id, element_id) references element (coat_id, id)
);
create index sighting_of_coat on sighting (coat_id);
