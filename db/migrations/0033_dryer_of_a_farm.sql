-- What a farm's dryer takes [t/h of grain as cut, with 5 points of moisture taken off]; hired machines stand in its list of machines.
alter table farm add column dryer_t_per_h numeric check (dryer_t_per_h > 0 and dryer_t_per_h <= 1000);
