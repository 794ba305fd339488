-- Up Migration

-- How a treatment was put on (operator, hours, wind ...), and what was treated with what as label and plan said then.
alter table log_entry add column application jsonb, add column treated jsonb;

-- Bait and granules are spread without water.
alter table protection_product drop constraint protection_product_formulation_check;
alter table protection_product add constraint protection_product_formulation_check check (formulation in ('liquid', 'solid', 'granule'));
