/** Days over which practice is set against the plan. */
export const KEPT_OVER_DAYS = 7;

/** SQL: on how many days of a plan's week there is something to do. @param week its column */
export const plannedDays = (week: string): string =>
  `(select count(*)::int from jsonb_array_elements(${week}) e where jsonb_array_length(e -> 'drillIds') > 0)`;

/** SQL: on how many days of the last seven a student logged practice without the instructor. @param student column of the student's id */
export const loggedDays = (student: string): string =>
  `(select count(distinct coalesce(x.local_day, x.done_at::date))::int from practice_sets x
     join plan_drills d on d.id = x.plan_drill_id join plans q on q.id = d.plan_id
   where q.student_id = ${student} and not x.witnessed and x.done_at > now() - interval '${KEPT_OVER_DAYS} days')`;
