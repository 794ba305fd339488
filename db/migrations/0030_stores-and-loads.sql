-- Up Migration

-- Places in which produce is kept.
create table store (
  practice_id uuid not null references practice (id),
  id uuid not null default gen_random_uuid(),
  farm_id uuid not null,
  name text not null check (name <> ''),
  kind text not null check (kind in ('bin', 'floor', 'cold', 'crates', 'sacks', 'hung', 'clamp')),
  capacity_m3 numeric not null check (capacity_m3 > 0),
  air text not null default 'none' check (air in ('none', 'vents', 'fan', 'heated', 'cooled')),
  note text not null default '' check (length(note) <= 2000),
  primary key (practice_id, id),
  foreign key (practice_id, farm_id) references farm (practice_id, id)
);

-- Loads that were weighed: off a field or out of a store, into a store or away.
create table produce_load (
  practice_id uuid not null references practice (id),
  id uuid not null default gen_random_uuid(),
  field_id uuid,
  from_store_id uuid,
  to_store_id uuid,
  season integer not null check (season between 1900 and 2200),
  moved_on date not null,
  ticket text check (ticket <> ''),
  crop text not null check (crop <> ''),
  lot text not null default '',
  mass_t numeric not null check (mass_t > 0),
  moisture_pct numeric check (moisture_pct between 0 and 95),
  sent_to text not null check (sent_to in ('store', 'sold', 'home', 'feed', 'seed', 'lost')),
  dried_to_pct numeric check (dried_to_pct between 0 and 95),
  buyer text not null default '',
  price_per_t bigint check (price_per_t >= 0),
  measured jsonb not null default '{}',
  note text not null default '' check (length(note) <= 2000),
  primary key (practice_id, id),
  foreign key (practice_id, field_id) references field (practice_id, id),
  foreign key (practice_id, from_store_id) references store (practice_id, id),
  foreign key (practice_id, to_store_id) references store (practice_id, id),
  -- off one place, and into a store exactly where it says so
  check ((field_id is null) <> (from_store_id is null)),
  check ((sent_to = 'store') = (to_store_id is not null))
);
create index on produce_load (practice_id, season, moved_on);
create index on produce_load (practice_id, field_id);

-- What was found at a look into a store.
create table store_reading (
  practice_id uuid not null references practice (id),
  id uuid not null default gen_random_uuid(),
  store_id uuid not null,
  read_on date not null,
  temperature_c numeric check (temperature_c between -30 and 90),
  humidity_pct numeric check (humidity_pct between 0 and 100),
  moisture_pct numeric check (moisture_pct between 0 and 95),
  insects_per_kg numeric check (insects_per_kg >= 0),
  sprouted_pct numeric check (sprouted_pct between 0 and 100),
  rotten_pct numeric check (rotten_pct between 0 and 100),
  note text not null default '' check (length(note) <= 2000),
  primary key (practice_id, id),
  foreign key (practice_id, store_id) references store (practice_id, id)
);
create index on store_reading (practice_id, store_id, read_on desc);

do $$ declare
  t text;
  advisers text := 'practice_id = current_practice() and current_grower() is null';
  -- a grower sees what lies on the own farms, read through field and store
  seen jsonb := jsonb_build_object(
    'store', 'exists (select from farm f where f.practice_id = store.practice_id and f.id = store.farm_id)',
    'produce_load', 'exists (select from field f where f.practice_id = produce_load.practice_id and f.id = produce_load.field_id)
       or exists (select from store s where s.practice_id = produce_load.practice_id and s.id = produce_load.from_store_id)',
    'store_reading', 'exists (select from store s where s.practice_id = store_reading.practice_id and s.id = store_reading.store_id)');
begin
  foreach t in array array['store', 'produce_load', 'store_reading'] loop
    execute format('alter table %I
      add column revision integer not null default 1 check (revision > 0),
      add column retired_at timestamptz,
      add column changed_at timestamptz not null default now(),
      add column person text not null default name_of_person()', t);
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format('create policy own on %I using (practice_id = current_practice() and (current_grower() is null or (%s))) with check (%s)',
      t, seen ->> t, advisers);
    execute format('create policy no_grower_changes on %I as restrictive for update using (%s)', t, advisers);
    execute format('grant select, insert, update on %I to wheatonomy_app', t);
  end loop;
end $$;

-- Limits of a contract as numbers: what is measured, at least, at most, what a unit beyond costs, from where it is refused.
alter table crop_offer add column limits jsonb not null default '[]';
