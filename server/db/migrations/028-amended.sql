-- A decision that was amended keeps what it was before, oldest first.
alter table decisions add column earlier jsonb not null default '[]';
