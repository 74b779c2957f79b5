import { MEASURED_SIGNS, SEEN_LOG_ODDS, type MeasuredSign, type SeenGrade } from '../catalogue/measured-signs.ts';
import { FAULTS } from '../catalogue/faults.ts';
import { InputError } from '../errors/input-error.ts';

/** One piece of evidence with its source and how sure it is. */
export interface Finding {
  readonly id: string;
  readonly fault: string;
  readonly kind: 'measured' | 'seen';
  /** Sentence an instructor can read out. */
  readonly text: string;
  readonly logOdds: number;
  readonly group?: string;
  readonly value?: number;
  readonly uncertainty?: number;
  readonly threshold?: number;
  readonly unit?: string;
  /** Where it was measured or seen: a block, a motion file, a screen, a checkpoint. */
  readonly source: {
    readonly kind: 'block' | 'motion' | 'ground' | 'swish' | 'picture' | 'screen' | 'setup' | 'seen';
    readonly id: string;
    readonly label: string;
  };
}

/** Strongest log-odds for a fault that a single measured sign may carry. */
const MOST_FOR = 3;
/** Strongest against it: a fault shows in one of several signs, so the lack of one says less (as for seen signs). */
const MOST_AGAINST = 1.2;

export type Measurement = {
  readonly sign: string;
  readonly value: number;
  /** One standard deviation of the measurement, in the sign's unit. */
  readonly uncertainty: number;
  readonly source: Finding['source'];
};

const digitsOf = (sign: MeasuredSign): number =>
  sign.unit === 's' || sign.unit === '' || sign.unit === 'mph' ? 2 : sign.unit === 'ms' ? 0 : 1;

/**
 * Log-odds of a measured value: a·tanh(z/2) with z the distance beyond the threshold in units of measurement and
 * between-player spread together, a = 3 beyond it and 1.2 short of it; continuous, never a switch.
 */
export function signLogOdds(sign: MeasuredSign, value: number, uncertainty: number): number {
  const beyond = sign.direction === 'above' ? value - sign.threshold : sign.threshold - value;
  const most = beyond > 0 ? MOST_FOR : MOST_AGAINST;
  return most * Math.tanh(beyond / Math.hypot(uncertainty, sign.betweenPlayerSd) / 2);
}

/** Turns a measurement into a finding. @throws InputError for an unknown sign or a value that is no number */
export function measuredFinding(m: Measurement): Finding {
  const sign = MEASURED_SIGNS.find((s) => s.id === m.sign);
  if (!sign) throw new InputError('unknown-value', `No measured sign "${m.sign}".`, 'sign');
  if (!Number.isFinite(m.value) || !Number.isFinite(m.uncertainty)) {
    throw new InputError('not-a-number', `The value of ${m.sign} is no number.`, m.sign);
  }
  const digits = digitsOf(sign);
  const unit = sign.unit === '°' || sign.unit === '' ? sign.unit : ` ${sign.unit}`;
  const shown = sign.signWords
    ? `${Math.abs(m.value).toFixed(digits)}${unit} ${sign.signWords[m.value >= 0 ? 0 : 1]}`
    : `${m.value.toFixed(digits).replace('-', '−')}${unit}`;
  return {
    id: `${sign.id}:${m.source.id}`,
    fault: sign.fault,
    kind: 'measured',
    text: `${sign.quantity}: ${shown} ± ${m.uncertainty.toFixed(digits)}`,
    logOdds: signLogOdds(sign, m.value, m.uncertainty),
    group: sign.group ?? sign.id,
    value: m.value,
    uncertainty: m.uncertainty,
    threshold: sign.threshold,
    unit: sign.unit,
    source: m.source,
  };
}

/** Turns a graded sign into a finding. @throws InputError for an unknown sign */
export function seenFinding(signId: string, grade: SeenGrade, note: string): Finding {
  for (const fault of FAULTS) {
    const sign = fault.seen.find((s) => s.id === signId);
    if (!sign) continue;
    return {
      id: `seen:${signId}`,
      fault: fault.id,
      kind: 'seen',
      text: `${sign.text}: ${grade}${note ? ` (“${note}”)` : ''}`,
      logOdds: SEEN_LOG_ODDS[grade],
      group: `seen-${fault.id}`,
      source: { kind: 'seen', id: signId, label: `seen at ${sign.checkpoint}` },
    };
  }
  throw new InputError('unknown-value', `No seen sign "${signId}" in the catalogue.`, 'signId');
}
