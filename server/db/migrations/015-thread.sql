-- What became of a drill of a plan: it runs, was stopped, or gave way to another.
alter table plan_drills
  add column state text not null default 'running' check (state in ('running', 'stopped', 'changed'));
update plan_drills d set state = case last.chosen when 'stop' then 'stopped' else 'changed' end
from (select distinct on (plan_drill_id) plan_drill_id, chosen from decisions order by plan_drill_id, decided_at desc) last
where last.plan_drill_id = d.id and last.chosen in ('stop', 'change-drill');

-- The cue that was chosen with a decision, and the one before it.
alter table decisions add column cue text not null default '', add column cue_from text not null default '';
-- The school that the verdict was read under.
alter table verdicts add column lens text not null default '';
create index plans_of_target on plans (student_id, target);
