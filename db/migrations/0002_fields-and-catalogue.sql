-- Up Migration

create table station (
  practice_id uuid not null references practice (id),
  id uuid not null default gen_random_uuid(),
  name text not null check (name <> ''),
  latitude_deg numeric(7, 4) not null check (latitude_deg between -90 and 90),
  altitude_m numeric(6, 1) not null check (altitude_m between -450 and 6000),
  primary key (practice_id, id),
  unique (practice_id, name)
);
create table station_normal (
  practice_id uuid not null,
  station_id uuid not null,
  month smallint not null check (month between 1 and 12),
  mean_c numeric(4, 1) not null check (mean_c between -60 and 60),
  rain_mm numeric(6, 1) not null check (rain_mm >= 0),
  eto_mm numeric(6, 1) not null check (eto_mm >= 0),
  primary key (practice_id, station_id, month),
  foreign key (practice_id, station_id) references station (practice_id, id) on delete cascade
);

create table farm (
  practice_id uuid not null,
  id uuid not null default gen_random_uuid(),
  grower_id uuid not null,
  station_id uuid,
  name text not null check (name <> ''),
  zone text not null default 'any',
  hand_work boolean not null default false,
  contractor boolean not null default false,
  -- an hour of hand or driver's work here, in minor units; null for the practice's
  labour_per_h bigint check (labour_per_h >= 0),
  primary key (practice_id, id),
  foreign key (practice_id, grower_id) references grower (practice_id, id),
  foreign key (practice_id, station_id) references station (practice_id, id)
);

create table field (
  practice_id uuid not null,
  id uuid not null default gen_random_uuid(),
  farm_id uuid not null,
  name text not null check (name <> ''),
  area_ha numeric(9, 4) not null check (area_ha > 0 and area_ha < 10000),
  boundary jsonb,
  texture_class text not null check (texture_class in ('sand', 'loamySand', 'sandyLoam', 'loam', 'siltLoam', 'silt',
    'sandyClayLoam', 'clayLoam', 'siltyClayLoam', 'sandyClay', 'siltyClay', 'clay')),
  drainage text not null default 'free' check (drainage in ('free', 'moderate', 'poor')),
  compaction_depth_cm numeric(4, 1) check (compaction_depth_cm between 1 and 100),
  irrigated boolean not null default false,
  note text not null default '',
  primary key (practice_id, id),
  foreign key (practice_id, farm_id) references farm (practice_id, id),
  unique (practice_id, farm_id, name)
);

create table crop_history (
  practice_id uuid not null,
  field_id uuid not null,
  season smallint not null check (season between 1900 and 2200),
  crop text not null,
  yield_t_per_ha numeric(7, 3) check (yield_t_per_ha >= 0),
  -- off on this date, or expected to be
  harvest_on date,
  harvested boolean not null default true,
  primary key (practice_id, field_id, season),
  foreign key (practice_id, field_id) references field (practice_id, id) on delete cascade
);

create table soil_test (
  practice_id uuid not null,
  id uuid not null default gen_random_uuid(),
  field_id uuid not null,
  taken_on date not null,
  depth_cm numeric(4, 1) not null check (depth_cm > 0 and depth_cm <= 100),
  scheme text not null,
  ph numeric(3, 1) not null check (ph between 2 and 11),
  organic_matter_pct numeric(4, 1) not null check (organic_matter_pct between 0 and 100),
  p numeric(7, 1) check (p >= 0),
  k numeric(7, 1) check (k >= 0),
  mg numeric(7, 1) check (mg >= 0),
  soil_mineral_n_kg_per_ha numeric(5, 1) check (soil_mineral_n_kg_per_ha >= 0),
  ec_e numeric(5, 2) check (ec_e >= 0),
  primary key (practice_id, id),
  foreign key (practice_id, field_id) references field (practice_id, id) on delete cascade
);
create index soil_test_field on soil_test (practice_id, field_id, taken_on desc);

-- Products of the practice; prices in minor money units.
create table fertiliser (
  practice_id uuid not null references practice (id),
  id text not null check (id ~ '^[a-z0-9-]+$'),
  name text not null check (name <> ''),
  n_pct numeric(5, 2) not null check (n_pct between 0 and 100),
  p2o5_pct numeric(5, 2) not null check (p2o5_pct between 0 and 100),
  k2o_pct numeric(5, 2) not null check (k2o_pct between 0 and 100),
  s_pct numeric(5, 2) not null check (s_pct between 0 and 100),
  price_per_t bigint not null check (price_per_t >= 0),
  bag_kg numeric(7, 2) not null check (bag_kg > 0),
  contains_chloride boolean not null default false,
  organic boolean not null default false,
  primary key (practice_id, id),
  check (n_pct + p2o5_pct + k2o_pct + s_pct <= 100)
);
create table lime_product (
  practice_id uuid not null references practice (id),
  id text not null check (id ~ '^[a-z0-9-]+$'),
  name text not null check (name <> ''),
  material text not null check (material in ('groundLimestone', 'granulatedLime', 'burntLime', 'hydratedLime')),
  neutralising_value_pct numeric(5, 1) not null check (neutralising_value_pct > 0 and neutralising_value_pct <= 200),
  fineness_pct numeric(5, 1) not null check (fineness_pct > 0 and fineness_pct <= 120),
  price_per_t bigint not null check (price_per_t >= 0),
  primary key (practice_id, id)
);
create table seed_lot (
  practice_id uuid not null references practice (id),
  id text not null check (id ~ '^[a-z0-9-]+$'),
  guide_id text not null,
  kind_id text not null,
  variety text not null check (variety <> ''),
  thousand_grain_weight_g numeric(7, 2) check (thousand_grain_weight_g > 0),
  germination_pct numeric(4, 1) not null check (germination_pct > 0 and germination_pct <= 100),
  unit_mass_g numeric(7, 2) check (unit_mass_g > 0),
  certified boolean not null,
  price_per_t bigint not null check (price_per_t >= 0),
  bag_kg numeric(7, 2) not null check (bag_kg > 0),
  primary key (practice_id, id)
);

do $$ declare t text; begin
  foreach t in array array['station', 'station_normal', 'crop_history', 'soil_test', 'fertiliser', 'lime_product', 'seed_lot'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format('create policy own on %I using (practice_id = current_practice()) with check (practice_id = current_practice())', t);
    execute format('grant select, insert, update, delete on %I to wheatonomy_app', t);
  end loop;
end $$;

-- A grower sees the farms of their own; what lies on a farm is always read through it.
alter table farm enable row level security;
alter table farm force row level security;
create policy own on farm using (practice_id = current_practice() and (current_grower() is null or grower_id = current_grower()))
  with check (practice_id = current_practice());
alter table field enable row level security;
alter table field force row level security;
create policy own on field using (practice_id = current_practice() and (current_grower() is null or exists (
    select from farm f where f.practice_id = field.practice_id and f.id = field.farm_id)))
  with check (practice_id = current_practice());
grant select, insert, update, delete on farm, field to wheatonomy_app;
