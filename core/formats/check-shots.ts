import { mean, median, quantile } from '../numeric/statistics.ts';
import type { MappedShot, Repair } from './mapped-shots.ts';
import type { Handedness } from '../units/units.ts';
import { shotField, type ShotKey, type ShotValues } from './shot-fields.ts';

/** Something in a file that looks wrong: what, where, and the repair offered, if there is one. */
export interface ShotIssue {
  readonly kind: 'impossible' | 'mixed-units' | 'mirrored' | 'clock-back' | 'no-time' | 'other-hand';
  readonly text: string;
  /** First lines concerned, and how many there are. */
  readonly lines: readonly number[];
  readonly count: number;
  readonly repair?: Repair;
  readonly repairText?: string;
}

const SHOWN_LINES = 5;
/** Ratios by which units of one quantity differ, named for the message. */
const UNIT_RATIOS: readonly (readonly [string, number])[] = [
  ['mph and m/s', 2.23694],
  ['km/h and m/s', 3.6],
  ['km/h and mph', 1.609344],
];
const UNIT_COLUMNS: readonly ShotKey[] = ['clubSpeedMps', 'ballSpeedMps'];
const RATIO_SLACK = 0.09;
const FEWEST_FOR_SIGNS = 6;
/** Below this correlation the signs of two quantities that go together are taken as turned round. */
const TURNED = -0.4;
const STRAIGHT = 0.4;

/** A file that says it is of a player of the other hand: its sides would be read the wrong way round. */
export const otherHandIssue = (fileHand: Handedness | undefined, student: Handedness): ShotIssue[] =>
  fileHand === undefined || fileHand === student
    ? []
    : [{ kind: 'other-hand', text: otherHandWords(fileHand), lines: [], count: 0 }];

/** The warning about a file of a player of the other hand. */
export const otherHandWords = (fileHand: Handedness): string =>
  `This file says that it is of a ${fileHand}-hander; the student plays ${fileHand === 'right' ? 'left' : 'right'}-handed. Read all the same, its sides count as the student’s.`;

const lines = (shots: readonly MappedShot[]) => ({
  lines: shots.slice(0, SHOWN_LINES).map((s) => s.line),
  count: shots.length,
});

/** Two groups in one column whose middles differ like two units: a gap in the sorted logs, the ratio near a known one. */
function mixedUnits(shots: readonly MappedShot[], target: ShotKey): ShotIssue | undefined {
  const of = shots.filter((s) => s.raw[target] !== undefined);
  const values = of.map((s) => s.raw[target] as number).filter((v) => v > 0);
  if (values.length < 4) return undefined;
  const sorted = [...values].sort((a, b) => a - b);
  let at = 1;
  for (let i = 2; i < sorted.length; i++) if (sorted[i]! / sorted[i - 1]! > sorted[at]! / sorted[at - 1]!) at = i;
  if (sorted[at]! / sorted[at - 1]! < 1.25) return undefined;
  const ratio = median(sorted.slice(at)) / median(sorted.slice(0, at));
  const known = UNIT_RATIOS.find(([, r]) => Math.abs(ratio / r - 1) < RATIO_SLACK);
  if (!known) return undefined;
  const minorityHigh = sorted.length - at <= at;
  const limit = Math.sqrt(sorted[at]! * sorted[at - 1]!);
  const side = minorityHigh ? 'above' : 'below';
  const few = of.filter((s) => (minorityHigh ? (s.raw[target] as number) > limit : (s.raw[target] as number) < limit));
  const name = shotField(target).file.replace(/_/g, ' ');
  return {
    kind: 'mixed-units',
    text: `${few.length} of ${of.length} values of ${name} look like another unit (${known[0]}).`,
    ...lines(few),
    repair: { kind: 'convert', target, side, limit, factor: minorityHigh ? 1 / known[1] : known[1] },
    repairText: `Convert those ${few.length} values`,
  };
}

function correlation(x: readonly number[], y: readonly number[]): number {
  const [mx, my] = [mean(x), mean(y)];
  const cut = (v: number, m: number, list: readonly number[]): number => {
    const spread = (quantile(list, 0.9) - quantile(list, 0.1)) / 2 || 1;
    return Math.max(-2, Math.min(2, (v - m) / spread));
  };
  const a = x.map((v) => cut(v, mx, x));
  const b = y.map((v) => cut(v, my, y));
  const sum = (p: readonly number[], q: readonly number[]): number => p.reduce((s, v, i) => s + v * q[i]!, 0);
  return sum(a, b) / Math.sqrt(sum(a, a) * sum(b, b) || 1);
}

/** Agreement of signs about zero where a block hardly scatters: shots that all curve one way still tell. */
const agreement = (x: readonly number[], y: readonly number[]): number =>
  mean(x.map((v, i) => Math.sign(v) * Math.sign(y[i]!)));

/** What a ball's curve and start say of face and path: curve goes with face − path, start with the face. */
function mirrored(shots: readonly MappedShot[]): ShotIssue | undefined {
  const has = (s: MappedShot, ...keys: ShotKey[]): boolean => keys.every((k) => s.values[k] !== undefined);
  const curveOf = (v: ShotValues): number => v.spinAxisOutRad ?? (v.sideOutM ?? 0) / 1000;
  const of = shots.filter(
    (s) =>
      has(s, 'pathOutRad') &&
      (has(s, 'spinAxisOutRad') || has(s, 'sideOutM')) &&
      (has(s, 'faceOutRad') || has(s, 'launchDirectionOutRad')),
  );
  if (of.length < FEWEST_FOR_SIGNS) return undefined;
  const path = of.map((s) => s.values.pathOutRad as number);
  const face = of.map((s) => (s.values.faceOutRad ?? s.values.launchDirectionOutRad) as number);
  const curve = of.map((s) => curveOf(s.values));
  const fits = (pathSign: number, faceSign: number): number => {
    const twist = face.map((f, i) => faceSign * f - pathSign * path[i]!);
    return Math.max(-1, Math.min(1, (correlation(twist, curve) + agreement(twist, curve)) / 2));
  };
  const given = fits(1, 1);
  if (given > TURNED) return undefined;
  const hasFace = of.every((s) => s.values.faceOutRad !== undefined);
  const both = hasFace ? fits(-1, -1) : -1;
  const pathAlone = fits(-1, 1);
  if (Math.max(both, pathAlone) < STRAIGHT) return undefined;
  const targets: ShotKey[] = both >= pathAlone ? ['pathOutRad', 'faceOutRad'] : ['pathOutRad'];
  const names = targets.length === 2 ? 'club path and face' : 'club path';
  return {
    kind: 'mirrored',
    text: `The signs of ${names} are the mirror of the ball’s curve in ${of.length} shots: the file’s signs may be of the other hand.`,
    ...lines(of),
    repair: { kind: 'mirror', targets },
    repairText: `Turn the signs of ${names} round`,
  };
}

function clockBack(shots: readonly MappedShot[]): ShotIssue | undefined {
  const back: MappedShot[] = [];
  let last = -Infinity;
  let down = 0;
  let up = 0;
  for (const s of shots) {
    if (s.timeIso === undefined) continue;
    const ms = Date.parse(s.timeIso);
    if (last > -Infinity) {
      if (ms < last) down++;
      else up++;
    }
    if (ms < last - 1000) back.push(s);
    last = ms;
  }
  // A file written newest first is no broken clock.
  if (back.length === 0 || down > up) return undefined;
  return {
    kind: 'clock-back',
    text: `The time runs back ${back.length === 1 ? 'once' : `${back.length} times`}: a clock may have been set back.`,
    ...lines(back),
    repair: { kind: 'row-order' },
    repairText: 'Keep the order of the rows',
  };
}

/** Everything in a file that looks wrong, the gravest first. Nothing is changed; repairs are only offered. */
export function checkShots(shots: readonly MappedShot[]): ShotIssue[] {
  const units = UNIT_COLUMNS.flatMap((target) => mixedUnits(shots, target) ?? []);
  const bad = shots.filter((s) => s.wrong.length > 0);
  const impossible: ShotIssue[] =
    bad.length === 0
      ? []
      : [
          {
            kind: 'impossible',
            text: `${bad.length} ${bad.length === 1 ? 'row holds' : 'rows hold'} what cannot be (${bad
              .slice(0, 3)
              .map((s) => `line ${s.line}: ${s.wrong[0]}`)
              .join('; ')}). They are kept, set aside with that reason.`,
            ...lines(bad),
          },
        ];
  return [...units, ...[mirrored(shots), clockBack(shots)].flatMap((i) => i ?? []), ...impossible];
}
