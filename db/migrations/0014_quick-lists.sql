-- Up Migration

-- What the week asks of an outline before it is unpacked: the first job that is open, the last that was done.
delete from plan_outline;
alter table plan_outline add column first_open date, add column last_done date;
create index plan_outline_broken on plan_outline (practice_id, basis) where problem is not null;
