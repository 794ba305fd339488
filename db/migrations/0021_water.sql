-- Up Migration

-- How a field is watered, and with what.
alter table field
  add column water_system text check (water_system in ('furrow', 'border', 'basin', 'sprinkler', 'reel', 'pivot', 'drip', 'can')),
  add column water_flow_m3_per_h numeric check (water_flow_m3_per_h > 0),
  add column water_lift_m numeric check (water_lift_m between 0 and 500);
