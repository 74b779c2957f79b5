import { mean } from '../numeric/statistics.ts';
import type { ShotValues } from '../formats/shot-fields.ts';
import type { CalledSwing } from './called.ts';
import { THING, type CalledId, type CalledThing } from './things.ts';

/** Condition of blocks in which something was called: they are no session of the player's ordinary swing. */
export const CALLED = 'called';

/** A run of calls as it was asked. */
export interface CalledSaid {
  readonly thing: CalledId;
  /** What it is where nothing of the list fits; else empty. */
  readonly name: string;
  /** Unit of something else; else empty. */
  readonly unit: string;
  /** Calls are words from much less to much more; else numbers. */
  readonly byWords: boolean;
  /** What one step of a call in words is taken as, in the unit. */
  readonly step: number;
  /** Value that is aimed at, in the unit; null where none is. */
  readonly wanted: number | null;
  readonly club: string;
}

/** One call, in the unit of its thing. */
export interface Call {
  readonly id: string;
  readonly called: number;
  /** What a person says was done; null where a shot says it, or nobody yet. */
  readonly said: number | null;
  readonly withBall: boolean;
  readonly blockId: string | null;
  /** Shots that its block held when it was called, set aside or not. */
  readonly shotsBefore: number;
}

/** A shot for the pairing, in the order struck. */
export interface PairedShot {
  readonly blockId: string;
  readonly fromFile: boolean;
  readonly setAside: boolean;
  readonly values: ShotValues;
}

/** A call with what was done, in the unit of its thing; null where nothing says it. */
export interface PairedCall extends Call {
  readonly done: number | null;
  readonly measured: boolean;
  /** Swings of it that were set aside: it is called again. */
  readonly setAside: number;
}

/** The thing of a run, with what was said of it. */
export function thingOf(said: CalledSaid): CalledThing {
  return {
    ...THING[said.thing],
    step: said.step,
    ...(said.thing === 'free' ? { name: said.name, unit: said.unit } : {}),
  };
}

/**
 * Pairs each call with what was done: what a person said of it; else the first counted shot that came after it and before the next call in its block.
 * Shots of a file that came after all calls of a block, as many as the calls, are theirs in order.
 * @param calls in the order called
 * @param shots of their blocks, in the order struck
 */
export function pairCalls(said: CalledSaid, calls: readonly Call[], shots: readonly PairedShot[]): PairedCall[] {
  const { ofShot, si } = thingOf(said);
  const doneOf = (shot: PairedShot | undefined): number | null => {
    const value = shot && ofShot?.(shot.values);
    return value === undefined ? null : value / si;
  };
  return calls.map((call): PairedCall => {
    const inBlock = shots.filter((s) => s.blockId === call.blockId);
    const others = calls.filter((c) => c.blockId === call.blockId);
    const place = others.indexOf(call);
    const late = inBlock.slice(call.shotsBefore);
    const allLate =
      others.length > 1 &&
      others.every((c) => c.shotsBefore === call.shotsBefore) &&
      late.length === others.length &&
      late.every((s) => s.fromFile);
    const mine = allLate ? late.slice(place, place + 1) : inBlock.slice(call.shotsBefore, others[place + 1]?.shotsBefore); // prettier-ignore
    const measured = doneOf(mine.find((s) => !s.setAside && doneOf(s) !== null));
    return {
      ...call,
      done: call.said ?? measured,
      measured: call.said === null && measured !== null,
      setAside: mine.filter((s) => s.setAside).length,
    };
  });
}

/** The calls of which it is known what was done. */
export const swingsOf = (calls: readonly Pick<PairedCall, 'called' | 'done' | 'withBall'>[]): CalledSwing[] =>
  calls.flatMap(({ called, done, withBall }) => (done === null ? [] : [{ called, done, withBall }]));

/** How far the swish comes behind what is called, cm. */
export interface SwishLead {
  readonly swings: number;
  readonly leadCm: number;
  /** What to call so that it comes past the ball. */
  readonly callCm: number;
  readonly wantedCm: number;
}

/** A swish is wanted past the ball, cm: where the speed then still rises at the ball. */
export const WANTED_SWISH_CM = 30;
/** Fewest swings that say a lead, and most that are looked at: the newest. */
const LEAD_SWINGS = { least: 5, most: 40 } as const;
/** A call of the swish goes no farther than this, cm: beyond it nobody places a sound. */
const FARTHEST_CALL_CM = 120;

/**
 * The player's own lead of the swish: called less heard.
 * @param swings called and heard in cm past the ball, newest first
 * @returns null with fewer than five
 */
export function swishLead(swings: readonly { called: number; done: number }[]): SwishLead | null {
  const newest = swings.slice(0, LEAD_SWINGS.most);
  if (newest.length < LEAD_SWINGS.least) return null;
  const leadCm = mean(newest.map((s) => s.called - s.done));
  const callCm = Math.min(FARTHEST_CALL_CM, Math.max(-FARTHEST_CALL_CM, WANTED_SWISH_CM + leadCm));
  return { swings: newest.length, leadCm, callCm, wantedCm: WANTED_SWISH_CM };
}
