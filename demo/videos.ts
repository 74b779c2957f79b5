import type { BodyTruth } from '../stand-ins/camera/body.ts';
import type { View } from '../core/picture/marks.ts';

/** One video of the demo: whose lesson it belongs to and what the simulated golfer does in it. */
export interface DemoVideo {
  readonly file: string;
  readonly student: string;
  /** Which of the student's lessons, from 0. */
  readonly lesson: number;
  readonly view: View;
  readonly fps: number;
  /** How far the student's movement fault is gone, as in the story. */
  readonly repaired: number;
  readonly body: Partial<BodyTruth>;
  /** How much is marked in it already: everything picked, or nothing. */
  readonly marked: boolean;
}

/** What the camera saw in the demo's lessons. */
export const DEMO_VIDEOS: readonly DemoVideo[] = [
  {
    file: 'dov-face-on-before.mp4',
    student: 'Dov Lindqvist',
    lesson: 1,
    view: 'face-on',
    fps: 60,
    repaired: 0,
    body: { hipPlaceAtStrike: 0.94, headAheadM: 0.05, sideBendAtDeliveryDeg: 17 },
    marked: true,
  },
  {
    file: 'dov-face-on-after.mp4',
    student: 'Dov Lindqvist',
    lesson: 2,
    view: 'face-on',
    fps: 120,
    repaired: 0,
    body: { hipPlaceAtStrike: 0.78, headAheadM: 0.01, sideBendAtDeliveryDeg: 22 },
    marked: true,
  },
  {
    file: 'dov-down-the-line.mp4',
    student: 'Dov Lindqvist',
    lesson: 2,
    view: 'down-the-line',
    fps: 60,
    repaired: 0,
    body: { hipDepthLostM: 0.02 },
    marked: false,
  },
  {
    file: 'bea-face-on.mp4',
    student: 'Bea Kallio',
    lesson: 0,
    view: 'face-on',
    fps: 60,
    repaired: 0,
    body: {},
    marked: true,
  },
  {
    file: 'rafi-face-on.mp4',
    student: 'Rafi Demir',
    lesson: 0,
    view: 'face-on',
    fps: 60,
    repaired: 0,
    body: { hipsBackM: 0.15 },
    marked: true,
  },
];
