import type { Checkpoint } from '../catalogue/stages.ts';
import { countedPoints, type CheckpointMark, type PictureMarks, type PicturePoint } from './marks.ts';

/** A crossing between followed points is known to about a frame of the slowest films, one standard deviation, s. */
const CROSSING_SPREAD_S = 0.012;

/** Frame between `from` and `to` at which one point passes the height of another, by the frames where both are marked. */
function crossing(marks: PictureMarks, from: number, to: number, a: PicturePoint, b: PicturePoint): number | undefined {
  let last: { frame: number; gap: number } | undefined;
  for (let frame = from; frame <= to; frame++) {
    const points = countedPoints(marks, frame);
    const [p, q] = [points[a], points[b]];
    if (!p || !q) continue;
    const gap = p.y - q.y;
    if (last && frame - last.frame <= 3 && Math.sign(gap) !== Math.sign(last.gap))
      return Math.abs(gap) < Math.abs(last.gap) ? frame : last.frame;
    last = { frame, gap };
  }
  return undefined;
}

/**
 * The level checkpoints found anew from followed points: lead arm level where the hands pass the lead shoulder's height, delivery
 * where the club head passes the hands' height. Picked checkpoints stay.
 */
export function refineCheckpoints(marks: PictureMarks): PictureMarks['checkpoints'] {
  const { takeaway, top, strike } = marks.checkpoints;
  if (!takeaway || !top || !strike) return marks.checkpoints;
  const out: Partial<Record<Checkpoint, CheckpointMark>> = { ...marks.checkpoints };
  const set = (name: Checkpoint, frame: number | undefined): void => {
    if (frame !== undefined && out[name]?.source !== 'picked')
      out[name] = { frame, source: 'proposed', spreadS: CROSSING_SPREAD_S };
  };
  set('lead arm level (back)', crossing(marks, takeaway.frame, top.frame, 'hands', 'leadShoulder'));
  const level = crossing(marks, top.frame, strike.frame, 'hands', 'leadShoulder');
  set('lead arm level (down)', level);
  set('delivery', crossing(marks, level ?? top.frame, strike.frame, 'clubHead', 'hands'));
  return out;
}
