-- Up Migration

-- The operations of issued plans as they are drafted now, a row each: the week asks for its days only, and unpacks nothing
-- of the rest of the season.
create table outline_operation (
  practice_id uuid not null,
  plan_id uuid not null,
  basis text not null default 'issued' check (basis = 'issued'),
  nr int not null,
  -- the kind of crop in words
  crop text not null,
  -- the day on which it was done, else the day that it is planned on
  on_day date,
  late boolean not null,
  -- the day on which it was planned when its version was issued
  issued_on date,
  operation jsonb not null,
  primary key (practice_id, plan_id, nr),
  foreign key (practice_id, plan_id, basis) references plan_outline (practice_id, plan_id, basis) on delete cascade
);
create index outline_operation_on on outline_operation (practice_id, on_day);
create index outline_operation_late on outline_operation (practice_id) where late;
alter table outline_operation enable row level security;
alter table outline_operation force row level security;
create policy own on outline_operation
  using (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])))
  with check (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])));
grant select, insert, delete on outline_operation to wheatonomy_app;

-- what stood in them is drafted anew by the worker: outlines of another version of the program count as stale
alter table plan_outline drop column week, drop column first_open, drop column last_done;
