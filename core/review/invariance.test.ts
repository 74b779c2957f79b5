import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../numeric/random.ts';
import { reviewGain, type ReviewSession } from './review.ts';
import { chanceAtMost, mixtureQuantile, Season, type SeasonPosterior } from './season.ts';
import { sessionMeans, type SessionMean } from './session-mean.ts';

const sessions = (seed: number, count: number, gain: number): ReviewSession[] => {
  const random = seededRandom(seed);
  return Array.from({ length: count }, (_, i) => {
    const level = 41 + (i >= 2 ? gain : 0) + 0.35 * random.normal();
    return {
      date: new Date(Date.UTC(2026, 2, 1 + 7 * i)).toISOString(),
      condition: 'driver',
      speedsMps: Array.from({ length: 9 }, () => level + 0.7 * random.normal()),
    };
  });
};
const options = { baselineSessions: 2 } as const;
const seeds = fc.integer({ min: 1, max: 1e6 });

describe('what must hold for any review', () => {
  test('the unit of speed does not matter: twice the speeds, twice the gain', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const list = sessions(seed, 6, 1.2);
        const doubled = list.map((s) => ({ ...s, speedsMps: s.speedsMps.map((v) => 2 * v) }));
        const a = reviewGain(list, { ...options, smallestGainMps: 0.4 });
        const b = reviewGain(doubled, { ...options, smallestGainMps: 0.8 });
        expect(b.gainMps).toBeCloseTo(2 * a.gainMps, 6);
        expect(b.interval90Mps[0]).toBeCloseTo(2 * a.interval90Mps[0], 5);
        expect(b.verdict).toBe(a.verdict);
      }),
      { numRuns: 20 },
    );
  });
  test('the verdict agrees with its own chances and interval', () => {
    fc.assert(
      fc.property(
        seeds,
        fc.integer({ min: 3, max: 12 }),
        fc.double({ min: -2, max: 3, noNaN: true }),
        (seed, count, gain) => {
          const r = reviewGain(sessions(seed, count, gain), options);
          const [lo, hi] = r.interval90Mps;
          expect(lo).toBeLessThanOrEqual(r.gainMps);
          expect(hi).toBeGreaterThanOrEqual(r.gainMps);
          expect(r.verdict === 'gained').toBe(r.sessionsSince >= 3 && r.chanceAboveSmallest >= r.chanceNeeded);
          if (r.verdict === 'gained') expect(lo).toBeGreaterThan(-0.5);
          if (r.verdict === 'lost') expect(hi).toBeLessThan(0.5);
          expect(r.intervalSeasonMps[0]).toBeLessThanOrEqual(lo);
          expect(r.intervalSeasonMps[1]).toBeGreaterThanOrEqual(hi);
          expect(r.course).toHaveLength(r.sessionsSince);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('a smaller smallest gain never makes a gain less sure', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const list = sessions(seed, 6, 0.8);
        const chance = (smallestGainMps: number): number =>
          reviewGain(list, { ...options, smallestGainMps }).chanceAboveSmallest;
        expect(chance(0.2)).toBeGreaterThanOrEqual(chance(0.6));
      }),
      { numRuns: 20 },
    );
  });
  test('more swings of the same scatter narrow the interval, and never below what the days allow', () => {
    const width = (swings: number): number => {
      const random = seededRandom(7);
      const list = Array.from({ length: 6 }, (_, i) => ({
        date: new Date(Date.UTC(2026, 2, 1 + 7 * i)).toISOString(),
        condition: '',
        speedsMps: Array.from({ length: swings }, () => 41 + (i % 2 ? 0.4 : -0.4) + 0.8 * random.normal()),
      }));
      const [lo, hi] = reviewGain(list, options).interval90Mps;
      return hi - lo;
    };
    expect(width(60)).toBeLessThan(width(3));
    expect(width(60)).toBeGreaterThan(0.5);
  });
  test('notches never go down and never pass the best session', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const random = seededRandom(seed);
        const list = sessions(seed, 12, 0).map((s, i) => ({
          ...s,
          speedsMps: s.speedsMps.map((v) => v + 0.5 * i + 0.1 * random.normal()),
        }));
        const { notches } = reviewGain(list, options);
        const best = Math.max(...list.flatMap((s) => s.speedsMps));
        notches.forEach((n, k) => {
          expect(n.speedMps).toBeLessThan(best);
          if (k > 0) expect(n.speedMps).toBeGreaterThanOrEqual(notches[k - 1]!.speedMps);
        });
      }),
      { numRuns: 25 },
    );
  });
});

describe('posterior of the gain', () => {
  const seasonOf = (means: readonly SessionMean[], baseline: number): Season => {
    const season = new Season(41);
    means.forEach((m, i) => season.add({ ...m, old: i < baseline }));
    return season;
  };
  const season = seasonOf(sessionMeans(sessions(5, 6, 1).map((s) => s.speedsMps)).means, 2);
  const { parts, gainMps } = season.posterior();
  const width = (p: SeasonPosterior['parts']): number => mixtureQuantile(p, 0.95) - mixtureQuantile(p, 0.05);

  test('is a distribution', () => {
    expect(parts.reduce((sum, p) => sum + p.weight, 0)).toBeCloseTo(1, 6);
    expect(chanceAtMost(parts, -20)).toBeLessThan(0.001);
    expect(chanceAtMost(parts, 20)).toBeGreaterThan(0.999);
  });
  test('quantiles undo the distribution', () => {
    for (const p of [0.05, 0.3, 0.5, 0.9, 0.95])
      expect(chanceAtMost(parts, mixtureQuantile(parts, p))).toBeCloseTo(p, 6);
  });
  test('what was taken out beforehand widens it', () => {
    const wider = season.posterior(0.25);
    expect(width(wider.parts)).toBeGreaterThan(width(parts));
    expect(wider.gainMps).toBeCloseTo(gainMps, 9);
  });
  test('days that differ more are learnt as such', () => {
    const spread = (tau: number): number => {
      const random = seededRandom(2);
      const list = Array.from({ length: 12 }, () => 41 + tau * random.normal()).map((v) =>
        Array.from({ length: 12 }, () => v + 0.5 * random.normal()),
      );
      return seasonOf(sessionMeans(list).means, 6).posterior().daySpreadMps;
    };
    expect(spread(1.2)).toBeGreaterThan(2 * spread(0.2));
  });
});
