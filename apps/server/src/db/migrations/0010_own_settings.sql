-- What is set of a part's own settings where it is used: two widgets of one part can differ.
alter table layer add column own jsonb not null default '{}';
