import type { BodyPart } from './cautions.ts';
import type { KitId } from './drill-type.ts';

/** Where club head speed can be limited, as the isolation tests tell it. */
export const LIMITS = ['legs', 'trunk', 'release', 'ball'] as const;
export type Limit = (typeof LIMITS)[number];

export const LIMIT_WORDS: Readonly<Record<Limit, string>> = {
  legs: 'the legs and the ground',
  trunk: 'the trunk',
  release: 'the arms and the wrist release',
  ball: 'the ball: it slows a freer swing',
};

/** One test with a part of the swing switched off (or added), read as a ratio to the full swing of the day. */
export interface IsolationTest {
  readonly id: string;
  readonly name: string;
  /** Condition of the block that holds its swings. */
  readonly condition: string;
  readonly withBall: boolean;
  readonly how: readonly string[];
  readonly swings: number;
  readonly safety: string;
  /** Ratio to the full swing for adults who play; typical, editable. */
  readonly typical: readonly [low: number, high: number];
  readonly lowMeans: string;
  readonly highMeans: string;
  readonly kit: readonly KitId[];
  /** Parts that must not hurt, least single-leg stand, s. */
  readonly loads: readonly BodyPart[];
  readonly balanceS?: number;
  /** Needs room for a ball to fly. */
  readonly outside: boolean;
  /** Mass of the implement against the driver's, where the test is one of implements. */
  readonly massShare?: number;
}

type Draft = Omit<IsolationTest, 'swings' | 'kit' | 'loads' | 'withBall' | 'outside'> & Partial<IsolationTest>;
const isolation = (draft: Draft): IsolationTest => ({
  swings: 5,
  kit: [],
  loads: [],
  withBall: true,
  outside: true,
  ...draft,
});

/** The tests in the order in which they are gentle on the body. Windows are typical for adults who play. */
export const ISOLATION_TESTS: readonly IsolationTest[] = [
  isolation({
    id: 'no-ball',
    name: 'No ball',
    condition: 'normal',
    withBall: false,
    outside: false,
    how: [
      'Same club, same stance, same intent; brush the place where the ball would be.',
      'Alternate with ball swings.',
    ],
    safety: 'Clear space all round; the club still flies if the grip slips.',
    typical: [1.0, 1.05],
    lowMeans: 'The swing without a ball is no freer.',
    highMeans: 'The ball slows the swing.',
  }),
  isolation({
    id: 'feet-together',
    name: 'Feet together',
    condition: 'feet together',
    how: ['Heels touch, ball opposite the middle.', 'Swing as fast as balance allows; hold the finish.'],
    safety: 'Firm footing; stop the swing rather than step out of it.',
    typical: [0.82, 0.92],
    lowMeans: 'Balance and timing need a base.',
    highMeans: 'Little use is made of the shift.',
    loads: ['knee'],
    balanceS: 5,
  }),
  isolation({
    id: 'half-way-down',
    name: 'Half-way down only',
    condition: 'half-way down only',
    how: ['Go to lead arm level, stop, count two.', 'From that stillness swing through; no second run-up.'],
    safety: 'No jerk from the stop: build the speed, do not snatch it.',
    typical: [0.55, 0.72],
    lowMeans: 'The release is the limit.',
    highMeans: 'Backswing and body add little.',
    loads: ['wrist'],
  }),
  isolation({
    id: 'hands-apart',
    name: 'Hands apart',
    condition: 'hands apart',
    how: ['Trail hand two hand-widths below the lead hand.', 'The hands cannot flick: turn them with the body.'],
    safety: 'Half speed for the first two swings.',
    typical: [0.75, 0.9],
    lowMeans: 'The body does not drive.',
    highMeans: 'The wrist release does not add.',
    loads: ['wrist'],
  }),
  isolation({
    id: 'trail-arm-only',
    name: 'Trail arm only',
    condition: 'trail arm only',
    how: [
      'Lead hand on the lead shoulder, trail hand alone on the club.',
      'Fold and throw; iron or driver gripped down.',
    ],
    safety: 'Firm dry grip; nobody in front either.',
    typical: [0.6, 0.78],
    lowMeans: 'The trail arm adds little.',
    highMeans: 'The lead side or the two hands together are in the way.',
    loads: ['wrist', 'shoulder'],
  }),
  isolation({
    id: 'kneeling',
    name: 'Kneeling',
    condition: 'kneeling',
    how: ['Both knees on a pad, ball teed, driver flatter than usual.', 'Turn and release; the legs are out of it.'],
    safety: 'Soft pad under the knees; the head must not dig in: tee it higher.',
    typical: [0.68, 0.8],
    lowMeans: 'Trunk, arms or release are the limit.',
    highMeans: 'Legs and ground add little: look at the use of the ground.',
    loads: ['knee', 'lower back', 'foot'],
  }),
  isolation({
    id: 'chest-still',
    name: 'Chest still',
    condition: 'chest still',
    how: [
      'Keep the chest facing the ball from start to finish.',
      'Arms and wrists alone swing the club; iron or driver gripped down.',
    ],
    safety: 'Build the speed over three swings; stop with any pull in the elbow or the wrist.',
    typical: [0.45, 0.6],
    lowMeans: 'Arms and wrists are the limit.',
    highMeans: 'The trunk adds little.',
    loads: ['wrist', 'shoulder'],
  }),
  isolation({
    id: 'step-into-it',
    name: 'Step into it',
    condition: 'step into it',
    how: ['Feet together, step toward the target as the club goes back.', 'The step starts the downswing.'],
    safety: 'Dry, level footing; leave it out with knee or hip pain.',
    typical: [0.97, 1.03],
    lowMeans: 'Coordination: the step disturbs the swing.',
    highMeans: 'Shift or push is missing from the normal swing.',
    loads: ['knee'],
    balanceS: 8,
  }),
  isolation({
    id: 'light-stick',
    name: 'Light stick (−20 % mass)',
    condition: 'light implement',
    withBall: false,
    outside: false,
    how: ['Same motion, full intent, no ball.', 'Rest half a minute between swings.'],
    safety: 'Never at full speed cold; a stick without a head still flies.',
    typical: [1.04, 1.09],
    lowMeans: 'Speed is the limit (timing, tension).',
    highMeans: 'Strength is the limit: speed falls off steeply with load.',
    kit: ['light stick'],
    massShare: 0.8,
  }),
  isolation({
    id: 'heavy-stick',
    name: 'Heavy stick (+20 %)',
    condition: 'heavy implement',
    withBall: false,
    outside: false,
    how: [
      'Same motion with the heavier implement, no ball.',
      'Three swings are enough; stop when it pulls you off balance.',
    ],
    swings: 3,
    safety: 'Closed for growing players and with back, wrist or shoulder pain.',
    typical: [0.92, 0.97],
    lowMeans: 'Strength is the limit.',
    highMeans: 'Speed is the limit.',
    kit: ['heavy stick'],
    loads: ['lower back', 'wrist', 'shoulder'],
    massShare: 1.2,
  }),
  isolation({
    id: 'other-direction',
    name: 'Other direction',
    condition: 'other direction',
    withBall: false,
    outside: false,
    how: ['Turn round and swing the other way, no ball.', 'Start at half speed, then as fast as stays smooth.'],
    safety: 'The space behind you is now the space in front: clear it.',
    typical: [0.75, 0.9],
    lowMeans: 'One-sided: the brakes and the balance are weak.',
    highMeans: 'Well balanced between the two directions.',
    loads: ['lower back'],
  }),
];

/** A test by id or by any spelling of its name: feetTogether, feet-together, "Feet together". */
export function isolationTest(name: string): IsolationTest | undefined {
  const plain = (text: string): string => text.toLowerCase().replace(/[^a-z]/g, '');
  const wanted = plain(name);
  const aliases: Record<string, string> = {
    air: 'no-ball',
    airswing: 'no-ball',
    halfwaydownonly: 'half-way-down',
    halfdown: 'half-way-down',
    stepinto: 'step-into-it',
    step: 'step-into-it',
    trailarm: 'trail-arm-only',
    light: 'light-stick',
    heavy: 'heavy-stick',
    armsandwristsonly: 'chest-still',
    otherside: 'other-direction',
  };
  const id = aliases[wanted];
  return ISOLATION_TESTS.find((t) => t.id === id || plain(t.id) === wanted || plain(t.condition) === wanted);
}
