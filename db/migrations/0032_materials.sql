-- Straw, string, nets, inoculant: what jobs take besides seed, fertiliser and products, some of it by the metre.
alter table operation_input drop constraint operation_input_kind_check;
alter table operation_input add constraint operation_input_kind_check
  check (kind in ('seed', 'fertiliser', 'lime', 'gypsum', 'manure', 'protection', 'material'));
alter table operation_input drop constraint operation_input_unit_check;
alter table operation_input add constraint operation_input_unit_check check (unit in ('kg', 't', 'L', 'units', 'm', 'm2'));
