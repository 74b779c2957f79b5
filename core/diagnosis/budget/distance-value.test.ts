import { tuple } from '../../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import { must } from '../../errors/must.ts';
import { seededRandom } from '../../numeric/random.ts';
import { degToRad, mphToMps, rpmToRadPerS } from '../../units/units.ts';
import { distanceValue, holeFromYards, strokesLeft, USUAL_HOLE } from './distance-value.ts';
import { budgetShot, type BudgetShot } from './subsets.ts';

const shots: BudgetShot[] = Array.from({ length: 8 }, () =>
  must(
    budgetShot(
      {
        clubSpeedMps: mphToMps(95),
        ballSpeedMps: mphToMps(140),
        launchRad: degToRad(13),
        spinRadPerS: rpmToRadPerS(2700),
        attackRad: 0,
      },
      'driver',
    ),
  ),
);
function landings(spreadDeg: number, n = 400) {
  const random = seededRandom('landings');
  return Array.from({ length: n }, () => {
    const angle = degToRad(spreadDeg) * random.normal();
    return { carryM: 205, sideOutM: 205 * Math.tan(angle) };
  });
}

describe('what distance is worth', () => {
  test('strokes grow with distance and with rough', () => {
    for (let d = 20; d < 300; d += 10) {
      expect(strokesLeft(d + 10, 'fairway')).toBeGreaterThan(strokesLeft(d, 'fairway'));
      expect(strokesLeft(d, 'rough')).toBeGreaterThan(strokesLeft(d, 'fairway'));
    }
  });
  test('with rough only, more speed always pays, though fewer fairways are hit', () => {
    const value = distanceValue(shots, landings(5), USUAL_HOLE);
    expect(value.turnsAtBallSpeedMps).toBeNull();
    expect(value.strokesFor5Pct).toBeGreaterThan(0);
    const [slow, fast] = tuple(2, [value.curve[20]!, value.curve[40]!]);
    expect(fast.fairwayShare).toBeLessThan(slow.fairwayShare);
    expect(fast.expectedStrokes).toBeLessThan(slow.expectedStrokes);
  });
  test('with penalties at the edges of a wide spread it stops, and the place depends on the hole', () => {
    const turn = (rough: number): number | null =>
      distanceValue(shots, landings(6), { ...USUAL_HOLE, roughWidthM: rough, trouble: 'out-of-bounds' })
        .turnsAtBallSpeedMps;
    const [near, far] = [turn(4), turn(12)];
    expect(near).not.toBeNull();
    expect(far === null || far > must(near)).toBe(true);
  });
  test('the measured spread comes back and shares stay shares', () => {
    const value = distanceValue(shots, landings(4), { ...USUAL_HOLE, roughWidthM: 10 });
    expect(Math.abs(value.angularSpreadRad - degToRad(4))).toBeLessThan(degToRad(0.4));
    for (const v of value.curve) {
      expect(v.fairwayShare).toBeGreaterThanOrEqual(0);
      expect(v.fairwayShare + v.penaltyShare).toBeLessThanOrEqual(1 + 1e-12);
    }
  });
  test('too few landings and an impossible hole are answered', () => {
    expect(() => distanceValue(shots, landings(4, 3))).toThrow('spread of directions');
    expect(() => distanceValue(shots, landings(4), holeFromYards(10, 30, null))).toThrow('length above 50 m');
  });
});
