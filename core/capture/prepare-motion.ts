import { localPolynomial } from '../numeric/local-fit.ts';
import { InputError } from '../errors/input-error.ts';
import { sampleIntervalS, SEGMENTS, type MotionCapture, type Segment } from './motion.ts';

/** Longest stretch without samples that is filled or bridged, s. */
export const LONGEST_GAP_S = 0.05;
/** Steps that differ by more than this share from the median are resampled; printed times round by a few hundredths. */
const UNEVEN_SHARE = 0.03;
/** Samples on each side of a gap that its filling is drawn through. */
const SIDE_SAMPLES = 4;
const NAMES: Readonly<Record<Segment, string>> = { hips: 'hips', chest: 'chest', leadArm: 'lead arm', club: 'club' };

interface Filled {
  readonly values: readonly number[];
  readonly filled: number;
  readonly longest?: { readonly fromS: number; readonly toS: number };
}

/** Cubic through up to four samples on each side of a gap. */
function bridge(time: readonly number[], values: readonly number[], from: number, to: number): number[] {
  const x: number[] = [];
  const y: number[] = [];
  const take = (i: number): void => {
    if (i < 0 || i >= values.length || Number.isNaN(values[i])) return;
    x.push(time[i]!);
    y.push(values[i]!);
  };
  for (let k = SIDE_SAMPLES; k >= 1; k--) take(from - k);
  for (let k = 0; k < SIDE_SAMPLES; k++) take(to + k);
  const centre = (time[from]! + time[to - 1]!) / 2;
  const fit = localPolynomial(x, y, centre, Math.min(3, x.length - 2));
  return Array.from({ length: to - from }, (_, k) => fit?.evaluate(time[from + k]!) ?? NaN);
}

/** Gaps (NaN) up to the longest that may be filled are filled; a longer one is named and left. */
function fillGaps(time: readonly number[], values: readonly number[]): Filled {
  if (!values.some(Number.isNaN)) return { values, filled: 0 };
  const out = [...values];
  let filled = 0;
  let longest: Filled['longest'];
  for (let i = 0; i < values.length; i++) {
    if (!Number.isNaN(values[i])) continue;
    let end = i;
    while (end < values.length && Number.isNaN(values[end])) end++;
    const fromS = time[Math.max(0, i - 1)]!;
    const toS = time[Math.min(values.length - 1, end)]!;
    const open = i === 0 || end === values.length;
    const tooLong = open || toS - fromS > LONGEST_GAP_S + 1e-9;
    const drawn = tooLong ? undefined : bridge(time, values, i, end);
    if (!drawn || drawn.some(Number.isNaN)) {
      if (!longest || toS - fromS > longest.toS - longest.fromS) longest = { fromS, toS };
    } else {
      drawn.forEach((v, k) => (out[i + k] = v));
      filled += end - i;
    }
    i = end;
  }
  return { values: out, filled, longest };
}

/** Value of a series at any time, by a cubic through the four samples around it. */
function cubicAt(time: readonly number[], values: readonly number[], at: number, hint: number): number {
  let i = hint;
  while (i + 1 < time.length - 1 && time[i + 1]! <= at) i++;
  const from = Math.max(0, Math.min(time.length - 4, i - 1));
  let sum = 0;
  for (let a = from; a < from + 4; a++) {
    let weight = 1;
    for (let b = from; b < from + 4; b++) if (b !== a) weight *= (at - time[b]!) / (time[a]! - time[b]!);
    sum += weight * values[a]!;
  }
  return sum;
}

/** First and last sample at which every turning-speed curve is there. */
function trimmed(capture: MotionCapture): { from: number; to: number } {
  const curves = Object.values(capture.ratesRadPerS);
  const whole = (i: number): boolean => curves.every((c) => !Number.isNaN(c[i]));
  let from = 0;
  let to = capture.timeS.length - 1;
  while (from < to && !whole(from)) from++;
  while (to > from && !whole(to)) to--;
  return { from, to };
}

function cut(capture: MotionCapture, from: number, to: number): MotionCapture {
  const part = (values: readonly number[]): readonly number[] => values.slice(from, to + 1);
  return { ...capture, ...mapSeries(capture, part), timeS: part(capture.timeS) };
}

function mapSeries(
  capture: MotionCapture,
  change: (values: readonly number[], name: string, needed: boolean) => readonly number[] | undefined,
): Omit<MotionCapture, 'timeS' | 'notes'> {
  const ratesRadPerS: Partial<Record<Segment, readonly number[]>> = {};
  const anglesRad: Partial<Record<Segment, readonly number[]>> = {};
  for (const s of SEGMENTS) {
    const rates = capture.ratesRadPerS[s];
    if (rates) ratesRadPerS[s] = change(rates, `${NAMES[s]} curve`, true);
    const angles = capture.anglesRad[s];
    const kept = angles && change(angles, `${NAMES[s]} angle`, false);
    if (kept) anglesRad[s] = kept;
  }
  const pointsM: Record<string, readonly (readonly [number, number, number])[]> = {};
  for (const [name, places] of Object.entries(capture.pointsM)) {
    const axes = [0, 1, 2].map((k) =>
      change(
        places.map((p) => p[k]!),
        `point ${name}`,
        false,
      ),
    );
    const [x, y, z] = axes;
    if (x && y && z) pointsM[name]! = x.map((v, i) => [v, y[i]!, z[i]!]);
  }
  const wristRad = capture.wristRad && change(capture.wristRad, 'wrist angle', false);
  return { ratesRadPerS, anglesRad, wristRad, pointsM, repairs: capture.repairs };
}

/**
 * A capture without gaps on an even time axis: gaps up to 50 ms are filled by a cubic through both sides, uneven steps are
 * resampled at the median rate, and each repair is said in `repairs`. An angle, wrist or point series with a longer gap is
 * left out; what lies before or after every curve is there is cut off. Time that runs backward or jumps is left as it is for `checkMotion` to refuse.
 * @throws InputError gap: a turning-speed curve has a gap that is too long to fill
 */
export function prepareMotion(given: MotionCapture): MotionCapture {
  const repairs = [...(given.repairs ?? [])];
  if (given.timeS.length < 5) return given;
  const { from, to } = trimmed(given);
  const isCut = to - from + 1 < given.timeS.length;
  const capture = isCut ? cut(given, from, to) : given;
  const { timeS } = capture;
  if (isCut)
    repairs.push(
      `Used from ${timeS[0]!.toFixed(3)} s to ${timeS[timeS.length - 1]!.toFixed(3)} s, where every curve is there.`,
    );
  const filledBy = new Map<string, number>();
  const dropped = new Set<string>();
  const whole = mapSeries(capture, (values, name, needed) => {
    const done = fillGaps(timeS, values);
    if (done.longest && needed) {
      const { fromS, toS } = done.longest;
      throw new InputError(
        'gap',
        `The ${name} is missing from ${fromS.toFixed(3)} s to ${toS.toFixed(3)} s (${(1000 * (toS - fromS)).toFixed(0)} ms); gaps up to ${1000 * LONGEST_GAP_S} ms with samples on both sides are filled.`,
        `${fromS.toFixed(3)} s`,
      );
    }
    if (done.filled > 0) filledBy.set(name, Math.max(filledBy.get(name) ?? 0, done.filled));
    if (done.longest) {
      dropped.add(name);
      return undefined;
    }
    return done.values;
  });
  if (filledBy.size > 0)
    repairs.push(
      `Gaps up to ${1000 * LONGEST_GAP_S} ms were filled: ${[...filledBy].map(([n, k]) => `${n} ${k} samples`).join(', ')}.`,
    );
  if (dropped.size > 0)
    repairs.push(`Left out for gaps longer than ${1000 * LONGEST_GAP_S} ms: ${[...dropped].join(', ')}.`);

  const steps = timeS.slice(1).map((t, i) => t - timeS[i]!);
  const step = sampleIntervalS(capture);
  const ordered = steps.every((s) => s > 0 && s <= Math.max(LONGEST_GAP_S, 2.5 * step));
  const uneven = steps.some((s) => Math.abs(s - step) > UNEVEN_SHARE * step + 2e-5);
  if (!ordered || !uneven) return { ...capture, ...whole, repairs };
  const mean = (timeS[timeS.length - 1]! - timeS[0]!) / Math.round((timeS[timeS.length - 1]! - timeS[0]!) / step);
  const even = Array.from(
    { length: Math.floor((timeS[timeS.length - 1]! - timeS[0]!) / mean + 1.0001) },
    (_, i) => timeS[0]! + i * mean,
  );
  const hints: number[] = [];
  let at = 0;
  for (const t of even) {
    while (at + 1 < timeS.length - 1 && timeS[at + 1]! <= t) at++;
    hints.push(at);
  }
  const { ratesRadPerS, anglesRad, wristRad, pointsM } = mapSeries({ ...capture, ...whole }, (values) =>
    even.map((t, i) => cubicAt(timeS, values, t, hints[i]!)),
  );
  repairs.push(
    `Time steps were uneven (${(1000 * Math.min(...steps)).toFixed(1)} to ${(1000 * Math.max(...steps)).toFixed(1)} ms): resampled evenly at ${(1 / mean).toFixed(0)} a second.`,
  );
  return { timeS: even, ratesRadPerS, anglesRad, wristRad, pointsM, notes: capture.notes, repairs };
}
