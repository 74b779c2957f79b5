-- A video or still of a lesson: the file itself stands beside the database under its hash; what was marked in it is kept here.
create table videos (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null references lessons (id) on delete cascade,
  file_name text not null check (length(file_name) between 1 and 200),
  view text not null check (view in ('face-on', 'down-the-line')),
  source text not null check (source in ('file', 'camera')),
  size_bytes bigint not null check (size_bytes > 0),
  -- Null while the file is still on its way.
  sha256 text check (length(sha256) = 64),
  facts jsonb,
  marks jsonb not null,
  measurements jsonb not null default '[]',
  created_at timestamptz not null default now(),
  check ((sha256 is null) = (facts is null))
);
create index videos_of_lesson on videos (lesson_id);
create index videos_by_hash on videos (practice_id, sha256);

-- Picture and sound of a swing: the video and the heard set it belongs to, each with its shift against the strike.
alter table swings add column video_id uuid references videos (id) on delete set null;
alter table swings add column video_shift_s double precision not null default 0 check (video_shift_s between -2 and 2);
alter table swings add column swish_set_id uuid references swish_sets (id) on delete set null;
alter table swings add column swish_number integer check (swish_number >= 0);
alter table swings add column swish_shift_s double precision not null default 0 check (swish_shift_s between -2 and 2);
create unique index swings_video on swings (video_id) where video_id is not null;

-- What the microphone heard of each swing of a practised set: where the swish was loudest, and how fast the tip was.
alter table practice_sets add column heard jsonb not null default '[]';
