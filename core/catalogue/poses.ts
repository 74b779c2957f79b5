/**
 * Stick-figure poses in degrees, face-on, right-handed (mirrored for left-handers): hip turn shows as hip width.
 * Arm and club count from straight down, + toward the target; trunk tilts, + away from the target.
 */
export interface Pose {
  readonly label: string;
  readonly armDeg: number;
  readonly clubDeg: number;
  readonly trunkTiltDeg: number;
  /** Hip middle against the middle of the stance, share of half the stance, + toward the target. */
  readonly hipShift: number;
  readonly leadKneeBendDeg: number;
  readonly trailKneeBendDeg: number;
  /** Half the stance as a share of the leg length. */
  readonly stance: number;
}

const pose = (
  label: string,
  armDeg: number,
  clubDeg: number,
  trunkTiltDeg: number,
  hipShift: number,
  leadKneeBendDeg: number,
  trailKneeBendDeg: number,
  stance = 0.32,
): Pose => ({ label, armDeg, clubDeg, trunkTiltDeg, hipShift, leadKneeBendDeg, trailKneeBendDeg, stance });

export const POSES = {
  'set-up': pose('set-up', 4, -4, 5, 0, 18, 18),
  'feet-together': pose('feet together', 4, -4, 3, 0, 15, 15, 0.05),
  'half-back': pose('half back', -90, -170, 3, -0.2, 24, 16),
  'half-back-soft': pose('half back, no set', -85, -95, 3, -0.1, 22, 16),
  top: pose('top', -155, -250, 2, -0.2, 30, 15),
  'top-heel': pose('top, heel lifted', -165, -265, 0, -0.25, 42, 12),
  transition: pose('start down', -140, -240, 6, 0.25, 26, 22),
  delivery: pose('delivery', -25, -95, 10, 0.4, 18, 26),
  strike: pose('strike', 4, 2, 12, 0.55, 6, 30),
  through: pose('through', 70, 85, 12, 0.7, 3, 42),
  finish: pose('finish', 165, 250, -4, 0.9, 0, 60),
  squat: pose('sink', -150, -245, 4, 0.1, 40, 34),
  'turn-across': pose('turn, club across', -90, -90, 0, 0, 14, 14),
  'swish-past': pose('loudest here', 45, 60, 10, 0.6, 5, 35),
} as const satisfies Record<string, Pose>;
export type PoseId = keyof typeof POSES;
