-- Up Migration

-- Normals beyond warmth and rain; what a station does not give is estimated by the core and said so.
alter table station_normal
  add column tmin_c numeric(4, 1) check (tmin_c between -70 and 60),
  add column tmax_c numeric(4, 1) check (tmax_c between -70 and 60),
  add column wet_days numeric(4, 1) check (wet_days between 0 and 31),
  add column solar_mj_per_m2 numeric(4, 1) check (solar_mj_per_m2 between 0 and 45),
  add column rh_mean_pct numeric(4, 1) check (rh_mean_pct between 1 and 100),
  add column wind_ms numeric(4, 1) check (wind_ms between 0 and 40),
  add check (tmin_c is null or tmax_c is null or tmin_c <= tmax_c);

-- Measured daily weather and the files that it came from.
create table weather_import (
  practice_id uuid not null,
  id uuid not null default gen_random_uuid(),
  station_id uuid not null,
  file_name text not null,
  days integer not null,
  new_days integer not null,
  changed_days integer not null,
  from_day date not null,
  to_day date not null,
  user_id text not null,
  at timestamptz not null default now(),
  primary key (practice_id, id),
  foreign key (practice_id, station_id) references station (practice_id, id) on delete cascade
);
create table station_day (
  practice_id uuid not null,
  station_id uuid not null,
  day date not null,
  tmin_c numeric(4, 1),
  tmax_c numeric(4, 1),
  rain_mm numeric(6, 1) check (rain_mm >= 0),
  solar_mj_per_m2 numeric(4, 1) check (solar_mj_per_m2 >= 0),
  rh_mean_pct numeric(4, 1) check (rh_mean_pct between 0 and 100),
  wind_ms numeric(4, 1) check (wind_ms >= 0),
  primary key (practice_id, station_id, day),
  foreign key (practice_id, station_id) references station (practice_id, id) on delete cascade,
  check (tmin_c <= tmax_c)
);

-- A growth stage seen in the field; withdrawn rather than deleted.
create table stage_observation (
  practice_id uuid not null,
  id uuid not null,
  plan_id uuid not null,
  stage_id text not null check (length(stage_id) between 1 and 80),
  seen_on date not null,
  note text not null default '' check (length(note) <= 2000),
  user_id text not null,
  at timestamptz not null default now(),
  withdrawn_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);
create unique index stage_observation_once on stage_observation (practice_id, plan_id, stage_id) where withdrawn_at is null;

-- What a farm can do in a day: for the load of machines and crews.
alter table farm
  add column tractors smallint not null default 1 check (tractors between 0 and 200),
  add column harvesters smallint not null default 1 check (harvesters between 0 and 100),
  add column hands smallint not null default 2 check (hands between 0 and 5000),
  add column day_hours numeric(3, 1) not null default 9 check (day_hours > 0 and day_hours <= 24);

-- Counts every change of facts that plans rest on, of one field or of the whole practice (field_id all zeros).
create table facts_clock (
  practice_id uuid not null,
  field_id uuid not null,
  n bigint not null default 1,
  primary key (practice_id, field_id)
);
create function tick_field() returns trigger language plpgsql as $$
declare r record;
begin
  r := case when tg_op = 'DELETE' then old else new end;
  insert into facts_clock (practice_id, field_id) values (r.practice_id, case when tg_table_name = 'field' then (to_jsonb(r) ->> 'id')::uuid else (to_jsonb(r) ->> 'field_id')::uuid end)
    on conflict (practice_id, field_id) do update set n = facts_clock.n + 1;
  return null;
end $$;
create function tick_practice() returns trigger language plpgsql as $$
begin
  if current_practice() is not null then
    insert into facts_clock (practice_id, field_id) values (current_practice(), '00000000-0000-0000-0000-000000000000')
      on conflict (practice_id, field_id) do update set n = facts_clock.n + 1;
  end if;
  return null;
end $$;
do $$ declare t text; begin
  foreach t in array array['field', 'soil_test', 'crop_history'] loop
    execute format('create trigger tick after insert or update or delete on %I for each row execute function tick_field()', t);
  end loop;
  foreach t in array array['practice', 'farm', 'grower', 'station', 'station_normal', 'station_day', 'fertiliser', 'lime_product', 'seed_lot'] loop
    execute format('create trigger tick after insert or update or delete on %I for each statement execute function tick_practice()', t);
  end loop;
end $$;

-- What was drafted of a plan, in short, kept with all that it followed from as its key: never the truth, only a saving
-- of time. A row whose key is not today's is drafted again.
create table plan_outline (
  practice_id uuid not null,
  plan_id uuid not null,
  basis text not null check (basis in ('draft', 'issued')),
  key text not null,
  -- for the season page, as short JSON texts that are handed on unread (what plans of a crop have in common apart);
  -- and the operations for the week
  season text not null,
  shape text not null,
  week jsonb not null,
  primary key (practice_id, plan_id, basis),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);

-- Operations of an issued version that were put on another day since; the draft gets the same wish.
create table moved_operation (
  practice_id uuid not null,
  plan_id uuid not null,
  version integer not null,
  operation_id text not null,
  moved_to date not null,
  user_id text not null,
  at timestamptz not null default now(),
  primary key (practice_id, plan_id, version, operation_id),
  foreign key (practice_id, plan_id, version) references plan_version (practice_id, plan_id, number)
);

-- Secret addresses of calendars; only a hash of the secret is kept.
create table calendar_feed (
  practice_id uuid not null references practice (id),
  id uuid not null default gen_random_uuid(),
  token_hash text not null unique,
  user_id text not null references "user" (id) on delete cascade,
  grower_id uuid,
  name text not null check (length(name) between 1 and 80),
  created_at timestamptz not null default now(),
  revoked_at timestamptz,
  last_read_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, grower_id) references grower (practice_id, id)
);
-- Set for a calendar program that comes with a secret and no sign-in: only the feed of that secret shows.
create function current_feed() returns text language sql stable parallel safe as
  $$ select nullif(current_setting('app.feed_hash', true), '') $$;

do $$ declare t text; begin
  foreach t in array array['weather_import', 'station_day', 'facts_clock', 'stage_observation', 'plan_outline', 'moved_operation', 'calendar_feed'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
  end loop;
  foreach t in array array['weather_import', 'station_day', 'facts_clock'] loop
    execute format('create policy own on %I using (practice_id = current_practice()) with check (practice_id = current_practice())', t);
  end loop;
  foreach t in array array['stage_observation', 'plan_outline', 'moved_operation'] loop
    execute format('create policy own on %I using (practice_id = current_practice() and (current_grower() is null or exists (
        select from plan p where p.practice_id = %I.practice_id and p.id = %I.plan_id)))
      with check (practice_id = current_practice())', t, t, t);
  end loop;
end $$;
create policy own on calendar_feed using (practice_id = current_practice() and user_id = current_person())
  with check (practice_id = current_practice() and user_id = current_person());
create policy by_secret on calendar_feed for select using (token_hash = current_feed() and revoked_at is null);
grant select, insert, update, delete on station_day, facts_clock, plan_outline to wheatonomy_app;
grant select, insert on weather_import to wheatonomy_app;
grant select, insert, update on stage_observation, moved_operation, calendar_feed to wheatonomy_app;
