import { tuple } from '../numeric/tuple.ts';
import {
  ISOLATION_TESTS,
  isolationTest,
  LIMIT_WORDS,
  LIMITS,
  type IsolationTest,
  type Limit,
} from '../catalogue/isolation-tests.ts';
import { CannotSayError } from '../errors/input-error.ts';
import { percent } from '../numeric/percent.ts';
import { normalLogDensity } from '../numeric/normal-density.ts';
import { median, Z90 } from '../numeric/statistics.ts';
import { FEWEST_SWINGS, logRatio } from './ratios.ts';

/** What limits a player: nothing, one part, the ball, or two parts at once. */
export const LIMIT_CLASSES = ['none', ...LIMITS, 'mixed'] as const;
export type LimitClass = (typeof LIMIT_CLASSES)[number];

export interface LimitReading {
  /** Chance of each class; null where too little was done. */
  readonly limit: Readonly<Record<LimitClass, number>> | null;
  /** The limit that is likely enough to name. */
  readonly named: Limit | null;
  /** Test that would tell most between the two likeliest; null where all are done. */
  readonly nextTest: string | null;
  readonly sentence: string;
}

/**
 * Shares of a sound full swing's speed, and what is left of legs, trunk and release in each test: a model of parts, by
 * judgement, checked on simulated players with shares ±15 %. Tests without a row tell nothing of these parts.
 */
const PARTS = { legs: 0.2, trunk: 0.45, release: 0.35 } as const;
type Part = keyof typeof PARTS;
const LEFT: Readonly<Record<string, readonly [legs: number, trunk: number, release: number]>> = {
  kneeling: [0.1, 0.8, 0.95],
  'feet-together': [0.5, 0.95, 0.98],
  'half-way-down': [0.6, 0.35, 0.95],
  'hands-apart': [0.95, 1, 0.6],
  'trail-arm-only': [0.85, 0.85, 0.45],
  'chest-still': [0.3, 0.15, 0.95],
  'step-into-it': [1.05, 1, 1],
  'no-ball': [1, 1, 1],
};
/** A limited part gives so much of itself. */
const LIMITED_TO = [0.48, 0.6, 0.72] as const;
/** What the ball takes from a player it binds, share of speed. */
const BALL_TAKES = [0.05, 0.07, 0.1] as const;
const WINDOW_SDS = Z90;
/** Share of a window that players differ by beside what the class explains; the windows hold limited players too (by judgement). */
const WINDOW_SHARE = 0.6;
/** Correlation between the tests of one player beside the class. */
const CORRELATION = 0.6;
/** Unfamiliar tests all come out slower together on some days: a common factor. */
const LEARNING_SD = 0.03;
const PRIOR: Readonly<Record<LimitClass, number>> = {
  none: 0.5,
  legs: 0.13,
  trunk: 0.11,
  release: 0.1,
  ball: 0.08,
  mixed: 0.08,
};
const NAMED_FROM = 0.7;
const FEWEST_TESTS = 2;

const speedOf = (share: Readonly<Record<Part, number>>, [l, t, r]: readonly [number, number, number]): number =>
  PARTS.legs * share.legs * l + PARTS.trunk * share.trunk * t + PARTS.release * share.release * r;

const SOUND: Readonly<Record<Part, number>> = { legs: 1, trunk: 1, release: 1 };

/** One kind of player of a class: what each part gives, what the ball takes, whether a step lends the push that the legs miss. */
interface Member {
  readonly shares: Readonly<Record<Part, number>>;
  readonly ball: number;
  readonly stepLends: boolean;
}

/** Players of a class. */
function membersOf(cls: LimitClass): Member[] {
  const limited = (parts: readonly Part[], to: number, stepLends = false): Member => ({
    shares: { ...SOUND, ...Object.fromEntries(parts.map((p) => [p, to])) } as Record<Part, number>,
    ball: 0,
    stepLends,
  });
  switch (cls) {
    case 'none':
      return [{ shares: SOUND, ball: 0, stepLends: false }];
    case 'ball':
      return BALL_TAKES.map((ball) => ({ shares: SOUND, ball, stepLends: false }));
    case 'mixed':
      return (
        [
          ['legs', 'trunk'],
          ['trunk', 'release'],
          ['legs', 'release'],
        ] as const
      ).flatMap((pair) => LIMITED_TO.map((to) => limited(pair, to)));
    case 'legs':
      // In two of three players a step brings no more than the normal swing has.
      return LIMITED_TO.flatMap((to) => [limited(['legs'], to), limited(['legs'], to), limited(['legs'], to, true)]);
    default:
      return LIMITED_TO.map((to) => limited([cls], to));
  }
}

/** Log ratio that a test gives in the middle of a class: the window's middle, moved by what the parts model says. */
function expected(test: IsolationTest, member: Member): number {
  const left = LEFT[test.id]!;
  const lent = member.stepLends && test.id === 'step-into-it';
  const ratio = (shares: Member['shares']): number =>
    speedOf(lent ? { ...shares, legs: 1 } : shares, left) / speedOf(shares, [1, 1, 1]);
  const middle = (Math.log(test.typical[0]) + Math.log(test.typical[1])) / 2;
  const freed = test.withBall ? 0 : -Math.log(1 - member.ball);
  return middle + Math.log(ratio(member.shares) / ratio(SOUND)) + freed;
}

/** How sound players differ in a test, in log ratio. */
const playersSd = (test: IsolationTest): number =>
  (WINDOW_SHARE * (Math.log(test.typical[1]) - Math.log(test.typical[0]))) / 2 / WINDOW_SDS;

/** A swing without a ball is no new motion. */
const learningSd = (test: IsolationTest): number => (test.id === 'no-ball' ? 0 : LEARNING_SD);

interface Done {
  readonly test: IsolationTest;
  readonly value: number;
  readonly ownSd: number;
}

function covarianceOf(done: readonly Done[], fullSd: number): number[][] {
  return done.map((a, i) =>
    done.map((b, k) => {
      const players = (i === k ? 1 : CORRELATION) * playersSd(a.test) * playersSd(b.test);
      return players + learningSd(a.test) * learningSd(b.test) + fullSd ** 2 + (i === k ? a.ownSd ** 2 : 0);
    }),
  );
}

/** Test not done yet that parts the two likeliest classes best, for its spread. */
function tellingTest(done: readonly Done[], [a, b]: readonly [LimitClass, LimitClass]): string | null {
  const middle = (cls: LimitClass, test: IsolationTest): number => median(membersOf(cls).map((m) => expected(test, m)));
  const open = ISOLATION_TESTS.filter((t) => LEFT[t.id] && !done.some((d) => d.test.id === t.id)).map((t) => ({
    name: t.name,
    apart: Math.abs(middle(a, t) - middle(b, t)) / Math.hypot(playersSd(t), LEARNING_SD),
  }));
  open.sort((x, y) => y.apart - x.apart);
  return open[0]?.name ?? null;
}

const wordsOf = (cls: LimitClass): string =>
  cls === 'none' ? 'no limit at all' : cls === 'mixed' ? 'two parts at once' : LIMIT_WORDS[cls];

/**
 * Which part of the swing limits the speed: chance of each class from all tests done, by a normal likelihood around what a
 * model of parts expects.
 * @param full speeds of full swings, any unit; @param tests speeds of the tests by name, the same unit
 * @throws CannotSayError without three full swings
 */
export function limitReading(
  full: readonly number[],
  tests: Readonly<Record<string, readonly number[]>>,
): LimitReading {
  if (full.length < FEWEST_SWINGS) {
    throw new CannotSayError(
      'no-full-swing',
      'The tests are read against the full swing, and there are too few full swings.',
      `${FEWEST_SWINGS - full.length} more full swing(s)`,
    );
  }
  const done = Object.entries(tests).flatMap(([name, speeds]): Done[] => {
    const test = isolationTest(name);
    if (!test || !LEFT[test.id] || speeds.length < FEWEST_SWINGS) return [];
    const { value, testSd } = logRatio(full, speeds);
    return [{ test, value, ownSd: testSd }];
  });
  if (done.length < FEWEST_TESTS) {
    return {
      limit: null,
      named: null,
      nextTest: tellingTest(done, ['none', 'legs']),
      sentence: `Not enough to say where the limit lies: ${done.length === 0 ? 'no test tells' : 'one test alone does not tell'} legs, trunk and release apart. Do at least ${FEWEST_TESTS}, three good swings each; kneeling, half-way down and chest still tell most.`,
    };
  }
  const fullSd = logRatio(full, full).testSd;
  const covariance = covarianceOf(done, fullSd);
  const values = done.map((d) => d.value);
  const logs = LIMIT_CLASSES.map((cls) => {
    const members = membersOf(cls).map((m) =>
      normalLogDensity(
        values,
        done.map((d) => expected(d.test, m)),
        covariance,
      ),
    );
    const most = Math.max(...members);
    return Math.log(PRIOR[cls]) + most + Math.log(members.reduce((s, v) => s + Math.exp(v - most), 0) / members.length);
  });
  const most = Math.max(...logs);
  const total = logs.reduce((s, v) => s + Math.exp(v - most), 0);
  const limit = Object.fromEntries(LIMIT_CLASSES.map((c, i) => [c, Math.exp(logs[i]! - most) / total])) as Record<
    LimitClass,
    number
  >;
  const ranked = [...LIMIT_CLASSES].sort((a, b) => limit[b] - limit[a]);
  const named = LIMITS.find((l) => limit[l] >= NAMED_FROM) ?? null;
  const nextTest = named ? null : tellingTest(done, tuple(2, ranked));
  const would = nextTest ? ` “${nextTest}” would tell most between the two.` : '';
  const sentence = named
    ? `The pattern points to ${LIMIT_WORDS[named]} as the limit, at ${percent(limit[named])}.`
    : limit.none >= NAMED_FROM
      ? `No single limit stands out: that nothing limits more than the rest has ${percent(limit.none)}.`
      : `Cannot say which part limits: ${wordsOf(ranked[0]!)} ${percent(limit[ranked[0]!])}, ${wordsOf(ranked[1]!)} ${percent(limit[ranked[1]!])}.${would}`;
  return { limit, named, nextTest, sentence };
}
