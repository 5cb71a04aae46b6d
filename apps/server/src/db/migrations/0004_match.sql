-- Limits and uses of a coat, ways of carrying an element, layers of one's own making, findings taken as they are, and
-- what a job has found so far.

alter table coat
  add column limits jsonb not null default
    '{"free": false, "openLicence": false, "noAccount": false, "noAdmin": false, "tested": false, "memory": null, "age": null, "breaks": null}',
  add column uses jsonb not null default '{}',
  drop constraint coat_policy_check,
  add constraint coat_policy_check check (policy in ('share of height', 'same physical size', 'same pixels'));

alter table display add constraint display_in_coat unique (coat_id, id);
alter table element
  add column carry jsonb,
  add column display_id uuid,
  add column addition boolean not null default false,
  add constraint element_display foreign key (coat_id, display_id) references display (coat_id, id);

alter table match
  add column links jsonb not null default '[]',
  add column look_again text check (look_again ~ '^\d{4}-\d\d-\d\d$'),
  add column chosen_by text not null default 'hand' check (chosen_by in ('hand', 'proposal'));

create table handmade (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  element_id uuid not null,
  kind text not null,
  name text not null check (length(name) between 1 and 200),
  supplies jsonb not null,
  files jsonb not null,
  recipe jsonb not null,
  foreign key (coat_id, element_id) references element (coat_id, id)
);
create index handmade_of_coat on handmade (coat_id);

create table accepted (
  id uuid primary key,
  coat_id uuid not null references coat (id),
  finding text not null,
  facts text not null,
  reason text not null check (length(reason) <= 10000),
  at timestamptz not null,
  unique (coat_id, finding)
);
create index accepted_of_coat on accepted (coat_id);

-- What a job has found so far, shown before it is done.
alter table job add column partial jsonb;
