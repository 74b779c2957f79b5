-- Who works in a practice, and what each may do.
alter table instructors
  add column role text not null default 'owner' check (role in ('owner', 'instructor', 'assistant')),
  -- Someone who has left: signs in no more, and stays named in the record.
  add column closed_at timestamptz,
  -- Second factor: the secret in use, the one that waits for its first code, and the last step that was used.
  add column totp_secret text,
  add column totp_pending text,
  add column totp_step bigint not null default 0;

alter table sign_ins
  add column id uuid not null unique default gen_random_uuid(),
  add column made_at timestamptz not null default now(),
  add column seen_at timestamptz not null default now(),
  add column agent text not null default '' check (length(agent) <= 200);
create index sign_ins_of_instructor on sign_ins (instructor_id);

-- One-time links: to join, or, where they name an account, to choose a new password.
create table invitations (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  token_hash text not null unique,
  role text not null check (role in ('owner', 'instructor', 'assistant')),
  name text not null check (length(name) between 1 and 120),
  instructor_id uuid references instructors (id) on delete cascade,
  made_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz
);

alter table practice_links
  add column expires_at timestamptz,
  add column used_at timestamptz;

-- Who opened, changed, exported or erased what: one row an hour for the same thing. No reference: it outlives what it names.
create table audit (
  practice_id uuid not null references practices (id),
  hour timestamptz not null,
  instructor_id uuid not null,
  who text not null,
  action text not null,
  student_id uuid not null,
  thing text not null default '',
  at timestamptz not null default now(),
  primary key (practice_id, hour, instructor_id, action, student_id, thing)
);
create index audit_by_time on audit (practice_id, at);

-- What stays of a person who was erased: that it was done, and counts that name nobody.
create table erasures (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  erased_at timestamptz not null default now(),
  student_hash text not null,
  lessons integer not null,
  swings integer not null,
  films integer not null,
  practice_sets integer not null
);
create index erasures_of_practice on erasures (practice_id, erased_at);

-- How long films, and the log of who did what, are kept.
alter table practices add column retention jsonb not null default '{}';
