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

create function tick_clock() returns trigger language plpgsql as $$
declare r jsonb := to_jsonb(case when tg_op = 'DELETE' then old else new end);
begin
  insert into practice_clock (practice_id, part) values ((r ->> case when tg_table_name = 'practice' then 'id' else 'practice_id' end)::uuid, tg_argv[0])
    on conflict (practice_id, part) do update set n = practice_clock.n + 1;
  return null;
end $$;
do $$ declare t text; begin
  foreach t in array array['grower', 'farm', 'field', 'soil_test', 'planting', 'plan_version'] loop
    execute format('create trigger clock after insert or update or delete on %I for each row execute function tick_clock(''ground'')', t);
  end loop;
  foreach t in array array['fertiliser', 'fertiliser_content', 'lime_product', 'seed_lot', 'protection_product', 'variety', 'crop_offer', 'soil_scheme'] loop
    execute format('create trigger clock after insert or update or delete on %I for each row execute function tick_clock(''catalogue'')', t);
  end loop;
end $$;
-- what is decided in a plan moves nothing but itself
create trigger clock_plans after insert or delete on plan for each row execute function tick_clock('ground');
create trigger clock_moved after update on plan for each row
  when (old.field_id is distinct from new.field_id or old.planting_id is distinct from new.planting_id or old.season is distinct from new.season
    or old.chosen is distinct from new.chosen or old.guide_id is distinct from new.guide_id)
  execute function tick_clock('ground');
create trigger clock after update on practice for each row execute function tick_clock('catalogue');

create index field_of_farm on field (practice_id, farm_id);
