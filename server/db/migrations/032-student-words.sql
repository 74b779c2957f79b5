-- What a student is told of a decision, where the instructor put it into other words: about the target, a drill or a trial.
create table student_words (
  id uuid primary key,
  practice_id uuid not null references practices (id),
  lesson_id uuid not null,
  foreign key (practice_id, lesson_id) references lessons (practice_id, id) on delete cascade,
  about text not null check (length(about) between 1 and 120),
  words text not null check (length(words) <= 500),
  unique (practice_id, lesson_id, about)
);
