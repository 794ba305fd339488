-- Up Migration

-- Varieties and their trials, what crops fetch, and schemes of soil tests of a practice's own.
alter table seed_lot add column tested_on date;
create table variety (
  practice_id uuid not null references practice (id),
  id text not null check (id ~ '^[a-z0-9-]+$'),
  guide_id text not null,
  kind_id text not null,
  name text not null check (name <> ''),
  days integer check (days > 0),
  end_use text not null default '' check (length(end_use) <= 200),
  ratings jsonb not null default '[]',
  source text not null default '' check (length(source) <= 400),
  primary key (practice_id, id)
);
create table variety_trial (
  practice_id uuid not null references practice (id),
  id uuid not null,
  guide_id text not null,
  kind_id text not null,
  variety text not null check (variety <> ''),
  site text not null check (site <> ''),
  season integer not null check (season between 1900 and 2100),
  yield_t_per_ha numeric not null check (yield_t_per_ha > 0),
  primary key (practice_id, id)
);
create table crop_offer (
  practice_id uuid not null references practice (id),
  id text not null check (id ~ '^[a-z0-9-]+$'),
  guide_id text not null,
  product_id text not null,
  buyer text not null check (buyer <> ''),
  basis text not null check (basis in ('contract', 'offer', 'sold')),
  season integer not null check (season between 1900 and 2200),
  said_on date not null,
  price_per_t bigint not null check (price_per_t >= 0),
  amount_t numeric check (amount_t > 0),
  deliver_by date,
  terms text not null default '' check (length(terms) <= 2000),
  primary key (practice_id, id)
);
create table soil_scheme (
  practice_id uuid not null references practice (id),
  id text not null check (id ~ '^[a-z0-9-]+$'),
  name text not null check (name <> ''),
  source text not null check (source <> ''),
  limits jsonb not null,
  primary key (practice_id, id)
);
do $$ declare t text; advisers text := 'practice_id = current_practice() and current_grower() is null';
begin
  foreach t in array array['variety', 'variety_trial', 'crop_offer', 'soil_scheme'] loop
    execute format('alter table %I
      add column revision integer not null default 1 check (revision > 0),
      add column retired_at timestamptz,
      add column changed_at timestamptz not null default now(),
      add column person text not null default name_of_person()', t);
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    -- read by all of the practice, written by its advisers
    execute format('create policy own on %I using (practice_id = current_practice()) with check (%s)', t, advisers);
    execute format('create policy no_grower_changes on %I as restrictive for update using (%s)', t, advisers);
    execute format('grant select, insert, update on %I to wheatonomy_app', t);
  end loop;
  -- plans rest on these two
  foreach t in array array['crop_offer', 'soil_scheme'] loop
    execute format('create trigger tick after insert or update or delete on %I for each statement execute function tick_practice()', t);
  end loop;
end $$;

-- Fields that were made of others: the ground is the same, and its history went with it.
create table field_descent (
  practice_id uuid not null,
  from_id uuid not null,
  into_id uuid not null,
  on_day date not null,
  person text not null default name_of_person(),
  at timestamptz not null default now(),
  primary key (practice_id, from_id, into_id),
  foreign key (practice_id, from_id) references field (practice_id, id),
  foreign key (practice_id, into_id) references field (practice_id, id)
);
alter table field_descent enable row level security;
alter table field_descent force row level security;
create policy own on field_descent
  using (practice_id = current_practice() and (current_grower() is null or into_id = any ((select grower_fields())::uuid[])))
  with check (practice_id = current_practice() and current_grower() is null);
grant select, insert on field_descent to wheatonomy_app;
