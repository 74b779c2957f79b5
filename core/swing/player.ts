import type { Sex } from '../catalogue/norms.ts';
import { turningPoint } from '../numeric/root.ts';
import { clubHeadSpeedMps } from './model.ts';
import { scaledPlayer, type SwingParameters } from './parameters.ts';

/** Body and strength of a player; what is left out takes typical values. */
export interface Player {
  readonly heightM?: number;
  readonly massKg?: number;
  readonly sex?: Sex;
  readonly ageYears?: number;
  /** Share of the skilled player's drive torques per kg and m. */
  readonly strength?: number;
}

const TYPICAL_BODY: Readonly<Record<Sex, { heightM: number; massKg: number; strength: number }>> = {
  male: { heightM: 1.78, massKg: 80, strength: 0.61 },
  female: { heightM: 1.65, massKg: 67, strength: 0.45 },
};

/**
 * Strength that remains of a younger adult's: growing until 18, level to 50, then 1.6 % a year less (by judgement, set so
 * that model speeds follow the published averages by age).
 */
function ageShare(ageYears: number): number {
  if (ageYears < 18) return 1 - 0.045 * Math.min(8, 18 - ageYears);
  return ageYears <= 50 ? 1 : Math.max(0.5, 1 - 0.016 * (ageYears - 50));
}

/** Typical strength of a club player by sex and age. */
export const typicalStrength = (sex: Sex, ageYears: number): number => TYPICAL_BODY[sex].strength * ageShare(ageYears);

/** What is known of a player, with typical values for the rest. */
export function completePlayer(p: Player): Required<Player> {
  const sex = p.sex ?? 'male';
  const ageYears = p.ageYears ?? 40;
  return {
    sex,
    ageYears,
    heightM: p.heightM ?? TYPICAL_BODY[sex].heightM,
    massKg: p.massKg ?? TYPICAL_BODY[sex].massKg,
    strength: p.strength ?? typicalStrength(sex, ageYears),
  };
}

/** Swing parameters of a player with a typical driver and no fault. */
export function playerSwing(player: Player): SwingParameters {
  const { heightM, massKg, strength } = completePlayer(player);
  return scaledPlayer(heightM, massKg, strength);
}

/** Strengths in which a player is looked for. */
const STRENGTH_RANGE = [0.15, 1.6] as const;
const FINEST_STRENGTH = 1e-4;

/**
 * Strength with which the model, shaped by `shape`, swings at the measured speed: the player's own model where only a speed is
 * known.
 * @returns undefined where no strength in range gives that speed
 */
export function strengthForSpeed(
  player: Player,
  speedMps: number,
  shape: (p: SwingParameters) => SwingParameters = (p) => p,
): number | undefined {
  const gap = (strength: number): number =>
    (clubHeadSpeedMps(shape(playerSwing({ ...player, strength }))) ?? 0) - speedMps;
  const [lo, hi] = STRENGTH_RANGE;
  if (gap(lo) > 0 || gap(hi) < 0) return undefined;
  return turningPoint((strength) => gap(strength) > 0, lo, hi, FINEST_STRENGTH);
}
