-- Lessons to come. One that was held points at its lesson.
create table appointments (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null,
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  -- Those that were made together.
  series_id uuid not null,
  starts_at timestamptz not null,
  minutes int not null check (minutes between 15 and 240),
  note text not null default '' check (length(note) <= 500),
  lesson_id uuid,
  foreign key (practice_id, lesson_id) references lessons (practice_id, id) on delete set null (lesson_id),
  made_at timestamptz not null default now()
);
create index appointments_of_practice on appointments (practice_id, starts_at);
create index appointments_of_student on appointments (student_id, starts_at);
create index appointments_of_series on appointments (practice_id, series_id);
create index appointments_of_lesson on appointments (lesson_id);
-- Ticked off by hand: the lesson is over, and nothing of it waits.
alter table lessons add column done_at timestamptz;
