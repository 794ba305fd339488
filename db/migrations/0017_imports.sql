-- Up Migration

-- Files that records were taken in from, what each added and changed, and so how to take it back.
create table import (
  practice_id uuid not null references practice (id),
  id uuid not null,
  kind text not null check (kind ~ '^[a-z-]+$'),
  file_name text not null check (length(file_name) <= 300),
  added integer not null check (added >= 0),
  changed integer not null check (changed >= 0),
  unchanged integer not null check (unchanged >= 0),
  user_id text not null,
  person text not null default name_of_person(),
  at timestamptz not null default now(),
  undone_at timestamptz,
  primary key (practice_id, id)
);
create table import_row (
  practice_id uuid not null,
  import_id uuid not null,
  entity_id text not null,
  -- what stood before; null where the record is new
  was jsonb,
  -- of the record after the import: one that has moved on is not taken back
  revision integer not null,
  primary key (practice_id, import_id, entity_id),
  foreign key (practice_id, import_id) references import (practice_id, id)
);
-- How the columns of a laboratory's files, or of whoever sends them, were taken the last time; known by their headings.
create table import_mapping (
  practice_id uuid not null references practice (id),
  kind text not null check (kind ~ '^[a-z-]+$'),
  signature text not null,
  mapping jsonb not null,
  at timestamptz not null default now(),
  primary key (practice_id, kind, signature)
);
do $$ declare t text; begin
  foreach t in array array['import', 'import_row', 'import_mapping'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format('create policy own on %I using (practice_id = current_practice() and current_grower() is null)
      with check (practice_id = current_practice() and current_grower() is null)', t);
  end loop;
end $$;
grant select, insert, update (undone_at) on import to wheatonomy_app;
grant select, insert on import_row to wheatonomy_app;
grant select, insert, update (mapping, at) on import_mapping to wheatonomy_app;

-- Thousands of records change their field's clock once, not once each.
create function tick_fields() returns trigger language plpgsql as $$
begin
  insert into facts_clock (practice_id, of_id) select distinct practice_id, field_id from changed
    on conflict (practice_id, of_id) do update set n = facts_clock.n + 1;
  return null;
end $$;
do $$ declare t text; begin
  foreach t in array array['soil_test', 'crop_history'] loop
    execute format('drop trigger tick on %I', t);
    execute format('create trigger tick_added after insert on %I referencing new table as changed for each statement execute function tick_fields()', t);
    execute format('create trigger tick_changed after update on %I referencing new table as changed for each statement execute function tick_fields()', t);
    execute format('create trigger tick_removed after delete on %I referencing old table as changed for each statement execute function tick_fields()', t);
  end loop;
end $$;
