-- Numbers of the diagnosis that a practice holds otherwise than the catalogue: a history of changes, the last one holds.
create table belief_changes (
  id uuid primary key,
  seq bigint generated always as identity,
  practice_id uuid not null references practices (id),
  kind text not null,
  about text not null,
  value jsonb,
  note text not null default '',
  changed_by uuid references instructors (id),
  changed_at timestamptz not null default now()
);
create index belief_changes_by_practice on belief_changes (practice_id, seq);

-- Changes of the practice's numbers that held when a verdict was given.
alter table verdicts add column belief_changes integer not null default 0 check (belief_changes >= 0);
