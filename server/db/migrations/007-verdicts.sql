-- A block swung the old way on purpose, after the change: it tells the change from a drift of the days.
alter table blocks add column old_place boolean not null default false;
drop view live_blocks;
create view live_blocks as select * from blocks where deleted_at is null;

-- Notches as they were cut: a later setting or rule does not move them.
create table notches (
  practice_id uuid not null references practices (id),
  student_id uuid not null references students (id) on delete cascade,
  condition text not null,
  cut_at timestamptz not null,
  speed_mps double precision not null check (speed_mps > 0),
  smallest_gain_mps double precision not null check (smallest_gain_mps >= 0),
  rule integer not null check (rule > 0),
  recorded_at timestamptz not null default now(),
  primary key (student_id, condition, cut_at)
);

-- Each verdict keeps the version of the rule that made it; those from before this column were made by the first.
alter table verdicts add column rule integer not null default 1 check (rule > 0);

-- What a lesson's review said when it was decided on, by the rule of that day.
create table reviews (
  lesson_id uuid primary key references lessons (id) on delete cascade,
  practice_id uuid not null references practices (id),
  rule integer not null check (rule > 0),
  gain jsonb not null,
  decided_at timestamptz not null default now()
);

-- What the learned prices take from a captured swing; null where it lacks the curves they need, or came before them.
alter table motions add column price_inputs jsonb;
