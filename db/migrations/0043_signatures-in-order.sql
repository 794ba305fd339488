-- Up Migration

-- Who signs and who issues wait for each other: what counts is when it was written, not when somebody began to wait.
alter table treatment_sign_off alter column at set default clock_timestamp();
alter table plan_version alter column issued_at set default clock_timestamp();
