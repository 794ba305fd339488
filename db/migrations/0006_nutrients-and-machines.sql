-- Up Migration

-- Contents of products and levels of soil tests by nutrient: a new nutrient is a row, not a column.
create table fertiliser_content (
  practice_id uuid not null,
  fertiliser_id text not null,
  nutrient text not null check (nutrient ~ '^[a-z][a-z0-9]{0,5}$'),
  pct numeric(7, 4) not null check (pct > 0 and pct <= 100),
  primary key (practice_id, fertiliser_id, nutrient),
  foreign key (practice_id, fertiliser_id) references fertiliser (practice_id, id) on delete cascade
);
create table soil_test_level (
  practice_id uuid not null,
  soil_test_id uuid not null,
  nutrient text not null check (nutrient ~ '^[a-z][a-z0-9]{0,5}$'),
  value numeric(10, 4) not null check (value >= 0),
  primary key (practice_id, soil_test_id, nutrient),
  foreign key (practice_id, soil_test_id) references soil_test (practice_id, id) on delete cascade
);
-- forced row-level security binds the owner too: what stands is moved practice by practice
do $$ declare p uuid; begin
  alter table practice no force row level security;
  for p in select id from practice loop
    perform set_config('app.practice_id', p::text, true);
    insert into fertiliser_content select practice_id, id, c.nutrient, c.pct from fertiliser
      cross join lateral (values ('n', n_pct), ('p2o5', p2o5_pct), ('k2o', k2o_pct), ('s', s_pct)) as c (nutrient, pct) where c.pct > 0;
    insert into soil_test_level select practice_id, id, l.nutrient, l.value from soil_test
      cross join lateral (values ('p', p), ('k', k), ('mg', mg)) as l (nutrient, value) where l.value is not null;
    -- one price served every harvester, and "default" stood among the machines
    update practice set prices = jsonb_build_object(
        'otherMachinePerH', coalesce(prices #> '{machinePerH,default}', '0'),
        'machinePerH', (prices -> 'machinePerH') - 'default' - 'harvester' || case when prices #> '{machinePerH,harvester}' is null then '{}' else
          jsonb_build_object('combine', prices #> '{machinePerH,harvester}', 'trackedCombine', prices #> '{machinePerH,harvester}',
            'tuberHarvester', prices #> '{machinePerH,harvester}', 'bulbLifter', prices #> '{machinePerH,harvester}') end,
        'contractPerHa', (prices -> 'contractPerHa') - 'harvester' || case when prices #> '{contractPerHa,harvester}' is null then '{}' else
          jsonb_build_object('combine', prices #> '{contractPerHa,harvester}', 'trackedCombine', prices #> '{contractPerHa,harvester}',
            'tuberHarvester', prices #> '{contractPerHa,harvester}', 'bulbLifter', prices #> '{contractPerHa,harvester}') end)
        || (prices - 'machinePerH' - 'contractPerHa')
      where id = p and prices ? 'machinePerH';
  end loop;
  perform set_config('app.practice_id', '', true);
  alter table practice force row level security;
end $$;
alter table fertiliser drop column n_pct, drop column p2o5_pct, drop column k2o_pct, drop column s_pct;
alter table soil_test drop column p, drop column k, drop column mg;

alter table operation add column role text not null default 'tend' check (role ~ '^[a-z]+$');
-- What is used, as rows, so that orders across fields are plain SQL.
create table operation_input (
  practice_id uuid not null,
  plan_id uuid not null,
  version integer not null,
  operation_id text not null,
  position smallint not null,
  kind text not null check (kind in ('seed', 'fertiliser', 'lime', 'manure')),
  product_id text not null,
  name text not null,
  unit text not null check (unit in ('kg', 't', 'units')),
  per_ha numeric(14, 4) not null check (per_ha >= 0),
  quantity numeric(14, 3) not null check (quantity >= 0),
  bags integer,
  bag_kg numeric(9, 2),
  price_per_unit numeric(14, 4) not null check (price_per_unit >= 0),
  primary key (practice_id, plan_id, version, operation_id, position),
  foreign key (practice_id, plan_id, version, operation_id) references operation (practice_id, plan_id, version, operation_id)
);
create index operation_input_product on operation_input (practice_id, kind, product_id);
do $$ declare p uuid; begin
  alter table practice no force row level security;
  for p in select id from practice loop
    perform set_config('app.practice_id', p::text, true);
    insert into operation_input
      select o.practice_id, o.plan_id, o.version, o.operation_id, i.n - 1, i.value ->> 'kind', i.value ->> 'id', i.value ->> 'name', i.value ->> 'unit',
        (i.value ->> 'perHa')::numeric, (i.value ->> 'quantity')::numeric, (i.value ->> 'bags')::integer, (i.value ->> 'bagKg')::numeric, 0
      from operation o cross join lateral jsonb_array_elements(o.inputs) with ordinality as i (value, n);
  end loop;
  perform set_config('app.practice_id', '', true);
  alter table practice force row level security;
end $$;
alter table operation drop column inputs;

do $$ declare t text; begin
  foreach t in array array['fertiliser_content', 'soil_test_level', 'operation_input'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
  end loop;
  foreach t in array array['fertiliser_content', 'soil_test_level'] loop
    execute format('create policy own on %I using (practice_id = current_practice()) with check (practice_id = current_practice())', t);
    execute format('grant select, insert, update, delete on %I to wheatonomy_app', t);
  end loop;
end $$;
create policy own on operation_input using (practice_id = current_practice() and (current_grower() is null or exists (
    select from plan p where p.practice_id = operation_input.practice_id and p.id = operation_input.plan_id)))
  with check (practice_id = current_practice());
grant select, insert on operation_input to wheatonomy_app;
create trigger tick after insert or update or delete on fertiliser_content for each statement execute function tick_practice();
