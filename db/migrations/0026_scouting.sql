-- Up Migration

-- What was counted in the field, place by place.
create table scout_visit (
  practice_id uuid not null,
  id uuid not null,
  plan_id uuid not null,
  threat_id text not null check (threat_id <> ''),
  day date not null,
  counts jsonb not null,
  threshold numeric check (threshold >= 0),
  note text not null default '' check (length(note) <= 2000),
  user_id text not null,
  person text not null default name_of_person(),
  at timestamptz not null default now(),
  withdrawn_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);
create index scout_visit_of_plan on scout_visit (practice_id, plan_id, day);
alter table scout_visit enable row level security;
alter table scout_visit force row level security;
create policy own on scout_visit
  using (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])))
  with check (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])));
grant select, insert, update (withdrawn_at) on scout_visit to wheatonomy_app;
