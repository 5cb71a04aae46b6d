-- Which flavour of a part is taken in which variant, by the part's id and the variant's, where a person chose it.
alter table coat add column flavours jsonb not null default '{}';
