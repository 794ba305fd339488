-- Up Migration

-- What may come to a field, when and how likely: kept with the outline, so that all fields are seen at once.
alter table plan_outline add column threats jsonb not null default '[]';

-- Counts and rated varieties speak in it: they age an outline and wake the worker.
create trigger wake after insert or update on scout_visit for each statement execute function wake_worker();
create trigger tick after insert or update or delete on variety for each statement execute function tick_practice();
