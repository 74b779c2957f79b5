import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  askAt,
  askAtKey,
  changeBetween,
  fallBack,
  isFullIntentAt,
  isRungFor,
  placeOnLadder,
  rungFor,
  rungKeysOf,
  stepUp,
} from './drill-rungs.ts';
import { DRILLS, drillById } from './drills.ts';
import { keyOfOldRung, ladder, laneOf, placeOnScale, rungKey, rungOfKey, rungWords, SCALE_NAMES } from './rungs.ts';

const drill = (id: string) => drillById(id)!;
const anyRung = fc
  .constantFrom(...DRILLS)
  .chain((d) => fc.record({ d: fc.constant(d), r: fc.constantFrom(...d.rungs) }));

describe('ladders', () => {
  test.each(DRILLS.map((d) => [d.id, d] as const))('%s: each step changes one thing, never back', (_id, d) => {
    expect(new Set(rungKeysOf(d)).size).toBe(d.rungs.length);
    for (const [i, to] of d.rungs.entries()) {
      const from = d.rungs[i - 1];
      if (!from) continue;
      expect(changeBetween(from, to)).toBeDefined();
      for (const s of SCALE_NAMES) expect(placeOnScale(to, s)).toBeGreaterThanOrEqual(placeOnScale(from, s));
    }
  });
  test('the old numbers are rungs still, and every drill finds its place for each', () => {
    expect(rungOfKey(keyOfOldRung(0)!)).toMatchObject({ pace: 'still', place: 'mirror' });
    expect(rungOfKey(keyOfOldRung(7)!)).toMatchObject({ club: 'driver', ball: 'alone', aid: 'off', place: 'range' });
    expect(keyOfOldRung(9)).toBeUndefined();
    for (const d of DRILLS)
      for (let n = 0; n <= 8; n++)
        expect([d.id, n, isRungFor(d, rungFor(d, keyOfOldRung(n)!))]).toEqual([d.id, n, true]);
  });
  test('what is no rung is none', () => {
    expect(rungOfKey('half/whole')).toBeUndefined();
    expect(rungOfKey('half/whole/iron/none/on/garden')).toBeUndefined();
    expect(() => ladder('slow whole')).toThrow('No rung');
    expect(rungWords('half/part/stick/none/on/garden', 'chair')).toBe(
      'half pace, part of the swing, stick, no ball, aid: chair, at home or in the garden',
    );
  });
});

describe('falling back and coming back', () => {
  const rungs = drill('feet-together').rungs;
  test('pace first, then ball, then club', () => {
    const at = rungOfKey('three-quarter/whole/driver/alternate/on/range')!;
    const way = [at];
    for (let i = 0; i < 6; i++) {
      const next = fallBack(rungs, way.at(-1)!);
      if (next) way.push(next);
    }
    expect(way.slice(1).map((r, i) => changeBetween(way[i]!, r))).toEqual([
      'pace half',
      'pace slow',
      'ball drill',
      'ball foam',
      'ball none',
      'club middle-iron',
    ]);
  });
  test('one thing at a time, and back up to where it fell from', () => {
    fc.assert(
      fc.property(anyRung, fc.integer({ min: 1, max: 8 }), ({ d, r }, falls) => {
        let here = r;
        let fallen = 0;
        for (let i = 0; i < falls; i++) {
          const down = fallBack(d.rungs, here);
          if (!down) break;
          expect(changeBetween(here, down)).toBeDefined();
          expect(isRungFor(d, rungKey(down))).toBe(true);
          here = down;
          fallen++;
        }
        const goal = placeOnLadder(d.rungs, r);
        for (let i = 0; i < 40 && placeOnLadder(d.rungs, here) <= goal && rungKey(here) !== rungKey(r); i++) {
          const up = stepUp(d.rungs, here)!;
          expect(changeBetween(here, up)).toBeDefined();
          here = up;
        }
        expect([fallen, rungKey(here)]).toEqual([fallen, rungKey(r)]);
      }),
      { numRuns: 300 },
    );
  });
  test('the first rung has nothing below, the last nothing above', () => {
    expect(fallBack(rungs, rungs[0]!)).toBeUndefined();
    expect(stepUp(rungs, rungs.at(-1)!)).toBeUndefined();
  });
});

describe('what a rung asks', () => {
  test('every rung of every drill has a check that can be met and somebody who can judge it', () => {
    for (const d of DRILLS)
      for (const r of d.rungs) {
        const ask = askAt(d, r);
        expect(ask.check.passed).toBeGreaterThan(0);
        expect(ask.check.passed).toBeLessThanOrEqual(ask.check.of);
        expect([d.id, ask.key, ask.judges.length > 0]).toEqual([d.id, ask.key, true]);
        if (r.place === 'course') expect(ask.judges).toEqual(['student']);
      }
  });
  test('a check of position is the student’s to judge as long as it is slow', () => {
    const d = drill('plane-gate');
    expect(askAt(d, d.rungs[1]!).alone).toBe(d.check.text);
    expect(askAtKey(d, 'half/whole/middle-iron/none/on/garden')).toMatchObject({ alone: null });
    expect(askAtKey(d, 'half/whole/middle-iron/none/on/garden')!.judges).not.toContain('student');
  });
  test('film or a device alone: another check for the student is offered', () => {
    expect(askAtKey(drill('late-set-half'), 'half/part/middle-iron/none/on/garden')!.alone).toContain('Finish held');
    expect(askAtKey(drill('light-fast'), 'full/whole/stick/none/on/garden')!.alone).not.toBeNull();
  });
  test('full intent is a maximal drill at full pace', () => {
    expect(isFullIntentAt(drill('light-fast'), 'full/whole/stick/none/on/garden')).toBe(true);
    expect(isFullIntentAt(drill('light-fast'), 'half/whole/stick/none/on/garden')).toBe(false);
    expect(isFullIntentAt(drill('feet-together'), 'full/whole/middle-iron/none/on/garden')).toBe(false);
  });
  test('lanes go from far to the ball', () => {
    const lanes = ['far from the ball', 'on the way', 'with the ball'];
    for (const d of DRILLS) {
      const seen = d.rungs.map((r) => lanes.indexOf(laneOf(r)));
      expect([d.id, [...seen].sort()]).toEqual([d.id, seen]);
    }
  });
});
