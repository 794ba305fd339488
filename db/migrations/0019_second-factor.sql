-- Up Migration

-- A code of an authenticator beside the password, for who wants it; columns are named by the sign-in library.
alter table "user" add column "twoFactorEnabled" boolean not null default false;
create table "twoFactor" (
  id text primary key,
  -- both are encrypted with the machine's secret
  secret text not null,
  "backupCodes" text not null,
  "userId" text not null unique references "user" (id) on delete cascade,
  verified boolean not null default true,
  "failedVerificationCount" integer not null default 0,
  "lockedUntil" timestamptz
);
create index two_factor_secret on "twoFactor" (secret);
grant select, insert, update, delete on "twoFactor" to wheatonomy_app;
-- what stands between the password and the code, and devices that are trusted for a month
grant select, insert, update, delete on verification to wheatonomy_app;
grant update ("twoFactorEnabled", "updatedAt") on "user" to wheatonomy_app;
