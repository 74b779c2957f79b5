-- A file that was read through a mapping or a repair is kept as it came beside what was read out of it.
alter table imports add column original bytea;

-- The swing model fitted to a captured swing: its drives and what each fault costs in it.
alter table motions add column fit jsonb;

-- One swing of a block: its shot, motion and ground, laid over each other at the strike; a shift moves one against the strike.
create table swings (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  block_id uuid not null references blocks (id) on delete cascade,
  shot_id uuid unique references shots (id) on delete set null,
  motion_id uuid unique references motions (id) on delete set null,
  ground_id uuid unique references ground_records (id) on delete set null,
  motion_shift_s double precision not null default 0 check (motion_shift_s between -2 and 2),
  ground_shift_s double precision not null default 0 check (ground_shift_s between -2 and 2),
  created_at timestamptz not null default now()
);
create index swings_of_block on swings (block_id);
