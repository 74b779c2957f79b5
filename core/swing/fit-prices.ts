import { Z90 } from '../numeric/statistics.ts';
import { mphToMps, radToDeg } from '../units/units.ts';
import { fittedSwing, type SwingFit } from './fit.ts';
import { bodyStrength, named, STEPS, type FitParameters } from './fit-parameters.ts';
import { clubHeadSpeedMps } from './model.ts';
import { SKILLED_PLAYER, type SwingParameters } from './parameters.ts';

/** Faults that a fit to one captured swing can price. */
export const FIT_FAULTS = ['short-turn', 'early-release', 'arms-first', 'body-stall'] as const;

/** What one fault of a fitted swing costs: the fitted player against the same player with that one thing put right. */
export interface FitPrice {
  readonly id: (typeof FIT_FAULTS)[number];
  readonly amount: number;
  readonly unit: '°' | '%' | 'ms';
  readonly gainMps: number;
  readonly interval90Mps: readonly [number, number];
}

/** Accuracy of the fit under realistic mismatch (inertias, start pose, noise), one SD: literature, widened to what simulated players show. */
const MISMATCH_SD_MPH = { 'short-turn': 0.7, 'early-release': 1.2, 'arms-first': 1.3, 'body-stall': 1.4 } as const;

interface Right {
  readonly id: FitPrice['id'];
  readonly unit: FitPrice['unit'];
  amount(fit: FitParameters, base: SwingParameters): number;
  putRight(fit: FitParameters, base: SwingParameters): { fit: FitParameters; base: SwingParameters };
}

/** Chest turn that this swing lacks against a sound one, rad. */
const turnMissing = (base: SwingParameters): number => Math.max(0, base.startRad.torso - SKILLED_PLAYER.startRad.torso);

const RIGHTS: readonly Right[] = [
  {
    id: 'short-turn',
    unit: '°',
    // Counted, as everywhere, from the turn of the player's own sound swing.
    amount: (_, base) => radToDeg(turnMissing(base)),
    putRight: (fit, base) => {
      const by = turnMissing(base);
      const s = base.startRad;
      return { fit, base: { ...base, startRad: { ...s, torso: s.torso - by, arm: s.arm - by, club: s.club - by } } };
    },
  },
  {
    id: 'early-release',
    unit: '%',
    // Wrist torque beyond what the rest of the body's strength would give, acting from too early on.
    amount: (fit) => (fit.wristLaterS < 0 ? 100 * Math.max(0, Math.exp(fit.lnWrist - bodyStrength(fit)) - 1) : 0),
    putRight: (fit, base) => ({
      fit: {
        ...fit,
        lnWrist: Math.min(fit.lnWrist, bodyStrength(fit)),
        wristLaterS: Math.max(fit.wristLaterS, fit.hipsLaterS),
      },
      base,
    }),
  },
  {
    id: 'arms-first',
    unit: 'ms',
    amount: (fit) => 1000 * Math.max(0, fit.hipsLaterS - fit.shoulderLaterS),
    putRight: (fit, base) => ({
      fit: {
        ...fit,
        hipsLaterS: 0,
        trunkLaterS: Math.max(0, fit.trunkLaterS - fit.hipsLaterS),
        shoulderLaterS: Math.max(0, fit.shoulderLaterS),
      },
      base,
    }),
  },
  {
    id: 'body-stall',
    unit: 'ms',
    amount: (fit) => 1000 * Math.abs(fit.stopS),
    putRight: (fit, base) => ({ fit: { ...fit, stopS: 0 }, base }),
  },
];

/** Gain of putting one thing right at given coefficients, m/s; 0 where the model does not reach the ball. */
function gainAt(right: Right, x: readonly number[], base: SwingParameters): number {
  const fit = named(x);
  const now = clubHeadSpeedMps(fittedSwing(base, fit));
  const mended = right.putRight(fit, base);
  const after = clubHeadSpeedMps(fittedSwing(mended.base, mended.fit));
  return now === undefined || after === undefined ? 0 : after - now;
}

/** Prices of the faults that a fit can tell, with intervals from the fit's Jacobian and its known mismatch. */
export function fitPrices(fit: SwingFit): FitPrice[] {
  return RIGHTS.filter((right) => right.id !== 'short-turn' || fit.turnKnown).map((right) => {
    const gainMps = gainAt(right, fit.at, fit.base);
    const slopes = fit.at.map(
      (v, i) =>
        (gainAt(
          right,
          fit.at.map((w, j) => (j === i ? v + STEPS[i]! : w)),
          fit.base,
        ) -
          gainMps) /
        STEPS[i]!,
    );
    const c = fit.covariance;
    const variance = c ? slopes.reduce((s, a, i) => s + a * slopes.reduce((t, b, j) => t + b * c[i]![j]!, 0), 0) : 0;
    const sd = Math.hypot(Math.sqrt(Math.max(0, variance)), mphToMps(MISMATCH_SD_MPH[right.id]));
    return {
      id: right.id,
      amount: right.amount(named(fit.at), fit.base),
      unit: right.unit,
      gainMps,
      interval90Mps: [gainMps - Z90 * sd, gainMps + Z90 * sd],
    };
  });
}
