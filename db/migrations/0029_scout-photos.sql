-- Up Migration

-- Photos of a visit, made small on the device, without the place and the device that cameras write into them.
create table scout_photo (
  practice_id uuid not null,
  id uuid not null,
  plan_id uuid not null,
  visit_id uuid not null,
  jpeg bytea not null check (octet_length(jpeg) between 100 and 700000),
  user_id text not null,
  person text not null default name_of_person(),
  at timestamptz not null default now(),
  primary key (practice_id, id),
  foreign key (practice_id, plan_id) references plan (practice_id, id),
  foreign key (practice_id, visit_id) references scout_visit (practice_id, id)
);
create index scout_photo_of_visit on scout_photo (practice_id, visit_id);
alter table scout_photo enable row level security;
alter table scout_photo force row level security;
create policy own on scout_photo
  using (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])))
  with check (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])));
grant select, insert on scout_photo to wheatonomy_app;
