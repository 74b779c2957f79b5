import { describe, expect, test } from '@jest/globals';
import type { Handedness } from '../units/units.ts';
import type { PicturePoint } from './marks.ts';
import { pointsOfPose, proposePoints, withoutStrays, type Landmark } from './pose.ts';

/** A pose whose landmark i stands at (i/100, 0.5), all visible. */
const pose = (change: (i: number) => Partial<Landmark> = () => ({})): Landmark[] =>
  Array.from({ length: 33 }, (_, i) => ({ x: i / 100, y: 0.5, visibility: 0.9, ...change(i) }));

const propose = (
  poses: readonly (readonly Landmark[])[],
  handedness: Handedness,
  without: readonly PicturePoint[] = [],
): ReturnType<typeof proposePoints> =>
  proposePoints(
    poses.map((p) => pointsOfPose(p, handedness, 1000, 500)),
    500,
    without,
  );

describe('body points from a pose model', () => {
  test('lead is the left side of a right-hander and the right side of a left-hander', () => {
    const right = propose([pose()], 'right');
    const left = propose([pose()], 'left');
    expect(right.leadHip?.x).toBeCloseTo(230);
    expect(left.leadHip?.x).toBeCloseTo(240);
    expect(right.trailKnee).toEqual(left.leadKnee);
    expect(right.head?.y).toBe(250);
    expect(right.hipBack).toBeUndefined();
  });
  test('what is hardly visible, jumps between frames or is not claimed is left out', () => {
    const dim = propose([pose((i) => (i === 25 ? { visibility: 0.2 } : {}))], 'right');
    expect(dim.leadKnee).toBeUndefined();
    const jumping = [0, 0.3, 0.6].map((dx) => pose((i) => (i === 27 ? { x: 0.2 + dx } : {})));
    expect(propose(jumping, 'right').leadAnkle).toBeUndefined();
    expect(propose(jumping, 'right').trailAnkle).toBeDefined();
    expect(propose([pose()], 'right', ['hands']).hands).toBeUndefined();
  });
  test('one wild frame of three does not move a point', () => {
    const poses = [pose(), pose((i) => (i === 23 ? { x: 0.9 } : {})), pose()];
    expect(propose(poses, 'right').leadHip?.x).toBeCloseTo(230);
  });
  test('a list that is too short gives nothing', () => {
    expect(propose([pose().slice(0, 10)], 'right')).toEqual({});
    expect(propose([], 'right')).toEqual({});
  });
  test('a foot that strays takes its knee with it', () => {
    const frames = Array.from({ length: 6 }, (_, k) => ({
      frame: k,
      points: propose([pose((i) => (k === 3 && i === 27 ? { x: 0.6 } : {}))], 'right'),
    }));
    const kept = withoutStrays(frames, 500);
    expect(kept[3]!.points.leadAnkle).toBeUndefined();
    expect(kept[3]!.points.leadKnee).toBeUndefined();
    expect(kept[3]!.points.trailKnee).toBeDefined();
    expect(kept[2]!.points.leadAnkle).toBeDefined();
  });
});
