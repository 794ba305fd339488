-- Up Migration

-- What was put on a field counts on the fields that it becomes: plans follow from where their ground comes of.
create trigger clock_added after insert on field_descent referencing new table as changed for each statement execute function tick_clock('records');
create trigger clock_changed after update on field_descent referencing new table as changed for each statement execute function tick_clock('records');
create trigger clock_removed after delete on field_descent referencing old table as changed for each statement execute function tick_clock('records');
