-- For whom a part is got, by its id: for oneself alone, or for everybody on the computer.
alter table coat add column scopes jsonb not null default '{}';
