-- What one's own making supplies otherwise in a variant, by its id.
alter table handmade add column by_variant jsonb not null default '{}';
