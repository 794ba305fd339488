-- Up Migration

-- A field is as large as its record allows.
alter table field drop constraint field_area_ha_check;
alter table field alter column area_ha type numeric(10, 4);
alter table field add constraint field_area_ha_check check (area_ha > 0 and area_ha <= 100000);
alter table planting alter column area_ha type numeric(10, 4);
