import type { Random } from '../core/numeric/random.ts';
import { calledAndDone, type CalledSwing } from '../core/called/called.ts';

export interface CallFigures {
  /** Lines whose slope's interval held the truth; whose call for a wanted value did, of those that said one. */
  readonly slopeHeld: number;
  readonly askHeld: number;
  /** Players who do nothing of a call that were said to do some of it. */
  readonly falseDone: number;
}

/** Value that is aimed at. */
const WANTED = 2;

/** A made-up player's calls: done in part, with an offset, a bend at the ends, uneven spread and mishits. */
function calls(random: Random, swings: number, slope: number, offset: number): CalledSwing[] {
  const sd = 0.7 + 2.5 * random.uniform();
  const bend = 0.01 * random.normal();
  const steps = [-6, -3, 0, 3, 6];
  let learned = 0;
  return Array.from({ length: swings }, (_, i) => {
    // Whoever calls goes through the calls, then at will.
    const called = i < 5 ? steps[(2 * i) % 5]! : steps[Math.floor(5 * random.uniform())]!;
    learned += 0.1 * random.normal();
    const mishit = random.uniform() < 0.05 ? 8 * random.normal() : 0;
    const spread = sd * (1 + Math.abs(called) / 12);
    const done = offset + slope * called + bend * called ** 2 + learned + spread * random.normal() + mishit;
    return { called, done, withBall: true };
  });
}

/** Many runs of calls of one length. */
export function callFigures(swings: number, n: number, random: Random): CallFigures {
  let [slopeHeld, askHeld, asked, falseDone] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const slope = 0.1 + 1.1 * random.uniform();
    const offset = 3 * random.normal();
    const answer = calledAndDone(calls(random, swings, slope, offset), WANTED);
    const [lo, hi] = answer.line?.slopeInterval90 ?? [Infinity, -Infinity];
    slopeHeld += Number(lo <= slope && slope <= hi);
    if (answer.askFor) {
      asked++;
      const truth = (WANTED - offset) / slope;
      const [from, to] = answer.askFor.interval90;
      askHeld += Number(from <= truth && truth <= to);
    }
    const none = calledAndDone(calls(random, swings, 0, offset), null);
    falseDone += Number(none.verdict === 'done in part' || none.verdict === 'done as called');
  }
  return { slopeHeld: slopeHeld / n, askHeld: askHeld / Math.max(1, asked), falseDone: falseDone / n };
}
