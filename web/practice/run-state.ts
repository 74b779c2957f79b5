import type { HeardRepWire } from '../../api/capture-types.ts';
import type { BodyPart, PainKind } from '../../core/catalogue/cautions.ts';

/** Where a drill stands on the phone; kept through reload and back. */
export interface RunState {
  /** Id of the log, so that it is sent once. */
  readonly id: string;
  readonly step: 'drill' | 'rest' | 'feel';
  readonly set: number;
  readonly passed: number;
  readonly reset: number;
  /** Done, and judged by nobody. */
  readonly unjudged: number;
  /** When the rest ends, by the phone's clock, ms. */
  readonly restEndsAt: number | null;
  readonly swish: 'before' | 'at' | 'past' | 'not heard';
  readonly heard: readonly HeardRepWire[];
  /** Calls of the swish with where it was heard, cm past the ball. */
  readonly calls: readonly { readonly calledCm: number; readonly heardCm: number }[];
  /** Call that waits for its swing, cm past the ball. */
  readonly calling: number | null;
  readonly easeWithoutBall: string | null;
  readonly easeWithBall: string | null;
  readonly effort: string | null;
  readonly words: string;
  readonly note: string;
  readonly pain: 'no' | 'yes' | null;
  readonly painPart: BodyPart | null;
  readonly painKind: PainKind | null;
  readonly painNote: string;
}

export const freshRun = (): RunState => ({
  id: crypto.randomUUID(),
  step: 'drill',
  set: 1,
  passed: 0,
  reset: 0,
  unjudged: 0,
  restEndsAt: null,
  swish: 'not heard',
  heard: [],
  calls: [],
  calling: null,
  easeWithoutBall: null,
  easeWithBall: null,
  effort: null,
  words: '',
  note: '',
  pain: null,
  painPart: null,
  painKind: null,
  painNote: '',
});

/** Day by this device's calendar, YYYY-MM-DD. */
export const localDay = (at = new Date()): string =>
  `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`;

function read<T>(key: string): T | null {
  try {
    const kept = localStorage.getItem(key);
    return kept === null ? null : (JSON.parse(kept) as T);
  } catch {
    return null;
  }
}
function write(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // A browser that keeps nothing: the run lives as long as the page.
  }
}

const runKey = (token: string, drill: string): string => `practice-run:${token}:${drill}`;

/** A run of a drill begun today; one of an earlier day is over. */
export function keptRun(token: string, planDrillId: string): RunState | null {
  const kept = read<{ day: string; run: RunState }>(runKey(token, planDrillId));
  return kept?.day === localDay() ? { ...freshRun(), ...kept.run } : null;
}
export const doneOf = (run: RunState): number => run.passed + run.reset + run.unjudged;
export const keepRun = (token: string, planDrillId: string, run: RunState): void =>
  write(runKey(token, planDrillId), { day: localDay(), run });
export const endRun = (token: string, planDrillId: string): void => localStorage.removeItem(runKey(token, planDrillId));

/** Where a flow stands on the phone. */
export interface FlowState extends Pick<
  RunState,
  'id' | 'effort' | 'note' | 'pain' | 'painPart' | 'painKind' | 'painNote'
> {
  readonly stage: 'step' | 'rest' | 'feel';
  /** Goes at steps, in their order; the last one runs. */
  readonly goes: readonly {
    readonly step: number;
    readonly passed: number;
    readonly reset: number;
    readonly unjudged: number;
  }[];
  readonly restEndsAt: number | null;
}
export const freshFlow = (): FlowState => ({
  id: crypto.randomUUID(),
  stage: 'step',
  goes: [{ step: 0, passed: 0, reset: 0, unjudged: 0 }],
  restEndsAt: null,
  effort: null,
  note: '',
  pain: null,
  painPart: null,
  painKind: null,
  painNote: '',
});
/** A flow begun today; one of an earlier day is over. */
export function keptFlow(token: string, flowId: string): FlowState | null {
  const kept = read<{ day: string; flow: FlowState }>(runKey(token, flowId));
  return kept?.day === localDay() ? kept.flow : null;
}
export const keepFlow = (token: string, flowId: string, flow: FlowState): void =>
  write(runKey(token, flowId), { day: localDay(), flow });

/** What was done today on this phone, sent or not. */
export interface DayState {
  readonly warmedUp: boolean;
  /** Pain was logged: the day is over. */
  readonly pain: boolean;
  readonly maximalSwings: number;
  readonly doneDrills: readonly string[];
}
const NO_DAY: DayState = { warmedUp: false, pain: false, maximalSwings: 0, doneDrills: [] };
export function dayState(token: string): DayState {
  const kept = read<{ day: string; state: DayState }>(`practice-day:${token}`);
  return kept?.day === localDay() ? kept.state : NO_DAY;
}
export const keepDay = (token: string, part: Partial<DayState>): DayState => {
  const state = { ...dayState(token), ...part };
  write(`practice-day:${token}`, { day: localDay(), state });
  return state;
};

/** The plan as it was fetched last, for a phone without a connection. */
export const storedPlan = <T>(token: string): { at: string; plan: T } | null => read(`practice-plan:${token}`);
export const storePlan = (token: string, plan: unknown): void =>
  write(`practice-plan:${token}`, { at: new Date().toISOString(), plan });
export const forgetPlan = (token: string): void => localStorage.removeItem(`practice-plan:${token}`);
