import type { PriceInputs } from './learned-price.ts';

/** A part of a swing that a price can hang on: its inputs, and the figure that stands for it in words. */
interface PriceGroup {
  readonly id: string;
  /** Input shown beside the sound player's, scaled into the unit of the words. */
  readonly shown: string;
  readonly words: string;
  readonly unit: '°' | '%' | 'ms' | 's';
  readonly inReaderUnits: (value: number, inputs: PriceInputs) => number;
}

const plain = (v: number): number => v;
const percent = (v: number): number => 100 * v;
/** A share of the downswing as milliseconds of this swing's own. */
const milliseconds = (share: number, inputs: PriceInputs): number => 1000 * share * Math.exp(inputs['lnD']!);

export const PRICE_GROUPS: readonly PriceGroup[] = [
  { id: 'turn', shown: 'chest_turn', words: 'chest turn at the top', unit: '°', inReaderUnits: plain },
  {
    id: 'hips',
    shown: 'strike_hips',
    words: 'hip speed at strike, of its peak',
    unit: '%',
    inReaderUnits: percent,
  },
  {
    id: 'start down',
    shown: 'rev_leadArm-hips',
    words: 'arm turns back after the hips by',
    unit: 'ms',
    inReaderUnits: (share, inputs) => -milliseconds(share, inputs),
  },
  {
    id: 'chest at strike',
    shown: 'strike_chest',
    words: 'chest speed at strike, of its peak',
    unit: '%',
    inReaderUnits: percent,
  },
  {
    id: 'arm at strike',
    shown: 'strike_leadArm',
    words: 'arm speed at strike, of its peak',
    unit: '%',
    inReaderUnits: percent,
  },
  { id: 'wrist angle', shown: 'w_level', words: 'wrist angle at lead arm level', unit: '°', inReaderUnits: (v) => -v },
  {
    id: 'release',
    shown: 't_open',
    words: 'wrist angle opens before strike by',
    unit: 'ms',
    inReaderUnits: milliseconds,
  },
  { id: 'pace', shown: 'lnD', words: 'downswing', unit: 'ms', inReaderUnits: (v) => 1000 * Math.exp(v) },
];
export type PriceGroupId = (typeof PRICE_GROUPS)[number]['id'];

/** Point of a curve from which it belongs to the strike, and up to which to the start down, of 28. */
const LATE_POINT = 17;
const EARLY_POINT = 10;
const EARLY_SHARE = 0.6;

const wristOf = (name: string): PriceGroupId | undefined =>
  ['w_min', 'w_range', 'w_strike', 'w_level', 'w_delivery'].includes(name)
    ? 'wrist angle'
    : name === 't_open' || /club/.test(name)
      ? 'release'
      : undefined;

/** Part of the swing that an input belongs to; undefined for the body and for what only says that a curve is there. */
export function groupOfInput(name: string): PriceGroupId | undefined {
  if (/^(has|heightM|massKg|ageYears|female)/.test(name)) return undefined;
  if (['lnD', 'lnClub', 'atStrike', 'back_s'].includes(name)) return 'pace';
  if (['chest_turn', 'arm_turn', 'hips_turn', 'stretch', 'sep_top'].includes(name)) return 'turn';
  const wrist = wristOf(name);
  if (wrist) return wrist;
  if (name.startsWith('rev_')) return 'start down';
  const point = / (\d+)$/.exec(name);
  const share = /@([\d.]+)$/.exec(name);
  if (point ? Number(point[1]) < EARLY_POINT : share ? Number(share[1]) >= EARLY_SHARE : false) return 'start down';
  const late = point ? Number(point[1]) >= LATE_POINT : true;
  if (/^(strike_|end_|gain_|pk_)?hips/.test(name)) return 'hips';
  if (/^(strike_|end_|gain_|pk_)?leadArm/.test(name)) return late ? 'arm at strike' : 'start down';
  return 'chest at strike';
}

/** Why a price is what it is: one part of the swing, beside what a sound player of this body and speed shows. */
export interface PriceReason {
  readonly group: PriceGroupId;
  readonly words: string;
  readonly unit: PriceGroup['unit'];
  readonly measured: number;
  readonly typical: number;
  /** So much of the mean price goes if this part is put as the sound player has it, m/s. */
  readonly changeMps: number;
}

const MOST_REASONS = 3;
const LEAST_CHANGE_MPS = 0.05;

/**
 * The parts of a swing that a price hangs on most.
 * @param meanOf mean price for other inputs, m/s
 * @param sound what a sound player shows
 */
export function priceReasons(
  inputs: PriceInputs,
  sound: PriceInputs,
  meanOf: (inputs: PriceInputs) => number,
): PriceReason[] {
  const now = meanOf(inputs);
  return PRICE_GROUPS.flatMap((g): PriceReason[] => {
    const own = Object.keys(inputs).filter((name) => groupOfInput(name) === g.id && sound[name] !== undefined);
    if (inputs[g.shown] === undefined || sound[g.shown] === undefined) return [];
    const put = Object.fromEntries(own.map((name) => [name, sound[name]!]));
    return [
      {
        group: g.id,
        words: g.words,
        unit: g.unit,
        measured: g.inReaderUnits(inputs[g.shown]!, inputs),
        typical: g.inReaderUnits(sound[g.shown]!, sound),
        changeMps: now - meanOf({ ...inputs, ...put }),
      },
    ];
  })
    .filter((r) => r.changeMps >= LEAST_CHANGE_MPS)
    .sort((a, b) => b.changeMps - a.changeMps)
    .slice(0, MOST_REASONS);
}
