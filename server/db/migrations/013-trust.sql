-- An import of many rows goes in by parts and is seen by nobody until it is whole.
alter table imports add column staged boolean not null default false;
create index imports_staged on imports (id) where staged;
create view live_shots as
  select s.* from shots s where not exists (select 1 from imports i where i.staged and i.id = s.import_id);

create or replace function refresh_sessions(ids uuid[]) returns void language plpgsql as $$
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
    from blocks b join live_shots s on s.block_id = b.id
    where b.lesson_id = any(ids) and b.deleted_at is null
    group by b.lesson_id, b.practice_id, b.club, b.with_ball, b.condition, b.old_place
  ) k cross join lateral (select percentile_cont(0.5) within group (order by v) as median from unnest(k.speeds) v) m;
  perform bump_students(array(select distinct student_id from lessons where id = any(ids)));
end $$;

-- What was meant under an id, by the hash of what was sent: the same again is a repeat, anything else is refused.
create table intents (
  id uuid primary key,
  address text not null,
  hash text not null,
  at timestamptz not null default now()
);
create index intents_by_age on intents (at);

-- A row of one practice can never stand in another's: every reference between two tables of practices carries the practice.
do $$
declare
  r record;
  keys text;
begin
  for r in
    select distinct p.relname as parent from pg_constraint c join pg_class p on p.oid = c.confrelid
    where c.contype = 'f' and c.connamespace = 'public'::regnamespace and p.relname not in ('practices', 'instructors')
      and exists (select 1 from pg_attribute a where a.attrelid = p.oid and a.attname = 'practice_id')
      and exists (select 1 from pg_attribute a where a.attrelid = c.conrelid and a.attname = 'practice_id')
      and exists (select 1 from pg_attribute a where a.attrelid = p.oid and a.attname = 'id')
  loop
    execute format('alter table %I add constraint %I unique (practice_id, id)', r.parent, r.parent || '_of_practice_once');
  end loop;
  for r in
    select c.conname, t.relname as child, p.relname as parent, a.attname as col, c.confdeltype as del
    from pg_constraint c join pg_class t on t.oid = c.conrelid join pg_class p on p.oid = c.confrelid
      join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
    where c.contype = 'f' and c.connamespace = 'public'::regnamespace and p.relname not in ('practices', 'instructors')
      and cardinality(c.conkey) = 1
      and exists (select 1 from pg_attribute x where x.attrelid = p.oid and x.attname = 'practice_id')
      and exists (select 1 from pg_attribute x where x.attrelid = c.conrelid and x.attname = 'practice_id')
  loop
    keys := case r.del when 'c' then 'on delete cascade' when 'n' then format('on delete set null (%I)', r.col) else '' end;
    execute format('alter table %I drop constraint %I', r.child, r.conname);
    execute format('alter table %I add constraint %I foreign key (practice_id, %I) references %I (practice_id, id) %s',
      r.child, r.conname, r.col, r.parent, keys);
  end loop;
end $$;

create or replace function sessions_of_block() returns trigger language plpgsql as $$
begin
  if figures_wait() then return null; end if;
  perform refresh_sessions(array[new.lesson_id]);
  return null;
end $$;

-- Where the birth year leaves open whether someone is of age.
alter table students add column birth_date date;

-- Which database this is: a folder of files belongs to one.
create table installation (id uuid primary key default gen_random_uuid());
insert into installation default values;
