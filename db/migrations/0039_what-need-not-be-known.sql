-- Up Migration

-- Reference evapotranspiration follows from temperature and latitude where a station does not publish it; what was typed stays.
alter table station_normal alter column eto_mm drop not null;

-- Manure and stock are bought loose, without a pack.
alter table fertiliser alter column bag_kg drop not null;
alter table seed_lot alter column bag_kg drop not null;
