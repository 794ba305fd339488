-- Up Migration

-- Counts every change of what a process may keep of a practice: "ground" is where plans lie (growers, farms, fields, soil
-- tests, plantings, plans, versions), "catalogue" what is bought and sold. A count is read in the same transaction as what
-- depends on it, so nobody is shown less than they saved.
create table practice_clock (
  practice_id uuid not null,
  part text not null,
  n bigint not null default 1,
  primary key (practice_id, part)
);
alter table practice_clock enable row level security;
alter table practice_clock force row level security;
create policy own on practice_clock using (practice_id = current_practice()) with check (practice_id = current_practice());
grant select, insert, update on practice_clock to wheatonomy_app;

-- by statement: thousands of rows that are taken in at once are one change
create function tick_clock() returns trigger language plpgsql as $$
begin
  insert into practice_clock (practice_id, part) select distinct practice_id, tg_argv[0] from changed
    on conflict (practice_id, part) do update set n = practice_clock.n + 1;
  return null;
end $$;
create function tick_clock_of_row() returns trigger language plpgsql as $$
begin
  insert into practice_clock (practice_id, part) values ((to_jsonb(new) ->> case when tg_table_name = 'practice' then 'id' else 'practice_id' end)::uuid, tg_argv[0])
    on conflict (practice_id, part) do update set n = practice_clock.n + 1;
  return null;
end $$;
do $$ declare t text; part text; begin
  for part, t in select 'ground', unnest(array['grower', 'farm', 'field', 'soil_test', 'planting', 'plan_version'])
    union all select 'catalogue', unnest(array['fertiliser', 'fertiliser_content', 'lime_product', 'seed_lot', 'protection_product', 'variety', 'crop_offer', 'soil_scheme']) loop
    execute format('create trigger clock_added after insert on %I referencing new table as changed for each statement execute function tick_clock(%L)', t, part);
    execute format('create trigger clock_changed after update on %I referencing new table as changed for each statement execute function tick_clock(%L)', t, part);
    execute format('create trigger clock_removed after delete on %I referencing old table as changed for each statement execute function tick_clock(%L)', t, part);
  end loop;
end $$;
create trigger clock_added after insert on plan referencing new table as changed for each statement execute function tick_clock('ground');
create trigger clock_removed after delete on plan referencing old table as changed for each statement execute function tick_clock('ground');
-- what is decided in a plan moves nothing but itself
create trigger clock_changed after update on plan for each row
  when (old.field_id is distinct from new.field_id or old.planting_id is distinct from new.planting_id or old.season is distinct from new.season
    or old.chosen is distinct from new.chosen or old.guide_id is distinct from new.guide_id)
  execute function tick_clock_of_row('ground');
create trigger clock_changed after update on practice for each row execute function tick_clock_of_row('catalogue');

create index field_of_farm on field (practice_id, farm_id);
