-- What the phone says of a set beside its counts: the day by its own calendar, the effort felt, a note, the student's words.
alter table practice_sets
  add column local_day date,
  add column effort integer check (effort between 0 and 10),
  add column note text not null default '' check (length(note) <= 1000),
  add column words text not null default '' check (length(words) <= 300);

-- Logs that came by a link that was withdrawn, or had ended, since the phone was last here: an instructor lets them in.
create table late_sets (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null,
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  said jsonb not null,
  came_at timestamptz not null default now(),
  settled_at timestamptz,
  let_in boolean
);
create index late_sets_of_student on late_sets (student_id) where settled_at is null;
