import type { ShotValues } from '../formats/shot-fields.ts';
import { SWISH_PLACES } from '../trial/values.ts';
import { degToRad } from '../units/units.ts';

/** One thing that a player can be asked for more or less of. */
export interface CalledThing {
  readonly id: string;
  readonly name: string;
  /** Unit in which it is called and done, as it is written. */
  readonly unit: string;
  /** What one of that unit is in SI; 1 where it has none. */
  readonly si: number;
  /** Words for more and for less of it. */
  readonly more: string;
  readonly less: string;
  /** What one step of a call in words is, in the unit: from much less to much more are four steps. */
  readonly step: number;
  /** Most that is called or done either way, in the unit. */
  readonly most: number;
  /** Sides of a value, above and below nought; none where it has no sides. */
  readonly sides?: readonly [string, string];
  /** Words of the five calls where they name places; much less to much more unless given. */
  readonly places?: readonly string[];
  /** What a shot says of it, in SI; undefined where a person has to say it. */
  readonly ofShot?: (shot: ShotValues) => number | undefined;
}

const DEG = degToRad(1);
const OUT_IN = ['out', 'in'] as const;

/** What can be called: measured by a shot, by the ear, by tape or by the student's word. */
export const CALLED_THINGS = [
  { id: 'path', sides: OUT_IN, name: 'club path', unit: '°', si: DEG, more: 'more out', less: 'more in', step: 3, most: 30, ofShot: (s) => s.pathOutRad }, // prettier-ignore
  { id: 'face', sides: OUT_IN, name: 'face angle', unit: '°', si: DEG, more: 'more out', less: 'more in', step: 3, most: 30, ofShot: (s) => s.faceOutRad }, // prettier-ignore
  { id: 'attack', sides: ['up', 'down'], name: 'attack angle', unit: '°', si: DEG, more: 'more up', less: 'more down', step: 2, most: 20, ofShot: (s) => s.attackRad }, // prettier-ignore
  { id: 'tee', name: 'tee height', unit: 'mm', si: 0.001, more: 'higher', less: 'lower', step: 10, most: 100 },
  { id: 'ball', name: 'ball place', unit: 'mm', si: 0.001, more: 'more forward', less: 'more back', step: 30, most: 400 }, // prettier-ignore
  { id: 'shift', name: 'shift toward the target', unit: 'cm', si: 0.01, more: 'more', less: 'less', step: 4, most: 40 },
  { id: 'tilt', name: 'side tilt', unit: '°', si: DEG, more: 'more', less: 'less', step: 5, most: 45 },
  {
    id: 'swish',
    name: 'place of the swish',
    unit: 'cm',
    si: 0.01,
    more: 'farther past',
    less: 'farther back',
    step: 30,
    most: 200,
    sides: ['past', 'before'],
    places: SWISH_PLACES.map((p) => p.id),
  },
  { id: 'effort', name: 'effort', unit: 'of 10', si: 1, more: 'more', less: 'less', step: 2, most: 10 },
  { id: 'free', name: 'something else', unit: '', si: 1, more: 'more', less: 'less', step: 1, most: 1000 },
] as const satisfies readonly CalledThing[];

export type CalledId = (typeof CALLED_THINGS)[number]['id'];

/** Each thing by its id. */
export const THING = Object.fromEntries(CALLED_THINGS.map((t) => [t.id, t])) as Record<CalledId, CalledThing>;
export const calledThing = (id: string): CalledThing | undefined => CALLED_THINGS.find((t) => t.id === id);

/** Calls in words, in steps about the usual. */
export const CALL_WORDS = [
  { id: 'much less', steps: -2 },
  { id: 'less', steps: -1 },
  { id: 'usual', steps: 0 },
  { id: 'more', steps: 1 },
  { id: 'much more', steps: 2 },
] as const;

/** The five calls of a thing in its own words, from least to most. */
export function callsOf(thing: Pick<CalledThing, 'more' | 'less' | 'places'>): { words: string; steps: number }[] {
  const words = thing.places ?? [`much ${thing.less}`, thing.less, 'usual', thing.more, `much ${thing.more}`];
  return CALL_WORDS.map(({ steps }, i) => ({ words: words[i] ?? '', steps }));
}
