-- A set of swings that was heard in a lesson: each swing's speed and place, and what the set says as evidence.
create table swish_sets (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null references lessons (id) on delete cascade,
  diameter_m double precision not null check (diameter_m between 0.003 and 0.04),
  ball text not null check (ball in ('click', 'brush', 'none')),
  swings jsonb not null,
  measurements jsonb not null,
  created_at timestamptz not null default now()
);
create index swish_sets_of_lesson on swish_sets (lesson_id);
