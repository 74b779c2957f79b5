-- Drills that instructors write. A version never changes; a version that says nothing takes the drill off the shelf.
create table own_drills (
  id uuid not null,
  version integer not null check (version >= 1),
  practice_id uuid not null references practices (id),
  said jsonb,
  made_at timestamptz not null default now(),
  made_by text not null default '',
  primary key (id, version)
);
create index own_drills_of_practice on own_drills (practice_id, id, version);

-- Drills that an account likes to have at hand.
create table favourite_drills (
  practice_id uuid not null references practices (id),
  instructor_id uuid not null references instructors (id) on delete cascade,
  -- Id of a shipped drill, or of an own one without its version.
  drill text not null check (length(drill) <= 80),
  primary key (instructor_id, drill)
);

-- The mark as it was for this body, and why a drill stands in a plan whose target it does not treat.
alter table plan_drills
  add column mark text not null default '' check (length(mark) <= 300),
  add column because text not null default '' check (length(because) <= 500);
