import type * as yup from 'yup';
import type { planSchema } from '../../api/schemas.ts';
import type { PlanDrillWire, PrescribeAnswer } from '../../api/types.ts';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { isRungFor, judgedBySwish } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { rungWords } from '../../core/catalogue/rungs.ts';
import { leadSentence } from '../../core/called/called-sentence.ts';
import { planIsClosed } from '../../core/plan/body.ts';
import { choiceOf, drillsFor } from '../../core/plan/open-drills.ts';
import { planWeek, type WeekWish } from '../../core/plan/week.ts';
import type { Db } from '../db/connection.ts';
import { runningTarget } from '../rows/thread.ts';
import { workedFor } from '../../core/plan/worked.ts';
import { drillOutcomes } from '../rows/worked.ts';
import { recordOf } from '../../core/plan/thread.ts';
import { programmeDays } from '../rows/programmes.ts';
import { threadSets } from './thread.ts';
import { Problem } from '../http/problem.ts';
import { swishLeadOf } from './called.ts';
import { loadLesson } from './lesson-data.ts';
import { drillFinder } from '../rows/own-drills.ts';
import { insertPlan, planOfLesson } from '../rows/plans.ts';
import { isReturning, planStudent } from './plan-student.ts';

const DAY_MS = 86_400_000;

/** Drills for the lesson's target (or another fault), open and closed, and the plan made here. */
export async function prescribeAnswer(
  db: Db,
  practiceId: string,
  lessonId: string,
  fault?: string,
): Promise<PrescribeAnswer> {
  const { lesson, student } = await loadLesson(db, practiceId, lessonId);
  const who = await planStudent(db, practiceId, student, lesson.starts_at);
  const target = fault ?? (await runningTarget(db, practiceId, student.id, lesson.starts_at))?.target ?? null;
  const lead = await swishLeadOf(db, practiceId, student.id, lesson.starts_at);
  const sets = await threadSets(db, practiceId, student.id, lesson.starts_at);
  const worked = workedFor(await drillOutcomes(db, practiceId), student, target ?? '');
  return {
    target,
    planClosed: planIsClosed(who),
    choices: target
      ? drillsFor(target, who, worked).map((c) => ({
          drillId: c.drill.id,
          open: c.open,
          closedBecause: [...c.closedBecause],
          cautions: [...c.cautions],
          record: recordOf(c.drill.id, sets),
          worked: worked(c.drill.id).words,
          dose: c.drill.dose,
          check: c.drill.check,
          fitted: [...c.fitted, ...(lead && judgedBySwish(c.drill) ? [leadSentence(lead)] : [])],
        }))
      : [],
    plan: await planOfLesson(db, practiceId, lessonId),
    programmeDays: await programmeDays(db, practiceId, student.id),
  };
}

/** Makes the week and keeps the plan; closed drills are refused with their reason. */
export async function makePlan(
  db: Db,
  practiceId: string,
  lessonId: string,
  input: yup.InferType<typeof planSchema>,
): Promise<void> {
  const { lesson, student } = await loadLesson(db, practiceId, lessonId);
  const who = await planStudent(db, practiceId, student, lesson.starts_at);
  const choices = new Map(drillsFor(input.target, who).map((c) => [c.drill.id, c]));
  const find = await drillFinder(db, practiceId);
  const fitted = new Map<string, Drill>();
  const wishes: WeekWish[] = [];
  for (const [i, d] of input.drills.entries()) {
    const drill = find(d.drillId);
    if (!drill) throw new Problem(422, 'bad-field', `“${d.drillId}” is no drill of the shelf.`, `drills[${i}].drillId`);
    if (!choices.has(d.drillId) && !drill.treats.includes(input.target) && d.because === '')
      throw new Problem(
        422,
        'bad-field',
        `${drill.name} does not treat this target: say why it is given for it.`,
        `drills[${i}].because`,
      );
    const choice = choices.get(d.drillId) ?? choiceOf(drill, who);
    fitted.set(d.drillId, choice.drill);
    if (!choice.open)
      throw new Problem(
        422,
        'drill-closed',
        `${drill.name} is closed: ${choice.closedBecause.join(' ')}`,
        `drills[${i}].drillId`,
      );
    if (!isRungFor(drill, d.rung))
      throw new Problem(422, 'bad-field', `${drill.name} has no such rung: ${rungWords(d.rung)}.`, `drills[${i}].rung`);
    wishes.push({ drill, rung: d.rung, sets: d.sets, reps: d.reps, sessionsPerWeek: d.sessionsPerWeek });
  }
  const startsAt = Date.parse(`${input.startsOn}T00:00:00Z`);
  const week = planWeek(wishes, {
    ageYears: who.ageYears,
    returning: isReturning(student),
    sessionsPerWeek: student.sessions_per_week,
    blockedDays: [],
    eventInDays: student.goal_date
      ? Math.round((Date.parse(`${student.goal_date}T00:00:00Z`) - startsAt) / DAY_MS)
      : undefined,
  });
  const drills: Omit<PlanDrillWire, 'state'>[] = input.drills.map((d) => {
    const drill = fitted.get(d.drillId);
    const text = drill?.check.text ?? '';
    return {
      ...d,
      because: drill?.treats.includes(input.target) ? '' : d.because,
      mark: text === drillById(d.drillId)?.check.text ? '' : text,
      sets: week.setsOf[d.drillId] ?? d.sets,
      restS: drill?.dose.restS ?? 60,
    };
  });
  await db.transaction((tx) =>
    insertPlan(
      tx,
      practiceId,
      {
        id: input.id,
        studentId: student.id,
        lessonId,
        target: input.target,
        startsOn: input.startsOn,
        week: week.days,
        notes: week.notes,
      },
      drills,
    ),
  );
}
