import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { recordSwing } from '../../stand-ins/motion-rig/motion-rig.ts';
import { seededRandom } from '../numeric/random.ts';
import { scaledPlayer } from '../swing/parameters.ts';
import type { MotionCapture, Segment } from './motion.ts';
import { analyseSequence } from './sequence.ts';

const record = (seed: number, rateHz = 240, ball = true): MotionCapture =>
  recordSwing(scaledPlayer(1.76, 78, 0.7), {
    rateHz,
    noiseShare: 0.01,
    backswingS: 0.85,
    ball,
    withAngles: true,
    handedness: 'right',
    random: seededRandom(seed),
  }).capture;
const segments: Segment[] = ['hips', 'chest', 'leadArm', 'club'];

describe('what must not change a sequence', () => {
  test('the clock of the file', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.double({ min: -50, max: 5000, noNaN: true }), (seed, shift) => {
        const c = record(seed);
        const a = analyseSequence(c);
        const b = analyseSequence({ ...c, timeS: c.timeS.map((t) => t + shift) });
        expect(b.strike.timeS - a.strike.timeS).toBeCloseTo(shift, 6);
        for (const s of segments)
          expect(b.segments[s]?.peakBeforeStrikeS).toBeCloseTo(a.segments[s]?.peakBeforeStrikeS ?? 9, 5);
        expect(b.order).toEqual(a.order);
        expect(b.tempoRatio).toBeCloseTo(a.tempoRatio ?? 0, 4);
      }),
      { numRuns: 10 },
    );
  });
  test('a longer wait before the takeaway', () => {
    const c = record(3);
    const step = c.timeS[1]! - c.timeS[0]!;
    const extra = 60;
    const random = seededRandom(8);
    const waiting = (values: readonly number[], sd: number): number[] => [
      ...Array.from({ length: extra }, () => sd * random.normal()),
      ...values,
    ];
    const longer: MotionCapture = {
      ...c,
      timeS: [...Array.from({ length: extra }, (_, i) => c.timeS[0]! + (i - extra) * step), ...c.timeS],
      ratesRadPerS: Object.fromEntries(segments.map((s) => [s, waiting(c.ratesRadPerS[s] ?? [], 0.05)])),
      anglesRad: Object.fromEntries(segments.map((s) => [s, waiting(c.anglesRad[s] ?? [], 0.005)])),
      wristRad: [...Array.from({ length: extra }, () => (c.wristRad ?? [])[0]!), ...(c.wristRad ?? [])],
    };
    const [a, b] = [analyseSequence(c), analyseSequence(longer)];
    expect(b.strike.timeS).toBeCloseTo(a.strike.timeS, 6);
    for (const s of segments)
      expect(Math.abs((b.segments[s]?.peakBeforeStrikeS ?? 9) - (a.segments[s]?.peakBeforeStrikeS ?? 0))).toBeLessThan(
        0.002,
      );
  });
  test('a steady gain error of all sensors changes speeds, not times', () => {
    const c = record(5);
    const louder = {
      ...c,
      ratesRadPerS: Object.fromEntries(segments.map((s) => [s, (c.ratesRadPerS[s] ?? []).map((v) => 1.05 * v)])),
    };
    const [a, b] = [analyseSequence(c), analyseSequence(louder)];
    for (const s of segments) {
      expect((b.segments[s]?.peakRadPerS ?? 0) / (a.segments[s]?.peakRadPerS ?? 1)).toBeCloseTo(1.05, 2);
      expect(Math.abs((b.segments[s]?.peakBeforeStrikeS ?? 9) - (a.segments[s]?.peakBeforeStrikeS ?? 0))).toBeLessThan(
        0.003,
      );
    }
  });
});

describe('what must follow from the sampling', () => {
  const uncertainty = (rateHz: number): number => {
    const s = analyseSequence(record(11, rateHz));
    return segments.reduce((sum, g) => sum + (s.segments[g]?.uncertaintyS ?? 0), 0);
  };
  test('slower sampling is less certain', () => expect(uncertainty(100)).toBeGreaterThan(uncertainty(1000)));
  test('stated uncertainties cover the errors of most peaks', () => {
    let inside = 0;
    let all = 0;
    for (let seed = 1; seed <= 20; seed++) {
      const { capture, truth } = recordSwing(scaledPlayer(1.76, 78, 0.7), {
        rateHz: 240,
        noiseShare: 0.02,
        backswingS: 0.85,
        ball: true,
        withAngles: false,
        handedness: 'right',
        random: seededRandom(seed),
      });
      const s = analyseSequence(capture);
      for (const g of segments) {
        const found = s.segments[g];
        if (!found) continue;
        all++;
        if (Math.abs(found.peakBeforeStrikeS - truth.peakBeforeStrikeS[g]) < 2 * found.uncertaintyS) inside++;
      }
    }
    expect(inside / all).toBeGreaterThan(0.9);
  });
  test('gains are the ratios of neighbouring peaks', () => {
    const s = analyseSequence(record(2));
    for (const g of s.gains)
      expect(g.ratio).toBeCloseTo((s.segments[g.to]?.peakRadPerS ?? 0) / (s.segments[g.from]?.peakRadPerS ?? 1), 9);
    expect(s.gains.map((g) => g.from)).toEqual(['hips', 'chest', 'leadArm']);
  });
});
