import { faultAmounts, type KnownAmount } from '../../core/diagnosis/price-amounts.ts';
import type { Finding } from '../../core/diagnosis/findings.ts';
import { analyseSequence } from '../../core/capture/sequence.ts';
import { readMotionCsv } from '../../core/formats/motion-csv.ts';
import { fitSwing, type SwingFit } from '../../core/swing/fit.ts';
import { capturedDownswing } from '../../core/swing/fit-capture.ts';
import { fitPrices, type FitPrice } from '../../core/swing/fit-prices.ts';
import { CannotSayError } from '../../core/errors/input-error.ts';
import { withClub, type ClubBuild } from '../../core/swing/club.ts';
import { withOnsets, type DriveName } from '../../core/swing/fault-families.ts';
import { wristAtLevel } from '../../core/swing/figures.ts';
import { pointSpeedMps, simulateDownswing, type SwingSample } from '../../core/swing/model.ts';
import type { SwingParameters } from '../../core/swing/parameters.ts';
import { playerSwing, strengthForSpeed, type Player } from '../../core/swing/player.ts';
import { priceList, withFaults, type FaultAmount, type PriceList } from '../../core/swing/price-list.ts';

/** One moment of a simulated swing as it is drawn: angles and rates of the four segments, hub shift, speeds. */
export interface DrawnSample {
  readonly beforeStrikeS: number;
  readonly anglesRad: SwingSample['anglesRad'];
  readonly ratesRadPerS: SwingSample['ratesRadPerS'];
  readonly headSpeedMps: number;
}

export interface DrawnSwing {
  readonly clubSpeedMps: number;
  readonly downswingS: number;
  readonly wristAtLeadArmLevelRad: number | null;
  readonly samples: readonly DrawnSample[];
  /** Shoulder radius, arm, and club from the hands: m. */
  readonly lengthsM: readonly [number, number, number];
}

export interface WhatIfInput {
  readonly player: Player;
  readonly club: ClubBuild;
  readonly faults: readonly FaultAmount[];
  /** How much later each drive starts than it would, s. */
  readonly onsetsS?: Readonly<Partial<Record<DriveName, number>>>;
}

/** Moments of a swing that are drawn. */
const DRAWN = 90;

function drawn(p: SwingParameters): DrawnSwing {
  const swing = simulateDownswing(p, 0.001);
  if (!swing)
    throw new CannotSayError(
      'no-strike',
      'The club does not reach the ball in this swing.',
      'more strength or less fault',
    );
  const { samples, downswingS } = swing;
  const step = Math.max(1, Math.floor(samples.length / DRAWN));
  const { torso, arm, club } = p.segments;
  return {
    clubSpeedMps: swing.clubSpeedMps,
    downswingS,
    wristAtLeadArmLevelRad: wristAtLevel(samples),
    lengthsM: [torso.shoulderRadiusM, arm.lengthM, club.headDistanceM],
    samples: samples
      .filter((_, i) => i % step === 0 || i === samples.length - 1)
      .map((s) => ({
        beforeStrikeS: downswingS - s.timeS,
        anglesRad: s.anglesRad,
        ratesRadPerS: s.ratesRadPerS,
        headSpeedMps: pointSpeedMps(p, s.timeS, [...s.anglesRad, ...s.ratesRadPerS], 3),
      })),
  };
}

const soundSwing = ({ player, club, onsetsS = {} }: WhatIfInput): SwingParameters =>
  withOnsets(withClub(playerSwing(player), club), onsetsS);

export type FittedSwing = Pick<SwingFit, 'values' | 'residuals' | 'clubSpeedMps' | 'simulations'> & {
  readonly prices: readonly FitPrice[];
};
const REPORT_EVERY = 10;

export interface ModelStart {
  readonly amounts: readonly KnownAmount[];
  /** Strength share with which the model swings at the measured speed. */
  readonly strength: number;
}

/** Everything of the swing model that the worker does, by name. */
export const SWING_TASKS = {
  swing: (input: WhatIfInput): DrawnSwing => drawn(withFaults(soundSwing(input), input.faults)),
  prices: (input: WhatIfInput & { ownSpeedMps?: number }): PriceList | null =>
    priceList(soundSwing(input), input.faults, input.ownSpeedMps) ?? null,
  /** The model fitted to one captured swing, with the prices it tells. */
  fit: (input: { text: string; fileName: string; player: Player }, report?: (done: number) => void): FittedSwing => {
    const capture = readMotionCsv(input.text, input.fileName);
    const fit = fitSwing(capturedDownswing(capture, analyseSequence(capture)), input.player, (n) => {
      if (n % REPORT_EVERY === 0) report?.(n);
    });
    return {
      values: fit.values,
      residuals: fit.residuals,
      clubSpeedMps: fit.clubSpeedMps,
      simulations: fit.simulations,
      prices: fitPrices(fit),
    };
  },
  /** A student's own model: scaled to the body, its faults as measured, its strength set so that it swings at the measured speed. */
  modelStart: (input: {
    player: Player;
    ownSpeedMps: number;
    findings: readonly Finding[];
    chances: readonly (readonly [string, number])[];
  }): ModelStart | null => {
    const amounts = faultAmounts(input.findings, new Map(input.chances), playerSwing(input.player));
    const strength = strengthForSpeed(input.player, input.ownSpeedMps, (p) => withFaults(p, amounts));
    return strength === undefined ? null : { amounts, strength };
  },
} as const;
