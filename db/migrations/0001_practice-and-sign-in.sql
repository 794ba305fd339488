-- Up Migration

-- The role that the application works as: it owns nothing and row-level security binds it.
do $$ begin
  if not exists (select from pg_roles where rolname = 'wheatonomy_app') then
    create role wheatonomy_app login nosuperuser nobypassrls nocreatedb nocreaterole;
  end if;
end $$;
grant usage on schema public to wheatonomy_app;

-- Set per transaction by the server; empty outside of one, so that nothing shows.
create function current_practice() returns uuid language sql stable parallel safe as
  $$ select nullif(current_setting('app.practice_id', true), '')::uuid $$;
create function current_person() returns text language sql stable parallel safe as
  $$ select nullif(current_setting('app.user_id', true), '') $$;
-- Set for a person of the role grower: only the farms of this grower show.
create function current_grower() returns uuid language sql stable parallel safe as
  $$ select nullif(current_setting('app.grower_id', true), '')::uuid $$;

create table practice (
  id uuid primary key default gen_random_uuid(),
  name text not null check (name <> ''),
  currency text not null default 'cr' check (length(currency) between 1 and 8),
  unit_set text not null default 'metric' check (unit_set in ('metric', 'usCustomary', 'imperial', 'southAsian')),
  decimal_mark text not null default 'point' check (decimal_mark in ('point', 'comma')),
  -- work as if today were this date; null for the real one. Shown on every page while it is set.
  as_of date,
  -- prices in minor units that are not those of products: see src/server/catalogue.ts
  prices jsonb not null default '{}'
);

-- Sign-in, in the shape that the library keeps; not bound to a practice.
create table "user" (
  id text primary key,
  name text not null,
  email text not null unique,
  "emailVerified" boolean not null default false,
  image text,
  "createdAt" timestamptz not null default now(),
  "updatedAt" timestamptz not null default now()
);
create table session (
  id text primary key,
  "expiresAt" timestamptz not null,
  token text not null unique,
  "createdAt" timestamptz not null default now(),
  "updatedAt" timestamptz not null default now(),
  "ipAddress" text,
  "userAgent" text,
  "userId" text not null references "user" (id) on delete cascade
);
create index session_of_user on session ("userId");
create table account (
  id text primary key,
  "accountId" text not null,
  "providerId" text not null,
  "userId" text not null references "user" (id) on delete cascade,
  "accessToken" text,
  "refreshToken" text,
  "idToken" text,
  "accessTokenExpiresAt" timestamptz,
  "refreshTokenExpiresAt" timestamptz,
  scope text,
  password text,
  "createdAt" timestamptz not null default now(),
  "updatedAt" timestamptz not null default now()
);
create index account_of_user on account ("userId");
create table verification (
  id text primary key,
  identifier text not null,
  value text not null,
  "expiresAt" timestamptz not null,
  "createdAt" timestamptz default now(),
  "updatedAt" timestamptz default now()
);
create table "rateLimit" (
  id text primary key,
  key text not null unique,
  count integer not null,
  "lastRequest" bigint not null
);
grant select, insert, update, delete on "user", session, account, verification, "rateLimit" to wheatonomy_app;

create table grower (
  practice_id uuid not null references practice (id),
  id uuid not null default gen_random_uuid(),
  name text not null check (name <> ''),
  unit_set text check (unit_set in ('metric', 'usCustomary', 'imperial', 'southAsian')),
  primary key (practice_id, id)
);

create table membership (
  practice_id uuid not null references practice (id),
  user_id text not null references "user" (id) on delete cascade,
  role text not null check (role in ('owner', 'adviser', 'assistant', 'grower')),
  licence_no text,
  grower_id uuid,
  primary key (practice_id, user_id),
  foreign key (practice_id, grower_id) references grower (practice_id, id),
  check ((role = 'grower') = (grower_id is not null))
);
create index membership_of_user on membership (user_id);

alter table practice enable row level security;
alter table practice force row level security;
create policy own on practice using (id = current_practice()) with check (id = current_practice());
alter table grower enable row level security;
alter table grower force row level security;
create policy own on grower using (practice_id = current_practice() and (current_grower() is null or id = current_grower()))
  with check (practice_id = current_practice());
alter table membership enable row level security;
alter table membership force row level security;
create policy own on membership using (practice_id = current_practice() or user_id = current_person())
  with check (practice_id = current_practice());
grant select, update on practice to wheatonomy_app;
grant select, insert, update, delete on grower, membership to wheatonomy_app;

-- Who changed what. Written by the application in the same transaction as the change; never changed afterwards.
create table audit (
  practice_id uuid not null references practice (id),
  id bigint generated always as identity,
  at timestamptz not null default now(),
  user_id text not null,
  entity text not null,
  entity_id text not null,
  action text not null,
  before jsonb,
  after jsonb,
  primary key (practice_id, id)
);
create index audit_entity on audit (practice_id, entity, entity_id, id desc);
alter table audit enable row level security;
alter table audit force row level security;
create policy own on audit using (practice_id = current_practice()) with check (practice_id = current_practice() and user_id = current_person());
grant select, insert on audit to wheatonomy_app;
