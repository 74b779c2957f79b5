-- A student's programme to a date: the wish it was made from, and its days as they stand, moved ones too.
create table programmes (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null,
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  wish jsonb not null,
  days jsonb not null,
  phases jsonb not null,
  gave_way text[] not null default '{}',
  made_at timestamptz not null default now(),
  ended_at timestamptz
);
-- One runs at a time.
create unique index programme_that_runs on programmes (student_id) where ended_at is null;
