-- Up Migration

-- A licence is a record: its number, who issued it, and until when it holds. Those of before have a number only; issuer and end
-- are asked for where they matter.
alter table membership
  add column licence_issuer text not null default '' check (length(licence_issuer) <= 200),
  add column licence_ends_on date;
alter table invitation
  add column licence_issuer text not null default '' check (length(licence_issuer) <= 200),
  add column licence_ends_on date;
-- what was signed names its day; the licence as it was then
alter table treatment_sign_off
  add column licence_issuer text not null default '',
  add column licence_ends_on date,
  add column for_day date;

create or replace function accept_invitation(secret_hash text, new_member text) returns uuid
language plpgsql security definer set search_path = public, pg_temp as $$
declare i record;
begin
  perform set_config('app.practice_id', '', true);
  perform set_config('app.invitation_hash', secret_hash, true);
  select * into i from invitation where token_hash = secret_hash and used_at is null and revoked_at is null and expires_at > now() for update;
  if not found then return null; end if;
  perform set_config('app.practice_id', i.practice_id::text, true);
  perform set_config('app.user_id', new_member, true);
  perform set_config('app.grower_id', '', true);
  insert into membership (practice_id, user_id, role, grower_id, licence_no, licence_issuer, licence_ends_on)
    values (i.practice_id, new_member, i.role, i.grower_id, i.licence_no, i.licence_issuer, i.licence_ends_on)
    on conflict (practice_id, user_id) do nothing;
  if not found then return null; end if;
  update invitation set used_at = now(), used_by = new_member where practice_id = i.practice_id and id = i.id;
  return i.practice_id;
end $$;

drop function set_member(text, text, uuid, text);
create function set_member(member text, new_role text, new_grower uuid, new_licence text, new_issuer text, new_end date) returns boolean
language plpgsql security definer set search_path = public, pg_temp as $$
begin
  if not is_owner() then return null; end if;
  perform pg_advisory_xact_lock(hashtextextended('people of ' || current_practice()::text, 0));
  if new_role is distinct from 'owner' and not exists (
      select from membership where practice_id = current_practice() and role = 'owner' and user_id <> member) then return null; end if;
  if new_role is null then
    delete from membership where practice_id = current_practice() and user_id = member;
  else
    update membership set role = new_role, grower_id = new_grower, licence_no = new_licence, licence_issuer = coalesce(new_issuer, ''),
      licence_ends_on = new_end where practice_id = current_practice() and user_id = member;
  end if;
  return found;
end $$;

-- Who may sign in the practice that is asked for, whoever asks: what a grower is shown counts signatures as an adviser's pages do.
create function licences_of_practice() returns table (user_id text, role text, licence_no text, licence_issuer text, licence_ends_on date)
language plpgsql security definer set search_path = public, pg_temp as $$
declare asks_for text := current_setting('app.grower_id', true);
begin
  perform set_config('app.grower_id', '', true);
  return query select m.user_id, m.role, m.licence_no, m.licence_issuer, m.licence_ends_on from membership m where m.practice_id = current_practice();
  perform set_config('app.grower_id', coalesce(asks_for, ''), true);
end $$;
do $$ declare f text; begin
  foreach f in array array['set_member(text, text, uuid, text, text, date)', 'licences_of_practice()'] loop
    execute format('revoke execute on function %s from public', f);
    execute format('grant execute on function %s to wheatonomy_app', f);
  end loop;
end $$;

-- Plans rest on who may sign.
create trigger clock_added after insert on membership referencing new table as changed for each statement execute function tick_clock('records');
create trigger clock_changed after update on membership referencing new table as changed for each statement execute function tick_clock('records');
create trigger clock_removed after delete on membership referencing old table as changed for each statement execute function tick_clock('records');
create trigger tick after insert or update or delete on membership for each statement execute function tick_practice();

-- Rows that came with a file that another installation made, or that was changed since: signed and issued elsewhere. The seal that
-- they came with goes out with them again.
create table signed_elsewhere (
  practice_id uuid not null references practice (id),
  kept_in text not null check (kept_in in ('treatment_sign_off', 'plan_version')),
  row_key text not null,
  sealed_by text,
  seal text,
  primary key (practice_id, kept_in, row_key)
);
alter table signed_elsewhere enable row level security;
alter table signed_elsewhere force row level security;
create policy own on signed_elsewhere using (practice_id = current_practice()) with check (practice_id = current_practice() and current_grower() is null);
grant select, insert on signed_elsewhere to wheatonomy_app;
create trigger clock_added after insert on signed_elsewhere referencing new table as changed for each statement execute function tick_clock('records');
-- Seals of whole files that came from elsewhere, for as long as a file says what it said then.
create table file_seal (
  practice_id uuid not null references practice (id),
  file_name text not null,
  content_hash text not null,
  sealed_by text not null,
  seal text not null,
  primary key (practice_id, file_name)
);
alter table file_seal enable row level security;
alter table file_seal force row level security;
create policy own on file_seal using (practice_id = current_practice()) with check (practice_id = current_practice() and current_grower() is null);
grant select, insert on file_seal to wheatonomy_app;

-- What this installation seals its files with. It never leaves the database but with a backup of it.
create table installation (
  only_one boolean primary key default true check (only_one),
  id uuid not null default gen_random_uuid(),
  seal_key text not null default replace(gen_random_uuid()::text || gen_random_uuid()::text || gen_random_uuid()::text, '-', '')
);
insert into installation default values;
grant select on installation to wheatonomy_app;
