-- How a student is reached, groups, what to remember next time; archived ones stand in no list.
alter table students
  add column phone text not null default '' check (length(phone) <= 40),
  add column email text not null default '' check (length(email) <= 120),
  add column guardian_contact text not null default '' check (length(guardian_contact) <= 120),
  add column groups text[] not null default '{}',
  add column pinned_note text not null default '' check (length(pinned_note) <= 2000),
  add column archived_at timestamptz;
create index students_in_use on students (practice_id) where archived_at is null;
-- The gain with its 90 % interval, for lists; null where it cannot be said.
alter table standings
  add column gain_mps double precision,
  add column gain_low_mps double precision,
  add column gain_high_mps double precision;
delete from standings;
