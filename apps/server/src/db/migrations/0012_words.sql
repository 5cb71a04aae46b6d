-- Words that are stored get their better names: kinds are dismissed (not waved), and a setting of coordinates is called so.
-- Rows, commands, changes and what takes them back are all renamed, so that undo reaches back over this day.
alter table coat rename column waved to dismissed;

create function pg_temp.one_row(fields jsonb) returns jsonb language sql immutable as $$
  select case when fields ? 'waved' then (fields - 'waved') || jsonb_build_object('dismissed', fields -> 'waved')
              else fields end
$$;
create function pg_temp.changes_of(changes jsonb) returns jsonb language sql immutable as $$
  select coalesce(jsonb_agg(
    case when change ->> 'entity' = 'coat'
         then change || jsonb_build_object('before', pg_temp.one_row(change -> 'before'), 'after', pg_temp.one_row(change -> 'after'))
         else change end order by n), '[]')
    from jsonb_array_elements(changes) with ordinality as c (change, n)
$$;
create function pg_temp.one_command(command jsonb) returns jsonb language sql immutable as $$
  select case when command ->> 'type' = 'coat.wave' then jsonb_set(command, '{type}', '"coat.dismiss"') else command end
$$;

alter table history disable trigger history_is_append_only;
update history set command = pg_temp.one_command(command) where command ->> 'type' = 'coat.wave';
update history
   set command = jsonb_set(command, '{commands}', (
         select jsonb_agg(pg_temp.one_command(one) order by n)
           from jsonb_array_elements(command -> 'commands') with ordinality as c (one, n)))
 where command ->> 'type' = 'many' and command -> 'commands' @> '[{"type": "coat.wave"}]';
update history set changes = pg_temp.changes_of(changes), inverse = pg_temp.changes_of(inverse)
 where changes::text like '%"waved"%' or inverse::text like '%"waved"%';
alter table history enable trigger history_is_append_only;

-- Inside a text the quotes of such a pair would be escaped: what is replaced is always a key and its value.
alter table part_revision disable trigger part_revision_is_immutable;
update part_revision set data = replace(data::text, '"type": "earth"', '"type": "coordinates"')::jsonb
 where data::text like '%"type": "earth"%';
alter table part_revision enable trigger part_revision_is_immutable;
