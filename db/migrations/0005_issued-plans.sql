-- Up Migration

-- What a version is compared by follows from what was issued: it is not stored a second time.
alter table plan_version drop column summary;

-- Guides as they stood when a version was made with them, by their hash.
create table guide_revision (
  practice_id uuid not null references practice (id),
  revision text not null check (revision ~ '^[0-9a-f]{16}$'),
  guide_id text not null,
  guide jsonb not null,
  first_used timestamptz not null default now(),
  primary key (practice_id, revision)
);
alter table guide_revision enable row level security;
alter table guide_revision force row level security;
create policy own on guide_revision using (practice_id = current_practice()) with check (practice_id = current_practice());
grant select, insert on guide_revision to wheatonomy_app;
