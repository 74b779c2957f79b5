-- A flow's log that came over a link that was not open any more waits like a set's.
alter table late_sets add column kind text not null default 'set' check (kind in ('set', 'flow'));
