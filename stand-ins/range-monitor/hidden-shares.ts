import type { Random } from '../../core/numeric/random.ts';

/** Hidden truth of a simulated player: how much of a sound player's part each source gives, and what the ball takes. */
export interface HiddenShares {
  /** 1 is sound; 0.65 gives a third less than a sound player's part. */
  readonly legs: number;
  readonly trunk: number;
  readonly release: number;
  /** Share of speed that the ball takes. */
  readonly ballFear: number;
  /** Fall of ln speed with ln load. */
  readonly loadSlope: number;
  readonly otherDirection: number;
}

export const SOUND_SHARES: HiddenShares = {
  legs: 1,
  trunk: 1,
  release: 1,
  ballFear: 0.02,
  loadSlope: -0.28,
  otherDirection: 0.83,
};

/** Players of each kind that the reading has to tell apart. */
export const LIMITED_SHARES = {
  none: SOUND_SHARES,
  legs: { ...SOUND_SHARES, legs: 0.5 },
  trunk: { ...SOUND_SHARES, trunk: 0.55 },
  release: { ...SOUND_SHARES, release: 0.6 },
  ball: { ...SOUND_SHARES, ballFear: 0.09 },
} as const satisfies Record<string, HiddenShares>;
export type LimitedKind = keyof typeof LIMITED_SHARES;

/** Parts of a sound full swing. */
const PARTS = { legs: 0.24, trunk: 0.4, release: 0.36 } as const;

type Left = readonly [legs: number, trunk: number, release: number];

/** What each test leaves of the three parts; the player's own truth is never seen by the application. */
const NORMAL: Left = [1, 1, 1];
const LEFT: Readonly<Record<string, Left>> = {
  normal: NORMAL,
  kneeling: [0.05, 0.93, 1],
  'feet together': [0.55, 0.95, 1],
  'half-way down only': [0.5, 0.32, 1.08],
  'hands apart': [1, 0.97, 0.55],
  'trail arm only': [0.8, 0.8, 0.5],
  'chest still': [0.3, 0.25, 0.98],
};

/** Speed of a swing as a share of this player's sound self, before the scatter from swing to swing. */
export function shareOfSpeed(player: HiddenShares, condition: string, withBall: boolean, massShare = 1): number {
  const [legs, trunk, release] = LEFT[condition] ?? NORMAL;
  // A step into it lends the push that the legs do not give by themselves.
  const push = condition === 'step into it' ? Math.max(player.legs, 1) : player.legs;
  const body = PARTS.legs * legs * push + PARTS.trunk * trunk * player.trunk + PARTS.release * release * player.release;
  const side = condition === 'other direction' ? player.otherDirection : 1;
  return body * side * massShare ** player.loadSlope * (withBall ? 1 - player.ballFear : 1);
}

/** Club head speeds of a test, mph, with the scatter from swing to swing. */
export function testSpeeds(
  player: HiddenShares,
  soundSpeedMph: number,
  test: { readonly condition: string; readonly withBall: boolean; readonly massShare?: number },
  swings: number,
  spreadMph: number,
  random: Random,
): number[] {
  const share = shareOfSpeed(player, test.condition, test.withBall, test.massShare);
  return Array.from({ length: swings }, () => soundSpeedMph * share + spreadMph * share * random.normal());
}
