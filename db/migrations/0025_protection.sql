-- Up Migration

-- Crop protection products as their labels say; typed in by the practice.
create table protection_product (
  practice_id uuid not null references practice (id),
  id text not null check (id ~ '^[a-z0-9-]+$'),
  name text not null check (name <> ''),
  kind text not null,
  active text not null check (active <> ''),
  content numeric check (content > 0),
  formulation text not null default 'liquid' check (formulation in ('liquid', 'solid')),
  moves text check (moves in ('contact', 'systemic')),
  action_group text not null default '',
  group_in_a_row integer check (group_in_a_row > 0),
  re_entry_hours numeric check (re_entry_hours >= 0),
  water_buffer_m numeric check (water_buffer_m >= 0),
  house_buffer_m numeric check (house_buffer_m >= 0),
  wind_ms numeric check (wind_ms > 0),
  bees text not null default 'none' check (bees in ('none', 'notInBloom', 'evening')),
  hazards text not null default '',
  equipment text not null default '',
  first_aid text not null default '',
  partners text not null default '',
  price_per_unit bigint not null check (price_per_unit >= 0),
  pack_size numeric check (pack_size > 0),
  approved_until date,
  use_until date,
  stock numeric check (stock >= 0),
  batch text not null default '',
  stock_until date,
  uses jsonb not null default '[]',
  revision integer not null default 1 check (revision > 0),
  retired_at timestamptz,
  changed_at timestamptz not null default now(),
  person text not null default name_of_person(),
  primary key (practice_id, id)
);
alter table protection_product enable row level security;
alter table protection_product force row level security;
create policy own on protection_product using (practice_id = current_practice())
  with check (practice_id = current_practice() and current_grower() is null);
create policy no_grower_changes on protection_product as restrictive for update
  using (practice_id = current_practice() and current_grower() is null);
grant select, insert, update on protection_product to wheatonomy_app;
create trigger tick after insert or update or delete on protection_product for each statement execute function tick_practice();

-- Who stands for a chemical treatment of a plan: a licensed adviser, for the treatment as it was then.
create table treatment_sign_off (
  practice_id uuid not null,
  plan_id uuid not null,
  treatment_id text not null check (treatment_id <> ''),
  -- what was signed, word for word; another treatment under the same id is not signed
  signed text not null,
  user_id text not null,
  person text not null default name_of_person(),
  licence_no text not null check (licence_no <> ''),
  at timestamptz not null default now(),
  withdrawn_at timestamptz,
  primary key (practice_id, plan_id, treatment_id, at),
  foreign key (practice_id, plan_id) references plan (practice_id, id)
);
alter table treatment_sign_off enable row level security;
alter table treatment_sign_off force row level security;
create policy own on treatment_sign_off
  using (practice_id = current_practice() and (current_grower() is null or plan_id = any ((select grower_plans())::uuid[])))
  with check (practice_id = current_practice() and current_grower() is null);
grant select, insert on treatment_sign_off to wheatonomy_app;
grant update (withdrawn_at) on treatment_sign_off to wheatonomy_app;

-- Treatments are operations with what they use.
alter table operation_input drop constraint operation_input_kind_check;
alter table operation_input add constraint operation_input_kind_check check (kind in ('seed', 'fertiliser', 'lime', 'gypsum', 'manure', 'protection'));
alter table operation_input drop constraint operation_input_unit_check;
alter table operation_input add constraint operation_input_unit_check check (unit in ('kg', 't', 'units', 'L'));
