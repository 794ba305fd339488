-- Up Migration

-- A draft is its decisions; all else is computed from them. The revision guards against overwriting another's save.
create table plan (
  practice_id uuid not null,
  id uuid not null default gen_random_uuid(),
  field_id uuid not null,
  season smallint not null check (season between 1900 and 2200),
  decisions jsonb not null,
  revision integer not null default 1 check (revision > 0),
  updated_at timestamptz not null default now(),
  updated_by text not null,
  primary key (practice_id, id),
  unique (practice_id, field_id, season),
  foreign key (practice_id, field_id) references field (practice_id, id)
);

-- An issued version is frozen: what was decided and all that was computed from it that day.
create table plan_version (
  practice_id uuid not null,
  plan_id uuid not null,
  number integer not null check (number > 0),
  decisions jsonb not null,
  snapshot jsonb not null,
  summary jsonb not null,
  issued_at timestamptz not null default now(),
  -- by the working date of the practice; what documents print
  issued_on date not null,
  issued_by text not null,
  primary key (practice_id, plan_id, number),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);

-- The operations of issued versions as rows, for calendar, week, orders and log across all fields.
create table operation (
  practice_id uuid not null,
  plan_id uuid not null,
  version integer not null,
  operation_id text not null,
  sheet text not null check (sheet in ('ground', 'soil', 'seed', 'feed', 'water', 'protect', 'harvest', 'keep', 'money')),
  name text not null,
  mark text not null,
  detail text not null,
  planned_on date,
  earliest_on date,
  latest_on date,
  inputs jsonb not null default '[]',
  cautions jsonb not null default '[]',
  primary key (practice_id, plan_id, version, operation_id),
  foreign key (practice_id, plan_id, version) references plan_version (practice_id, plan_id, number)
);
create index operation_due on operation (practice_id, planned_on);

-- What was done. An entry is withdrawn rather than deleted; the id comes from the device, so that a repeated send
-- of the same entry is one entry.
create table log_entry (
  practice_id uuid not null,
  id uuid not null,
  plan_id uuid not null,
  operation_id text not null,
  done_on date not null,
  quantity_per_ha numeric(12, 4) check (quantity_per_ha >= 0),
  note text not null default '' check (length(note) <= 2000),
  user_id text not null,
  at timestamptz not null default now(),
  withdrawn_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);
create unique index log_entry_once on log_entry (practice_id, plan_id, operation_id) where withdrawn_at is null;

do $$ declare t text; begin
  foreach t in array array['plan', 'plan_version', 'operation', 'log_entry'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
  end loop;
end $$;
create policy own on plan using (practice_id = current_practice() and (current_grower() is null or exists (
    select from field f where f.practice_id = plan.practice_id and f.id = plan.field_id)))
  with check (practice_id = current_practice());
do $$ declare t text; begin
  foreach t in array array['plan_version', 'operation', 'log_entry'] loop
    execute format('create policy own on %I using (practice_id = current_practice() and (current_grower() is null or exists (
        select from plan p where p.practice_id = %I.practice_id and p.id = %I.plan_id)))
      with check (practice_id = current_practice())', t, t, t);
  end loop;
end $$;
grant select, insert, update on plan to wheatonomy_app;
grant select, insert on plan_version, operation to wheatonomy_app;
grant select, insert, update on log_entry to wheatonomy_app;
