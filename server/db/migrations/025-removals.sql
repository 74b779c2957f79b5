-- What was removed comes back for a day: its rows as they were, each table after those that it refers to.
create table removals (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid,
  foreign key (practice_id, student_id) references students (practice_id, id) on delete cascade,
  -- No reference: the lesson itself may be what was removed.
  lesson_id uuid,
  kind text not null,
  -- Id of what was removed.
  about uuid not null,
  what text not null check (length(what) <= 300),
  by_name text not null,
  at timestamptz not null default now(),
  restored_at timestamptz
);
create index removals_of_student on removals (student_id, at);
create index removals_of_practice on removals (practice_id, at);
create table removed_rows (
  removal_id uuid not null references removals (id) on delete cascade,
  seq bigint generated always as identity primary key,
  of_table text not null,
  was jsonb not null,
  -- Columns that the removal set to null, with what stood there; null where the whole row went.
  only_columns text[]
);
create index removed_rows_of on removed_rows (removal_id, of_table);
-- Stored files that removed rows stand on: they stay as long.
create table removed_files (
  removal_id uuid not null references removals (id) on delete cascade,
  sha256 text not null,
  primary key (removal_id, sha256)
);
create index removed_files_by_hash on removed_files (sha256);
