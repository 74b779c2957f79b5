import { tuple } from '../numeric/tuple.ts';
import { simulateDownswing } from '../swing/model.ts';
import { scaledPlayer } from '../swing/parameters.ts';

/** Body size at a date; the dates bracket the sessions. */
export interface BodySize {
  readonly date: string;
  readonly heightM: number;
  readonly massKg: number;
}

/** Strength share of a growing player in the swing model (typical, by judgement). */
const JUNIOR_STRENGTH = 0.55;
/** Growth gain is known to about half of itself: strength per kilogram changes with age as well (by judgement). */
const GROWTH_RELATIVE_SD = 0.5;

function modelSpeedMps(heightM: number, massKg: number): number {
  return simulateDownswing(scaledPlayer(heightM, massKg, JUNIOR_STRENGTH), 0.002)?.clubSpeedMps ?? NaN;
}

/**
 * Speed gain that the change of height and mass alone would bring, by the swing model's scaling, as a share of the
 * player's speed.
 * @returns the share and its standard deviation; zeros where the model cannot scale so far
 */
export function growthShare(from: BodySize, to: BodySize): { share: number; sd: number } {
  const before = modelSpeedMps(from.heightM, from.massKg);
  const after = modelSpeedMps(to.heightM, to.massKg);
  const share = (after - before) / before;
  if (!Number.isFinite(share)) return { share: 0, sd: 0.02 };
  return { share, sd: Math.abs(share) * GROWTH_RELATIVE_SD };
}

/** Body size at a date, in a straight line between the measurements, held beyond them. */
export function sizeAt(sizes: readonly BodySize[], date: string): BodySize {
  const sorted = [...sizes].sort((a, b) => Date.parse(a.date) - Date.parse(b.date));
  const t = Date.parse(date);
  if (t <= Date.parse(sorted[0]!.date)) return sorted[0]!;
  for (let i = 1; i < sorted.length; i++) {
    const [a, b] = tuple(2, [sorted[i - 1]!, sorted[i]!]);
    const [ta, tb] = [Date.parse(a.date), Date.parse(b.date)];
    if (t > tb) continue;
    const f = tb === ta ? 1 : (t - ta) / (tb - ta);
    return { date, heightM: a.heightM + f * (b.heightM - a.heightM), massKg: a.massKg + f * (b.massKg - a.massKg) };
  }
  return sorted[sorted.length - 1]!;
}
