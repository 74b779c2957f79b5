import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { seededRandom } from '../numeric/random.ts';
import { calledAndDone, type CalledSwing } from './called.ts';
import { callWords, calledSentence } from './called-sentence.ts';
import { CALLED_THINGS, calledThing } from './things.ts';

const path = must(calledThing('path'));
const CALLS = [-6, 6, -3, 3, 0, 6, -6, 3, -3, 0, 6, -6];

/** Swings of a player who does so much of a call, with mishits now and then. */
function player(slope: number, sd: number, seed: string, n = CALLS.length, mishits = 0): CalledSwing[] {
  const random = seededRandom(seed);
  return Array.from({ length: n }, (_, i) => {
    const called = CALLS[i % CALLS.length]!;
    const mishit = random.uniform() < mishits ? 12 : 0;
    return { called, done: -2 + slope * called + sd * random.normal() + mishit, withBall: i % 2 === 0 };
  });
}

describe('called and done', () => {
  test('the slope’s interval holds nine times in ten, mishits or none, few swings or many', () => {
    for (const [n, sd, mishits] of [
      [6, 1.5, 0],
      [12, 2.5, 0.06],
      [20, 4, 0.03],
    ] as const) {
      let held = 0;
      for (let i = 0; i < 400; i++) {
        const slope = 0.1 + 0.003 * i;
        const { line } = calledAndDone(player(slope, sd, `slope ${n} ${i}`, n, mishits), null);
        const [lo, hi] = must(line).slopeInterval90;
        if (lo <= slope && slope <= hi) held++;
      }
      expect(held / 400).toBeGreaterThan(0.85);
    }
  });
  test('what to ask for: done by the same player it gives what is wanted', () => {
    let held = 0;
    for (let i = 0; i < 300; i++) {
      const { askFor } = calledAndDone(player(0.6, 1.5, `ask ${i}`), 1);
      const truth = (1 + 2) / 0.6;
      const { interval90 } = must(askFor);
      if (interval90[0] <= truth && truth <= interval90[1]) held++;
    }
    expect(held / 300).toBeGreaterThan(0.85);
  });
  test('a player who drifts is asked for what gives the wanted value now, not half-way back', () => {
    const drifting = (drift: number) =>
      calledAndDone(
        player(0.8, 0.5, `drift ${drift}`, 20).map((s, i) => ({ ...s, done: s.done + drift * i })),
        1,
      ).askFor;
    expect(must(drifting(0)).called).toBeCloseTo((1 + 2) / 0.8, 0);
    expect(must(drifting(0.3)).called).toBeCloseTo((1 + 2 - 0.3 * 19) / 0.8, 0);
  });
  test('verdicts: as called, in part, not at all', () => {
    expect(calledAndDone(player(1, 0.6, 'a'), null).verdict).toBe('done as called');
    expect(calledAndDone(player(0.6, 0.6, 'b'), null).verdict).toBe('done in part');
    expect(calledAndDone(player(0.1, 0.6, 'c'), null).verdict).toBe('not done');
    expect(calledAndDone(player(0.3, 9, 'd', 6), null).verdict).toBe('cannot say');
  });
  test('a player who does nothing of what is called is seldom said to do some of it', () => {
    let [said, asked] = [0, 0];
    for (let i = 0; i < 300; i++) {
      const { verdict, askFor } = calledAndDone(player(0, 2, `none ${i}`), 3);
      if (verdict === 'done in part' || verdict === 'done as called') said++;
      if (askFor) asked++;
    }
    expect(said / 300).toBeLessThan(0.1);
    expect(asked / 300).toBeLessThan(0.1);
  });
  test('the score lies between nothing and done to the point, and does not ask in which unit', () => {
    const exact = calledAndDone(player(1, 0, 'exact'), null);
    expect(must(exact.line).score).toBeCloseTo(1, 6);
    const swings = player(0.7, 2, 'unit');
    const a = must(calledAndDone(swings, null).line);
    const b = must(calledAndDone(swings.map((s) => ({ ...s, called: s.called / 57.3, done: s.done / 57.3 })), null).line); // prettier-ignore
    expect(b.slope).toBeCloseTo(a.slope, 6);
    expect(b.score).toBeCloseTo(a.score, 6);
  });
  test('spread at each call; with a ball and without; the offset is the lead turned round', () => {
    const swings = player(0.8, 1, 'both', 24).map((s) => ({ ...s, done: s.withBall ? s.done : s.called }));
    const a = calledAndDone(swings, null);
    expect(a.atCalls.map((c) => c.called)).toEqual([-6, -3, 0, 3, 6]);
    expect(must(a.withoutBall).slope).toBeCloseTo(1, 3);
    expect(must(a.withBall).slope).toBeLessThan(0.95);
    const late = calledAndDone(player(1, 0.5, 'lead'), null);
    expect(must(late.offset).mean).toBeCloseTo(-2, 0);
  });
  test('thin or alike calls say what is missing', () => {
    expect(calledAndDone([], null)).toMatchObject({ line: null, verdict: 'cannot say', missing: '5 more swings with a call' }); // prettier-ignore
    const alike = calledAndDone(player(1, 1, 'alike').map((s) => ({ ...s, called: 3 })), 1); // prettier-ignore
    expect(alike).toMatchObject({ line: null, askFor: null, missing: 'another call: all were alike' });
    expect(calledSentence(alike, path, path.name, false)).toContain('all were alike');
  });
  test('a call far outside what was tried is a guess, and said to be one', () => {
    const a = calledAndDone(player(0.5, 0.8, 'far'), 12);
    expect(must(a.askFor).beyond).toBe(true);
    expect(calledSentence(a, path, path.name, false)).toContain('a guess');
  });
  test('calls in words are steps, and a wanted value lies between two of them', () => {
    expect(callWords(path, 3, true)).toBe('more out');
    expect(callWords(path, 4.5, true)).toBe('between “more out” and “much more out”');
    expect(callWords(path, 9, true)).toBe('more than “much more out”');
    expect(callWords(path, -4, false)).toBe('4.0° in');
    const words = calledSentence(calledAndDone(player(0.5, 0.5, 'words'), 0), path, path.name, true);
    expect(words).toMatch(
      /of each step \(taken as 3\.0°\) called 0\.\d\d is done .* ask for between “more out” and “much more out”\./,
    );
  });
  test('everything that can be called has its words, and what a shot measures is in its unit', () => {
    for (const t of CALLED_THINGS) expect([t.more, t.less, t.name].every((w) => w.length > 0)).toBe(true);
    expect(must(path.ofShot?.({ pathOutRad: 0.0524 })) / path.si).toBeCloseTo(3, 1);
    expect(calledThing('nothing')).toBeUndefined();
  });
});
