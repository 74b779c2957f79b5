import type { Level } from './stages.ts';

export type Sex = 'female' | 'male';

/** A figure to compare with, and where it comes from. Typical, never a verdict. */
export interface Norm {
  readonly low: number;
  readonly high: number;
  readonly source: string;
}

const PUBLISHED = 'rounded from published averages by level';
const JUDGEMENT = 'by judgement';

/** Driver club head speed, mph, of adults under 50: middle by level. */
const DRIVER_MPH: Readonly<Record<Sex, Readonly<Record<Level, number>>>> = {
  male: { beginner: 86, club: 93, 'single-figure': 102, elite: 113 },
  female: { beginner: 65, club: 76, 'single-figure': 86, elite: 95 },
};
/** Middle-iron speed as a share of the driver's. */
const IRON_SHARE = 0.81;
const SPREAD = 0.1;

/** Speed that remains of a younger adult's, by age band; falls about 0.6 % a year after 50 (by judgement, near published club averages). */
const AGE_BANDS: readonly { readonly from: number; readonly name: string; readonly share: number }[] = [
  { from: 0, name: 'under 13', share: 0.66 },
  { from: 13, name: '13–15', share: 0.84 },
  { from: 16, name: '16–49', share: 1 },
  { from: 50, name: '50–59', share: 0.96 },
  { from: 60, name: '60–69', share: 0.9 },
  { from: 70, name: '70 and over', share: 0.82 },
];

export const ageBand = (ageYears: number): (typeof AGE_BANDS)[number] =>
  [...AGE_BANDS].reverse().find((b) => ageYears >= b.from) ?? AGE_BANDS[0]!;

/**
 * Club head speed to expect, mph, with its source; undefined for clubs without a norm.
 * @param sex undefined gives the span of both
 */
export function speedNormMph(
  club: string,
  { sex, ageYears, level }: { sex?: Sex; ageYears: number; level: Level },
): (Norm & { readonly who: string }) | undefined {
  const share = /driver/i.test(club) ? 1 : /iron/i.test(club) ? IRON_SHARE : undefined;
  if (share === undefined) return undefined;
  const band = ageBand(ageYears);
  const middles = (sex ? [sex] : (['female', 'male'] as const)).map((s) => DRIVER_MPH[s][level] * share * band.share);
  return {
    low: Math.min(...middles) * (1 - SPREAD),
    high: Math.max(...middles) * (1 + SPREAD),
    who: `${level}, ${sex ?? 'women and men'}, ${band.name}`,
    source: band.share === 1 ? PUBLISHED : `${PUBLISHED}; the age share ${JUDGEMENT}`,
  };
}

/** What is recorded of the set-up. */
export const SETUP_KEYS = [
  'gripHold',
  'knuckles',
  'aimFeetOutDeg',
  'aimFaceOutDeg',
  'ballInsideHeelMm',
  'stanceWidthMm',
  'sideTiltDeg',
  'handHeightMm',
  'elbow',
] as const;
export type SetupKey = (typeof SETUP_KEYS)[number];
export type SetupNumberKey = Exclude<SetupKey, 'gripHold' | 'elbow'>;

/** The static things of one club, as recorded on one day. Missing is not recorded. */
export interface Setup {
  readonly club: string;
  readonly gripHold?: 'fingers' | 'between' | 'palm';
  /** Knuckles of the lead hand that the player sees: few is weak, many is strong. */
  readonly knuckles?: number;
  readonly aimFeetOutDeg?: number;
  readonly aimFaceOutDeg?: number;
  /** Ball inside the lead heel, toward the trail foot. */
  readonly ballInsideHeelMm?: number;
  /** Between the middles of the heels. */
  readonly stanceWidthMm?: number;
  /** Spine leaning away from the target. */
  readonly sideTiltDeg?: number;
  readonly handHeightMm?: number;
  readonly elbow?: 'soft' | 'locked';
}

export interface SetupField {
  readonly key: SetupNumberKey;
  readonly name: string;
  readonly unit: '°' | 'mm' | '';
  readonly range: readonly [number, number];
  /** Words for + and −, where the sign has to be spelled. */
  readonly signWords?: readonly [string, string];
}

export const SETUP_FIELDS: readonly SetupField[] = [
  { key: 'knuckles', name: 'Knuckles seen, lead hand', unit: '', range: [0, 4] },
  { key: 'aimFeetOutDeg', name: 'Aim of the feet', unit: '°', range: [-30, 30], signWords: ['out', 'in'] },
  { key: 'aimFaceOutDeg', name: 'Aim of the face', unit: '°', range: [-30, 30], signWords: ['out', 'in'] },
  { key: 'ballInsideHeelMm', name: 'Ball inside the lead heel', unit: 'mm', range: [-150, 500] },
  { key: 'stanceWidthMm', name: 'Stance width', unit: 'mm', range: [0, 1200] },
  { key: 'sideTiltDeg', name: 'Side tilt away from the target', unit: '°', range: [-15, 30] },
  { key: 'handHeightMm', name: 'Height of the hands', unit: 'mm', range: [300, 1300] },
];

/** Typical set-up figures by club and height; every one an editable starting point. */
export function setupNorm(key: SetupNumberKey, club: string, heightM: number | undefined): Norm | undefined {
  const driver = /driver/i.test(club);
  const mm = 1000 * (heightM ?? 1.75);
  const figure = (low: number, high: number, source = JUDGEMENT): Norm => ({ low, high, source });
  switch (key) {
    case 'knuckles':
      return figure(1.5, 3);
    case 'aimFeetOutDeg':
    case 'aimFaceOutDeg':
      return figure(-3, 3);
    case 'ballInsideHeelMm':
      return driver ? figure(0, 60) : figure(60, 200);
    case 'stanceWidthMm':
      return driver
        ? figure(0.24 * mm, 0.36 * mm, 'share of height, by judgement')
        : figure(0.17 * mm, 0.27 * mm, 'share of height, by judgement');
    case 'sideTiltDeg':
      return driver ? figure(5, 14) : figure(0, 7);
    case 'handHeightMm':
      return figure(0.4 * mm, 0.48 * mm, 'share of height, by judgement');
  }
}
