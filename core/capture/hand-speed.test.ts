import { expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { handSpeeds } from './hand-speed.ts';
import type { MotionCapture } from './motion.ts';

const timeS = Array.from({ length: 201 }, (_, i) => i / 200);
const capture = (pointsM: MotionCapture['pointsM']): MotionCapture => ({
  timeS,
  ratesRadPerS: {},
  anglesRad: {},
  pointsM,
  notes: {},
});

test('hands on a circle of 0.6 m at 15 rad/s move at 9 m/s, however the plane lies', () => {
  const circle = timeS.map((t) => [0.6 * Math.cos(15 * t), 0.36 * Math.sin(15 * t), 0.48 * Math.sin(15 * t)] as const);
  const speeds = must(handSpeeds(capture({ hand: circle })));
  for (const t of [0.3, 0.5, 0.9]) expect(speeds.at(t)).toBeCloseTo(9, 1);
});

test('without the hands, or with a place that does not go with the times, nothing is said', () => {
  expect(handSpeeds(capture({}))).toBeNull();
  expect(handSpeeds(capture({ hand: [[0, 0, 0]] }))).toBeNull();
});
