import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { readGroundCsv } from '../formats/ground-csv.ts';
import { analyseGround } from './ground-analysis.ts';
import { groundTraces } from './ground-traces.ts';
import { pushAgainstRelease, swingEvents, unloadingBeforeStrikeS, type MotionMoments } from './swing-record.ts';

const load = (name: string) => {
  const capture = readGroundCsv(readFileSync(join(import.meta.dirname, 'fixtures/ground', `${name}.csv`), 'utf8'));
  const figures = analyseGround(capture);
  return { figures, traces: groundTraces(capture, figures.bodyWeightN) };
};
const motion: MotionMoments = {
  topBeforeStrikeMs: 270,
  leadArmLevelBeforeStrikeMs: 110,
  segments: { hips: { peakBeforeStrikeMs: 115 }, chest: { peakBeforeStrikeMs: 105 } },
  release: { startBeforeStrikeMs: 60 },
};

describe('one swing of motion and ground', () => {
  const jump = load('03-jump-1000hz');
  test('events of both records stand in one order, and a shift moves one record only', () => {
    const events = swingEvents(motion, jump, { motionS: 0, groundS: 0 });
    const times = events.map((e) => e.beforeStrikeS);
    expect([...times].sort((a, b) => b - a)).toEqual(times);
    const moved = swingEvents(motion, jump, { motionS: 0, groundS: 0.02 });
    for (const e of events) {
      const after = must(moved.find((m) => m.name === e.name));
      expect(after.beforeStrikeS).toBeCloseTo(e.beforeStrikeS - (e.from === 'ground' ? 0.02 : 0), 9);
    }
  });
  test('a jumping player unloads before the strike, a still one does not', () => {
    expect(must(unloadingBeforeStrikeS(jump.figures, jump.traces))).toBeGreaterThan(0);
    expect(must(unloadingBeforeStrikeS(jump.figures, jump.traces))).toBeLessThan(
      must(jump.figures.peakVerticalBw).beforeStrikeS,
    );
    const weak = load('04-weak-500hz');
    expect(unloadingBeforeStrikeS(weak.figures, weak.traces)).toBeUndefined();
  });
  test('the sentence says push against release, and nothing where one is missing', () => {
    expect(pushAgainstRelease(swingEvents(motion, jump, { motionS: 0, groundS: 0 }))).toMatch(
      /^The legs push most \d+ ms (before|after) the release/,
    );
    expect(pushAgainstRelease(swingEvents({ ...motion, release: undefined }, jump, { motionS: 0, groundS: 0 }))).toBe(
      '',
    );
    const push = must(jump.figures.peakVerticalBw).beforeStrikeS;
    const together = { ...motion, release: { startBeforeStrikeMs: 1000 * push + 4 } };
    expect(pushAgainstRelease(swingEvents(together, jump, { motionS: 0, groundS: 0 }))).toMatch(
      /too near to be told apart/,
    );
  });
});
