import type { Checkpoint } from '../../../core/catalogue/stages.ts';
import {
  PICTURE_POINTS,
  type Drawing,
  type FramePoints,
  type MarkedPoint,
  type Moment,
  type MomentMark,
  type PictureMarks,
  type PicturePoint,
  type Px,
  type View,
} from '../../../core/picture/marks.ts';
import { refineCheckpoints } from '../../../core/picture/refine-checkpoints.ts';

/** Points that one view shows; the others are hidden there. */
export const pointsOf = (view: View): readonly PicturePoint[] =>
  PICTURE_POINTS.filter((p) => (view === 'face-on' ? p !== 'hipBack' : true));

export const pointsAt = (marks: PictureMarks, frame: number): FramePoints =>
  marks.frames.find((f) => f.frame === frame)?.points ?? {};

/** The marks with the points of one frame changed; a frame without points is not kept. */
function withFrame(marks: PictureMarks, frame: number, points: FramePoints): PictureMarks {
  const others = marks.frames.filter((f) => f.frame !== frame);
  const frames = Object.keys(points).length > 0 ? [...others, { frame, points }] : others;
  return { ...marks, frames: frames.sort((a, b) => a.frame - b.frame) };
}

export const withPoint = (marks: PictureMarks, frame: number, point: PicturePoint, at: MarkedPoint): PictureMarks =>
  withFrame(marks, frame, { ...pointsAt(marks, frame), [point]: at });

export function withoutPoint(marks: PictureMarks, frame: number, point: PicturePoint): PictureMarks {
  const { [point]: _gone, ...rest } = pointsAt(marks, frame);
  return withFrame(marks, frame, rest);
}

/** Proposed points of a frame, or of all, taken as they are. */
export function acceptPoints(marks: PictureMarks, frame: number | null): PictureMarks {
  return {
    ...marks,
    frames: marks.frames.map((f) =>
      frame !== null && f.frame !== frame
        ? f
        : {
            ...f,
            points: Object.fromEntries(
              Object.entries(f.points).map(([k, p]) => [k, p.source === 'proposed' ? { ...p, source: 'picked' } : p]),
            ),
          },
    ),
  };
}

/** Points that were followed or proposed join the marks; what a hand picked stays. */
export function withFound(
  marks: PictureMarks,
  found: readonly {
    readonly frame: number;
    readonly points: Readonly<Partial<Record<PicturePoint, Px & { readonly quality: number }>>>;
  }[],
  source: 'tracked' | 'proposed',
): PictureMarks {
  const byFrame = new Map(marks.frames.map((f) => [f.frame, f.points]));
  for (const { frame, points } of found) {
    const now = byFrame.get(frame) ?? {};
    const fresh = Object.entries(points).filter(([k]) => {
      const own = now[k as PicturePoint];
      return own === undefined || (own.source !== 'picked' && !(source === 'proposed' && own.source === 'tracked'));
    });
    if (fresh.length > 0)
      byFrame.set(frame, { ...now, ...Object.fromEntries(fresh.map(([k, p]) => [k, { ...p, source }])) });
  }
  const frames = [...byFrame].map(([frame, points]) => ({ frame, points })).sort((a, b) => a.frame - b.frame);
  const next = { ...marks, frames };
  return { ...next, checkpoints: refineCheckpoints(next) };
}

export const withCheckpoint = (marks: PictureMarks, checkpoint: Checkpoint, frame: number): PictureMarks => ({
  ...marks,
  checkpoints: { ...marks.checkpoints, [checkpoint]: { frame, source: 'picked' } },
});

export function withoutCheckpoint(marks: PictureMarks, checkpoint: Checkpoint): PictureMarks {
  const { [checkpoint]: _gone, ...rest } = marks.checkpoints;
  return { ...marks, checkpoints: rest };
}

/** A moment of feet, release or sound set, moved, or taken away with null. */
export function withMoment(marks: PictureMarks, moment: Moment, mark: MomentMark | null): PictureMarks {
  const { [moment]: _old, ...rest } = marks.moments ?? {};
  return { ...marks, moments: mark ? { ...rest, [moment]: mark } : rest };
}

/** Proposed checkpoints join; picked ones stay. */
export const withProposal = (marks: PictureMarks, proposal: PictureMarks['checkpoints']): PictureMarks => ({
  ...marks,
  checkpoints: {
    ...proposal,
    ...Object.fromEntries(Object.entries(marks.checkpoints).filter(([, m]) => m.source === 'picked')),
  },
});

export const withDrawing = (marks: PictureMarks, drawing: Drawing): PictureMarks => ({
  ...marks,
  drawings: [...marks.drawings.filter((d) => d.id !== drawing.id), drawing],
});

/** The next point of the view that the frame lacks, after one. */
export function nextPoint(view: View, points: FramePoints, after: PicturePoint | null): PicturePoint | null {
  const list = pointsOf(view);
  const start = after ? list.indexOf(after) + 1 : 0;
  const order = [...list.slice(start), ...list.slice(0, start)];
  return order.find((p) => points[p] === undefined && p !== 'ball') ?? after;
}

/** Earliest checkpoint at a frame. */
export const checkpointAt = (marks: PictureMarks, frame: number): Checkpoint | null =>
  (Object.entries(marks.checkpoints).find(([, m]) => m.frame === frame)?.[0] as Checkpoint | undefined) ?? null;

/** The marked checkpoint that is nearest to a frame. */
export function nearestCheckpoint(marks: PictureMarks, frame: number): Checkpoint | null {
  let best: Checkpoint | null = null;
  let off = Infinity;
  for (const [c, m] of Object.entries(marks.checkpoints)) {
    if (Math.abs(m.frame - frame) >= off) continue;
    off = Math.abs(m.frame - frame);
    best = c as Checkpoint;
  }
  return best;
}
