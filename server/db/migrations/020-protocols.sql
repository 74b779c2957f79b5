-- Session protocols that instructors write; a run keeps the words it was run with.
create table own_protocols (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  said jsonb not null,
  made_at timestamptz not null default now(),
  made_by text not null default '',
  removed_at timestamptz
);
create index own_protocols_of_practice on own_protocols (practice_id) where removed_at is null;

create table protocol_runs (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null,
  foreign key (practice_id, lesson_id) references lessons (practice_id, id) on delete cascade,
  said jsonb not null,
  started_at timestamptz not null default now(),
  ended_at timestamptz,
  unique (practice_id, id)
);
create index protocol_runs_of_lesson on protocol_runs (lesson_id, started_at);

-- One go at a step: its own block, and what the gate said.
create table protocol_attempts (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  run_id uuid not null,
  foreign key (practice_id, run_id) references protocol_runs (practice_id, id) on delete cascade,
  position integer not null check (position >= 0),
  step integer not null check (step >= 0),
  block_id uuid references blocks (id) on delete set null,
  gate text check (gate in ('met', 'missed')),
  because text not null default '' check (length(because) <= 500),
  -- When the gate was decided: the rest is counted from here.
  gated_at timestamptz,
  unique (run_id, position)
);

-- The one flow that a student's phone shows beside the plan, and what was done of it.
create table phone_protocols (
  student_id uuid primary key,
  practice_id uuid not null references practices (id),
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  id uuid not null,
  said jsonb not null,
  sent_at timestamptz not null default now()
);
create table protocol_logs (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null,
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  protocol_name text not null,
  done_at timestamptz not null,
  local_day date not null,
  steps jsonb not null,
  full_intent_swings integer not null check (full_intent_swings between 0 and 2000),
  effort integer check (effort between 0 and 10),
  pain boolean not null,
  note text not null default '' check (length(note) <= 1000)
);
create index protocol_logs_of_student on protocol_logs (student_id, done_at);
