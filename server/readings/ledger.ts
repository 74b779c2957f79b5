import type { LedgerAnswer, SetupWire } from '../../api/types.ts';
import type { Setup } from '../../core/catalogue/norms.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import {
  combineSwings,
  measureBlocks,
  measureScreen,
  measureShots,
  type MeasuredBlock,
} from '../../core/diagnosis/evidence-of-lesson.ts';
import { speedToPrice, stillHolds, swingToPrice, type KeptPrice } from '../../core/diagnosis/priced-swing.ts';
import { measureRatios, measureSetup } from '../../core/diagnosis/evidence-of-tests.ts';
import { degToRad } from '../../core/units/units.ts';
import type { Db } from '../db/connection.ts';
import type { Means } from '../work/means.ts';
import { ageYears, loadLesson, type LessonData } from './lesson.ts';
import { heldBeliefs } from '../rows/beliefs.ts';
import type { BlockRow } from '../rows/blocks.ts';
import { lessonTests } from './battery.ts';
import { keepPrice } from '../rows/captures.ts';
import { fullSwingsBefore } from '../rows/figures.ts';
import { setupsUpTo } from '../rows/setups.ts';
import { valuesOf } from '../rows/shots.ts';
import { screensOf } from '../rows/students.ts';
import { signsOf, verdictOfLesson } from '../rows/verdicts.ts';

const toRad = (deg: number | null | undefined): number | undefined =>
  deg === null || deg === undefined ? undefined : degToRad(deg);

/** A recorded set-up as the core takes it: what is not recorded is absent. */
const setupOf = (s: SetupWire): Setup =>
  Object.fromEntries(Object.entries(s).filter(([, v]) => v !== null && v !== undefined)) as unknown as Setup;

const measuredBlock = (block: BlockRow, data: LessonData): MeasuredBlock => ({
  id: block.id,
  label: `block ${block.position}, ${block.club}${block.with_ball ? '' : ', no ball'}`,
  club: block.club,
  withBall: block.with_ball,
  condition: block.condition,
  effort: block.effort ?? undefined,
  shots: data.shots.filter((s) => s.block_id === block.id && s.set_aside_reason === null).map(valuesOf),
});

/** All that was measured in a lesson: body screen up to its day, captured swings, blocks, set-ups. */
async function measurementsOf(db: Db, practiceId: string, data: LessonData): Promise<Measurement[]> {
  const day = data.lesson.starts_at.toISOString().slice(0, 10);
  const screen = (await screensOf(db, practiceId, data.student.id)).find((s) => (s.takenOn ?? '') <= day);
  const blocks = data.blocks.map((b) => measuredBlock(b, data));
  const startsAt = data.lesson.starts_at.toISOString();
  const setups = (await setupsUpTo(db, practiceId, data.student.id, data.lesson.starts_at)).filter(
    (s) => s.takenAt === startsAt,
  );
  return [
    ...(screen
      ? measureScreen(
          {
            trunkTurnLeadRad: toRad(screen.trunkTurnLeadDeg),
            trunkTurnTrailRad: toRad(screen.trunkTurnTrailDeg),
            toeExtensionLeadRad: toRad(screen.toeExtensionLeadDeg),
            toeExtensionTrailRad: toRad(screen.toeExtensionTrailDeg),
            balanceLeadS: screen.balanceLeadS ?? undefined,
            balanceTrailS: screen.balanceTrailS ?? undefined,
            heelRaises: screen.heelRaises ?? undefined,
          },
          { kind: 'screen', id: screen.id, label: `body screen of ${screen.takenOn}` },
        )
      : []),
    ...combineSwings([...data.motions, ...data.grounds].flatMap((m) => m.measurements)),
    ...data.swishSets.flatMap((s) => s.measurements),
    ...combineSwings(data.videos.flatMap((v) => v.measurements)),
    ...blocks.filter((b) => b.withBall && b.condition === 'normal').flatMap(measureShots),
    ...measureBlocks(blocks),
    ...measureRatios(
      lessonTests(data).done.map(({ ratio, test, blocks: of }) => ({
        ratio,
        source: { kind: 'block' as const, id: of[0]!.id, label: `isolation test: ${test.name.toLowerCase()}` },
      })),
    ),
    ...setups.flatMap((s) =>
      measureSetup(setupOf(s), data.student.height_m ?? undefined, {
        kind: 'setup',
        id: s.id,
        label: `set-up with the ${s.club}`,
      }),
    ),
  ];
}

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

/** Findings and what they say together, for the ledger tray and the Diagnose station. */
export async function ledgerOf({ db, work }: Means, practiceId: string, lessonId: string): Promise<LedgerAnswer> {
  const data = await loadLesson(db, practiceId, lessonId);
  const { student, lesson } = data;
  const { beliefs, changes } = await heldBeliefs(db, practiceId, student.id);
  const speedMps = await ownSpeedMps(db, practiceId, data);
  const price = speedMps === undefined ? null : await priceOf({ db, work }, practiceId, data, speedMps);
  const { findings, diagnosis } = await work.run('weighLesson', {
    measurements: await measurementsOf(db, practiceId, data),
    signs: await signsOf(db, practiceId, lesson.id),
    level: student.level,
    beliefs,
    speedMps,
    prices: price?.prices ?? null,
  });
  return {
    findings,
    diagnosis,
    ownSpeedMps: speedMps ?? null,
    prices: price && { refused: price.prices.refused, together: price.prices.together },
    verdict: await verdictOfLesson(db, practiceId, lessonId),
    beliefs,
    beliefChanges: changes.length,
  };
}
