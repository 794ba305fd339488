-- Up Migration

-- Rain that fell into a field's own gauge, by day; another reading of the day takes the place of the one before.
create table field_rain (
  practice_id uuid not null,
  id uuid not null,
  field_id uuid not null,
  day date not null,
  rain_mm numeric not null check (rain_mm between 0 and 500),
  user_id text not null,
  person text not null default name_of_person(),
  at timestamptz not null default now(),
  withdrawn_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, field_id) references field (practice_id, id)
);
create unique index field_rain_day on field_rain (practice_id, field_id, day) where withdrawn_at is null;
alter table field_rain enable row level security;
alter table field_rain force row level security;
create policy own on field_rain
  using (practice_id = current_practice() and (current_grower() is null or field_id = any ((select grower_fields())::uuid[])))
  with check (practice_id = current_practice() and (current_grower() is null or field_id = any ((select grower_fields())::uuid[])));
grant select, insert, update (withdrawn_at) on field_rain to wheatonomy_app;
create trigger tick_added after insert on field_rain referencing new table as changed for each statement execute function tick_fields();
create trigger tick_changed after update on field_rain referencing new table as changed for each statement execute function tick_fields();
