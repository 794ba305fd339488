-- Up Migration

-- How a treatment was put on (operator, hours, wind ...), and what was treated with what as label and plan said then.
alter table log_entry add column application jsonb, add column treated jsonb;
