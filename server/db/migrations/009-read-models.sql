-- A session's figures: what the pages need of a lesson's shots under one condition. Kept by the triggers below, in the
-- transaction of the change, and rebuilt from the shots by refresh_sessions.
create table session_figures (
  lesson_id uuid not null references lessons (id) on delete cascade,
  practice_id uuid not null references practices (id),
  club text not null,
  with_ball boolean not null,
  condition text not null,
  old_place boolean not null,
  -- All shots, set-aside ones too; then those that count and have a club head speed.
  shots integer not null,
  swings integer not null,
  median_mps double precision,
  spread_mps double precision,
  best_mps double precision,
  ball_median_mps double precision,
  speeds_mps double precision[] not null,
  primary key (lesson_id, club, with_ball, condition, old_place)
);

-- Counts what changed of all that a student's standing is reckoned from.
create table student_versions (
  student_id uuid primary key references students (id) on delete cascade,
  version bigint not null default 1
);

-- A student's standing for lists: latest speed, usual spread, notches, and the condition that is repeated. Holds while its version does.
create table standings (
  student_id uuid primary key references students (id) on delete cascade,
  practice_id uuid not null references practices (id),
  version bigint not null,
  latest_mps double precision,
  spread_mps double precision not null,
  notches jsonb not null,
  repeat_condition text,
  holds_until date
);

create function bump_students(ids uuid[]) returns void language sql as $$
  insert into student_versions (student_id) select s.id from students s where s.id = any(ids) order by s.id
  on conflict (student_id) do update set version = student_versions.version + 1;
$$;

create function refresh_sessions(ids uuid[]) returns void language plpgsql as $$
begin
  -- One at a time for each lesson: of two writers the later one must see what the first has stored.
  perform 1 from lessons where id = any(ids) order by id for no key update;
  delete from session_figures where lesson_id = any(ids);
  insert into session_figures (lesson_id, practice_id, club, with_ball, condition, old_place, shots, swings, median_mps,
    spread_mps, best_mps, ball_median_mps, speeds_mps)
  select k.lesson_id, k.practice_id, k.club, k.with_ball, k.condition, k.old_place, k.shots, cardinality(k.speeds), m.median,
    1.4826 * (select percentile_cont(0.5) within group (order by abs(v - m.median)) from unnest(k.speeds) v),
    (select max(v) from unnest(k.speeds) v), k.ball_median, k.speeds
  from (
    select b.lesson_id, b.practice_id, b.club, b.with_ball, b.condition, b.old_place, count(*) as shots,
      coalesce(array_agg(s.club_speed_mps order by s.struck_at, s.arrived)
        filter (where s.set_aside_reason is null and s.club_speed_mps is not null), '{}') as speeds,
      percentile_cont(0.5) within group (order by s.ball_speed_mps) filter (where s.set_aside_reason is null) as ball_median
    from blocks b join shots s on s.block_id = b.id
    where b.lesson_id = any(ids) and b.deleted_at is null
    group by b.lesson_id, b.practice_id, b.club, b.with_ball, b.condition, b.old_place
  ) k cross join lateral (select percentile_cont(0.5) within group (order by v) as median from unnest(k.speeds) v) m;
  perform bump_students(array(select distinct student_id from lessons where id = any(ids)));
end $$;

-- An import of many parts says that it reckons the figures itself at its end, within its transaction.
create function figures_wait() returns boolean language sql stable as $$
  select coalesce(current_setting('maple.figures_wait', true), '') = 'on';
$$;

create function sessions_of_new_shots() returns trigger language plpgsql as $$
begin
  if figures_wait() then return null; end if;
  perform refresh_sessions(array(select distinct b.lesson_id from new_rows n join blocks b on b.id = n.block_id));
  return null;
end $$;
create function sessions_of_old_shots() returns trigger language plpgsql as $$
begin
  perform refresh_sessions(array(select distinct b.lesson_id from old_rows o join blocks b on b.id = o.block_id));
  return null;
end $$;
create trigger shots_added after insert on shots referencing new table as new_rows
  for each statement execute function sessions_of_new_shots();
create trigger shots_changed after update on shots referencing new table as new_rows
  for each statement execute function sessions_of_new_shots();
create trigger shots_removed after delete on shots referencing old table as old_rows
  for each statement execute function sessions_of_old_shots();

create function sessions_of_block() returns trigger language plpgsql as $$
begin
  perform refresh_sessions(array[new.lesson_id]);
  return null;
end $$;
create trigger block_changed after update on blocks for each row
  when ((old.deleted_at is null) <> (new.deleted_at is null) or old.old_place <> new.old_place or old.club <> new.club
    or old.with_ball <> new.with_ball or old.condition <> new.condition)
  execute function sessions_of_block();

create function bump_student_of_row() returns trigger language plpgsql as $$
begin
  perform bump_students(array[coalesce(new.student_id, old.student_id)]);
  return null;
end $$;
create trigger plan_added after insert or delete on plans for each row execute function bump_student_of_row();
create trigger body_size_changed after insert or update or delete on body_sizes for each row execute function bump_student_of_row();
create trigger lesson_moved after update on lessons for each row
  when (old.starts_at <> new.starts_at or old.student_id <> new.student_id) execute function bump_student_of_row();
create trigger lesson_removed after delete on lessons for each row execute function bump_student_of_row();

create function bump_student() returns trigger language plpgsql as $$
begin
  perform bump_students(array[new.id]);
  return null;
end $$;
create trigger student_changed after update on students for each row
  when (old.goal_kind <> new.goal_kind or old.birth_year <> new.birth_year) execute function bump_student();

create function bump_practice() returns trigger language plpgsql as $$
begin
  perform bump_students(array(select id from students where practice_id = new.id));
  return null;
end $$;
create trigger settings_changed after update on practices for each row
  when (old.settings <> new.settings) execute function bump_practice();

select refresh_sessions(array(select id from lessons));

-- Plans of the pages' queries.
create index motions_of_practice on motions (practice_id, block_id);
create index practice_sets_by_day on practice_sets (practice_id, done_at);
create index plans_of_lesson on plans (lesson_id);
create index imports_of_block on imports (block_id);

-- One block of a practice listens; one heard swing belongs to one swing.
update blocks b set listening = false where listening
  and exists (select 1 from blocks o where o.practice_id = b.practice_id and o.listening and (o.created_at, o.id) > (b.created_at, b.id));
create unique index one_listening_block on blocks (practice_id) where listening;
create unique index swings_swish on swings (swish_set_id, swish_number) where swish_set_id is not null;
