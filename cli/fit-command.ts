import { analyseSequence } from '../core/capture/sequence.ts';
import type { MotionCapture } from '../core/capture/motion.ts';
import { fitSwing } from '../core/swing/fit.ts';
import { FIT_NAMES } from '../core/swing/fit-parameters.ts';
import { capturedDownswing } from '../core/swing/fit-capture.ts';
import { fitPrices } from '../core/swing/fit-prices.ts';
import { priceInputs, priceSwing } from '../core/diagnosis/learned-price.ts';
import { completePlayer, type Player } from '../core/swing/player.ts';
import { mphToMps, mpsToMph } from '../core/units/units.ts';
import { Assumed } from './input.ts';

const noted = (capture: MotionCapture, key: string): number | undefined => {
  const v = Number(capture.notes[key]);
  return capture.notes[key] !== undefined && Number.isFinite(v) && v > 0 ? v : undefined;
};

/** Body from the file's notes (height_m, mass_kg, sex, age); the rest is typical. */
function playerOf(capture: MotionCapture): Player {
  const number = (key: string): number | undefined => noted(capture, key);
  const { sex } = capture.notes;
  return {
    heightM: number('height_m'),
    massKg: number('mass_kg'),
    ageYears: number('age'),
    ...(sex === 'female' || sex === 'male' ? { sex } : {}),
  };
}

/** `fit`: the swing model fitted to one captured swing, and what each fault costs in it. */
export function fit(capture: MotionCapture): unknown {
  const assumed = new Assumed();
  const player = playerOf(capture);
  const whole = completePlayer(player);
  for (const key of ['sex', 'heightM', 'massKg', 'ageYears'] as const)
    if (player[key] === undefined) assumed.note(key, whole[key]);
  const sequence = analyseSequence(capture);
  const fitted = fitSwing(capturedDownswing(capture, sequence), player);
  const ownMph = noted(capture, 'full_speed_mph');
  if (ownMph === undefined) assumed.note('fullSpeedMph', mpsToMph(fitted.clubSpeedMps));
  const ownSpeedMps = ownMph === undefined ? fitted.clubSpeedMps : mphToMps(ownMph);
  const learned = priceSwing(priceInputs(sequence), player, ownSpeedMps);
  return {
    clubSpeedMph: mpsToMph(fitted.clubSpeedMps),
    parameters: Object.fromEntries(FIT_NAMES.map((n) => [n, fitted.values[n]])),
    residualShareOfPeak: fitted.residuals,
    faults: fitPrices(fitted).map((p) => ({
      id: p.id,
      amount: p.amount,
      unit: p.unit,
      gainMph: mpsToMph(p.gainMps),
      intervalMph: p.interval90Mps.map(mpsToMph),
    })),
    learned: {
      ...(learned.refused ? { refused: learned.refused } : {}),
      faults: learned.prices.map((p) => ({
        id: p.fault,
        ifThereMph: mpsToMph(p.meanMps),
        interval90Mph: p.interval90Mps.map((v) => mpsToMph(v)),
      })),
      together: learned.together && {
        ifThereMph: mpsToMph(learned.together.meanMps),
        interval90Mph: learned.together.interval90Mps.map((v) => mpsToMph(v)),
      },
    },
    simulations: fitted.simulations,
    assumed: assumed.values,
  };
}
