import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { mphToMps, mpsToMph, radToDeg } from '../units/units.ts';
import { strikeMap } from './strike-map.ts';

const shot = (toeMm: number, highMm: number) => ({
  clubSpeedMps: mphToMps(113),
  attackRad: (-1.3 * Math.PI) / 180,
  dynamicLoftRad: (12.7 * Math.PI) / 180,
  impactToeM: toeMm / 1000,
  impactHighM: highMm / 1000,
});

describe('contact map', () => {
  test('loss of each strike agrees with the impact model', () => {
    const map = must(strikeMap([shot(0, 0), shot(0, -12.7), shot(0, 12.7), shot(12.7, 0)], 'driver'));
    const lost = map.strikes.map((s) => mpsToMph(s.lostMps));
    expect(lost[0]).toBeCloseTo(0, 9);
    expect(Math.abs(lost[1]! - 0.9)).toBeLessThan(0.1);
    expect(Math.abs(lost[2]! - 5.0)).toBeLessThan(0.1);
    expect(Math.abs(lost[3]! - 2.0)).toBeLessThan(0.1);
  });
  test('the ellipse lies along the spread', () => {
    const map = must(
      strikeMap(
        [-15, -8, 0, 8, 15].map((t) => shot(t, t / 2)),
        'driver',
      ),
    );
    expect(must(map.ellipse).shortM).toBeCloseTo(0, 6);
    expect(radToDeg(must(map.ellipse).turnRad)).toBeCloseTo(radToDeg(Math.atan(0.5)), 3);
    expect(map.meanToeM).toBeCloseTo(0, 9);
  });
  test('the box counts what lies inside', () => {
    expect(must(strikeMap([shot(0, 0), shot(11, 8), shot(20, 0), shot(0, 12)], 'driver')).boxShare).toBe(0.5);
    expect(must(strikeMap([shot(0, 0), shot(11, 8)], '7-iron')).boxShare).toBe(0.5);
  });
  test('scatter costs yards between best and usual, a tight group does not', () => {
    const wide = must(
      strikeMap(
        [-20, -10, 0, 10, 20, 15].map((t) => shot(t, 0)),
        'driver',
      ),
    );
    const tight = must(
      strikeMap(
        [-1, 0, 1, 0, 1].map((t) => shot(t, 0)),
        'driver',
      ),
    );
    expect(wide.bestToUsualM).toBeGreaterThan(tight.bestToUsualM + 1);
  });
  test('no spots, no map; two spots, no ellipse', () => {
    expect(strikeMap([{ clubSpeedMps: 40 }], 'driver')).toBeUndefined();
    expect(must(strikeMap([shot(1, 1), shot(2, 2)], 'driver')).ellipse).toBeNull();
  });
});
