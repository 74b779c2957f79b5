import { tuple } from '../../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { must } from '../../errors/must.ts';
import type { ShotValues } from '../../formats/shot-fields.ts';
import { strikeBall } from '../../impact/impact.ts';
import { bestLaunch } from '../../impact/optimum.ts';
import { seededRandom } from '../../numeric/random.ts';
import { degToRad, metresToYards, mphToMps } from '../../units/units.ts';
import { budgetSentence, distanceBudget } from './budget.ts';
import { shapleyShares } from './shapley.ts';
import { BUDGET_FACTORS } from './subsets.ts';

interface Player {
  mph?: number;
  loftDeg?: number;
  attackDeg?: number;
  pathDeg?: number;
  faceDeg?: number;
  toeMm?: number;
  highMm?: number;
}
/** Shots of the impact model around one delivery, everything measured. */
function block(player: Player, n = 16, seed = 'block'): ShotValues[] {
  const random = seededRandom(seed);
  const near = (value: number, sd: number): number => value + sd * random.normal();
  return Array.from({ length: n }, () => {
    const clubSpeedMps = mphToMps(near(player.mph ?? 95, 1));
    const attackRad = degToRad(near(player.attackDeg ?? 0, 0.5));
    const best = degToRad(player.loftDeg ?? 16.4);
    const delivery = {
      attackRad,
      pathOutRad: degToRad(near(player.pathDeg ?? 0, 0.4)),
      faceOutRad: degToRad(near(player.faceDeg ?? 0, 0.4)),
      dynamicLoftRad: best + degToRad(0.3 * random.normal()),
    };
    const toeM = near(player.toeMm ?? 0, 2) / 1000;
    const highM = near(player.highMm ?? 0, 2) / 1000;
    const ball = strikeBall({ head: 'driver', clubSpeedMps, ...delivery, toeM, highM });
    return { clubSpeedMps, ...delivery, impactToeM: toeM, impactHighM: highM, ...ball };
  });
}

/** The same delivery struck so far toward the toe. */
function struckOff(shot: ShotValues, toeM: number): ShotValues {
  const delivery = {
    clubSpeedMps: must(shot.clubSpeedMps),
    attackRad: must(shot.attackRad),
    pathOutRad: must(shot.pathOutRad),
    faceOutRad: must(shot.faceOutRad),
    dynamicLoftRad: must(shot.dynamicLoftRad),
  };
  return { impactToeM: toeM, ...strikeBall({ head: 'driver', ...delivery, toeM, highM: must(shot.impactHighM) }) };
}

describe('Shapley shares', () => {
  const values = fc.array(fc.double({ min: -50, max: 300, noNaN: true }), { minLength: 16, maxLength: 16 });
  test('the shares add up to the whole', () => {
    fc.assert(
      fc.property(values, (v) => {
        const sum = shapleyShares(v).reduce((a, b) => a + b, 0);
        expect(sum).toBeCloseTo(v[15]! - v[0]!, 8);
      }),
    );
  });
  test('of values that simply add, each gets its own', () => {
    const own = [3, 5, 7, 11];
    const v = Array.from({ length: 16 }, (_, m) => own.reduce((s, x, k) => s + (m & (1 << k) ? x : 0), 0));
    shapleyShares(v).forEach((s, k) => expect(s).toBeCloseTo(own[k]!, 10));
  });
  test('a factor that never matters gets nothing, equal factors get the same', () => {
    const v = Array.from({ length: 16 }, (_, m) => ((m & 1) + ((m >> 1) & 1)) ** 2);
    const [a, b, c, d] = tuple(4, shapleyShares(v));
    expect(a).toBeCloseTo(b, 10);
    expect(c).toBeCloseTo(0, 10);
    expect(d).toBeCloseTo(0, 10);
  });
});

describe('distance budget', () => {
  test.each<[string, Player]>([
    ['speed-first', {}],
    ['strike-first', { toeMm: 25, highMm: -8 }],
    ['launch-first', { loftDeg: 8.5, attackDeg: -3 }],
    ['direction-first', { faceDeg: 8, pathDeg: -6 }],
  ])('%s', (verdict, player) => {
    const budget = distanceBudget(block(player), 'driver');
    expect(budget.verdict).toBe(verdict);
    const sum = BUDGET_FACTORS.reduce((s, f) => s + budget.sharesM[f], 0);
    expect(sum).toBeCloseTo(budget.possibleCarryM - budget.actualCarryM, 6);
  });

  test('what can be had is weighed against a season’s speed, both with intervals; close to each other they are alike', () => {
    const alike = distanceBudget(block({ toeMm: 20, highMm: -8 }), 'driver');
    expect(alike.verdict).toBe('both-alike');
    expect(budgetSentence(alike, (m) => `${m.toFixed(0)} m`)).toMatch(/\d+ m \(\d+ m to \d+ m\) can be had/);
    for (const [at, [lo, hi]] of [
      [alike.canBeHadM, alike.canBeHad90M],
      [alike.speedGainM, alike.speedGain90M],
    ] as const) {
      expect(lo).toBeLessThan(at);
      expect(hi).toBeGreaterThan(at);
    }
  });

  test('a habit can be changed, scatter only to the own best third', () => {
    const held = (player: Player): number[] => {
      const b = distanceBudget(block(player, 24), 'driver');
      return [b.canBeHadM, b.possibleCarryM - b.actualCarryM];
    };
    const [habit, habitWhole] = tuple(2, held({ toeMm: 18 }));
    const wild = block({}, 24).map((s, i) => ({ ...s, ...struckOff(s, i % 2 ? 0.018 : -0.018) }));
    const wildBudget = distanceBudget(wild, 'driver');
    expect(habit).toBeGreaterThan(0.9 * habitWhole);
    expect(wildBudget.canBeHadM).toBeLessThan(0.5 * (wildBudget.possibleCarryM - wildBudget.actualCarryM));
  });

  test('a centred, straight, well launched block holds next to nothing; its intervals hold the shares', () => {
    const budget = distanceBudget(block({}), 'driver');
    expect(metresToYards(budget.possibleCarryM - budget.actualCarryM)).toBeLessThan(4);
    for (const f of BUDGET_FACTORS) {
      const [lo, hi] = budget.intervals90M[f];
      expect(budget.sharesM[f]).toBeGreaterThanOrEqual(lo - 1e-9);
      expect(budget.sharesM[f]).toBeLessThanOrEqual(hi + 1e-9);
    }
  });

  test('what is possible does not depend on where the yards were lost', () => {
    const best = bestLaunch('driver', mphToMps(95), 0).carryM;
    for (const player of [{}, { toeMm: 14 }, { faceDeg: 4 }] as Player[]) {
      expect(Math.abs(metresToYards(distanceBudget(block(player), 'driver').possibleCarryM - best))).toBeLessThan(3);
    }
  });

  test('one mph more is worth about 2 to 3 yards', () => {
    const perMph = metresToYards(distanceBudget(block({}), 'driver').metresPerMps * mphToMps(1));
    expect(perMph).toBeGreaterThan(1.8);
    expect(perMph).toBeLessThan(3.2);
  });

  test('mirrored shots have the same budget; the seed alone moves nothing but the intervals', () => {
    const shots = block({ faceDeg: 3, pathDeg: -2, toeMm: 8 });
    const mirrored = shots.map((s) => ({
      ...s,
      pathOutRad: -must(s.pathOutRad),
      faceOutRad: -must(s.faceOutRad),
      impactToeM: -must(s.impactToeM),
      launchDirectionOutRad: -must(s.launchDirectionOutRad),
      spinAxisOutRad: -must(s.spinAxisOutRad),
    }));
    const [a, b] = [distanceBudget(shots, 'driver'), distanceBudget(mirrored, 'driver', { seed: 'other' })];
    for (const f of BUDGET_FACTORS) expect(b.sharesM[f]).toBeCloseTo(a.sharesM[f], 6);
  });

  test('what was not measured has no share and is named', () => {
    const shots = block({ toeMm: 15 }).map(({ clubSpeedMps, ballSpeedMps }) => ({ clubSpeedMps, ballSpeedMps }));
    const budget = distanceBudget(shots, 'driver');
    expect(budget.notMeasured).toEqual(['attack', 'launchSpin', 'curve']);
    expect(budget.sharesM.curve).toBe(0);
    const speeds = distanceBudget(
      block({}).map(({ clubSpeedMps }) => ({ clubSpeedMps })),
      'driver',
    );
    expect(speeds.verdict).toBe('cannot-say');
    expect(speeds.missing).toContain('launch');
  });

  test('too few shots: cannot say, with what is missing; none at all is refused', () => {
    const budget = distanceBudget(block({}, 3), 'driver');
    expect(budget.verdict).toBe('cannot-say');
    expect(budgetSentence(budget, (m) => `${m.toFixed(0)} m`)).toContain('2 more shots');
    expect(() => distanceBudget([], 'driver')).toThrow('no shot');
  });

  test('an iron is not asked to become a driver', () => {
    const random = seededRandom('iron');
    const shots = Array.from({ length: 12 }, () => {
      const clubSpeedMps = mphToMps(80 + random.normal());
      const delivery = { attackRad: degToRad(-4), pathOutRad: 0, faceOutRad: 0, dynamicLoftRad: degToRad(22) };
      return {
        clubSpeedMps,
        ...delivery,
        impactToeM: 0,
        impactHighM: 0,
        ...strikeBall({ head: 'iron', clubSpeedMps, ...delivery, toeM: 0, highM: 0 }),
      };
    });
    expect(metresToYards(distanceBudget(shots, '7-iron').sharesM.launchSpin)).toBeLessThan(8);
  });
});
