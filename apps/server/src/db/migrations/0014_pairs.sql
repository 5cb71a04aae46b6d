-- What was looked for and is not there is told apart from what was not found, with how sure that is and why.
alter table sighting drop constraint sighting_how_check;
alter table sighting add constraint sighting_how_check check (how in ('found', 'by hand', 'not found', 'not there'));
alter table sighting add column sure double precision check (sure between 0 and 1);
alter table sighting add column why text not null default '' check (length(why) <= 200);

-- A picture that was made of a photo is read as one, whatever its pixels say by now.
alter table picture add column straightened boolean not null default false;

-- Figures that were worked out before what nobody can tell had two ends are worked out anew.
update coat_card set stale = true;
