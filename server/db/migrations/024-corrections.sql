-- Figures of a shot that were put right by hand, oldest first: when, by whom, and what stood there before.
alter table shots add column corrections jsonb not null default '[]';
create or replace view live_shots as
  select s.* from shots s where not exists (select 1 from imports i where i.staged and i.id = s.import_id);
