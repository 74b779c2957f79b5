import type { Checkpoint, Level } from '../stages.ts';

/** Mean and standard deviation of a sign over a group of players, in the sign's unit. */
export interface Population {
  readonly mean: number;
  readonly sd: number;
}

/** What a sign is measured with; each is one sitting of so many minutes (`core/diagnosis/next-measurement`). */
export type MeasuredWith = 'screen' | 'setup' | 'shots' | 'tests' | 'motion' | 'ground' | 'swish' | 'picture';

/**
 * A sign that is measured. It weighs by two populations, players without the fault and players with it; the likelihood
 * ratio of a value follows from them and from the measuring error. Editable data, no hidden truths.
 */
export interface MeasuredSign {
  readonly id: string;
  readonly fault: string;
  /** What is compared, in words, ready for a sentence. */
  readonly quantity: string;
  readonly unit: '°' | 'ms' | '%' | 'mm' | 'cm' | 's' | '' | 'mph';
  readonly with: MeasuredWith;
  readonly checkpoint?: Checkpoint;
  readonly sound: Population;
  readonly faulty: Population;
  /** Where levels differ so much that one pair of populations would not do. */
  readonly byLevel?: Partial<Readonly<Record<Level, { readonly sound: Population; readonly faulty: Population }>>>;
  /** Signs of one group lean on the same measurement. */
  readonly group?: string;
  /** Words for a positive and a negative value, where the sign has to be spelled. */
  readonly signWords?: readonly [string, string];
  /** A value surely on the sound side of this contradicts what the fault is by name: it comes off the list. */
  readonly rulesOut?: number;
  /** Value is a log-likelihood ratio already (a motion file's, by `core/diagnosis/motion-signs`). */
  readonly ratio?: true;
  /** Where the populations come from. */
  readonly source: string;
}

export const JUDGEMENT = 'by judgement';
export const OWN_MODEL = 'simulated players of the swing model, rounded';

type Pair = readonly [mean: number, sd: number];
type More = Partial<Pick<MeasuredSign, 'group' | 'signWords' | 'rulesOut' | 'checkpoint' | 'source'>> & {
  readonly byLevel?: Partial<Readonly<Record<Level, readonly [Pair, Pair]>>>;
};

const population = ([mean, sd]: Pair): Population => ({ mean, sd });

/** Signs measured with one thing, a row each: id, fault, quantity, unit, players without and with the fault. */
export const measuredWith =
  (what: MeasuredWith) =>
  (
    id: string,
    fault: string,
    quantity: string,
    unit: MeasuredSign['unit'],
    sound: Pair,
    faulty: Pair,
    { byLevel, ...more }: More = {},
  ): MeasuredSign => ({
    id,
    fault,
    quantity,
    unit,
    with: what,
    sound: population(sound),
    faulty: population(faulty),
    source: JUDGEMENT,
    ...(byLevel
      ? {
          byLevel: Object.fromEntries(
            Object.entries(byLevel).map(([level, [s, f]]) => [level, { sound: population(s), faulty: population(f) }]),
          ),
        }
      : {}),
    ...more,
  });
