-- Up Migration

-- People come by invitation or by beginning a practice of their own. The application's role writes neither accounts nor
-- memberships by itself: it calls these functions, each of which looks whether it may be done.

create function is_owner() returns boolean language plpgsql stable as
  $$ begin return exists (select from membership where practice_id = current_practice() and user_id = current_person() and role = 'owner'); end $$;
-- Set for whoever comes with an invitation: only that one shows.
create function current_invitation() returns text language sql stable parallel safe as
  $$ select nullif(current_setting('app.invitation_hash', true), '') $$;

-- An invitation by a secret address; only a hash of the secret is kept.
create table invitation (
  practice_id uuid not null references practice (id),
  id uuid not null default gen_random_uuid(),
  token_hash text not null unique,
  role text not null check (role in ('owner', 'adviser', 'assistant', 'grower')),
  grower_id uuid,
  licence_no text check (length(licence_no) <= 80),
  -- whom it was meant for, in the owner's words
  name text not null check (length(name) between 1 and 200),
  user_id text not null,
  person text not null default name_of_person(),
  at timestamptz not null default now(),
  expires_at timestamptz not null,
  revoked_at timestamptz,
  used_at timestamptz,
  used_by text,
  primary key (practice_id, id),
  foreign key (practice_id, grower_id) references grower (practice_id, id),
  check ((role = 'grower') = (grower_id is not null))
);
alter table invitation enable row level security;
alter table invitation force row level security;
create policy own on invitation using (practice_id = current_practice() and is_owner())
  with check (practice_id = current_practice() and is_owner() and user_id = current_person());
create policy by_secret on invitation for select using (token_hash = current_invitation());
-- what the function below marks as used, in the practice that the secret led to
create policy by_secret_used on invitation for update using (token_hash = current_invitation()) with check (token_hash = current_invitation());
grant select, insert, update (revoked_at) on invitation to wheatonomy_app;
-- the practice's name is told to whoever was invited to it
create policy by_invitation on practice for select using (current_invitation() is not null and exists (
  select from invitation i where i.practice_id = practice.id and i.token_hash = current_invitation()));

create function new_person(new_id text, new_name text, new_email text, password_hash text) returns void
language plpgsql security definer set search_path = public, pg_temp as $$
begin
  insert into "user" (id, name, email, "emailVerified") values (new_id, new_name, lower(new_email), true);
  insert into account (id, "accountId", "providerId", "userId", password) values (gen_random_uuid()::text, new_id, 'credential', new_id, password_hash);
end $$;

-- A new practice and its first owner, in one.
create function begin_practice(new_id uuid, owner_id text, new_name text, new_currency text, new_unit_set text, new_decimal_mark text, new_prices jsonb)
returns void language plpgsql security definer set search_path = public, pg_temp as $$
begin
  perform set_config('app.practice_id', new_id::text, true);
  perform set_config('app.user_id', owner_id, true);
  perform set_config('app.grower_id', '', true);
  insert into practice (id, name, currency, unit_set, decimal_mark, prices) values (new_id, new_name, new_currency, new_unit_set, new_decimal_mark, new_prices);
  insert into membership (practice_id, user_id, role) values (new_id, owner_id, 'owner');
end $$;

-- Makes a person a member by a secret that is valid; null where it is not, the practice otherwise.
create function accept_invitation(secret_hash text, new_member text) returns uuid
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
  insert into membership (practice_id, user_id, role, grower_id, licence_no) values (i.practice_id, new_member, i.role, i.grower_id, i.licence_no)
    on conflict (practice_id, user_id) do nothing;
  if not found then return null; end if;
  update invitation set used_at = now(), used_by = new_member where practice_id = i.practice_id and id = i.id;
  return i.practice_id;
end $$;

-- An owner changes what a member may do, or ends it (role null). The last owner stays: null where it was refused.
create function set_member(member text, new_role text, new_grower uuid, new_licence text) returns boolean
language plpgsql security definer set search_path = public, pg_temp as $$
begin
  if not is_owner() then return null; end if;
  perform pg_advisory_xact_lock(hashtextextended('people of ' || current_practice()::text, 0));
  if new_role is distinct from 'owner' and not exists (
      select from membership where practice_id = current_practice() and role = 'owner' and user_id <> member) then return null; end if;
  if new_role is null then
    delete from membership where practice_id = current_practice() and user_id = member;
  else
    update membership set role = new_role, grower_id = new_grower, licence_no = new_licence where practice_id = current_practice() and user_id = member;
  end if;
  return found;
end $$;
do $$ declare f text; begin
  foreach f in array array['new_person(text, text, text, text)', 'begin_practice(uuid, text, text, text, text, text, jsonb)',
      'accept_invitation(text, text)', 'set_member(text, text, uuid, text)'] loop
    execute format('revoke execute on function %s from public', f);
    execute format('grant execute on function %s to wheatonomy_app', f);
  end loop;
end $$;
-- one's own name and currency
grant update (name, currency) on practice to wheatonomy_app;
-- names of members, for the list of people
grant select on "user" to wheatonomy_app;

-- Which practice a demo's data became, so that it can be taken away.
alter table demo_load add column became uuid;
