-- Up Migration

-- A crop on a field or a part of it: any number in a season, side by side or in turn; one may last years, with a plan a
-- year and up to four drafts of each to compare, of which one is chosen.
create table planting (
  practice_id uuid not null,
  id uuid not null default gen_random_uuid(),
  field_id uuid not null,
  -- of its first harvest
  season smallint not null check (season between 1900 and 2200),
  -- empty where it has the whole field
  part text not null default '' check (length(part) <= 60),
  area_ha numeric(9, 4) check (area_ha > 0),
  -- the planting of the same ground that it comes after, however soon
  follows uuid,
  years smallint not null default 1 check (years between 1 and 30),
  primary key (practice_id, id),
  unique (practice_id, id, field_id),
  foreign key (practice_id, field_id) references field (practice_id, id),
  foreign key (practice_id, follows, field_id) references planting (practice_id, id, field_id),
  check (follows <> id),
  check ((part = '') = (area_ha is null))
);
create index planting_of_field on planting (practice_id, field_id, season);
alter table planting enable row level security;
alter table planting force row level security;
create policy own on planting using (practice_id = current_practice() and (current_grower() is null or exists (
    select from field f where f.practice_id = planting.practice_id and f.id = planting.field_id)))
  with check (practice_id = current_practice());
grant select, insert, update on planting to wheatonomy_app;

alter table plan
  add column planting_id uuid,
  add column draft smallint not null default 1 check (draft between 1 and 4),
  add column chosen boolean not null default true,
  -- what decisions say of the crop, for questions across plans
  add column guide_id text generated always as (decisions #>> '{crop,guideId}') stored,
  add column kind_id text generated always as (decisions #>> '{crop,kindId}') stored;
-- forced row-level security binds the owner too: what stands is moved practice by practice
do $$ declare p uuid; begin
  alter table practice no force row level security;
  for p in select id from practice loop
    perform set_config('app.practice_id', p::text, true);
    insert into planting (practice_id, id, field_id, season) select practice_id, id, field_id, season from plan;
    update plan set planting_id = id;
  end loop;
  perform set_config('app.practice_id', '', true);
  alter table practice force row level security;
end $$;
alter table plan
  alter column planting_id set not null,
  alter column guide_id set not null,
  drop constraint plan_practice_id_field_id_season_key,
  add foreign key (practice_id, planting_id, field_id) references planting (practice_id, id, field_id),
  add unique (practice_id, planting_id, season, draft);
create unique index plan_chosen on plan (practice_id, planting_id, season) where chosen;
create index plan_of_field on plan (practice_id, field_id, season);
create index plan_of_crop on plan (practice_id, season, guide_id);

-- What has grown: several crops in a season too, on the field or a part of it.
alter table crop_history
  add column id uuid not null default gen_random_uuid(),
  add column part text not null default '' check (length(part) <= 60);
alter table crop_history drop constraint crop_history_pkey, add primary key (practice_id, id);
create index crop_history_of_field on crop_history (practice_id, field_id, season);

-- A plan begins from what the planting before it left: when that one's plan changes, so does the ground that it leaves.
create function tick_followers() returns trigger language plpgsql as $$
begin
  if exists (select from planting where practice_id = new.practice_id and follows = new.planting_id) then
    insert into facts_clock (practice_id, of_id) values (new.practice_id, new.field_id)
      on conflict (practice_id, of_id) do update set n = facts_clock.n + 1;
  end if;
  return null;
end $$;
create trigger tick_followers after update of decisions, chosen on plan for each row execute function tick_followers();
create trigger tick after insert or update on planting for each row execute function tick_field();

-- Sheets are modules of the program: their names are checked there, so that a new one needs no migration.
alter table operation drop constraint operation_sheet_check, add constraint operation_sheet_check check (sheet ~ '^[a-z]+$');
