import type { ShotValues } from '../formats/shot-fields.ts';
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
  /** What a shot says of it, in SI; undefined where a person has to say it. */
  readonly ofShot?: (shot: ShotValues) => number | undefined;
}

const DEG = degToRad(1);

/** What can be called: measured by a shot, by the ear, by tape or by the student's word. */
export const CALLED_THINGS = [
  { id: 'path', name: 'club path', unit: '°', si: DEG, more: 'more out', less: 'more in', step: 3, ofShot: (s) => s.pathOutRad }, // prettier-ignore
  { id: 'face', name: 'face angle', unit: '°', si: DEG, more: 'more out', less: 'more in', step: 3, ofShot: (s) => s.faceOutRad }, // prettier-ignore
  { id: 'attack', name: 'attack angle', unit: '°', si: DEG, more: 'more up', less: 'more down', step: 2, ofShot: (s) => s.attackRad }, // prettier-ignore
  { id: 'tee', name: 'tee height', unit: 'mm', si: 0.001, more: 'higher', less: 'lower', step: 10 },
  { id: 'ball', name: 'ball place', unit: 'mm', si: 0.001, more: 'more forward', less: 'more back', step: 30 },
  { id: 'shift', name: 'shift toward the target', unit: 'cm', si: 0.01, more: 'more', less: 'less', step: 4 },
  { id: 'tilt', name: 'side tilt', unit: '°', si: DEG, more: 'more', less: 'less', step: 5 },
  {
    id: 'swish',
    name: 'place of the swish',
    unit: 'cm',
    si: 0.01,
    more: 'farther past',
    less: 'farther back',
    step: 30,
  },
  { id: 'effort', name: 'effort', unit: 'of 10', si: 1, more: 'more', less: 'less', step: 2 },
  { id: 'free', name: 'something else', unit: '', si: 1, more: 'more', less: 'less', step: 1 },
] as const satisfies readonly CalledThing[];
export type CalledId = (typeof CALLED_THINGS)[number]['id'];

export const calledThing = (id: string): CalledThing | undefined => CALLED_THINGS.find((t) => t.id === id);

/** Calls in words, in steps about the usual. */
export const CALL_WORDS = [
  { id: 'much less', steps: -2 },
  { id: 'less', steps: -1 },
  { id: 'usual', steps: 0 },
  { id: 'more', steps: 1 },
  { id: 'much more', steps: 2 },
] as const;
