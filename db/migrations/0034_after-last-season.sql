-- A plan begins from what the season before left there, by its plan where nothing was recorded yet: when that one changes, so does this.
create or replace function tick_followers() returns trigger language plpgsql as $$
begin
  if exists (select from planting where practice_id = new.practice_id and follows = new.planting_id)
    or exists (select from plan where practice_id = new.practice_id and field_id = new.field_id and season = new.season + 1) then
    insert into facts_clock (practice_id, of_id) values (new.practice_id, new.field_id)
      on conflict (practice_id, of_id) do update set n = facts_clock.n + 1;
  end if;
  return null;
end $$;
create trigger tick_later after insert on plan for each row execute function tick_followers();
