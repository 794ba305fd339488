-- Up Migration

-- Sign-ins that failed lately, by hashes of the address that they came from, the account, and the two together: what
-- slows the next one. Swept as it is written.
create table sign_in_failure (
  key text not null,
  at timestamptz not null default clock_timestamp()
);
create index sign_in_failure_of on sign_in_failure (key, at);
create index sign_in_failure_at on sign_in_failure (at);
grant select, insert, delete on sign_in_failure to wheatonomy_app;
revoke all on "rateLimit", verification from wheatonomy_app;
