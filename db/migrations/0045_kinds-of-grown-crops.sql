-- Up Migration

-- What kind of a crop grew, and what was harvested of it: its yield says little of another kind.
alter table crop_history add column kind_id text check (length(kind_id) between 1 and 80);
alter table crop_history add column product_id text check (length(product_id) between 1 and 80);
