-- Up Migration

-- The name that a person had when something was done stays beside their id, whoever leaves or is called otherwise later.
create function name_of_person() returns text language sql stable as
  $$ select coalesce((select name from "user" where id = current_person()), current_person(), '') $$;
do $$ declare t text; p uuid; begin
  alter table practice no force row level security;
  foreach t in array array['audit', 'log_entry', 'stage_observation', 'moved_operation', 'weather_import', 'plan_version', 'plan'] loop
    execute format('alter table %I add column person text not null default name_of_person()', t);
    -- forced row-level security binds the owner too
    execute format('alter table %I no force row level security', t);
    for p in select id from practice loop
      perform set_config('app.practice_id', p::text, true);
      execute format('update %I r set person = coalesce((select u.name from "user" u where u.id = r.%I), r.%I) where r.practice_id = $1', t,
        case t when 'plan_version' then 'issued_by' when 'plan' then 'updated_by' else 'user_id' end,
        case t when 'plan_version' then 'issued_by' when 'plan' then 'updated_by' else 'user_id' end) using p;
    end loop;
    execute format('alter table %I force row level security', t);
  end loop;
  perform set_config('app.practice_id', '', true);
  alter table practice force row level security;
end $$;

-- A practice that was loaded as a demo, by the name of its data: loaded whole in one transaction, or not at all.
create table demo_load (
  mark text primary key,
  at timestamptz not null default now()
);

-- What a grower may see and write is what lies on the own farms; what the practice decides is not the grower's to write.
create function grower_soil_tests() returns uuid[] language plpgsql stable as
  $$ begin return array (select id from soil_test where practice_id = current_practice()); end $$;
do $$ declare t text; of_field text := 'practice_id = current_practice() and (current_grower() is null or field_id = any ((select grower_fields())::uuid[]))';
  of_plan text := 'practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[]))';
  of_practice text := 'practice_id = current_practice()';
  advisers text := 'practice_id = current_practice() and current_grower() is null';
begin
  foreach t in array array['soil_test', 'crop_history', 'planting', 'plan'] loop
    execute format('alter policy own on %I using (%s) with check (%s)', t, of_field, of_field);
  end loop;
  foreach t in array array['plan_version', 'operation', 'operation_input', 'log_entry', 'stage_observation', 'plan_outline', 'moved_operation', 'outline_job'] loop
    execute format('alter policy own on %I using (%s) with check (%s)', t, of_plan, of_plan);
  end loop;
  alter policy own on soil_test_level using (practice_id = current_practice()
      and (current_grower() is null or soil_test_id = any ((select grower_soil_tests())::uuid[])))
    with check (practice_id = current_practice() and (current_grower() is null or soil_test_id = any ((select grower_soil_tests())::uuid[])));
  alter policy own on farm with check (practice_id = current_practice() and (current_grower() is null or grower_id = current_grower()));
  alter policy own on field with check (practice_id = current_practice()
    and (current_grower() is null or farm_id = any ((select grower_farms())::uuid[])));
  -- read by all of the practice, written by its advisers
  foreach t in array array['station', 'station_normal', 'station_day', 'fertiliser', 'fertiliser_content', 'lime_product', 'seed_lot', 'guide_revision'] loop
    execute format('alter policy own on %I using (%s) with check (%s)', t, of_practice, advisers);
    execute format('create policy no_grower_changes on %I as restrictive for update using (%s)', t, advisers);
    execute format('create policy no_grower_removes on %I as restrictive for delete using (%s)', t, advisers);
  end loop;
  alter policy own on weather_import using (practice_id = current_practice() and current_grower() is null)
    with check (practice_id = current_practice() and current_grower() is null);
end $$;
alter policy own on practice with check (id = current_practice() and current_grower() is null);
create policy no_grower_changes on practice as restrictive for update using (current_grower() is null);
alter policy own on grower with check (practice_id = current_practice() and current_grower() is null);
create policy no_grower_changes on grower as restrictive for update using (current_grower() is null);
alter policy own on membership using (user_id = current_person() or (practice_id = current_practice() and current_grower() is null))
  with check (practice_id = current_practice() and current_grower() is null);
-- a grower's own entries only
alter policy own on audit using (practice_id = current_practice() and (current_grower() is null or user_id = current_person()));
alter policy own on calendar_feed with check (practice_id = current_practice() and user_id = current_person()
  and (current_grower() is null or grower_id = current_grower()));

-- The application's role may do what its code does and no more: nobody makes themselves an owner by it. What only a
-- person's own pages will need is granted with them.
revoke insert, update, delete on membership, grower, station, station_normal, crop_history, soil_test, soil_test_level, field, farm,
  lime_product, seed_lot, fertiliser, fertiliser_content, facts_clock, plan_outline, station_day from wheatonomy_app;
revoke update on practice from wheatonomy_app;
revoke insert, update, delete on "user", account, verification from wheatonomy_app;
grant update (unit_set, decimal_mark, as_of, prices) on practice to wheatonomy_app;
grant update (station_id) on farm to wheatonomy_app;
grant update (price_per_t) on fertiliser to wheatonomy_app;
grant insert, update on station_day, plan_outline, facts_clock to wheatonomy_app;
grant update (password, "updatedAt") on account to wheatonomy_app;
revoke update on plan, planting, log_entry, stage_observation, calendar_feed, moved_operation from wheatonomy_app;
grant update (decisions, revision, updated_at, updated_by, person, chosen) on plan to wheatonomy_app;
grant update (part, area_ha) on planting to wheatonomy_app;
grant update (withdrawn_at) on log_entry, stage_observation to wheatonomy_app;
grant update (revoked_at, last_read_at) on calendar_feed to wheatonomy_app;
grant update (moved_to, user_id, person, at) on moved_operation to wheatonomy_app;
