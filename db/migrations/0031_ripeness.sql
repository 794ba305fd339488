-- Up Migration

-- What was found of the signs of ripeness, and the moisture of a sample.
create table ripeness_look (
  practice_id uuid not null,
  id uuid not null,
  plan_id uuid not null,
  day date not null,
  seen jsonb not null default '{}',
  moisture_pct numeric check (moisture_pct between 1 and 95),
  note text not null default '' check (length(note) <= 2000),
  user_id text not null,
  person text not null default name_of_person(),
  at timestamptz not null default now(),
  withdrawn_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);
create index ripeness_look_of_plan on ripeness_look (practice_id, plan_id, day);
alter table ripeness_look enable row level security;
alter table ripeness_look force row level security;
create policy own on ripeness_look
  using (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])))
  with check (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])));
grant select, insert, update (withdrawn_at) on ripeness_look to wheatonomy_app;
