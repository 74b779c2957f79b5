import type { Ground } from './ground-analysis.ts';
import type { GroundTraces } from './ground-traces.ts';
import type { Segment } from './motion.ts';

/** What a swing record needs of a captured swing, ms before strike. */
export interface MotionMoments {
  readonly topBeforeStrikeMs?: number;
  readonly leadArmLevelBeforeStrikeMs?: number;
  readonly deliveryBeforeStrikeMs?: number;
  readonly segments: Partial<Record<Segment, { readonly peakBeforeStrikeMs: number }>>;
  readonly release?: { readonly startBeforeStrikeMs: number };
}

/** Something that happens in a swing, from which record it is known, and when: s before strike, negative after it. */
export interface SwingEvent {
  readonly name: string;
  readonly from: 'motion' | 'ground' | 'picture' | 'sound';
  readonly beforeStrikeS: number;
}

/** What a video and a heard swing know of the same swing. */
export interface SeenAndHeard {
  /** Checkpoints of the video, s from the strike, negative before it. */
  readonly picture?: Readonly<Record<string, number>>;
  /** When the swish was loudest, s after the ball. */
  readonly sound?: { readonly offsetS: number | null };
}

/** Under this share of body weight the feet count as unloaded. */
const UNLOADED_BW = 0.8;
/** Events of two records nearer than this have no order: both strikes are known to a few milliseconds. */
const RECORDS_APART_S = 0.01;
const SEGMENT_EVENTS: readonly (readonly [Segment, string])[] = [
  ['hips', 'hips at their fastest'],
  ['chest', 'chest at its fastest'],
  ['leadArm', 'lead arm at its fastest'],
];

/** When the feet unload on the way to the strike, s before it; undefined where they stay loaded or it is not known. */
export function unloadingBeforeStrikeS(ground: Ground, traces: GroundTraces): number | undefined {
  const peak = ground.peakVerticalBw;
  if (!peak || !traces.verticalBw) return undefined;
  for (let i = 0; i < traces.fromStrikeS.length; i++) {
    const t = traces.fromStrikeS[i]!;
    if (t < -peak.beforeStrikeS || t > 0) continue;
    if (traces.verticalBw[i]! < UNLOADED_BW) return -t;
  }
  return undefined;
}

/**
 * Events of one swing from its records, laid over each other at the strike, in their order.
 * @param shift how much later each record is laid, s
 * @param others what was seen and heard of the same swing
 */
export function swingEvents(
  motion: MotionMoments | undefined,
  ground: { readonly figures: Ground; readonly traces: GroundTraces } | undefined,
  shift: { readonly motionS: number; readonly groundS: number; readonly pictureS?: number; readonly soundS?: number },
  others: SeenAndHeard = {},
): SwingEvent[] {
  const events: SwingEvent[] = [];
  const add = (from: SwingEvent['from'], name: string, beforeS: number | undefined | null): void => {
    if (beforeS === undefined || beforeS === null) return;
    const later = {
      motion: shift.motionS,
      ground: shift.groundS,
      picture: shift.pictureS ?? 0,
      sound: shift.soundS ?? 0,
    }[from];
    events.push({ name, from, beforeStrikeS: beforeS - later });
  };
  const s = (ms: number | undefined): number | undefined => (ms === undefined ? undefined : ms / 1000);
  if (motion) {
    add('motion', 'top of the arm swing', s(motion.topBeforeStrikeMs));
    for (const [segment, name] of SEGMENT_EVENTS) add('motion', name, s(motion.segments[segment]?.peakBeforeStrikeMs));
    add('motion', 'lead arm level (down)', s(motion.leadArmLevelBeforeStrikeMs));
    add('motion', 'release starts', s(motion.release?.startBeforeStrikeMs));
    add('motion', 'delivery', s(motion.deliveryBeforeStrikeMs));
  }
  if (ground) {
    const { figures, traces } = ground;
    add('ground', 'greatest push toward the target', figures.peakTowardTargetBw?.beforeStrikeS);
    add('ground', 'greatest turning torque', figures.peakTorqueNm?.beforeStrikeS);
    add('ground', 'greatest vertical push', figures.peakVerticalBw?.beforeStrikeS);
    add('ground', 'feet unloaded', unloadingBeforeStrikeS(figures, traces));
    add('ground', 'feet off the ground', figures.offGroundBeforeStrikeS);
  }
  for (const [name, sinceS] of Object.entries(others.picture ?? {})) add('picture', `${name}, seen`, -sinceS);
  if (others.sound?.offsetS !== null && others.sound) add('sound', 'swish loudest', -others.sound.offsetS);
  return events.sort((a, b) => b.beforeStrikeS - a.beforeStrikeS);
}

/** Whether the push comes before the release, as a sentence; empty where one of the two is not known. */
export function pushAgainstRelease(events: readonly SwingEvent[]): string {
  const of = (name: string): number | undefined => events.find((e) => e.name === name)?.beforeStrikeS;
  const release = of('release starts');
  const push = of('greatest vertical push');
  if (release === undefined || push === undefined) return '';
  const unloaded = of('feet unloaded');
  const by = (s: number): string => `${Math.round(1000 * Math.abs(s))} ms`;
  const order = (before: number): string =>
    Math.abs(before) < RECORDS_APART_S
      ? 'with the release, too near to be told apart'
      : `${by(before)} ${before > 0 ? 'before' : 'after'} the release starts`;
  const first = `The legs push most ${order(push - release)}.`;
  return unloaded === undefined ? first : `${first} The feet are unloaded ${order(unloaded - release)}.`;
}
