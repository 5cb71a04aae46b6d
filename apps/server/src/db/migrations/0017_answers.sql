-- What is done about a finding; a trial of one flavour of a part, and what does only now and then.
alter table accepted add column answer jsonb;
alter table trial add column flavour text check (length(flavour) <= 200);
alter table trial drop constraint trial_outcome_check;
alter table trial add constraint trial_outcome_check check (outcome in ('kept', 'not for daily use', 'dropped'));
