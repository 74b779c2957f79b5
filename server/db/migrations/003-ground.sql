-- Ground of a swing: two plates or a mat, as the file came, with what was read from it.
alter table imports drop constraint imports_kind_check;
alter table imports add constraint imports_kind_check check (kind in ('shots', 'motion', 'ground'));

create table ground_records (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  block_id uuid not null references blocks (id) on delete cascade,
  import_id uuid not null references imports (id) on delete cascade,
  file_name text not null,
  content text not null,
  figures jsonb not null,
  traces jsonb not null,
  measurements jsonb not null,
  created_at timestamptz not null default now()
);
create index ground_records_of_block on ground_records (block_id);
