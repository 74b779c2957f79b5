import { Router } from 'express';
import type { TodayAnswer } from '../../api/types.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import type { Db } from '../db/connection.ts';
import { practiceOf, type Services } from '../http/context.ts';
import { ageYears } from '../readings/lesson.ts';
import type { LessonRow } from '../rows/lessons.ts';
import { planInForce } from '../rows/plans.ts';
import { setsOfPlan, setsSince } from '../rows/practice.ts';
import { progressOf } from '../readings/progress.ts';
import { screensOf, studentRow, type StudentRow } from '../rows/students.ts';

const DAY_MS = 86_400_000;
const SCREEN_DAYS = 180;
const ADULT_AGE = 18;

/** What a lesson is due, in order: safety first, then practice, then measuring. */
async function dueIn(db: Db, practiceId: string, lesson: LessonRow, student: StudentRow): Promise<string[]> {
  const due: string[] = [];
  if (student.flags.length > 0 && student.cleared_on === null) due.push('Plan closed: record the clearance first');
  if (ageYears(student, lesson.starts_at) < ADULT_AGE && student.guardian_consent_on === null)
    due.push('Guardian’s consent is missing: no filming');
  const plan = await planInForce(db, practiceId, student.id, lesson.starts_at, lesson.id);
  if (plan) {
    const sets = await setsOfPlan(db, practiceId, plan.id);
    const days = new Set(sets.filter((s) => !s.witnessed).map((s) => s.doneAt.slice(0, 10))).size;
    const target = faultById(plan.target)?.name ?? plan.target;
    if (sets.some((s) => s.pain)) due.push('Pain was noted at home: ask first');
    due.push(`Review “${target}”: ${days} practice day${days === 1 ? '' : 's'} logged`);
  }
  const progress = await progressOf(db, practiceId, student, lesson.starts_at);
  const condition = progress.sessions[progress.sessions.length - 1]?.condition;
  due.push(
    condition
      ? `Repeat the block ${progress.review?.condition ?? condition}`
      : 'Measure a baseline: driver and a middle iron',
  );
  const screen = (await screensOf(db, practiceId, student.id))[0];
  if (!screen) due.push('Body screen');
  else if (Date.parse(screen.takenOn ?? '') < lesson.starts_at.getTime() - SCREEN_DAYS * DAY_MS)
    due.push('Body screen again (older than half a year)');
  return due;
}

/** Today: the day's lessons with what each is due, and what came in since yesterday. */
export function todayRoutes({ db }: Services): Router {
  const router = Router();
  router.get('/today', async (req, res) => {
    const practiceId = practiceOf(req);
    const from = new Date();
    from.setHours(0, 0, 0, 0);
    const to = new Date(from.getTime() + DAY_MS);
    const rows = await db.query<LessonRow>(
      'select * from lessons where practice_id = $1 and starts_at >= $2 and starts_at < $3 order by starts_at, id',
      [practiceId, from.toISOString(), to.toISOString()],
    );
    const lessons: TodayAnswer['lessons'] = [];
    for (const row of rows) {
      const student = await studentRow(db, practiceId, row.student_id);
      if (!student) continue;
      lessons.push({
        id: row.id,
        startsAt: row.starts_at.toISOString(),
        studentId: student.id,
        studentName: student.name,
        handedness: student.handedness,
        due: await dueIn(db, practiceId, row, student),
        stick: (await progressOf(db, practiceId, student)).stick,
      });
    }
    const recent = await setsSince(db, practiceId, new Date(from.getTime() - DAY_MS));
    const answer: TodayAnswer = {
      lessons,
      cameIn: recent.map((r) => ({
        studentId: r.student_id,
        studentName: r.student_name,
        doneAt: r.done_at.toISOString(),
        pain: r.pain,
        text: `${drillById(r.drill_id)?.name ?? r.drill_id}: ${r.passed} of ${r.passed + r.reset} passed${r.pain ? `, pain${r.pain_note ? ` – ${r.pain_note}` : ''}` : ''}`,
      })),
    };
    res.json(answer);
  });
  return router;
}
