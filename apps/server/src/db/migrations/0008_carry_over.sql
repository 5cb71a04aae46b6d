-- The coat that a coat was carried over from, and which of its rows are which there.
alter table coat add column origin jsonb;
