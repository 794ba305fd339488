-- Up Migration

-- What comes after a part of a field has that part, where nothing else was said: not the whole field.
do $$ declare p uuid; begin
  alter table practice no force row level security;
  for p in select id from practice loop
    perform set_config('app.practice_id', p::text, true);
    loop
      update planting g set part = b.part, area_ha = b.area_ha from planting b
        where b.practice_id = g.practice_id and b.id = g.follows and g.area_ha is null and b.area_ha is not null;
      exit when not found;
    end loop;
  end loop;
  perform set_config('app.practice_id', '', true);
  alter table practice force row level security;
end $$;
