import { sdOf } from '../catalogue/uncertainties.ts';
import type { Checkpoint } from '../catalogue/stages.ts';
import type { PictureMeasures, PictureValue } from '../picture/picture-measures.ts';
import type { FootGap } from '../picture/foot-order.ts';
import type { View } from '../picture/marks.ts';
import { radToDeg } from '../units/units.ts';
import type { Measurement } from './findings.ts';

interface Rule {
  readonly sign: string;
  readonly measure: string;
  /** The first of these that was measured counts. */
  readonly at: readonly Checkpoint[];
  /** Value of the measure to value of the sign: −1 turns it round. */
  readonly by: 1 | -1;
  readonly flatSdDeg?: number;
}

const rule = (sign: string, measure: string, at: readonly Checkpoint[], by: 1 | -1 = 1, flatSdDeg?: number): Rule => ({
  sign,
  measure,
  at,
  by,
  flatSdDeg,
});

const RULES: readonly Rule[] = [
  rule('hips-past', 'hip-place', ['strike']),
  rule('hip-depth-lost', 'hip-depth-lost', ['delivery', 'strike']),
  rule('hands-risen', 'hand-rise', ['strike']),
  rule('shaft-steepened', 'steepening', ['lead arm level (down)']),
  rule('hand-depth', 'hand-depth', ['lead arm level (back)']),
  rule('head-up', 'head-rise', ['strike']),
  rule('head-down', 'head-rise', ['strike'], -1),
  rule('lead-elbow-soft', 'lead-elbow', ['set-up'], 1, sdOf('flatAngle')),
  rule('shaft-flattened', 'shaft-off-plane', ['lead arm level (back)'], -1),
  rule('trail-elbow-left', 'trail-elbow', ['strike'], 1, sdOf('flatAngle')),
  rule('head-ahead', 'head-shift', ['strike']),
  rule('side-bend-delivery', 'side-bend', ['delivery']),
  rule('shaft-back', 'shaft-lean', ['strike'], -1),
];

/** Signs of the order of legs and release. */
const FOOT_SIGNS: Readonly<Record<string, string>> = {
  'lead leg straightens/release starts': 'push-after-release',
  'lead leg straightens/swish peak': 'push-after-swish',
  'foot leaves/swish peak': 'foot-after-swish',
};

/** What one gap between legs and release says; undefined where it is no sign. */
export function measureGap(
  { legs, against, laterMs }: FootGap,
  source: Measurement['source'],
): Measurement | undefined {
  const sign = FOOT_SIGNS[`${legs}/${against}`];
  return sign === undefined ? undefined : { sign, value: laterMs.value, uncertainty: laterMs.sd, source };
}

const UNIT_OF = { angle: radToDeg(1), length: 100, share: 100 } as const;

/** Where a finding from a picture comes from: which video, and its frames. */
export interface PictureSource {
  readonly id: string;
  readonly label: string;
  readonly view: View;
  /** Height of the player, m. */
  readonly heightM?: number;
}

/** What the points of one video say on the measured signs, each with the frame as its evidence. */
export function measurePictureSigns(measures: PictureMeasures, from: PictureSource): Measurement[] {
  const out: Measurement[] = [];
  const value = (id: string, at: Checkpoint): PictureValue | undefined =>
    measures.values.find((v) => v.id === id && v.checkpoint === at);
  const add = (sign: string, v: number, sd: number, at: string, frame?: number): void => {
    out.push({
      sign,
      value: v,
      uncertainty: sd,
      source: {
        kind: 'picture',
        id: frame === undefined ? from.id : `${from.id}@${frame}`,
        label: `${from.label}, ${at}${frame === undefined ? '' : ` (frame ${frame + 1})`}`,
      },
    });
  };
  for (const { sign, measure, at, by, flatSdDeg } of RULES) {
    const found = at.map((c) => value(measure, c)).find((v) => v !== undefined);
    if (!found) continue;
    const unit = UNIT_OF[found.kind];
    add(sign, by * unit * found.value, Math.hypot(unit * found.sd, flatSdDeg ?? 0), found.checkpoint, found.frame);
  }
  const back = value('hip-shift', 'top');
  if (back && from.heightM) {
    add('hips-back', (-100 * back.value) / from.heightM, (100 * back.sd) / from.heightM, 'top', back.frame);
  }
  const wrist = (at: Checkpoint): PictureValue | undefined => value('wrist-angle', at);
  const [level, down, top] = [wrist('lead arm level (back)'), wrist('lead arm level (down)'), wrist('top')];
  /** How an angle between limbs changes from one checkpoint to another. */
  const between = (sign: string, a: PictureValue | undefined, b: PictureValue | undefined, by: 1 | -1 = 1): void => {
    if (!a || !b) return;
    const sd = Math.hypot(radToDeg(Math.hypot(a.sd, b.sd)), sdOf('flatAngle'));
    add(sign, by * radToDeg(b.value - a.value), sd, b.checkpoint, b.frame);
  };
  between('wrist-opened', top, down);
  between('set-then-lost', level, down);
  between('lead-knee-closing', value('lead-knee', 'lead arm level (down)'), value('lead-knee', 'strike'));
  between('trail-knee-straightens', value('trail-knee', 'set-up'), value('trail-knee', 'top'), -1);
  between('spine-tilt-lost', value('spine-tilt', 'set-up'), value('spine-tilt', 'strike'), -1);
  const { backswingS, backswingSdS = 0 } = measures.times;
  // The takeaway is a slow event: by eye it is known to some 60 ms, as in a motion file.
  if (backswingS !== undefined) add('backswing-time', backswingS, Math.hypot(backswingSdS, 0.06), 'takeaway to top');
  for (const gap of measures.feet.gaps) {
    const source = { kind: 'picture', id: from.id, label: `${from.label}, ${gap.legs}, ${gap.against}` } as const;
    const measured = measureGap(gap, source);
    if (measured) out.push(measured);
  }
  return out;
}
