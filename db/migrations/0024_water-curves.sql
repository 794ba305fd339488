-- Up Migration

-- What a plan is worth by the water that it may have, kept with its outline; null where its field is not watered.
alter table plan_outline add column water jsonb;
