-- What came with a bundle and is not known here: it goes out again with the next one.
alter table coat add column extras jsonb not null default '{}' check (length(extras::text) <= 1000000);
