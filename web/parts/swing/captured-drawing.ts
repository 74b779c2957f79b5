import type { CurvesWire } from '../../../api/types.ts';
import { SKILLED_PLAYER } from '../../../core/swing/parameters.ts';
import { degToRad } from '../../../core/units/units.ts';
import type { DrawnSample, DrawnSwing } from '../../workers/swing-tasks.ts';

/** Typical set-up pose from which captured angles count: hips and chest square, arm 8° past vertical, shaft in line with it. */
const SETUP_RAD = [Math.PI / 2, Math.PI / 2, degToRad(8), degToRad(-4)] as const;

/** The arm's last turn lies before this share of the curve; later it may only brake. */
const TOP_BEFORE_SHARE = 0.95;

/** A captured swing as the stick figure takes it; undefined where a segment's angle is missing. */
export function drawnFromCurves(
  curves: CurvesWire,
  { downswingOnly = false }: { downswingOnly?: boolean } = {},
): DrawnSwing | undefined {
  const { deg, dps, timeS } = curves;
  const names = ['hips', 'chest', 'leadArm', 'club'] as const;
  if (!deg || names.some((n) => !deg[n] || !dps[n])) return undefined;
  const at = (of: CurvesWire['dps'], i: number): DrawnSample['ratesRadPerS'] =>
    names.map((n) => degToRad(of[n]?.[i] ?? 0)) as unknown as DrawnSample['ratesRadPerS'];
  const { torso, arm, club } = SKILLED_PLAYER.segments;
  // The top is where the arm turns for the last time.
  const arms = dps.leadArm ?? [];
  let first = 0;
  if (downswingOnly) for (let i = 0; i < arms.length * TOP_BEFORE_SHARE; i++) if (arms[i]! < 0) first = i;
  return {
    clubSpeedMps: 0,
    downswingS: -timeS[first]!,
    wristAtLeadArmLevelRad: null,
    lengthsM: [torso.shoulderRadiusM, arm.lengthM, club.headDistanceM],
    samples: timeS.slice(first).map((t, k) => ({
      beforeStrikeS: -t,
      anglesRad: at(deg, first + k).map((a, s) => SETUP_RAD[s]! + a) as unknown as DrawnSample['anglesRad'],
      ratesRadPerS: at(dps, first + k),
      headSpeedMps: 0,
    })),
  };
}
