-- Grain that is kept moist: treated with acid, or in a store that no air enters.
alter table produce_load add column acid boolean not null default false;
alter table store drop constraint store_air_check;
alter table store add constraint store_air_check check (air in ('none', 'vents', 'fan', 'heated', 'cooled', 'airtight'));
