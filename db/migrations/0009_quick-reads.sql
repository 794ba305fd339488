-- Up Migration

-- A person sees the practices they belong to before one of them is entered, so that who asks and where is one question.
create policy of_member on practice for select
  using (exists (select from membership m where m.practice_id = practice.id and m.user_id = current_person()));

-- What a grower may see, looked up once for a query and only where a grower asks. Written into each query instead, table
-- within table, it took longer to plan than to answer, and was planned badly while a practice was young.
create function grower_farms() returns uuid[] language plpgsql stable as
  $$ begin return array (select id from farm where practice_id = current_practice()); end $$;
create function grower_fields() returns uuid[] language plpgsql stable as
  $$ begin return array (select id from field where practice_id = current_practice()); end $$;
create function grower_plans() returns uuid[] language plpgsql stable as
  $$ begin return array (select id from plan where practice_id = current_practice()); end $$;
alter policy own on field using (practice_id = current_practice()
  and (current_grower() is null or farm_id = any ((select grower_farms())::uuid[])));
do $$ declare t text; begin
  foreach t in array array['planting', 'plan'] loop
    execute format('alter policy own on %I using (practice_id = current_practice()
      and (current_grower() is null or field_id = any ((select grower_fields())::uuid[])))', t);
  end loop;
  foreach t in array array['plan_version', 'operation', 'operation_input', 'log_entry', 'stage_observation', 'plan_outline', 'moved_operation'] loop
    execute format('alter policy own on %I using (practice_id = current_practice()
      and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])))', t);
  end loop;
end $$;

-- Outlines are read by the hundred: unpacking them must cost little.
alter table plan_outline
  alter column season set compression lz4,
  alter column shape set compression lz4,
  alter column week set compression lz4;
