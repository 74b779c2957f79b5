import * as yup from 'yup';
import { CannotSayError, InputError } from '../core/errors/input-error.ts';
import { TYPICAL_DRIVER, withClub, type ClubBuild } from '../core/swing/club.ts';
import { MODEL_FAULTS, modelFault } from '../core/swing/fault-families.ts';
import { MODEL_SEGMENTS, swingFigures } from '../core/swing/figures.ts';
import { SKILLED_PLAYER, type SwingParameters } from '../core/swing/parameters.ts';
import { completePlayer, playerSwing } from '../core/swing/player.ts';
import { priceList, withFaults, type FaultAmount } from '../core/swing/price-list.ts';
import { mpsToMph, radToDeg } from '../core/units/units.ts';
import { Assumed, checked } from './input.ts';
import { number, oneOf, required } from './schemas.ts';

const swingSchema = yup.object({
  parameters: yup.mixed<Record<string, unknown>>(),
  player: yup
    .object({
      heightM: number(0.9, 2.4),
      massKg: number(20, 200),
      sex: oneOf('female', 'male'),
      age: number(5, 100),
      strength: number(0.1, 2),
    })
    .default(undefined),
  club: yup
    .object({
      lengthM: number(0.5, 1.6),
      headMassKg: number(0, 1),
      shaftMassKg: number(0.01, 1),
      gripMassKg: number(0, 0.3),
      shaftBalance: number(0.2, 0.8),
    })
    .default(undefined),
  faults: yup
    .array(
      yup.object({
        id: yup
          .string()
          .required(({ path }) => `${path} is missing.`)
          .oneOf(
            MODEL_FAULTS.map((f) => f.id),
            ({ path, value }) =>
              `${path}: the model cannot express "${String(value)}"; it can ${MODEL_FAULTS.map((f) => f.id).join(', ')}.`,
          ),
        amount: required(number(0, 1000)),
      }),
    )
    .default([]),
});

/** Walks a parameter object along the shape of a known one. @throws InputError at the first place that does not fit */
function checkShape(given: unknown, like: unknown, where: string): void {
  if (like !== null && typeof like === 'object') {
    if (given === null || typeof given !== 'object')
      throw new InputError('missing', `${where} is missing; expected an object.`, where);
    for (const [key, value] of Object.entries(like)) {
      const at = `${where}.${key}`;
      if (!(key in given)) throw new InputError('missing', `${at} is missing.`, at);
      checkShape((given as Record<string, unknown>)[key], value, at);
    }
    return;
  }
  if (typeof like === 'boolean') {
    if (typeof given !== 'boolean') throw new InputError('unknown-value', `${where} must be true or false.`, where);
    return;
  }
  if (given === null && like === null) return;
  if (typeof given !== 'number' || !Number.isFinite(given))
    throw new InputError('not-a-number', `${where} is ${JSON.stringify(given)}; expected a number.`, where);
}

function figuresOf(p: SwingParameters): Record<string, unknown> {
  const f = swingFigures(p);
  if (!f) {
    throw new CannotSayError(
      'no-strike',
      'The club does not reach the ball within 1.2 s.',
      'more strength or a longer swing',
    );
  }
  return {
    clubSpeedMph: mpsToMph(f.clubSpeedMps),
    downswingS: f.downswingS,
    handSpeedAtStrikeMps: f.handSpeedAtStrikeMps,
    handSpeedMaxMps: f.handSpeedMaxMps,
    wristAngleAtLeadArmLevelDeg: f.wristAtLeadArmLevelRad === null ? null : radToDeg(f.wristAtLeadArmLevelRad),
    segments: Object.fromEntries(
      MODEL_SEGMENTS.map((s) => [
        s,
        {
          peakDegPerS: radToDeg(f.segments[s].peakRadPerS),
          peakBeforeStrikeMs: 1000 * f.segments[s].peakBeforeStrikeS,
          atStrikeDegPerS: radToDeg(f.segments[s].atStrikeRadPerS),
        },
      ]),
    ),
    energyResidual: f.energyResidual,
  };
}

function checkAmounts(faults: readonly FaultAmount[]): void {
  faults.forEach((f, i) => {
    const most = modelFault(f.id)?.range[1] ?? Infinity;
    if (f.amount > most)
      throw new InputError(
        'out-of-range',
        `faults[${i}].amount is ${f.amount}; expected 0 to ${most} ${modelFault(f.id)?.unit}.`,
        `faults[${i}].amount`,
      );
    if (faults.findIndex((x) => x.id === f.id) !== i)
      throw new InputError('unknown-value', `faults[${i}].id: ${f.id} is given twice.`, `faults[${i}].id`);
  });
}

/** `swing`: a simulated downswing from full parameters, or from a player, a club and faults, with the price of each fault. */
export function swing(input: unknown): unknown {
  const given = checked(swingSchema, input);
  const assumed = new Assumed();
  checkAmounts(given.faults);
  let sound: SwingParameters;
  if (given.parameters !== undefined) {
    checkShape(given.parameters, SKILLED_PLAYER, 'parameters');
    sound = given.parameters as unknown as SwingParameters;
  } else {
    const { age, ...body } = given.player ?? {};
    const known = { ...body, ageYears: age } as Parameters<typeof completePlayer>[0];
    const whole = completePlayer(known);
    for (const key of ['sex', 'ageYears', 'heightM', 'massKg', 'strength'] as const)
      if (known[key] === undefined) assumed.note(key === 'ageYears' ? 'age' : key, whole[key]);
    sound = playerSwing(known);
  }
  if (given.club) {
    const club = Object.fromEntries(Object.entries(given.club).filter(([, v]) => v !== undefined));
    const missing = (Object.keys(TYPICAL_DRIVER) as (keyof ClubBuild)[]).filter((k) => !(k in club));
    if (missing.length > 0) assumed.note('club', Object.fromEntries(missing.map((k) => [k, TYPICAL_DRIVER[k]])));
    sound = withClub(sound, { ...TYPICAL_DRIVER, ...club });
  }
  const answer = figuresOf(withFaults(sound, given.faults));
  if (given.faults.length === 0) return { ...answer, assumed: assumed.values };
  const list = priceList(sound, given.faults);
  return {
    ...answer,
    faults: list?.prices.map((p) => ({
      id: p.id,
      amount: p.amount,
      unit: p.unit,
      gainMph: mpsToMph(p.gainMps),
      intervalMph: p.intervalMps.map(mpsToMph),
    })),
    togetherMph: list?.togetherMps === null || !list ? null : mpsToMph(list.togetherMps),
    togetherIntervalMph: list?.togetherIntervalMps?.map(mpsToMph) ?? null,
    assumed: assumed.values,
  };
}
