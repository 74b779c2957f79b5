import { believedSign, ratesOf, type Beliefs } from '../beliefs/beliefs.ts';
import { FAULTS } from '../catalogue/faults.ts';
import type { SeenGrade, SeenRates } from '../catalogue/signs/seen-rates.ts';
import {
  RETIRED_SIGNS,
  signById,
  type MeasuredSign,
  type MeasuredWith,
  type Population,
} from '../catalogue/signs/signs.ts';
import type { Level } from '../catalogue/stages.ts';
import { InputError } from '../errors/input-error.ts';

/** One piece of evidence with its source and how sure it is. */
export interface Finding {
  readonly id: string;
  /** Sign of the catalogue, measured or seen. */
  readonly sign: string;
  readonly fault: string;
  readonly kind: 'measured' | 'seen';
  /** Sentence an instructor can read out. */
  readonly text: string;
  /** Log-likelihood ratio of this piece by itself, fresh. */
  readonly logOdds: number;
  readonly group?: string;
  readonly grade?: SeenGrade;
  readonly value?: number;
  readonly uncertainty?: number;
  /** Value from which it speaks for the fault: neither population is likelier there. */
  readonly middle?: number;
  readonly unit?: string;
  /** Days since it was taken. */
  readonly ageDays?: number;
  /** Its fault was practised as the target since it was taken: it is meant to have moved. */
  readonly practisedSince?: boolean;
  /** Where it was measured or seen: a block, a motion file, a screen, a checkpoint. */
  readonly source: {
    readonly kind: 'block' | 'motion' | 'ground' | 'swish' | 'picture' | 'screen' | 'setup' | 'seen' | 'trial';
    readonly id: string;
    readonly label: string;
    /** Earlier lesson that it was taken in; absent for the lesson at hand. */
    readonly lessonId?: string;
  };
}

/** Strongest log-odds that a single measured sign may carry, for a fault and against it. */
export const MOST_FOR = 3;
export const MOST_AGAINST = -2.5;

export type Measurement = {
  readonly sign: string;
  readonly value: number;
  /** One standard deviation of the measurement, in the sign's unit. */
  readonly uncertainty: number;
  readonly source: Finding['source'];
  readonly ageDays?: number;
};

const digitsOf = (sign: MeasuredSign): number =>
  sign.unit === 's' || sign.unit === '' || sign.unit === 'mph' ? 2 : sign.unit === 'ms' ? 0 : 1;

const populationsOf = (sign: MeasuredSign, level: Level): { sound: Population; faulty: Population } =>
  sign.byLevel?.[level] ?? sign;

/** Value at which a sign turns from speaking against its fault to speaking for it: the middle weighted by the spreads. */
export function signMiddle(sign: MeasuredSign, level: Level = 'club'): number {
  const { sound, faulty } = populationsOf(sign, level);
  return (sound.mean * faulty.sd + faulty.mean * sound.sd) / (sound.sd + faulty.sd);
}

/**
 * Log-likelihood ratio of a measured value between players with the fault and players without: |m1 − m0|/S · (v − c)/S toward
 * the faulty side, S from both populations and the measuring error, within −2.5 and 3; continuous, never a switch.
 */
export function signLogOdds(sign: MeasuredSign, value: number, uncertainty: number, level: Level = 'club'): number {
  const clip = (l: number, least: number): number => Math.max(least, Math.min(MOST_FOR, l));
  if (sign.ratio) return clip(value, -MOST_FOR);
  const { sound, faulty } = populationsOf(sign, level);
  const apart = faulty.mean - sound.mean;
  const variance = ((sound.sd + faulty.sd) / 2) ** 2 + uncertainty ** 2;
  return clip((apart * (value - signMiddle(sign, level))) / variance, MOST_AGAINST);
}

/** Whether a value contradicts what the fault is by name, by twice its uncertainty. */
export function contradicts(sign: MeasuredSign, value: number, uncertainty: number): boolean {
  if (sign.rulesOut === undefined) return false;
  const toSound = Math.sign(sign.sound.mean - sign.faulty.mean);
  return toSound * (value - sign.rulesOut) >= 2 * uncertainty;
}

const SOURCE_KIND: Readonly<Record<MeasuredWith, Finding['source']['kind']>> = {
  screen: 'screen',
  setup: 'setup',
  shots: 'block',
  tests: 'block',
  motion: 'motion',
  ground: 'ground',
  swish: 'swish',
  picture: 'picture',
};

/** Source of a sign whose source is given by name only. */
export const namedSource = (sign: string, label: string): Finding['source'] => ({
  kind: SOURCE_KIND[signById(sign)?.with ?? 'shots'],
  id: label,
  label,
});

/**
 * Turns a measurement into a finding; undefined for a sign that is retired.
 * @throws InputError for an unknown sign or a value that is no number
 */
export function measuredFinding(m: Measurement, level: Level = 'club', beliefs: Beliefs = {}): Finding | undefined {
  if (RETIRED_SIGNS.includes(m.sign)) return undefined;
  const sign = believedSign(m.sign, beliefs);
  if (!sign) throw new InputError('unknown-value', `No measured sign "${m.sign}".`, 'sign');
  if (!Number.isFinite(m.value) || !Number.isFinite(m.uncertainty) || m.uncertainty < 0) {
    throw new InputError(
      'not-a-number',
      `The value of ${m.sign} and its uncertainty must be numbers, the latter not below 0.`,
      m.sign,
    );
  }
  const digits = digitsOf(sign);
  const unit = sign.unit === '°' || sign.unit === '' ? sign.unit : ` ${sign.unit}`;
  const shown = sign.signWords
    ? `${Math.abs(m.value).toFixed(digits)}${unit} ${sign.signWords[m.value >= 0 ? 0 : 1]}`
    : `${m.value.toFixed(digits).replace('-', '−')}${unit}`;
  return {
    id: `${sign.id}:${m.source.id}`,
    sign: sign.id,
    fault: sign.fault,
    kind: 'measured',
    text: sign.ratio ? sign.quantity : `${sign.quantity}: ${shown} ± ${m.uncertainty.toFixed(digits)}`,
    logOdds: signLogOdds(sign, m.value, m.uncertainty, level),
    group: sign.group ?? sign.id,
    value: m.value,
    uncertainty: m.uncertainty,
    middle: sign.ratio ? 0 : signMiddle(sign, level),
    unit: sign.unit,
    ageDays: m.ageDays,
    source: m.source,
  };
}

/** All findings of a list of measurements, those of retired signs left out. */
export const measuredFindings = (
  list: readonly Measurement[],
  level: Level = 'club',
  beliefs: Beliefs = {},
): Finding[] => list.flatMap((m) => measuredFinding(m, level, beliefs) ?? []);

/** Log-likelihood ratio of one grade by itself. */
export const gradeLogOdds = (grade: SeenGrade, rates: SeenRates): number =>
  Math.log(rates[grade].ifThere / rates[grade].ifNot);

/** Turns a graded sign into a finding. @throws InputError for an unknown sign */
export function seenFinding(
  signId: string,
  grade: SeenGrade,
  note = '',
  ageDays?: number,
  beliefs: Beliefs = {},
): Finding {
  for (const fault of FAULTS) {
    const sign = fault.seen.find((s) => s.id === signId);
    if (!sign) continue;
    return {
      id: `seen:${signId}`,
      sign: signId,
      fault: fault.id,
      kind: 'seen',
      text: `${sign.text}: ${grade}${note ? ` (“${note}”)` : ''}`,
      logOdds: gradeLogOdds(grade, ratesOf(beliefs)),
      grade,
      ageDays,
      source: { kind: 'seen', id: signId, label: `seen at ${sign.checkpoint}` },
    };
  }
  throw new InputError('unknown-value', `No seen sign "${signId}" in the catalogue.`, 'signId');
}
