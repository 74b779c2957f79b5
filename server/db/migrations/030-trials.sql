-- Several things tried against each other in a balanced order; what was kept of it stays with its figures.
create table trials (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null,
  foreign key (practice_id, lesson_id) references lessons (practice_id, id) on delete cascade,
  said jsonb not null,
  started_at timestamptz not null default now(),
  ended_at timestamptz,
  -- Condition that became the student's own, in words and with the answer as it stood then.
  kept_condition integer check (kept_condition >= 0),
  kept_label text not null default '' check (length(kept_label) <= 300),
  kept_sentence text not null default '' check (length(kept_sentence) <= 1000),
  kept_answer jsonb,
  kept_at timestamptz,
  unique (practice_id, id)
);
create index trials_of_lesson on trials (lesson_id, started_at);

-- One turn: its own block, and what was said and seen of it without a device.
create table trial_turns (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  trial_id uuid not null,
  foreign key (practice_id, trial_id) references trials (practice_id, id) on delete cascade,
  position integer not null check (position >= 0),
  round integer not null check (round >= 0),
  condition integer not null check (condition >= 0),
  block_id uuid references blocks (id) on delete set null,
  ease integer check (ease between 0 and 10),
  swish text,
  dots jsonb not null default '[]',
  ended_at timestamptz,
  unique (trial_id, position)
);
