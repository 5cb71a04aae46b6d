-- Whoever waits for work hears of it at once, whichever server does it.
create function tell_job() returns trigger language plpgsql as $$
begin
  perform pg_notify('job_changed', new.id::text);
  return null;
end
$$;

create trigger job_news
  after update of state, progress, partial on job
  for each row
  when (old.state is distinct from new.state or old.progress is distinct from new.progress or old.partial is distinct from new.partial)
  execute function tell_job();
