import { describe, expect, test } from '@jest/globals';
import { NO_MARKS, type PictureMarks } from '../../../core/picture/marks.ts';
import {
  acceptPoints,
  checkpointAt,
  nearestCheckpoint,
  nextPoint,
  pointsAt,
  pointsOf,
  withCheckpoint,
  withDrawing,
  withFound,
  withoutCheckpoint,
  withoutPoint,
  withPoint,
  withProposal,
} from './edit-marks.ts';

const picked = { x: 10, y: 20, source: 'picked' as const };

describe('points of a frame', () => {
  test('put, moved, taken away; an empty frame is not kept', () => {
    const one = withPoint(NO_MARKS, 5, 'head', picked);
    const two = withPoint(withPoint(one, 2, 'hands', picked), 5, 'head', { ...picked, x: 11 });
    expect(two.frames.map((f) => f.frame)).toEqual([2, 5]);
    expect(pointsAt(two, 5).head?.x).toBe(11);
    expect(withoutPoint(two, 2, 'hands').frames).toHaveLength(1);
    expect(NO_MARKS.frames).toEqual([]);
  });
  test('what was followed never replaces what a hand picked', () => {
    const marks = withPoint(NO_MARKS, 3, 'head', picked);
    const found = [{ frame: 3, points: { head: { x: 99, y: 99, quality: 1 }, hands: { x: 1, y: 2, quality: 0.9 } } }];
    const next = withFound(marks, found, 'tracked');
    expect(pointsAt(next, 3).head).toEqual(picked);
    expect(pointsAt(next, 3).hands).toMatchObject({ x: 1, source: 'tracked' });
    // A proposal is less than what was followed, and is replaced by it.
    const proposed = withFound(next, [{ frame: 3, points: { hands: { x: 7, y: 7, quality: 1 } } }], 'proposed');
    expect(pointsAt(proposed, 3).hands).toMatchObject({ x: 1, source: 'tracked' });
  });
  test('accepting takes the proposals of one frame, or of all', () => {
    const found = [3, 4].map((frame) => ({ frame, points: { head: { x: 1, y: 1, quality: 1 } } }));
    const marks = withFound(NO_MARKS, found, 'proposed');
    expect(pointsAt(acceptPoints(marks, 3), 3).head?.source).toBe('picked');
    expect(pointsAt(acceptPoints(marks, 3), 4).head?.source).toBe('proposed');
    expect(pointsAt(acceptPoints(marks, null), 4).head?.source).toBe('picked');
  });
  test('the next point is the next one that the frame lacks, round the list', () => {
    expect(nextPoint('face-on', {}, null)).toBe('head');
    expect(nextPoint('face-on', { leadShoulder: picked }, 'head')).toBe('trailShoulder');
    const all = Object.fromEntries(pointsOf('face-on').map((p) => [p, picked]));
    expect(nextPoint('face-on', all, 'hands')).toBe('hands');
    expect(pointsOf('face-on')).not.toContain('hipBack');
    expect(pointsOf('down-the-line')).toContain('hipBack');
  });
});

describe('checkpoints', () => {
  const marks: PictureMarks = withCheckpoint(withCheckpoint(NO_MARKS, 'top', 30), 'strike', 60);
  test('marked, found at their frame, taken away', () => {
    expect(checkpointAt(marks, 30)).toBe('top');
    expect(checkpointAt(marks, 31)).toBeNull();
    expect(nearestCheckpoint(marks, 50)).toBe('strike');
    expect(nearestCheckpoint(NO_MARKS, 50)).toBeNull();
    expect(withoutCheckpoint(marks, 'top').checkpoints).toEqual({ strike: { frame: 60, source: 'picked' } });
  });
  test('a proposal fills what is open and leaves what a hand marked', () => {
    const next = withProposal(marks, {
      top: { frame: 1, source: 'proposed' },
      takeaway: { frame: 2, source: 'proposed' },
    });
    expect(next.checkpoints.top).toEqual({ frame: 30, source: 'picked' });
    expect(next.checkpoints.takeaway).toEqual({ frame: 2, source: 'proposed' });
  });
  test('followed hands and shoulder put the level checkpoints where the arm is level', () => {
    const level = (frame: number, y: number) => ({
      frame,
      points: { hands: { x: 0, y, quality: 1 }, leadShoulder: { x: 0, y: 100, quality: 1 } },
    });
    const base = withCheckpoint(marks, 'takeaway', 0);
    const up = [10, 11, 12, 13].map((f) => level(f, 100 + 8 * (12 - f) - 2));
    const down = [44, 45, 46, 47].map((f) => level(f, 100 + 8 * (f - 46) + 1));
    const next = withFound(base, [...up, ...down], 'tracked');
    expect(next.checkpoints['lead arm level (back)']?.frame).toBe(12);
    expect(next.checkpoints['lead arm level (down)']?.frame).toBe(46);
  });
});

test('a drawing is replaced by its own id', () => {
  const line = { id: 'a', kind: 'line' as const, points: [{ x: 0, y: 0 }], frame: null };
  const moved = withDrawing(withDrawing(NO_MARKS, line), { ...line, points: [{ x: 5, y: 5 }] });
  expect(moved.drawings).toHaveLength(1);
  expect(moved.drawings[0]!.points[0]!.x).toBe(5);
});
