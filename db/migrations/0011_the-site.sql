-- Up Migration

-- What a site can carry: depth, slope, stones, water and its yearly volume, the way to where the harvest goes.
alter table field
  add column soil_depth_cm numeric(4, 1) check (soil_depth_cm > 0 and soil_depth_cm <= 500),
  add column slope_pct numeric(4, 1) check (slope_pct between 0 and 100),
  add column stones_pct numeric(4, 1) check (stones_pct between 0 and 90),
  add column water_source text check (water_source in ('rain', 'canal', 'river', 'well', 'reservoir')),
  add column water_m3_per_year numeric(12, 1) check (water_m3_per_year >= 0),
  add column outlet_km numeric(6, 1) check (outlet_km between 0 and 2000);

-- Mineral nitrogen is sampled deeper than the rest; sodium and the exchange capacity that it is judged by.
alter table soil_test
  add column soil_mineral_n_depth_cm numeric(4, 1) check (soil_mineral_n_depth_cm > 0 and soil_mineral_n_depth_cm <= 200),
  add column esp_pct numeric(4, 1) check (esp_pct between 0 and 100),
  add column sar numeric(5, 1) check (sar between 0 and 200),
  add column cec_cmol_per_kg numeric(5, 1) check (cec_cmol_per_kg > 0 and cec_cmol_per_kg <= 200);

-- What the nitrogen of a product is: decides how it is lost and what it must not meet.
alter table fertiliser add column n_form text
  check (n_form in ('urea', 'ammonium', 'ammonium nitrate', 'nitrate', 'organic'));

-- Machines that can be had on a farm: [{"implement": ..., "number": ..., "haPerHour": ...}]; empty where nobody listed them.
alter table farm add column machines jsonb not null default '[]' check (jsonb_typeof(machines) = 'array');
