import { seenRates, TRAINED_EYE, type Eye, type SeenRates } from '../catalogue/signs/seen-rates.ts';
import { MEASURED_SIGNS, signById, type MeasuredSign, type Population } from '../catalogue/signs/signs.ts';
import type { Level } from '../catalogue/stages.ts';
import type { HalfLives } from './half-lives.ts';

/** Odds of a leak against a club player's (by judgement): the better the player, the fewer faults. */
export const LEVEL_ODDS: Readonly<Record<Level, number>> = {
  beginner: 1.5,
  club: 1,
  'single-figure': 0.5,
  elite: 0.3,
};

/** Pseudo-students that a practice's leaks are worth against its own confirmed causes. */
export const PRIOR_STUDENTS = 60;
/** No fault is learned to be likelier than this at club level. */
const MOST_LEARNED = 0.5;

/** Players without a fault and players with it. */
export interface SignPopulations {
  readonly sound: Population;
  readonly faulty: Population;
}

/** Causes that later reviews confirmed. */
export interface Confirmed {
  /** Students with a confirmed cause, each counting by the odds of its level. */
  readonly exposure: number;
  /** How often each fault was confirmed as a cause. */
  readonly causes: Readonly<Record<string, number>>;
}

/** What a practice holds in place of the catalogue, and what it has learned; all that is not given is the catalogue's. */
export interface Beliefs {
  /** Own leak at club level, by fault. */
  readonly leaks?: Readonly<Record<string, number>>;
  /** Strength by "cause>consequence". */
  readonly strengths?: Readonly<Record<string, number>>;
  readonly levelOdds?: Readonly<Partial<Record<string, number>>>;
  readonly halfLives?: HalfLives;
  readonly eye?: Partial<Eye>;
  /** Populations by sign, or by "sign@level" where the catalogue has a pair for that level. */
  readonly signs?: Readonly<Record<string, SignPopulations>>;
  readonly confirmed?: Confirmed;
}

export const edgeKey = (e: { readonly from: string; readonly to: string }): string => `${e.from}>${e.to}`;
export const signKey = (sign: string, level?: Level): string => (level ? `${sign}@${level}` : sign);

export const levelOdds = (level: Level, beliefs: Beliefs = {}): number =>
  beliefs.levelOdds?.[level] ?? LEVEL_ODDS[level];

export const strengthOf = (
  edge: { readonly from: string; readonly to: string; readonly strength: number },
  beliefs: Beliefs = {},
): number => beliefs.strengths?.[edgeKey(edge)] ?? edge.strength;

/** Own leak of a fault at club level: the catalogue's or the practice's, moved by its confirmed causes. */
export function learnedLeak(fault: { readonly id: string; readonly leak: number }, beliefs: Beliefs = {}): number {
  const own = beliefs.leaks?.[fault.id] ?? fault.leak;
  const { exposure, causes } = beliefs.confirmed ?? { exposure: 0, causes: {} };
  // Students of a good level count for less than one, their causes for one: the chance must not run away with them.
  return Math.min(MOST_LEARNED, (PRIOR_STUDENTS * own + (causes[fault.id] ?? 0)) / (PRIOR_STUDENTS + exposure));
}

/** Chance that a fault is there of itself at a level: the club's, by the odds of the level. */
export function leakAtLevel(
  fault: { readonly id: string; readonly leak: number },
  level: Level,
  beliefs: Beliefs = {},
): number {
  const leak = learnedLeak(fault, beliefs);
  const odds = (levelOdds(level, beliefs) * leak) / (1 - leak);
  return odds / (1 + odds);
}

export const eyeOf = (beliefs: Beliefs = {}): Eye => ({ ...TRAINED_EYE, ...beliefs.eye });
export const ratesOf = (beliefs: Beliefs = {}): SeenRates => seenRates(eyeOf(beliefs));

/** A measured sign with the practice's populations in place of the catalogue's. */
function believed(sign: MeasuredSign, signs: Readonly<Record<string, SignPopulations>>): MeasuredSign {
  const byLevel =
    sign.byLevel &&
    Object.fromEntries(
      Object.entries(sign.byLevel).map(([level, pair]) => [level, signs[signKey(sign.id, level as Level)] ?? pair]),
    );
  return { ...sign, ...signs[sign.id], ...(byLevel ? { byLevel } : {}) };
}

export function believedSign(id: string, beliefs: Beliefs = {}): MeasuredSign | undefined {
  const sign = signById(id);
  return sign && beliefs.signs ? believed(sign, beliefs.signs) : sign;
}

export const believedSigns = ({ signs }: Beliefs = {}): readonly MeasuredSign[] =>
  signs ? MEASURED_SIGNS.map((s) => believed(s, signs)) : MEASURED_SIGNS;
