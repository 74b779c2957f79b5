-- A rung is six things now (pace, swing, club, ball, aid, place), kept as its key; the number of before stays beside it.
create function key_of_old_rung(n integer) returns text language sql immutable as $$
  select (array['still/part/none/none/on/mirror', 'slow/part/stick/none/on/garden', 'half/whole/middle-iron/none/on/garden',
    'full/whole/middle-iron/none/on/garden', 'full/whole/middle-iron/drill/on/range', 'full/whole/middle-iron/alternate/on/range',
    'full/whole/driver/alternate/on/range', 'full/whole/driver/alone/off/range', 'full/whole/driver/alone/off/course'])[n + 1]
$$;

alter table plan_drills rename column rung to old_rung;
alter table plan_drills add column rung text, alter column old_rung drop not null;
update plan_drills set rung = key_of_old_rung(old_rung);
alter table plan_drills alter column rung set not null,
  add constraint rung_of_six check (rung ~ '^[a-z-]+(/[a-z-]+){5}$');

alter table practice_sets rename column rung to old_rung;
alter table practice_sets add column rung text, alter column old_rung drop not null,
  -- Reps that were done and that nobody judged.
  add column unjudged integer not null default 0 check (unjudged between 0 and 500);
update practice_sets set rung = key_of_old_rung(old_rung);
alter table practice_sets alter column rung set not null,
  add constraint rung_of_six check (rung ~ '^[a-z-]+(/[a-z-]+){5}$');

alter table decisions rename column rung_from to old_rung_from;
alter table decisions rename column rung_to to old_rung_to;
alter table decisions add column rung_from text, add column rung_to text,
  alter column old_rung_from drop not null, alter column old_rung_to drop not null;
update decisions set rung_from = key_of_old_rung(old_rung_from), rung_to = key_of_old_rung(old_rung_to);
alter table decisions alter column rung_from set not null, alter column rung_to set not null;
drop function key_of_old_rung(integer);
