import type { Level } from '../catalogue/stages.ts';
import { addDays, WEEK } from './calendar-days.ts';

export type PhaseId = 'learn' | 'force' | 'transfer' | 'taper';
export interface Phase {
  readonly id: PhaseId;
  /** Days, YYYY-MM-DD, both within. */
  readonly from: string;
  readonly to: string;
  readonly endsWhen: string;
}

/** Weeks that the phases last where there is time, by level (typical). */
export const PHASE_WEEKS: Readonly<Record<Level, Readonly<Record<Exclude<PhaseId, 'taper'>, number>>>> = {
  beginner: { learn: 4, force: 3, transfer: 3 },
  club: { learn: 3, force: 4, transfer: 3 },
  'single-figure': { learn: 2, force: 4, transfer: 3 },
  elite: { learn: 2, force: 3, transfer: 3 },
};
const ENDS: Readonly<Record<PhaseId, string>> = {
  learn: 'the mark is met twice running at full pace without a ball',
  force: 'two re-tests running show no further gain, or its weeks are over',
  transfer: 'the mark is met twice running on an ordinary ball',
  taper: 'the event is there',
};
/** Phases of a span: by level where there is time; shortened in proportion, learning last, where there is not. */
export function phasesOf(
  startsOn: string,
  days: number,
  level: Level,
  hasEvent: boolean,
): { phases: Phase[]; gaveWay: string[] } {
  const gaveWay: string[] = [];
  const taper = hasEvent ? Math.min(WEEK, days) : 0;
  const rest = days - taper;
  const wished = PHASE_WEEKS[level];
  const want = WEEK * (wished.learn + wished.force + wished.transfer);
  const ids = ['learn', 'force', 'transfer'] as const;
  const lengths = ids.map((id) =>
    rest >= want
      ? WEEK * wished[id]
      : Math.floor((rest * wished[id]) / (wished.learn + wished.force + wished.transfer)),
  );
  // What is left over in a long programme is force and transfer in turn; in a short one it is learning.
  const over = rest - lengths.reduce((a, b) => a + b, 0);
  if (rest >= want) lengths[2] = lengths[2]! + over;
  else lengths[0] = lengths[0]! + over;
  if (rest < want && rest > 0)
    gaveWay.push(
      `Learn, force and transfer are shorter than the ${want / WEEK} weeks that this level takes: ${Math.floor(rest / WEEK)} weeks and ${rest % WEEK} days are left before ${hasEvent ? 'the taper' : 'the end'}.`,
    );
  if (rest <= 0 && hasEvent) gaveWay.push('The event is within a week: only the taper is left.');
  const phases: Phase[] = [];
  let from = startsOn;
  for (const [i, length] of [...lengths, taper].entries()) {
    if (length <= 0) continue;
    const id: PhaseId = ids[i] ?? 'taper';
    phases.push({ id, from, to: addDays(from, length - 1), endsWhen: ENDS[id] });
    from = addDays(from, length);
  }
  return { phases, gaveWay };
}
