-- Up Migration

-- Records that people enter: each with a revision against overwriting another's save, who changed it last, and whether it
-- is retired: what was in use is never deleted. Their numbers are kept as they were typed.
do $$ declare t text; c record; begin
  alter table practice no force row level security;
  foreach t in array array['grower', 'farm', 'station', 'field', 'soil_test', 'crop_history', 'fertiliser', 'lime_product', 'seed_lot'] loop
    execute format('alter table %I
      add column revision integer not null default 1 check (revision > 0),
      add column retired_at timestamptz,
      add column changed_at timestamptz not null default now(),
      add column person text not null default name_of_person()', t);
  end loop;
  for c in select table_name, column_name from information_schema.columns
      where table_schema = 'public' and data_type = 'numeric' and numeric_scale is not null
        and table_name in ('field', 'soil_test', 'soil_test_level', 'crop_history', 'fertiliser', 'fertiliser_content', 'lime_product', 'seed_lot', 'station', 'station_normal', 'farm') loop
    execute format('alter table %I alter column %I type numeric', c.table_name, c.column_name);
  end loop;
  alter table practice force row level security;
end $$;
alter table field
  add column water_distance_m numeric check (water_distance_m between 0 and 100000),
  add column sand_pct numeric check (sand_pct between 0 and 100),
  add column clay_pct numeric check (clay_pct between 0 and 100),
  add column shade_pct numeric check (shade_pct between 0 and 100),
  add column obstacles text not null default '' check (length(obstacles) <= 400),
  add column grazed boolean,
  add column open_water_m numeric check (open_water_m between 0 and 100000),
  add column houses_m numeric check (houses_m between 0 and 100000),
  add check (sand_pct + clay_pct <= 100);
alter table crop_history add column residue_taken boolean;

-- A name stands once among live records; retired ones may share it.
alter table field drop constraint field_practice_id_farm_id_name_key;
create unique index field_name on field (practice_id, farm_id, name) where retired_at is null;
alter table station drop constraint station_practice_id_name_key;
create unique index station_name on station (practice_id, name) where retired_at is null;

alter table fertiliser_content drop constraint fertiliser_content_pct_check, add check (pct between 0 and 100);

grant insert, update on grower, farm, station, field, soil_test, crop_history, fertiliser, lime_product, seed_lot to wheatonomy_app;
grant insert, update, delete on station_normal, fertiliser_content, soil_test_level to wheatonomy_app;
