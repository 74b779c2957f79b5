-- Body parts by their usual names, and who gave the clearance.
update students set painful_parts = (
  select coalesce(array_agg(distinct n order by n), '{}') from unnest(painful_parts) p cross join lateral unnest(
    case p when 'trunk' then array['upper back', 'lower back'] when 'back' then array['lower back'] when 'toe' then array['foot']
      else array[p] end) n)
where painful_parts <> '{}';
alter table students add column cleared_by text not null default '' check (length(cleared_by) <= 120);
update students set cleared_by = left(clearance_note, 120) where cleared_on is not null;

-- Pain that was noted, at home or in a lesson. It closes work until the instructor reopens it with a word.
create table pains (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null,
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  noted_at timestamptz not null,
  -- Null where it was not said.
  part text,
  kind text,
  note text not null default '' check (length(note) <= 500),
  drill_id text,
  reopened_at timestamptz,
  reopened_by text not null default '',
  reopen_word text not null default '' check (length(reopen_word) <= 500),
  check (reopened_at is null or length(reopen_word) > 0)
);
create index pains_of_student on pains (student_id, noted_at);
create index pains_open on pains (practice_id, noted_at) where reopened_at is null;

-- What was noted before with a set: open where nobody has decided on that drill since.
insert into pains (id, practice_id, student_id, noted_at, note, drill_id, reopened_at, reopened_by, reopen_word)
select s.id, s.practice_id, p.student_id, s.done_at, s.pain_note, d.drill_id, c.at, case when c.at is null then '' else 'the instructor' end,
  case when c.at is null then '' else 'decided in a lesson since' end
from practice_sets s join plan_drills d on d.id = s.plan_drill_id join plans p on p.id = d.plan_id
cross join lateral (select min(x.decided_at) as at from decisions x where x.plan_drill_id = d.id and x.decided_at > s.done_at) c
where s.pain;

-- More full-intent swings than the caps allow, on a day, with the instructor's reason.
create table load_overrules (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null,
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  day date not null,
  reason text not null check (length(reason) between 1 and 500),
  by_name text not null,
  at timestamptz not null default now()
);
create index load_overrules_of_student on load_overrules (student_id, day);
