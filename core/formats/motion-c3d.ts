import { sampleIntervalS, SEGMENTS, type MotionCapture } from '../capture/motion.ts';
import { radToDeg } from '../units/units.ts';
import type { C3dFile } from './c3d.ts';

const COLUMN = { hips: 'hips', chest: 'chest', leadArm: 'lead_arm', club: 'club' } as const;

/**
 * A captured swing as a C3D: turning speeds and angles as analog channels named as the columns of motion.csv, points in mm,
 * the strike as an event. A C3D counts from its first sample on.
 */
export function motionToC3d(capture: MotionCapture): Omit<C3dFile, 'processor'> {
  const rateHz = 1 / sampleIntervalS(capture);
  const channels: { label: string; unit: string; values: readonly number[] }[] = [];
  for (const s of SEGMENTS) {
    const rates = capture.ratesRadPerS[s];
    if (rates) channels.push({ label: `${COLUMN[s]}_dps`, unit: 'deg/s', values: rates.map(radToDeg) });
  }
  for (const s of SEGMENTS) {
    const angles = capture.anglesRad[s];
    if (angles) channels.push({ label: `${COLUMN[s]}_deg`, unit: 'deg', values: angles.map(radToDeg) });
  }
  if (capture.wristRad) channels.push({ label: 'wrist_deg', unit: 'deg', values: capture.wristRad.map(radToDeg) });
  const strike = Number(capture.notes.strike_s);
  const points = Object.entries(capture.pointsM);
  return {
    pointRateHz: rateHz,
    frames: capture.timeS.length,
    pointUnits: 'mm',
    pointLabels: points.map(([name]) => name),
    points: points.map(([, places]) =>
      places.map((p): [number, number, number] => [1000 * p[0], 1000 * p[1], 1000 * p[2]]),
    ),
    analogRateHz: rateHz,
    analogLabels: channels.map((c) => c.label),
    analogUnits: channels.map((c) => c.unit),
    analog: channels.map((c) => c.values),
    events:
      capture.notes.strike_s !== undefined && Number.isFinite(strike)
        ? [{ label: 'Strike', timeS: strike - capture.timeS[0]! }]
        : [],
  };
}
