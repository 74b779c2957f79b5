import type { TodayAnswer } from '../api/day-types.ts';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type {
  BatteryAnswer,
  LedgerAnswer,
  LessonAnswer,
  ReviewAnswer,
  StudentAnswer,
  StudentCard,
} from '../api/types.ts';
import { distanceBudget } from '../core/diagnosis/budget/budget.ts';
import { valuesFromWire } from '../core/formats/shot-fields.ts';
import { Processes } from '../server/test-process.ts';
import { DemoClient } from './client.ts';
import { cupDay, DEMO_SIGN_IN } from './seed.ts';
import { STORIES } from './stories.ts';

let client: DemoClient;
let students: StudentCard[];

// The program as it is built, in a process of its own: inside the tests' walls the sums of a whole practice take several times as long.
const processes = new Processes();
beforeAll(async () => {
  const { address, said } = await processes.launch(mkdtempSync(join(tmpdir(), 'maple-demo-')), { SEED_DEMO: 'twice' });
  expect(said).toContain('seeded: true, again: false');
  client = new DemoClient(address!);
  await client.call('POST', '/session', DEMO_SIGN_IN);
  students = (await client.call<{ students: StudentCard[] }>('GET', '/students')).students;
});
afterAll(() => processes.end());

const cardOf = (name: string): StudentCard => {
  const card = students.find((s) => s.name.startsWith(name));
  if (!card) throw new Error(`no ${name}`);
  return card;
};
/** Lessons of a student, oldest first. */
const lessonsOf = async (name: string): Promise<StudentAnswer['lessons']> =>
  [...(await client.call<StudentAnswer>('GET', `/students/${cardOf(name).id}`)).lessons].reverse();
const reviewOf = async (name: string, index: number): Promise<ReviewAnswer> =>
  client.call<ReviewAnswer>('GET', `/lessons/${(await lessonsOf(name))[index]!.id}/review`);
const ledgerOf = async (name: string, index: number): Promise<LedgerAnswer> =>
  client.call<LedgerAnswer>('GET', `/lessons/${(await lessonsOf(name))[index]!.id}/ledger`);
const chance = (ledger: LedgerAnswer, fault: string): number =>
  ledger.diagnosis.faults.find((f) => f.id === fault)?.presentChance ?? 0;

describe('the demo tells its stories', () => {
  test('eight students, several lessons each, today’s lessons with what is due', async () => {
    expect(students).toHaveLength(STORIES.length);
    for (const s of students) expect(s.lessons).toBeGreaterThanOrEqual(3);
    const today = await client.call<TodayAnswer>('GET', '/today');
    expect(today.lessons.length).toBeGreaterThanOrEqual(4);
    for (const l of today.lessons) expect(l.due.length).toBeGreaterThan(0);
    expect(today.cameIn[0]?.pain).toBe(true);
  });
  test('Tomasz: a short backswing that goes, and two notches', async () => {
    expect(cardOf('Tomasz').stick.notches).toHaveLength(2);
    const [before, after] = [await ledgerOf('Tomasz', 1), await ledgerOf('Tomasz', 12)];
    expect(before.diagnosis.faults[0]!.id).toBe('short-turn');
    expect(chance(after, 'short-turn')).toBeLessThan(0.3);
    expect(before.findings.some((f) => f.fault === 'body-toe-push' && f.logOdds > 1)).toBe(true);
  });
  test('Bea: the angle thrown early, an air swing faster than the ball swing, then the ball speed rises', async () => {
    const first = await ledgerOf('Bea', 1);
    expect(chance(first, 'early-release')).toBeGreaterThan(0.6);
    expect(chance(first, 'ball-bound')).toBeGreaterThan(0.5);
    expect(chance(await ledgerOf('Bea', 3), 'early-release')).toBeLessThan(chance(first, 'early-release') - 0.3);
    expect((await reviewOf('Bea', 3)).gain?.gainMps).toBeGreaterThan(1);
  });
  test('Rafi: most of the raw gain is growth', async () => {
    const { gain } = await reviewOf('Rafi', 3);
    expect(gain?.growthMps).toBeGreaterThan(0.8);
    expect(gain?.verdict).not.toBe('gained');
  });
  test('June: the face spread drifts in one lesson and is restored', async () => {
    const drift = chance(await ledgerOf('June', 2), 'face-path');
    expect(drift).toBeGreaterThan(chance(await ledgerOf('June', 1), 'face-path') + 0.3);
    expect(chance(await ledgerOf('June', 3), 'face-path')).toBeLessThan(drift - 0.3);
  });
  test('Cormac: more effort, less speed, arms first', async () => {
    const ledger = await ledgerOf('Cormac', 0);
    expect(chance(ledger, 'effort-over-speed')).toBeGreaterThan(0.5);
    expect(chance(ledger, 'arms-first')).toBeGreaterThan(0.6);
    expect(chance(ledger, 'over-the-top')).toBeGreaterThan(0.5);
  });
  test('Pilar: no plan before the clearance, open drills only after it', async () => {
    const lessons = await lessonsOf('Pilar');
    expect(lessons[0]!.target).toBeNull();
    expect(lessons[1]!.target).toBe('tension');
  });
  test('Sunniva: the spread is larger than any gain, so it cannot say', async () => {
    const { gain } = await reviewOf('Sunniva', 2);
    expect(gain?.verdict).toBe('cannot-say');
    expect(gain?.swingSpreadMps).toBeGreaterThan(1.5);
  });
  test('Dov: the budget says strike first, the battery names the legs, the set-up was changed', async () => {
    const lessons = await lessonsOf('Dov');
    const { blocks, setups } = await client.call<LessonAnswer>('GET', `/lessons/${lessons[0]!.id}`);
    expect(setups).toEqual([]);
    const shots = blocks[0]!.shots.map((s) => valuesFromWire(s.values));
    const budget = distanceBudget(shots, 'driver', {});
    expect(budget.verdict).toBe('strike-first');
    const shares = Object.values(budget.sharesM);
    expect(budget.sharesM.strike).toBe(Math.max(...shares));
    expect(shares.reduce((a, b) => a + b, 0)).toBeGreaterThan(budget.speedGainM);
    const battery = await client.call<BatteryAnswer>('GET', `/lessons/${lessons[1]!.id}/battery`);
    expect(battery.limit?.named).toBe('legs');
    expect(battery.loadVelocity).not.toBeNull();
    const second = await client.call<LessonAnswer>('GET', `/lessons/${lessons[1]!.id}`);
    expect(second.blocks[0]!.grounds).toHaveLength(1);
    expect(second.blocks[0]!.grounds[0]!.ground.peakVerticalBw?.value).toBeCloseTo(1.22, 1);
    expect(chance(await ledgerOf('Dov', 1), 'no-leg-extension')).toBeGreaterThan(0.8);
  });
  test('Dov: strikes off centre, high and toward the heel', async () => {
    const lessons = await lessonsOf('Dov');
    expect(chance(await ledgerOf('Dov', 0), 'off-centre')).toBeGreaterThan(0.5);
    const { blocks } = await client.call<LessonAnswer>('GET', `/lessons/${lessons[0]!.id}`);
    const toe = blocks[0]!.shots.map((s) => s.values.impactToeM ?? 0);
    expect(toe.reduce((a, b) => a + b, 0) / toe.length).toBeLessThan(-0.006);
  });
});

describe('what is measured gives back what was true', () => {
  const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;
  test.each(STORIES.map((s) => [s.student.name, s] as const))('%s', async (name, story) => {
    const lessons = await lessonsOf(name);
    for (const [i, truth] of story.lessons.entries()) {
      const { blocks } = await client.call<LessonAnswer>('GET', `/lessons/${lessons[i]!.id}`);
      const driver = blocks[0]!;
      const of = (key: string): number[] => driver.shots.map((s) => s.values[key]).filter((v) => v !== undefined);
      expect(driver.club).toBe('driver');
      // Three standard errors of a median of twelve swings.
      expect(Math.abs(median(of('clubSpeedMps')) / 0.44704 - truth.driverMph)).toBeLessThan(
        1.1 * story.swingSpreadMph + 0.2,
      );
      expect(Math.abs(median(of('pathOutDeg')) - (truth.pathOutDeg ?? -0.8))).toBeLessThan(1.4);
      expect(Math.abs(1000 * median(of('impactToeM')) - (truth.toeMm ?? 2))).toBeLessThan(7);
      expect(Math.abs(median(of('attackDeg')) - (truth.attackDeg ?? 0.5))).toBeLessThan(1.2);
      if (truth.airBlock) {
        const air = blocks.find((b) => !b.withBall);
        const gain = (air?.statistics.clubSpeedMps?.median ?? 0) / (driver.statistics.clubSpeedMps?.median ?? 1) - 1;
        expect(Math.abs(gain - (truth.airGain ?? 0.02))).toBeLessThan(
          (2 * story.swingSpreadMph) / truth.driverMph + 0.005,
        );
      }
      // A lesson with ground has three swings, the first joined with its ground.
      expect(driver.motions).toHaveLength(driver.grounds.length > 0 ? 3 : 1);
      expect(driver.swings).toHaveLength(driver.grounds.length);
      expect(driver.motions[0]!.sequence.strike.from).toBe('speed-drop');
    }
  });
});

test('the cup is on a Saturday in spring that is still to come', () => {
  for (const today of [new Date(2026, 10, 25), new Date(2026, 2, 1), new Date(2027, 5, 1)]) {
    const cup = cupDay(today);
    expect(cup.getDay()).toBe(6);
    expect(cup.getTime()).toBeGreaterThan(today.getTime());
    expect([2]).toContain(cup.getMonth());
  }
});
