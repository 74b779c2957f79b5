import { drillById } from '../catalogue/drills.ts';
import { ISOLATION_TESTS } from '../catalogue/isolation-tests.ts';
import { FULL_INTENT_EFFORT } from './load.ts';
import { bodyClosedBecause, planClosedBecause } from './body.ts';
import { closedBecauseFor, closedByBody, type PlanStudent } from './open-drills.ts';

/** What lets a run go on to the next step. */
export type Gate =
  /** All its swings were made. */
  | { readonly kind: 'done' }
  /** The middle speed is at least this share of the first step's. */
  | { readonly kind: 'speed'; readonly leastShare: number }
  /** The middle distance of the strike from the centre is at most so much more than in the first step, mm. */
  | { readonly kind: 'strike'; readonly mostMoreMm: number }
  /** So many swings meet what is to be seen or heard. */
  | { readonly kind: 'seen'; readonly text: string; readonly passed: number; readonly of: number };

export interface ProtocolStep {
  readonly name: string;
  readonly how: string;
  /** Drill that it takes; empty for none. */
  readonly drillId: string;
  readonly club: string;
  /** Condition of its block. */
  readonly condition: string;
  readonly withBall: boolean;
  readonly aid: string;
  /** In the player's own direction, or the other. */
  readonly direction: 'own' | 'other';
  readonly swings: number;
  readonly restS: number;
  /** Effort asked, of 10; null where it is left free. */
  readonly effort: number | null;
  readonly gate: Gate;
}

/** An ordered run of steps in one session. */
export interface Protocol {
  readonly name: string;
  readonly what: string;
  readonly steps: readonly ProtocolStep[];
}

/** One go at a step. */
export interface Attempt {
  /** Index of the step. */
  readonly step: number;
  /** Null while it runs. */
  readonly gate: 'met' | 'missed' | null;
}

/** Misses of a step one after the other from which the run goes back one. */
const MISSES_TO_GO_BACK = 2;

/** Step that comes next in a run: on where the gate was met, again after a miss, one back after two; null at its end. */
export function nextStep(protocol: Protocol, attempts: readonly Attempt[]): number | null {
  const last = attempts.at(-1);
  if (!last) return protocol.steps.length > 0 ? 0 : null;
  if (last.gate === null) return last.step;
  if (last.gate === 'met') return last.step + 1 < protocol.steps.length ? last.step + 1 : null;
  const before = attempts.findLastIndex((a) => a.step !== last.step || a.gate !== 'missed');
  const misses = attempts.length - 1 - before;
  return misses % MISSES_TO_GO_BACK === 0 ? Math.max(0, last.step - 1) : last.step;
}

/** What was measured of a step. */
export interface StepFigures {
  readonly swings: number;
  readonly medianSpeedMps: number | null;
  readonly medianOffsetM: number | null;
}

export interface GateAnswer {
  /** Null where the gate cannot be told from what was measured. */
  readonly gate: 'met' | 'missed' | null;
  readonly because: string;
}

const MM = 1000;
/** Least swings of a step and of the first from which their middles are compared. */
const LEAST_SWINGS = 3;

/** Whether a step's gate is met by what was measured or seen; "cannot say" says what is missing. */
export function gateOf(
  step: ProtocolStep,
  here: StepFigures,
  first: StepFigures,
  seenPassed: number | null,
): GateAnswer {
  const { gate } = step;
  if (gate.kind === 'seen') {
    if (seenPassed === null) return { gate: null, because: `How many met it is missing: ${gate.text}.` };
    const met = seenPassed >= gate.passed;
    return { gate: met ? 'met' : 'missed', because: `${seenPassed} of ${gate.of}; ${gate.passed} is the mark.` };
  }
  if (gate.kind === 'done') {
    const met = here.swings >= step.swings;
    return {
      gate: met ? 'met' : null,
      because: met ? `${here.swings} swings were made.` : `${here.swings} of ${step.swings} swings so far.`,
    };
  }
  const few = here.swings < LEAST_SWINGS ? here.swings : first.swings < LEAST_SWINGS ? first.swings : null;
  if (few !== null)
    return {
      gate: null,
      because: `Cannot say: ${few} measured swings; at least ${LEAST_SWINGS} in each step are needed.`,
    };
  if (gate.kind === 'speed') {
    const [a, b] = [here.medianSpeedMps, first.medianSpeedMps];
    if (a === null || b === null) return { gate: null, because: 'Cannot say: club head speed was not measured.' };
    const share = a / b;
    return {
      gate: share >= gate.leastShare ? 'met' : 'missed',
      because: `${Math.round(100 * share)} % of the first step’s speed; ${Math.round(100 * gate.leastShare)} % is the mark.`,
    };
  }
  const [a, b] = [here.medianOffsetM, first.medianOffsetM];
  if (a === null || b === null) return { gate: null, because: 'Cannot say: the strike was not measured.' };
  const moreMm = MM * (a - b);
  return {
    gate: moreMm <= gate.mostMoreMm ? 'met' : 'missed',
    because: `Strike ${Math.abs(moreMm).toFixed(0)} mm ${moreMm >= 0 ? 'farther from' : 'nearer to'} the centre than in the first step; ${gate.mostMoreMm} mm farther is the limit.`,
  };
}

/** Whether a step's swings are at full intent. */
export const isFullIntentStep = (s: ProtocolStep): boolean =>
  (s.effort ?? 0) >= FULL_INTENT_EFFORT ||
  drillById(s.drillId)?.intensity === 'maximal' ||
  ISOLATION_TESTS.some((t) => t.condition === s.condition && t.condition !== 'normal');

/** Full-intent swings of a whole run without repeats, in both directions. */
export const fullIntentSwings = (p: Protocol): number =>
  p.steps.filter(isFullIntentStep).reduce((sum, s) => sum + s.swings, 0);

/**
 * Why a protocol is closed for a student; empty where it is open. What closes a drill or maximal work in it closes it; kit and
 * places of the student count at home alone.
 */
export function protocolClosedBecause(p: Protocol, student: PlanStudent, where: 'lesson' | 'home'): string[] {
  const reasons = new Set(planClosedBecause(student));
  for (const s of p.steps) {
    const drill = drillById(s.drillId);
    const own = drill
      ? (where === 'home' ? closedBecauseFor : closedByBody)(drill, student)
      : bodyClosedBecause({ loads: [], maximal: isFullIntentStep(s) }, student);
    for (const r of own) reasons.add(r === own[0] && drill ? `${drill.name}: ${r}` : r);
  }
  return [...reasons];
}

/** The same run with the driver, its bare sticks and irons exchanged. */
export const withDriver = (p: Protocol): Protocol => ({
  ...p,
  name: `${p.name}, with the driver`,
  steps: p.steps.map((s) => ({ ...s, club: 'driver' })),
});
