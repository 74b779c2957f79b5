import type { BodyPart } from './cautions.ts';
import type { Intensity, KitId } from './drill-type.ts';
import type { Rung } from './rungs.ts';

/** What a drill asks of a body beyond a swing. Intensity, demands and cautions follow from it; nobody sets them by hand. */
export interface Ask {
  readonly id: string;
  readonly name: string;
  readonly demands: readonly BodyPart[];
  /** At its full pace. */
  readonly intensity: Intensity;
  readonly cautions: readonly string[];
}

const ask = (
  id: string,
  name: string,
  intensity: Intensity,
  demands: readonly BodyPart[],
  ...cautions: readonly string[]
): Ask => ({ id, name, intensity, demands, cautions });

export const ASKS = [
  ask('full-effort', 'swings as fast as possible', 'maximal', [
    'shoulder',
    'elbow',
    'wrist',
    'upper back',
    'lower back',
  ]),
  ask(
    'jump',
    'leaves the ground',
    'maximal',
    ['hip', 'knee', 'ankle', 'foot'],
    'Land softly, knees over the toes, on a safe, level floor.',
  ),
  ask(
    'throw',
    'throws a weight',
    'maximal',
    ['shoulder', 'elbow', 'upper back', 'lower back'],
    'Light enough to leave the hands at once; no catch overhead, no rebound to the face, a sound wall or a partner.',
  ),
  ask(
    'heavy',
    'moves a heavy implement',
    'intent',
    ['shoulder', 'upper back', 'lower back'],
    'Heavy implement: slow first, and stop when the back is felt.',
  ),
  ask(
    'one-hand',
    'swings with one hand',
    'technique',
    ['wrist', 'elbow', 'shoulder'],
    'One hand holds less: secure grip, nobody in line.',
  ),
  ask('step', 'steps into the swing', 'technique', ['knee', 'ankle'], 'Sure footing; shoes that do not slide.'),
  ask('one-leg', 'stands on one leg', 'technique', ['knee', 'ankle'], 'A hold within reach.'),
  ask('kneel', 'kneels', 'technique', ['knee', 'lower back'], 'Soft pad under both knees; the head must not dig in.'),
  ask(
    'deep-bend',
    'bends the knees deep',
    'technique',
    ['knee', 'hip'],
    'Knees over the toes; no deeper than is easy.',
  ),
  ask('trunk-turn', 'turns the trunk far', 'technique', ['upper back', 'lower back']),
  ask('neck', 'holds or turns the head against the body', 'technique', ['neck'], 'Slow; stop when the neck is felt.'),
  ask('toe-push', 'pushes off the toes', 'technique', ['foot', 'ankle']),
  ask(
    'slide',
    'slides on the floor',
    'technique',
    ['hip', 'knee', 'ankle'],
    'Level floor, a hold nearby, nothing to stumble over.',
  ),
  ask(
    'band',
    'works against a band',
    'technique',
    ['shoulder'],
    'A sound band on a sound anchor, eyes out of its line.',
  ),
  ask(
    'bare-shaft',
    'swings a shaft without a head',
    'technique',
    ['wrist'],
    'A shaft without a head still flies: its end capped, dry hands.',
  ),
] as const satisfies readonly Ask[];
export type AskId = (typeof ASKS)[number]['id'];

/** What kit asks by itself. */
const OF_KIT: Readonly<Partial<Record<KitId, string>>> = {
  'medicine ball': 'throw',
  'heavy stick': 'heavy',
  slider: 'slide',
  band: 'band',
  'light stick': 'bare-shaft',
};
const ORDER: readonly Intensity[] = ['technique', 'intent', 'maximal'];

/** Safety classes of a drill by what it asks, its kit and its ladder: a ladder that reaches full pace is at least intent. */
export function safetyOf(d: { asks: readonly string[]; kit: readonly KitId[]; rungs: readonly Rung[] }): {
  readonly intensity: Intensity;
  readonly demands: readonly BodyPart[];
  readonly cautions: readonly string[];
} {
  const ids = new Set([...d.asks, ...d.kit.flatMap((k) => OF_KIT[k] ?? [])]);
  const asked: readonly Ask[] = ASKS.filter((a) => ids.has(a.id));
  const full = d.rungs.some((r) => r.pace === 'full');
  const most = Math.max(full ? 1 : 0, ...asked.map((a) => ORDER.indexOf(a.intensity)));
  return {
    intensity: ORDER[most]!,
    demands: [...new Set(asked.flatMap((a) => a.demands))],
    cautions: [...new Set(asked.flatMap((a) => a.cautions))],
  };
}

/** Parts that a swing at full effort loads, whatever it is swung in. */
export const FULL_EFFORT_LOADS: readonly BodyPart[] = ASKS.find((a) => a.id === 'full-effort')?.demands ?? [];
