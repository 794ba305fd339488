-- Up Migration

-- Where a station stands, so that fields near it can be drawn; how dense a soil was when its levels were by volume or area.
alter table station add column longitude_deg numeric check (longitude_deg between -180 and 180);
alter table soil_test add column bulk_density numeric check (bulk_density between 0.1 and 2.2);
