alter table students add column sex text check (sex in ('female', 'male'));

-- What must be alike for two blocks to be compared.
alter table blocks
  add column device text not null default '' check (length(device) <= 80),
  add column ball_kind text not null default '' check (length(ball_kind) <= 60),
  add column place text not null default '' check (length(place) <= 60),
  add column slope_rad double precision check (slope_rad between -0.6 and 0.6),
  add column temperature_c double precision check (temperature_c between -40 and 60),
  add column pressure_hpa double precision check (pressure_hpa between 800 and 1100),
  add column altitude_m double precision check (altitude_m between -500 and 6000),
  add column humidity_pct double precision check (humidity_pct between 0 and 100),
  add column wind_toward_target_mps double precision check (wind_toward_target_mps between -40 and 40),
  add column wind_to_right_mps double precision check (wind_to_right_mps between -40 and 40),
  add column carry_normalised boolean,
  add column club_loft_rad double precision check (club_loft_rad between 0 and 1.4),
  add column club_length_m double precision check (club_length_m between 0.4 and 1.4),
  add column club_shaft text not null default '' check (length(club_shaft) <= 80),
  add column club_head text not null default '' check (length(club_head) <= 80),
  -- A deleted block can come back: nothing measured is lost by a slip.
  add column deleted_at timestamptz;

create view live_blocks as select * from blocks where deleted_at is null;

-- When a block took what the devices sent: a shot that comes late goes where it belongs.
create table block_listening (
  id bigint generated always as identity primary key,
  practice_id uuid not null references practices (id),
  block_id uuid not null references blocks (id) on delete cascade,
  from_at timestamptz not null default now(),
  until_at timestamptz,
  check (until_at is null or until_at >= from_at)
);
create index block_listening_of_practice on block_listening (practice_id, from_at);
insert into block_listening (practice_id, block_id, from_at)
  select practice_id, id, created_at from blocks where listening;

alter table shots
  add column felt_effort integer check (felt_effort between 0 and 10),
  add column strike_by_hand boolean not null default false,
  -- What is odd about a shot, in words; the shot counts all the same.
  add column doubt text not null default '' check (length(doubt) <= 300);
-- Two devices may share an id, or one may count anew: the same id at another time is another shot.
alter table shots drop constraint shots_practice_id_device_id_device_shot_id_key;
alter table shots add constraint shots_once unique (practice_id, device_id, device_shot_id, struck_at);
create index shots_of_device on shots (practice_id, device_id, arrived);

-- Shots that came while no block was listening, as the device said them.
create table waiting_shots (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  device_id text not null,
  device_shot_id text not null,
  struck_at timestamptz not null,
  shot_row jsonb not null,
  why text not null,
  arrived bigint generated always as identity,
  unique (practice_id, device_id, device_shot_id, struck_at)
);

create table setups (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null references lessons (id) on delete cascade,
  club text not null check (length(club) between 1 and 40),
  grip_hold text check (grip_hold in ('fingers', 'between', 'palm')),
  knuckles double precision check (knuckles between 0 and 4),
  aim_feet_out_rad double precision check (aim_feet_out_rad between -0.6 and 0.6),
  aim_face_out_rad double precision check (aim_face_out_rad between -0.6 and 0.6),
  ball_inside_heel_m double precision check (ball_inside_heel_m between -0.2 and 0.6),
  stance_width_m double precision check (stance_width_m between 0 and 1.3),
  side_tilt_rad double precision check (side_tilt_rad between -0.4 and 0.6),
  hand_height_m double precision check (hand_height_m between 0.2 and 1.4),
  elbow text check (elbow in ('soft', 'locked')),
  note text not null default '' check (length(note) <= 500),
  unique (lesson_id, club)
);

-- How the columns of a foreign header were read, by the header's hash.
create table column_mappings (
  practice_id uuid not null references practices (id),
  header_hash text not null,
  mapping jsonb not null,
  saved_at timestamptz not null default now(),
  primary key (practice_id, header_hash)
);

alter table imports add column made_blocks uuid[] not null default '{}';
