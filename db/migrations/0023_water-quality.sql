-- Up Migration

-- What an analysis of a field's water found.
alter table field add column water_ec_ds_m numeric check (water_ec_ds_m between 0 and 60);
alter table field add column water_sar numeric check (water_sar between 0 and 100);
alter table field add column water_chloride_mg_l numeric check (water_chloride_mg_l between 0 and 20000);
alter table field add column water_nitrate_mg_l numeric check (water_nitrate_mg_l between 0 and 1000);
