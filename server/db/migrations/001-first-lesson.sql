create table practices (
  id uuid primary key,
  name text not null check (length(name) between 1 and 120),
  settings jsonb not null default '{}',
  feed_key_hash text,
  created_at timestamptz not null default now()
);

create table instructors (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  name text not null check (length(name) between 1 and 120),
  sign_in text not null unique check (length(sign_in) between 1 and 120),
  password_salt text not null,
  password_hash text not null,
  created_at timestamptz not null default now()
);

create table sign_ins (
  token_hash text primary key,
  instructor_id uuid not null references instructors (id) on delete cascade,
  expires_at timestamptz not null
);

create table students (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  name text not null check (length(name) between 1 and 120),
  handedness text not null check (handedness in ('right', 'left')),
  birth_year integer not null check (birth_year between 1900 and 2100),
  height_m double precision check (height_m between 0.6 and 2.5),
  mass_kg double precision check (mass_kg between 10 and 250),
  level text not null check (level in ('beginner', 'club', 'single-figure', 'elite')),
  goal_kind text not null check (goal_kind in ('gain', 'win-back', 'hold')),
  goal_speed_mps double precision check (goal_speed_mps between 5 and 80),
  goal_date date,
  kit text[] not null default '{}',
  places text[] not null default '{}',
  sessions_per_week integer not null default 3 check (sessions_per_week between 0 and 14),
  lens text not null default 'measured',
  flags text[] not null default '{}',
  painful_parts text[] not null default '{}',
  body_note text not null default '',
  cleared_on date,
  clearance_note text not null default '',
  guardian_name text not null default '',
  guardian_consent_on date,
  created_at timestamptz not null default now()
);
create index students_of_practice on students (practice_id, name);

create table screens (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null references students (id) on delete cascade,
  taken_on date not null,
  trunk_turn_lead_rad double precision check (trunk_turn_lead_rad between 0 and 2.5),
  trunk_turn_trail_rad double precision check (trunk_turn_trail_rad between 0 and 2.5),
  toe_extension_lead_rad double precision check (toe_extension_lead_rad between 0 and 2),
  toe_extension_trail_rad double precision check (toe_extension_trail_rad between 0 and 2),
  balance_lead_s double precision check (balance_lead_s between 0 and 600),
  balance_trail_s double precision check (balance_trail_s between 0 and 600),
  heel_raises integer check (heel_raises between 0 and 200)
);
create index screens_of_student on screens (student_id, taken_on);

create table lessons (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null references students (id) on delete cascade,
  starts_at timestamptz not null,
  note text not null default '',
  created_at timestamptz not null default now()
);
create index lessons_of_student on lessons (student_id, starts_at);
create index lessons_of_practice on lessons (practice_id, starts_at);

create table blocks (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null references lessons (id) on delete cascade,
  position integer not null,
  club text not null check (length(club) between 1 and 40),
  with_ball boolean not null,
  condition text not null check (length(condition) between 1 and 60),
  cue text not null default '',
  effort integer check (effort between 0 and 10),
  feel text not null default '',
  listening boolean not null default false,
  created_at timestamptz not null default now(),
  unique (lesson_id, position)
);

create table imports (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  block_id uuid not null references blocks (id) on delete cascade,
  kind text not null check (kind in ('shots', 'motion')),
  file_name text not null,
  content_hash text not null,
  row_count integer not null,
  created_at timestamptz not null default now()
);
create index imports_by_hash on imports (practice_id, content_hash);

create table shots (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  block_id uuid not null references blocks (id) on delete cascade,
  import_id uuid references imports (id) on delete cascade,
  source text not null check (source in ('typed', 'file', 'feed')),
  device_id text,
  device_shot_id text,
  struck_at timestamptz not null,
  arrived bigint generated always as identity,
  club_speed_mps double precision check (club_speed_mps between 0 and 120),
  ball_speed_mps double precision check (ball_speed_mps between 0 and 150),
  launch_rad double precision,
  launch_direction_out_rad double precision,
  spin_rad_per_s double precision,
  spin_axis_out_rad double precision,
  attack_rad double precision,
  path_out_rad double precision,
  face_out_rad double precision,
  dynamic_loft_rad double precision,
  impact_toe_m double precision,
  impact_high_m double precision,
  carry_m double precision,
  total_m double precision,
  side_out_m double precision,
  set_aside_reason text check (length(set_aside_reason) between 1 and 200),
  check (club_speed_mps is not null or ball_speed_mps is not null),
  unique (practice_id, device_id, device_shot_id)
);
create index shots_of_block on shots (block_id, struck_at, arrived);

create table motions (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  block_id uuid not null references blocks (id) on delete cascade,
  import_id uuid not null references imports (id) on delete cascade,
  file_name text not null,
  content text not null,
  sequence jsonb not null,
  curves jsonb not null,
  measurements jsonb not null,
  created_at timestamptz not null default now()
);
create index motions_of_block on motions (block_id);

create table seen_signs (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null references lessons (id) on delete cascade,
  sign_id text not null,
  grade text not null check (grade in ('absent', 'unsure', 'slight', 'clear')),
  note text not null default '',
  unique (lesson_id, sign_id)
);

create table verdicts (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null references lessons (id) on delete cascade,
  proposed text,
  target text not null,
  overruled boolean not null,
  reason text not null default '',
  sentence text not null,
  chances jsonb not null,
  findings jsonb not null,
  decided_at timestamptz not null default now(),
  check (not overruled or length(reason) > 0)
);
create index verdicts_of_lesson on verdicts (lesson_id, decided_at);

create table plans (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null references students (id) on delete cascade,
  lesson_id uuid not null references lessons (id) on delete cascade,
  target text not null,
  starts_on date not null,
  week jsonb not null,
  notes jsonb not null,
  created_at timestamptz not null default now()
);
create index plans_of_student on plans (student_id, starts_on);

create table plan_drills (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  plan_id uuid not null references plans (id) on delete cascade,
  drill_id text not null,
  position integer not null,
  rung integer not null check (rung between 0 and 8),
  cue text not null default '',
  sets integer not null check (sets between 0 and 20),
  reps integer not null check (reps between 1 and 100),
  rest_s integer not null check (rest_s between 0 and 600),
  sessions_per_week integer not null check (sessions_per_week between 1 and 14),
  unique (plan_id, drill_id)
);

create table practice_links (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null references students (id) on delete cascade,
  token_hash text not null unique,
  created_at timestamptz not null default now(),
  withdrawn_at timestamptz
);

create table practice_sets (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  plan_drill_id uuid not null references plan_drills (id) on delete cascade,
  rung integer not null,
  done_at timestamptz not null,
  passed integer not null check (passed between 0 and 500),
  reset integer not null check (reset between 0 and 500),
  swish text not null check (swish in ('before', 'at', 'past', 'not heard')),
  ease_without_ball integer check (ease_without_ball between 0 and 10),
  ease_with_ball integer check (ease_with_ball between 0 and 10),
  pain boolean not null,
  pain_note text not null default '',
  witnessed boolean not null default false
);
create index practice_sets_of_drill on practice_sets (plan_drill_id, done_at);

create table decisions (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null references lessons (id) on delete cascade,
  plan_drill_id uuid not null references plan_drills (id) on delete cascade,
  proposed text not null,
  chosen text not null,
  rung_from integer not null,
  rung_to integer not null,
  reason text not null,
  decided_at timestamptz not null default now(),
  unique (lesson_id, plan_drill_id)
);

-- Height and mass by day: growth is told apart from technique with them.
create table body_sizes (
  practice_id uuid not null references practices (id),
  student_id uuid not null references students (id) on delete cascade,
  taken_on date not null,
  height_m double precision not null check (height_m between 0.6 and 2.5),
  mass_kg double precision not null check (mass_kg between 10 and 250),
  primary key (student_id, taken_on)
);
