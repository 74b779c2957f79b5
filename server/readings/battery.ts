import type { BatteryAnswer, BatteryTestWire } from '../../api/types.ts';
import { loadVelocity } from '../../core/battery/load-velocity.ts';
import { openTests } from '../../core/battery/open-tests.ts';
import { FEWEST_SWINGS, testRatio, type TestRatio } from '../../core/battery/ratios.ts';
import { ISOLATION_TESTS, type IsolationTest } from '../../core/catalogue/isolation-tests.ts';
import type { BlockRow } from '../rows/blocks.ts';
import { median } from '../../core/numeric/statistics.ts';
import type { Means } from '../work/means.ts';
import { planStudent } from './plan-student.ts';
import { loadLesson, type LessonData } from './lesson-data.ts';
import { sessionsOfStudents, type SpeedRow } from '../rows/figures.ts';

/** Mass of a driver, kg: the implements of the tests are stated as shares of it. */
const DRIVER_MASS_KG = 0.31;

const isTest = (row: { with_ball: boolean; condition: string }, test: IsolationTest): boolean =>
  row.condition === test.condition && (row.with_ball === test.withBall || test.condition !== 'normal');

/** Full swings of a lesson's club: normal, with a ball. */
const isFull = (row: { with_ball: boolean; condition: string }): boolean => row.with_ball && row.condition === 'normal';

/** Blocks of a lesson and their shots. */
type Swings = Pick<LessonData, 'blocks' | 'shots'>;

const speedsIn = (data: Swings, blocks: readonly BlockRow[]): number[] =>
  data.shots
    .filter((s) => s.set_aside_reason === null && s.club_speed_mps !== null && blocks.some((b) => b.id === s.block_id))
    .map((s) => s.club_speed_mps as number);

export interface LessonTest {
  readonly test: IsolationTest;
  readonly blocks: readonly BlockRow[];
  readonly speeds: readonly number[];
  readonly ratio: TestRatio;
}

/** Club whose full swings the tests are read against: the one with most of them, driver first. */
function batteryClub(data: Swings): string {
  const full = data.blocks.filter(isFull);
  const count = (club: string): number =>
    speedsIn(
      data,
      full.filter((b) => b.club === club),
    ).length;
  const clubs = [...new Set(['driver', ...full.map((b) => b.club)])];
  return clubs.reduce((a, b) => (count(b) > count(a) ? b : a));
}

/** Isolation tests done in a lesson, against its full swings. Implements are their own club. */
export function lessonTests(data: Swings): { club: string; full: number[]; done: LessonTest[] } {
  const club = batteryClub(data);
  const full = speedsIn(
    data,
    data.blocks.filter((b) => isFull(b) && b.club === club),
  );
  const done = ISOLATION_TESTS.flatMap((test): LessonTest[] => {
    const blocks = data.blocks.filter((b) => isTest(b, test) && (b.club === club || test.massShare !== undefined));
    if (blocks.length === 0) return [];
    const speeds = speedsIn(data, blocks);
    return [{ test, blocks, speeds, ratio: testRatio(test.id, full, speeds) }];
  });
  return { club, full, done };
}

/** Ratio of a test in each earlier lesson. */
function historyOf(test: IsolationTest, rows: readonly SpeedRow[], club: string): BatteryTestWire['history'] {
  const byLesson = new Map<string, SpeedRow[]>();
  for (const r of rows) byLesson.set(r.lesson_id, [...(byLesson.get(r.lesson_id) ?? []), r]);
  return [...byLesson.values()].flatMap((list) => {
    const full = list.filter((r) => isFull(r) && r.club === club).flatMap((r) => r.speeds);
    const speeds = list.filter((r) => isTest(r, test) && (r.club === club || test.massShare)).flatMap((r) => r.speeds);
    const { ratio, interval90 } = testRatio(test.id, full, speeds);
    return ratio !== null && interval90 !== null ? [{ startsAt: list[0]!.starts_at.toISOString(), ratio }] : [];
  });
}

/** The battery of a lesson: every test with its openness, ratio, reading and history, and what they say together. */
export async function batteryOf({ db, work }: Means, practiceId: string, lessonId: string): Promise<BatteryAnswer> {
  const data = await loadLesson(db, practiceId, lessonId);
  const { club, full, done } = lessonTests(data);
  const open = openTests(await planStudent(db, practiceId, data.student, data.lesson.starts_at));
  const rows = (await sessionsOfStudents(db, practiceId, [data.student.id])).filter(
    (r) => r.starts_at < data.lesson.starts_at,
  );
  const inLesson = (test: IsolationTest): LessonTest | undefined => done.find((d) => d.test.id === test.id);
  const speeds = Object.fromEntries(done.map((d) => [d.test.id, d.speeds]));
  const loads = done.filter((d) => d.test.massShare !== undefined && d.speeds.length > 0);
  return {
    club,
    fullSwings: full.length,
    fullMps: full.length > 0 ? median(full) : null,
    tests: ISOLATION_TESTS.map((test) => ({
      id: test.id,
      closedBecause: [...(open.find((o) => o.test.id === test.id)?.closedBecause ?? [])],
      ratio: inLesson(test)?.ratio ?? null,
      blockIds: inLesson(test)?.blocks.map((b) => b.id) ?? [],
      history: historyOf(test, rows, club),
    })),
    limit: full.length < FEWEST_SWINGS ? null : await work.run('limitReading', full, speeds),
    loadVelocity:
      loads.length === 0
        ? null
        : loadVelocity([
            { massKg: DRIVER_MASS_KG, speeds: airOrFull(data, club, full) },
            ...loads.map((d) => ({ massKg: DRIVER_MASS_KG * (d.test.massShare ?? 1), speeds: [...d.speeds] })),
          ]),
  };
}

/** Implements are swung without a ball: air swings of the club where there are enough, else its full swings. */
function airOrFull(data: LessonData, club: string, full: readonly number[]): number[] {
  const air = speedsIn(
    data,
    data.blocks.filter((b) => b.club === club && !b.with_ball && b.condition === 'normal'),
  );
  return air.length >= 3 ? air : [...full];
}
