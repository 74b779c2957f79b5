import type { Drill, DrillDose, Judge } from './drill-type.ts';
import { drillById } from './drills.ts';
import {
  keyOfOldRung,
  placeOnScale,
  rungKey,
  rungOfKey,
  SCALES,
  type Rung,
  type RungStep,
  type Scale,
} from './rungs.ts';

/** What a rung asks: its check, pass mark, who can judge it, and its dose. */
export interface RungAsk {
  readonly rung: Rung;
  readonly key: string;
  readonly check: { readonly text: string; readonly passed: number; readonly of: number; readonly reset: string };
  readonly judges: readonly Judge[];
  /** Check for the student alone: the same where the student or the ear can judge it; null where there is none. */
  readonly alone: string | null;
  readonly dose: DrillDose;
}

/** Typical marks of the last two rungs: swings in which the feel was kept and the ball struck as before. */
const ORDINARY_BALL_MARK = { passed: 6, of: 8 };
const COURSE_MARK = { passed: 6, of: 9 };
const COURSE_DOSE: DrillDose = { sets: 1, reps: 9, restS: 0, sessionsPerWeek: 1 };

export const rungKeysOf = (drill: Pick<Drill, 'rungs'>): string[] => drill.rungs.map(rungKey);
/** Key of the rung on which a drill starts. */
export const startRungOf = (drill: Pick<Drill, 'rungs' | 'startAt'>): string => rungKey(drill.rungs[drill.startAt]!);

/** Aid that a drill leans on until it is taken away: a thing of its kit, or the cue said aloud. */
const CLUBS: ReadonlySet<string> = new Set(['club', 'driver', 'iron', 'light stick', 'heavy stick', 'flexible stick']);
export const aidOf = (drill: Pick<Drill, 'kit'>): string =>
  drill.kit.find((k) => !CLUBS.has(k)) ?? 'the cue said aloud';

function checkAt(drill: Drill, rung: Rung): Omit<RungAsk['check'], 'reset'> {
  const own = drill.rungChecks?.[rungKey(rung)];
  if (own) return own;
  const { text, passed, of } = drill.check;
  if (rung.place === 'course')
    return { text: 'Nine holes: the feel was kept from the tee, said before the ball is looked for', ...COURSE_MARK };
  if (rung.ball === 'alone')
    return { text: `Without the aid: ${lower(text)}, the ball struck as before`, ...ORDINARY_BALL_MARK };
  if (rung.ball === 'alternate') return { text: `With the ball as in the drill: ${lower(text)}`, passed, of };
  // The first balls take attention: one miss more is allowed.
  if (rung.ball === 'drill' || rung.ball === 'foam')
    return { text, passed: Math.max(Math.ceil(of / 2), passed - 1), of };
  return { text, passed, of };
}
const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

function judgesAt(drill: Drill, rung: Rung): readonly Judge[] {
  if (rung.place === 'course') return ['student'];
  const upTo = drill.aloneUpTo;
  const tooFast = upTo !== undefined && placeOnScale(rung, 'pace') > (SCALES.pace as readonly string[]).indexOf(upTo);
  return tooFast ? drill.judges.filter((j) => j !== 'student') : drill.judges;
}

/** What a drill asks at a rung, also at one that falling back has made and that is not on its list. */
export function askAt(drill: Drill, rung: Rung): RungAsk {
  const check = { ...checkAt(drill, rung), reset: drill.check.reset };
  const judges = judgesAt(drill, rung);
  const alone = judges.includes('student') || judges.includes('ear') ? check.text : (drill.alone ?? null);
  return { rung, key: rungKey(rung), check, judges, alone, dose: rung.place === 'course' ? COURSE_DOSE : drill.dose };
}

/** What a drill asks at the rung of a key; undefined where either is unknown. */
export function askAtKey(drill: Drill | undefined, key: string): RungAsk | undefined {
  const rung = rungOfKey(key);
  return drill && rung ? askAt(drill, rung) : undefined;
}

/** Whether a check is judged by where the swish is heard. */
export const judgedBySwish = (of: Pick<RungAsk, 'judges' | 'check'>): boolean =>
  of.judges.includes('ear') && /loudest|past the/i.test(of.check.text);

const DEFAULT_SHARE = 0.75;
/** Share of reps that a drill's mark asks for at a rung. */
export function passShareAt(drillId: string, key: string): number {
  const check = askAtKey(drillById(drillId), key)?.check;
  return check ? check.passed / check.of : DEFAULT_SHARE;
}

const reaches = (a: Rung, b: Rung): boolean =>
  (Object.keys(SCALES) as Scale[]).every((s) => placeOnScale(a, s) >= placeOnScale(b, s));
/** Index of the rung of a ladder to which a rung belongs: itself, or the first that is at least as near in all six things. */
export function placeOnLadder(rungs: readonly Rung[], rung: Rung): number {
  const at = rungs.findIndex((r) => reaches(r, rung));
  return at === -1 ? rungs.length - 1 : at;
}

/** Order in which falling back takes things away; coming back returns them in the other order. */
const FALL_BACK: readonly Scale[] = ['pace', 'ball', 'club', 'place', 'aid', 'swing'];

const moved = (rung: Rung, scale: Scale, by: number): Rung =>
  ({ ...rung, [scale]: SCALES[scale][placeOnScale(rung, scale) + by] }) as Rung;

/**
 * One step back: in pace first, then ball, then club; each no lower than the ladder's first rung has it.
 * Undefined on the lowest rung.
 */
export function fallBack(rungs: readonly Rung[], rung: Rung): Rung | undefined {
  const first = rungs[0];
  if (!first) return undefined;
  const scale = FALL_BACK.find((s) => placeOnScale(rung, s) > placeOnScale(first, s));
  return scale ? moved(rung, scale, -1) : undefined;
}

/** One step up: the next of the ladder, or one thing toward the rung that was fallen back from. Undefined on the last. */
export function stepUp(rungs: readonly Rung[], rung: Rung): Rung | undefined {
  const at = placeOnLadder(rungs, rung);
  const goal = rungs[at];
  if (!goal) return undefined;
  const scale = FALL_BACK.toReversed().find((s) => placeOnScale(goal, s) > placeOnScale(rung, s));
  return scale ? moved(rung, scale, 1) : rungs[at + 1];
}

/** The one thing in which two neighbouring rungs differ, as `pace half`; undefined where it is none or several. */
export function changeBetween(from: Rung, to: Rung): RungStep | undefined {
  const scales = (Object.keys(SCALES) as Scale[]).filter((s) => from[s] !== to[s]);
  return scales.length === 1 ? (`${scales[0]} ${to[scales[0]!]}` as RungStep) : undefined;
}

/** Whether a drill's reps at a rung are swings at full intent: maximal drills at full pace. */
export const isFullIntentAt = (drill: Pick<Drill, 'intensity'> | undefined, key: string): boolean =>
  drill?.intensity === 'maximal' && (rungOfKey(key)?.pace ?? 'full') === 'full';

/** Key of a rung as it may come in: a key, or a number 0–8 of an older phone. Undefined for what is neither. */
export const asRungKey = (value: unknown): string | undefined =>
  typeof value === 'number' ? keyOfOldRung(value) : typeof value === 'string' && rungOfKey(value) ? value : undefined;

/** Whether a drill has a rung: one of its list, or one that falling back from them leads to. */
export function isRungFor(drill: Drill, key: string): boolean {
  const rung = rungOfKey(key);
  const [first, last] = [drill.rungs[0], drill.rungs.at(-1)];
  return rung !== undefined && first !== undefined && last !== undefined && reaches(last, rung) && reaches(rung, first);
}

/** A drill's rung for a key: the same where it has it, else that of its ladder to which it belongs. */
export function rungFor(drill: Drill, key: string): string {
  const rung = rungOfKey(key);
  if (!rung) return startRungOf(drill);
  return isRungFor(drill, key) ? key : rungKey(drill.rungs[placeOnLadder(drill.rungs, rung)]!);
}
