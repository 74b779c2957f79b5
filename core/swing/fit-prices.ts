import { mphToMps, radToDeg } from '../units/units.ts';
import { fittedSwing, type SwingFit } from './fit.ts';
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
const INTERVAL = 1.645;
const PROBE_STEPS = [0.02, 0.02, 0.02, 0.02, 0.002, 0.002, 0.002, 0.002, 0.02, 0.003] as const;

type Coefficients = readonly number[];
interface Right {
  readonly id: FitPrice['id'];
  readonly unit: FitPrice['unit'];
  amount(x: Coefficients, base: SwingParameters): number;
  putRight(x: Coefficients, base: SwingParameters): { x: Coefficients; base: SwingParameters };
}
const changed = (x: Coefficients, at: Readonly<Record<number, number>>): Coefficients => x.map((v, i) => at[i] ?? v);

/** Chest turn that this swing lacks against a sound one, rad. */
const turnMissing = (base: SwingParameters): number => Math.max(0, base.startRad.torso - SKILLED_PLAYER.startRad.torso);

const RIGHTS: readonly Right[] = [
  {
    id: 'short-turn',
    unit: '°',
    // Counted, as everywhere, from the turn of the player's own sound swing.
    amount: (_, base) => radToDeg(turnMissing(base)),
    putRight: (x, base) => {
      const by = turnMissing(base);
      const s = base.startRad;
      return { x, base: { ...base, startRad: { ...s, torso: s.torso - by, arm: s.arm - by, club: s.club - by } } };
    },
  },
  {
    id: 'early-release',
    unit: '%',
    // Wrist torque beyond what the rest of the body's strength would give, acting from too early on.
    amount: (x) => (x[7] < 0 ? 100 * Math.max(0, Math.exp(x[3] - bodyStrength(x)) - 1) : 0),
    putRight: (x, base) => ({ x: changed(x, { 3: Math.min(x[3], bodyStrength(x)), 7: Math.max(x[7], x[4]) }), base }),
  },
  {
    id: 'arms-first',
    unit: 'ms',
    amount: (x) => 1000 * Math.max(0, x[4] - x[6]),
    putRight: (x, base) => ({ x: changed(x, { 4: 0, 5: Math.max(0, x[5] - x[4]), 6: Math.max(0, x[6]) }), base }),
  },
  {
    id: 'body-stall',
    unit: 'ms',
    amount: (x) => 1000 * Math.abs(x[9]),
    putRight: (x, base) => ({ x: changed(x, { 9: 0 }), base }),
  },
];

function bodyStrength(x: Coefficients): number {
  return (x[0] + x[1] + x[2]) / 3;
}

/** Gain of putting one thing right at given coefficients, m/s; 0 where the model does not reach the ball. */
function gainAt(right: Right, x: Coefficients, base: SwingParameters): number {
  const now = clubHeadSpeedMps(fittedSwing(base, x));
  const mended = right.putRight(x, base);
  const after = clubHeadSpeedMps(fittedSwing(mended.base, mended.x));
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
          fit.at.map((w, j) => (j === i ? v + PROBE_STEPS[i] : w)),
          fit.base,
        ) -
          gainMps) /
        PROBE_STEPS[i],
    );
    const c = fit.covariance;
    const variance = c ? slopes.reduce((s, a, i) => s + a * slopes.reduce((t, b, j) => t + b * c[i][j], 0), 0) : 0;
    const sd = Math.hypot(Math.sqrt(Math.max(0, variance)), mphToMps(MISMATCH_SD_MPH[right.id]));
    return {
      id: right.id,
      amount: right.amount(fit.at, fit.base),
      unit: right.unit,
      gainMps,
      interval90Mps: [gainMps - INTERVAL * sd, gainMps + INTERVAL * sd],
    };
  });
}
