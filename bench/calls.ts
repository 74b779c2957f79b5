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

/** Calls of a made-up player, and the level that they had come to at the end. */
interface Calls {
  readonly swings: readonly CalledSwing[];
  readonly levelNow: number;
}
type Caller = (random: Random, swings: number, slope: number, offset: number) => Calls;

/** Done in part, with an offset, a bend at the ends, a wandering level, uneven spread and mishits. */
const usual: Caller = (random, swings, slope, offset) => {
  const sd = 0.7 + 2.5 * random.uniform();
  const bend = 0.01 * random.normal();
  const steps = [-6, -3, 0, 3, 6];
  let learned = 0;
  const list = Array.from({ length: swings }, (_, i) => {
    // Whoever calls goes through the calls, then at will.
    const called = i < 5 ? steps[(2 * i) % 5]! : steps[Math.floor(5 * random.uniform())]!;
    learned += 0.1 * random.normal();
    const mishit = random.uniform() < 0.05 ? 8 * random.normal() : 0;
    const spread = sd * (1 + Math.abs(called) / 12);
    const done = offset + slope * called + bend * called ** 2 + learned + spread * random.normal() + mishit;
    return { called, done, withBall: true };
  });
  return { swings: list, levelNow: offset + learned };
};

/** Others than the sums were set on: heavy tails instead of mishits, a drift one way, a device that rounds, other calls. */
const other: Caller = (random, swings, slope, offset) => {
  const sd = 0.5 + 3 * random.uniform();
  const drift = 0.12 * random.normal();
  const calls = [-8, -4, -2, 2, 4, 8];
  const tail = (): number => {
    const below = Array.from({ length: 4 }, () => random.normal() ** 2).reduce((s, v) => s + v, 0) / 4;
    return random.normal() / Math.sqrt(below);
  };
  const list = Array.from({ length: swings }, (_, i) => {
    const called = calls[(i * 5 + Math.floor(2 * random.uniform())) % 6]!;
    const done = offset + slope * called + drift * i + 0.75 * sd * tail();
    return { called, done: Math.round(10 * done) / 10, withBall: true };
  });
  return { swings: list, levelNow: offset + drift * swings };
};
const PLAYERS = { usual, other } as const;

/** Many runs of calls of one length. */
export function callFigures(
  swings: number,
  n: number,
  random: Random,
  players: keyof typeof PLAYERS = 'usual',
): CallFigures {
  let [slopeHeld, askHeld, asked, falseDone] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const slope = 0.1 + 1.1 * random.uniform();
    const offset = 3 * random.normal();
    const made = PLAYERS[players](random, swings, slope, offset);
    const answer = calledAndDone(made.swings, WANTED);
    const [lo, hi] = answer.line?.slopeInterval90 ?? [Infinity, -Infinity];
    slopeHeld += Number(lo <= slope && slope <= hi);
    if (answer.askFor) {
      asked++;
      const truth = (WANTED - made.levelNow) / slope;
      const [from, to] = answer.askFor.interval90;
      askHeld += Number(from <= truth && truth <= to);
    }
    const none = calledAndDone(PLAYERS[players](random, swings, 0, offset).swings, null);
    falseDone += Number(none.verdict === 'done in part' || none.verdict === 'done as called');
  }
  return { slopeHeld: slopeHeld / n, askHeld: askHeld / Math.max(1, asked), falseDone: falseDone / n };
}
