import type { LedgerAnswer } from '../../api/types.ts';
import { speedToPrice, stillHolds, swingToPrice, type KeptPrice } from '../../core/diagnosis/priced-swing.ts';
import type { Db } from '../db/connection.ts';
import type { Means } from '../work/means.ts';
import { ageYears, loadLesson, type LessonData } from './lesson-data.ts';
import { evidenceOf } from './evidence.ts';
import { practiceOfTarget } from './thread.ts';
import { triedBefore } from './trials.ts';
import { runningTarget, type RunningTarget } from '../rows/thread.ts';
import { heldBeliefs } from '../rows/beliefs.ts';
import { keepPrice } from '../rows/captures.ts';
import { fullSwingsBefore } from '../rows/figures.ts';
import { verdictsOfLesson } from '../rows/verdicts.ts';

/** Speed that prices are shares of: of this lesson, or the student's newest before it. */
async function ownSpeedMps(db: Db, practiceId: string, data: LessonData): Promise<number | undefined> {
  const blocks = data.blocks.map((b) => ({
    club: b.club,
    withBall: b.with_ball,
    condition: b.condition,
    speedsMps: data.shots.flatMap((s) =>
      s.block_id === b.id && s.set_aside_reason === null && s.club_speed_mps !== null
        ? [s.club_speed_mps as number]
        : [],
    ),
  }));
  return (
    speedToPrice(blocks) ?? speedToPrice(await fullSwingsBefore(db, practiceId, data.student.id, data.lesson.starts_at))
  );
}

/** What the lesson's captured swing costs by its faults: read back where it is kept, else reckoned and kept with the capture. */
async function priceOf(
  { db, work }: Means,
  practiceId: string,
  data: LessonData,
  speedMps: number,
): Promise<KeptPrice | null> {
  const { student, lesson } = data;
  const swing = swingToPrice(data.motions.map((m) => ({ id: m.id, inputs: m.price_inputs, kept: m.price })));
  if (!swing?.inputs) return null;
  const body = {
    sex: student.sex ?? undefined,
    heightM: student.height_m ?? undefined,
    massKg: student.mass_kg ?? undefined,
    ageYears: ageYears(student, lesson.starts_at),
  };
  if (stillHolds(swing.kept, body, speedMps)) return swing.kept;
  const price = await work.run('priceSwing', swing.inputs, body, speedMps);
  await keepPrice(db, practiceId, swing.id, price);
  return price;
}

/** What the lesson that decided on the running target knew of it. */
async function thenOf(db: Db, practiceId: string, running: RunningTarget): Promise<LedgerAnswer['then']> {
  const verdict = (await verdictsOfLesson(db, practiceId, running.sinceLessonId)).at(-1);
  const known = verdict?.target === running.target ? verdict : null;
  return {
    startsAt: running.since.toISOString(),
    presentChance: known?.chances.find((c) => c.id === running.target)?.chance ?? null,
    findings: known?.findings.filter((f) => f.fault === running.target) ?? [],
  };
}

/** Findings and what they say together, for the ledger tray and the Diagnose station. */
export async function ledgerOf({ db, work }: Means, practiceId: string, lessonId: string): Promise<LedgerAnswer> {
  const data = await loadLesson(db, practiceId, lessonId);
  const { student, lesson } = data;
  const running = await runningTarget(db, practiceId, student.id, lesson.starts_at);
  const { beliefs, changes } = await heldBeliefs(db, practiceId, student.id);
  const speedMps = await ownSpeedMps(db, practiceId, data);
  const price = speedMps === undefined ? null : await priceOf({ db, work }, practiceId, data, speedMps);
  const { findings, diagnosis } = await work.run('weighLesson', {
    ...(await evidenceOf(db, practiceId, data, beliefs.halfLives)),
    running: running && (await practiceOfTarget(db, practiceId, student.id, running.target, lesson.starts_at)),
    tried: await triedBefore(db, practiceId, student.id, lesson.starts_at),
    level: student.level,
    beliefs,
    speedMps,
    prices: price?.prices ?? null,
  });
  const verdicts = await verdictsOfLesson(db, practiceId, lessonId);
  return {
    findings,
    diagnosis,
    ownSpeedMps: speedMps ?? null,
    prices: price && { refused: price.prices.refused, together: price.prices.together },
    lens: student.lens,
    verdict: verdicts.at(-1) ?? null,
    earlierVerdicts: verdicts.slice(0, -1),
    running: running?.target ?? null,
    then: running && running.sinceLessonId !== lesson.id ? await thenOf(db, practiceId, running) : null,
    beliefs,
    beliefChanges: changes.length,
  };
}
