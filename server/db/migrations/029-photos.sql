-- A small photo of a student, as base64 of a JPEG; kept with the student's or a guardian's consent.
create table student_photos (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  student_id uuid not null unique references students (id) on delete cascade,
  jpeg text not null check (length(jpeg) <= 120000),
  agreed_on date not null default current_date,
  taken_at timestamptz not null default now()
);
