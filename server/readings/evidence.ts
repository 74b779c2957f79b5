import { dayOf } from '../../core/units/calendar-day.ts';
import type { ScreenInput } from '../../api/schemas.ts';
import type { SetupWire } from '../../api/types.ts';
import { HALF_LIVES, type HalfLives } from '../../core/beliefs/half-lives.ts';
import type { Setup } from '../../core/catalogue/norms.ts';
import {
  combineSwings,
  measureBlocks,
  measureScreen,
  measureShots,
  type MeasuredBlock,
} from '../../core/diagnosis/evidence-of-lesson.ts';
import { measureRatios, measureSetup } from '../../core/diagnosis/evidence-of-tests.ts';
import { measureJoined, type JoinedSwing } from '../../core/diagnosis/evidence-of-joined.ts';
import type { Measurement } from '../../core/diagnosis/findings.ts';
import {
  carriedMeasurements,
  daysBetween,
  LEAST_WEIGHT,
  newestOfEach,
  type Carried,
} from '../../core/diagnosis/carried.ts';
import { degToRad } from '../../core/units/units.ts';
import type { Db } from '../db/connection.ts';
import type { BlockRow } from '../rows/blocks.ts';
import { earlierJoined, earlierShots, earlierSigns, storedMeasurements } from '../rows/carried.ts';
import { setupsUpTo } from '../rows/setups.ts';
import { valuesOf } from '../rows/shots.ts';
import { screensOf } from '../rows/students.ts';
import { signsOf } from '../rows/verdicts.ts';
import type { LessonEvidence } from '../work/weigh-lesson.ts';
import { lessonTests } from './battery.ts';
import type { LessonData } from './lesson-data.ts';

const DAY_MS = 86_400_000;

const toRad = (deg: number | null | undefined): number | undefined =>
  deg === null || deg === undefined ? undefined : degToRad(deg);

/** A recorded set-up as the core takes it: what is not recorded is absent. */
const setupOf = (s: SetupWire): Setup =>
  Object.fromEntries(Object.entries(s).filter(([, v]) => v !== null && v !== undefined)) as unknown as Setup;

/** Blocks with their shots. */
type Swings = Pick<LessonData, 'blocks' | 'shots'>;

const measuredBlock = (block: BlockRow, data: Swings): MeasuredBlock => ({
  id: block.id,
  label: `block ${block.position}, ${block.club}${block.with_ball ? '' : ', no ball'}`,
  club: block.club,
  withBall: block.with_ball,
  condition: block.condition,
  effort: block.effort ?? undefined,
  shots: data.shots.filter((s) => s.block_id === block.id && s.set_aside_reason === null).map(valuesOf),
});

/** What blocks of one lesson say: shots, comparisons between them, isolation tests. */
function measureSwings(data: Swings): Measurement[] {
  const blocks = data.blocks.map((b) => measuredBlock(b, data));
  return [
    ...blocks.filter((b) => b.withBall && b.condition === 'normal').flatMap(measureShots),
    ...measureBlocks(blocks),
    ...measureRatios(
      lessonTests(data).done.map(({ ratio, test, blocks: of }) => ({
        ratio,
        source: { kind: 'block' as const, id: of[0]!.id, label: `isolation test: ${test.name.toLowerCase()}` },
      })),
    ),
  ];
}

const measureSetupOf = (s: SetupWire, heightM: number | null): Measurement[] =>
  measureSetup(setupOf(s), heightM ?? undefined, { kind: 'setup', id: s.id, label: `set-up with the ${s.club}` });

const joinedMeasured = (swing: JoinedSwing, groundId: string): Measurement[] =>
  measureJoined(swing, { kind: 'ground', id: groundId, label: 'plates and captured swing, joined' });

/** What records joined as one swing tell together. */
const measureJoinedSwings = ({ swings, motions, grounds }: LessonData): Measurement[] =>
  swings.flatMap((s) => {
    const motion = motions.find((m) => m.id === s.motion_id);
    const ground = grounds.find((g) => g.id === s.ground_id);
    if (!motion || !ground) return [];
    const { release, strike } = motion.sequence;
    return joinedMeasured(
      {
        releaseStartBeforeStrikeMs: release?.startBeforeStrikeMs ?? null,
        strikeSdMs: strike.uncertaintyMs,
        pushBeforeStrikeS: ground.figures.peakLeadVerticalBw?.beforeStrikeS ?? null,
        motionShiftS: s.motion_shift_s,
        groundShiftS: s.ground_shift_s,
      },
      ground.id,
    );
  });

/** All that was measured in the lesson itself. */
function measuredNow(data: LessonData, setups: readonly SetupWire[]): Measurement[] {
  return [
    ...combineSwings([...data.motions, ...data.grounds].flatMap((m) => m.measurements)),
    ...combineSwings(measureJoinedSwings(data)),
    ...data.swishSets.flatMap((s) => s.measurements),
    ...combineSwings(data.videos.flatMap((v) => v.measurements)),
    ...measureSwings(data),
    ...setups.flatMap((s) => measureSetupOf(s, data.student.height_m)),
  ];
}

const screenMeasured = (screen: ScreenInput): Measurement[] =>
  measureScreen(
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
  );

/** Days after which nothing of a kind counts any more. */
const reachDays = (halfLives: HalfLives): number =>
  Math.max(...Object.entries(HALF_LIVES).map(([kind, usual]) => halfLives[kind] ?? usual.days)) *
  Math.log2(1 / LEAST_WEIGHT);

/** Measured in earlier lessons: each lesson's captured swings are one reading, as they were in it. */
async function measuredEarlier(
  db: Db,
  practiceId: string,
  { student, lesson }: LessonData,
  setups: readonly SetupWire[],
  from: Date,
): Promise<Carried<Measurement>[]> {
  const [stored, joined, swings] = await Promise.all([
    storedMeasurements(db, practiceId, student.id, from, lesson.starts_at),
    earlierJoined(db, practiceId, student.id, from, lesson.starts_at),
    earlierShots(db, practiceId, student.id, from, lesson.starts_at),
  ]);
  const dated = (list: readonly Measurement[], lessonId: string, startsAt: Date): Carried<Measurement>[] =>
    list.map((m) => ({ ...m, ageDays: daysBetween(startsAt, lesson.starts_at), source: { ...m.source, lessonId } }));
  const lessons = new Map(stored.map((s) => [s.lesson_id, s.starts_at]));
  const of = (id: string, kind: string): Measurement[] =>
    stored.filter((s) => s.lesson_id === id && s.kind === kind).flatMap((s) => s.measurements);
  return [
    ...[...lessons].flatMap(([id, startsAt]) =>
      dated(
        [
          ...combineSwings(of(id, 'capture')),
          ...combineSwings(joined.filter((j) => j.lessonId === id).flatMap((j) => joinedMeasured(j, j.groundId))),
          ...of(id, 'swish'),
          ...combineSwings(of(id, 'picture')),
        ],
        id,
        startsAt,
      ),
    ),
    ...swings.lessons.flatMap(({ id, starts_at }) =>
      dated(
        measureSwings({ blocks: swings.blocks.filter((b) => b.lesson_id === id), shots: swings.shots }),
        id,
        starts_at,
      ),
    ),
    ...setups.flatMap((s) =>
      measureSetupOf(s, student.height_m).map((m) => ({
        ...m,
        ageDays: daysBetween(new Date(s.takenAt), lesson.starts_at),
      })),
    ),
  ];
}

/**
 * Evidence of a lesson: its own, and of earlier lessons the newest reading of each sign that it has not read anew, with its
 * age. Later lessons add nothing.
 */
export async function evidenceOf(
  db: Db,
  practiceId: string,
  data: LessonData,
  halfLives: HalfLives = {},
): Promise<Pick<LessonEvidence, 'measurements' | 'signs'>> {
  const { student, lesson } = data;
  const startsAt = lesson.starts_at.toISOString();
  const from = new Date(lesson.starts_at.getTime() - reachDays(halfLives) * DAY_MS);
  const [screens, setups, seen, seenEarlier] = await Promise.all([
    screensOf(db, practiceId, student.id),
    setupsUpTo(db, practiceId, student.id, lesson.starts_at),
    signsOf(db, practiceId, lesson.id),
    earlierSigns(db, practiceId, student.id, from, lesson.starts_at),
  ]);
  const screen = screens.find((s) => (s.takenOn ?? '') <= dayOf(lesson.starts_at));
  const now = measuredNow(
    data,
    setups.filter((s) => s.takenAt === startsAt),
  );
  const earlier = await measuredEarlier(
    db,
    practiceId,
    data,
    setups.filter((s) => s.takenAt !== startsAt),
    from,
  );
  const screened = (screen ? screenMeasured(screen) : []).map((m) => ({
    ...m,
    ageDays: daysBetween(new Date(screen?.takenOn ?? startsAt), lesson.starts_at),
  }));
  const carriedSigns = newestOfEach(
    seenEarlier.map((s) => ({ ...s, sign: s.signId, ageDays: daysBetween(s.startsAt, lesson.starts_at) })),
    new Set(seen.map((s) => s.signId)),
  );
  return {
    measurements: [...screened, ...now, ...carriedMeasurements(earlier, new Set(now.map((m) => m.sign)), halfLives)],
    signs: [
      ...seen,
      ...carriedSigns.map(({ signId, grade, note, ageDays, lessonId }) => ({ signId, grade, note, ageDays, lessonId })),
    ],
  };
}
