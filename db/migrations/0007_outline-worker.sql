-- Up Migration

-- Clocks of facts stand by what the facts belong to: a field, a farm, a station, or the whole practice (all zeros), so
-- that a change ages only the outlines of plans that rest on it.
alter table facts_clock rename column field_id to of_id;
create or replace function tick_field() returns trigger language plpgsql as $$
declare r jsonb;
begin
  r := to_jsonb(case when tg_op = 'DELETE' then old else new end);
  insert into facts_clock (practice_id, of_id) values ((r ->> 'practice_id')::uuid, (r ->> case when tg_table_name in ('field', 'farm', 'station') then 'id' when tg_table_name = 'station_normal' then 'station_id' else 'field_id' end)::uuid)
    on conflict (practice_id, of_id) do update set n = facts_clock.n + 1;
  return null;
end $$;
create or replace function tick_practice() returns trigger language plpgsql as $$
begin
  if current_practice() is not null then
    insert into facts_clock (practice_id, of_id) values (current_practice(), '00000000-0000-0000-0000-000000000000')
      on conflict (practice_id, of_id) do update set n = facts_clock.n + 1;
  end if;
  return null;
end $$;
create function tick_stations() returns trigger language plpgsql as $$
begin
  insert into facts_clock (practice_id, of_id) select distinct practice_id, station_id from changed
    on conflict (practice_id, of_id) do update set n = facts_clock.n + 1;
  return null;
end $$;
do $$ declare t text; begin
  foreach t in array array['practice', 'farm', 'grower', 'station', 'station_normal', 'station_day'] loop
    execute format('drop trigger tick on %I', t);
  end loop;
  foreach t in array array['farm', 'station', 'station_normal'] loop
    execute format('create trigger tick after insert or update or delete on %I for each row execute function tick_field()', t);
  end loop;
end $$;
create trigger tick after update of currency, prices on practice for each statement execute function tick_practice();
create trigger tick_added after insert on station_day referencing new table as changed for each statement execute function tick_stations();
create trigger tick_changed after update on station_day referencing new table as changed for each statement execute function tick_stations();
create trigger tick_removed after delete on station_day referencing old table as changed for each statement execute function tick_stations();

-- An outline holds from the day that it was drafted for to a later one (null: for ever); one that could not be drafted
-- says why and keeps what it showed before.
delete from plan_outline;
alter table plan_outline
  add column from_day date not null,
  add column to_day date,
  add column drafted_at timestamptz not null default now(),
  add column problem text;

-- What the worker has to draft. Several workers may take from it: each locks what it takes and skips what is locked.
create table outline_job (
  practice_id uuid not null,
  plan_id uuid not null,
  basis text not null check (basis in ('draft', 'issued')),
  since timestamptz not null default clock_timestamp(),
  primary key (practice_id, plan_id, basis),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);
alter table outline_job enable row level security;
alter table outline_job force row level security;
create policy own on outline_job using (practice_id = current_practice()) with check (practice_id = current_practice());
grant select, insert, update, delete on outline_job to wheatonomy_app;

-- The worker sees which practices there are and their working date, and enters each as anybody does.
create function current_worker() returns boolean language sql stable parallel safe as
  $$ select coalesce(current_setting('app.worker', true), '') = 'on' $$;
create policy by_worker on practice for select using (current_worker());

-- Whatever ages an outline wakes the worker when it is committed.
create function wake_worker() returns trigger language plpgsql as $$
begin
  perform pg_notify('outlines', coalesce(current_practice()::text, ''));
  return null;
end $$;
do $$ declare t text; begin
  foreach t in array array['plan', 'plan_version', 'log_entry', 'stage_observation', 'moved_operation', 'facts_clock'] loop
    execute format('create trigger wake after insert or update or delete on %I for each statement execute function wake_worker()', t);
  end loop;
end $$;
create trigger wake after update of as_of on practice for each statement execute function wake_worker();
