-- Called and done: a run of calls of one thing, each with what was done, said by a person or measured by the shot after it.
create table called_runs (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null,
  foreign key (practice_id, lesson_id) references lessons (practice_id, id) on delete cascade,
  said jsonb not null,
  started_at timestamptz not null default now(),
  ended_at timestamptz,
  unique (practice_id, id)
);
create index called_runs_of_lesson on called_runs (lesson_id, started_at);

create table calls (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  run_id uuid not null,
  foreign key (practice_id, run_id) references called_runs (practice_id, id) on delete cascade,
  called_order bigint generated always as identity,
  -- In the unit of what is called.
  called double precision not null,
  said double precision,
  with_ball boolean not null,
  block_id uuid references blocks (id) on delete set null,
  -- Shots that the block held when it was called.
  shots_before integer not null check (shots_before >= 0),
  called_at timestamptz not null default now()
);
create index calls_of_run on calls (run_id, called_order);

-- Calls of the swish at home, with where it was heard, cm past the ball.
alter table practice_sets add column calls jsonb not null default '[]';
