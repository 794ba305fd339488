-- Up Migration

-- What was recorded of fields and plans, and measured at stations, is counted too: everything that a plan is drafted from
-- but what is decided in it.
do $$ declare t text; begin
  foreach t in array array['crop_history', 'soil_test_level', 'field_rain', 'log_entry', 'stage_observation', 'treatment_sign_off', 'scout_visit',
    'scout_photo', 'ripeness_look', 'produce_load', 'station', 'station_normal', 'station_day'] loop
    execute format('create trigger clock_added after insert on %I referencing new table as changed for each statement execute function tick_clock(%L)', t, 'records');
    execute format('create trigger clock_changed after update on %I referencing new table as changed for each statement execute function tick_clock(%L)', t, 'records');
    execute format('create trigger clock_removed after delete on %I referencing old table as changed for each statement execute function tick_clock(%L)', t, 'records');
  end loop;
end $$;
