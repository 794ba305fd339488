-- Up Migration

-- Codes of authenticators that have opened once, for as long as they would open again.
create table used_code (
  user_id text not null references "user" (id) on delete cascade,
  code_hash text not null,
  at timestamptz not null default now(),
  primary key (user_id, code_hash)
);
grant select, insert, delete on used_code to wheatonomy_app;
