import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { faultById } from '../catalogue/faults.ts';
import { TRAINED_EYE, type Eye } from '../catalogue/signs/seen-rates.ts';
import { signById, type Population } from '../catalogue/signs/signs.ts';
import { LEVELS, type Level } from '../catalogue/stages.ts';
import { InputError } from '../errors/input-error.ts';
import { edgeKey, LEVEL_ODDS, type Beliefs, type SignPopulations } from './beliefs.ts';
import { HALF_LIVES, type EvidenceKind } from './half-lives.ts';

/** What a practice can hold otherwise than the catalogue; 'learning' is the day from which confirmed causes count. */
export const BELIEF_KINDS = ['leak', 'strength', 'level', 'half-life', 'eye', 'sign', 'learning'] as const;
export type BeliefKind = (typeof BELIEF_KINDS)[number];
export type BeliefValue = number | string | SignPopulations;

/** One change of one number: null puts the catalogue's back. */
export interface BeliefChange {
  readonly kind: BeliefKind;
  /** Fault, "cause>consequence", level, kind of evidence, part of the eye, sign or "sign@level"; empty for 'learning'. */
  readonly about: string;
  readonly value: BeliefValue | null;
}

/** Least and most of the plain numbers, with the unit said in errors. */
export const BELIEF_LIMITS = {
  leak: [0.002, 0.5],
  strength: [0.02, 0.95],
  level: [0.05, 5],
  'half-life': [1, 2000],
} as const;
export const EYE_LIMITS: Readonly<Record<keyof Eye, readonly [number, number]>> = {
  sensitivity: [0.55, 0.98],
  specificity: [0.55, 0.98],
  sameEye: [0, 0.95],
};
/** Middles of the two groups of a sign, apart at least so many of their mean SD: below it the sign tells nothing. */
const LEAST_APART = 0.3;

const isEyePart = (about: string): about is keyof Eye => Object.hasOwn(TRAINED_EYE, about);

/** The pair of populations that the catalogue has under a key; undefined for none. */
function usualPopulations(about: string): SignPopulations | undefined {
  const [id = about, level, more] = about.split('@');
  const sign = signById(id);
  if (!sign || sign.ratio || more !== undefined) return undefined;
  const pair = level === undefined ? sign : sign.byLevel?.[level as Level];
  return pair && { sound: pair.sound, faulty: pair.faulty };
}

/** The catalogue's value of a belief; undefined where there is none of that name. */
export function usualBelief(kind: BeliefKind, about: string): BeliefValue | undefined {
  switch (kind) {
    case 'leak':
      return faultById(about)?.leak;
    case 'strength':
      return FAULT_EDGES.find((e) => edgeKey(e) === about)?.strength;
    case 'level':
      return LEVELS.includes(about as Level) ? LEVEL_ODDS[about as Level] : undefined;
    case 'half-life':
      return Object.hasOwn(HALF_LIVES, about) ? HALF_LIVES[about as EvidenceKind].days : undefined;
    case 'eye':
      return isEyePart(about) ? TRAINED_EYE[about] : undefined;
    case 'sign':
      return usualPopulations(about);
    case 'learning':
      return about === '' ? '' : undefined;
  }
}

const outOf = (message: string): InputError => new InputError('out-of-range', message, 'value');

function checkWithin(value: BeliefValue, limits: readonly [number, number], what: string, share: boolean): void {
  const [least, most] = limits;
  // Shares are typed in percent on screen and written as shares in files.
  const percents = (v: number): string => `${Number((100 * v).toPrecision(6))} %`;
  const range = `from ${least} to ${most}${share ? ` (${percents(least)} to ${percents(most)})` : ''}`;
  if (typeof value !== 'number' || !Number.isFinite(value))
    throw new InputError('not-a-number', `${what} must be a number ${range}.`, 'value');
  if (value < least || value > most)
    throw outOf(`${what} must be ${range}; ${value}${share ? ` (${percents(value)})` : ''} was given.`);
}

const isPopulation = (p: unknown): p is Population =>
  typeof p === 'object' &&
  p !== null &&
  Number.isFinite((p as Population).mean) &&
  Number.isFinite((p as Population).sd);

function checkPopulations(value: BeliefValue, usual: SignPopulations): void {
  const { sound, faulty } = (typeof value === 'object' ? value : {}) as Partial<SignPopulations>;
  if (!isPopulation(sound) || !isPopulation(faulty))
    throw new InputError(
      'not-a-number',
      'A sign needs the mean and SD of players without and with the fault.',
      'value',
    );
  if (sound.sd <= 0 || faulty.sd <= 0) throw outOf('An SD must be above 0.');
  const apart = (faulty.mean - sound.mean) / ((faulty.sd + sound.sd) / 2);
  if (Math.sign(apart) * Math.sign(usual.faulty.mean - usual.sound.mean) < 0)
    throw outOf('The two groups would change sides: the sign would then speak for the opposite of its fault.');
  if (Math.abs(apart) < LEAST_APART)
    throw outOf(
      `The two means must lie apart by at least ${LEAST_APART} of the mean SD; nearer, the sign tells nothing.`,
    );
}

/**
 * Checks one change of a practice's beliefs.
 * @throws InputError for a name that the catalogue does not have, or a value out of its range
 */
export function checkChange({ kind, about, value }: BeliefChange): void {
  const usual = usualBelief(kind, about);
  if (usual === undefined)
    throw new InputError('unknown-value', `Nothing to change is called "${about}" here.`, 'about');
  if (value === null) return;
  if (kind === 'learning') {
    if (typeof value !== 'string' || !Number.isFinite(Date.parse(value)))
      throw new InputError(
        'not-a-number',
        'The day from which confirmed causes count must be an ISO 8601 time.',
        'value',
      );
    return;
  }
  if (kind === 'sign') return checkPopulations(value, usual as SignPopulations);
  if (kind === 'eye') return checkWithin(value, EYE_LIMITS[about as keyof Eye], 'This share', true);
  const names = { leak: 'The chance', strength: 'The strength', level: 'The odds', 'half-life': 'The days' } as const;
  checkWithin(value, BELIEF_LIMITS[kind], names[kind], kind === 'leak' || kind === 'strength');
}

type Group = Exclude<keyof Beliefs, 'confirmed'>;
const GROUP_OF: Readonly<Record<Exclude<BeliefKind, 'learning'>, Group>> = {
  leak: 'leaks',
  strength: 'strengths',
  level: 'levelOdds',
  'half-life': 'halfLives',
  eye: 'eye',
  sign: 'signs',
};

const isRecord = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v);

function checkConfirmed(value: unknown): void {
  const { exposure, causes } = isRecord(value) ? value : {};
  const count = (v: unknown): boolean => typeof v === 'number' && Number.isFinite(v) && v >= 0;
  if (!count(exposure) || !isRecord(causes) || !Object.values(causes).every(count))
    throw new InputError(
      'not-a-number',
      'Confirmed causes need "exposure" (students) and "causes" (counts by fault), none below 0.',
      'beliefs.confirmed',
    );
}

/**
 * Beliefs that come as a whole, from a file, checked.
 * @throws InputError as {@link checkChange}, with the place in the file
 */
export function readBeliefs(value: unknown): Beliefs {
  if (!isRecord(value)) throw new InputError('unknown-value', 'Beliefs must be an object of groups.', 'beliefs');
  const kinds = Object.entries(GROUP_OF) as [BeliefKind, string][];
  for (const [group, held] of Object.entries(value)) {
    if (group === 'confirmed') {
      checkConfirmed(held);
      continue;
    }
    const kind = kinds.find(([, name]) => name === group)?.[0];
    const where = `beliefs.${group}`;
    if (!kind || !isRecord(held))
      throw new InputError(
        'unknown-value',
        `"${group}" is no group of beliefs; expected an object under one of ${kinds.map(([, name]) => name).join(', ')}, confirmed.`,
        where,
      );
    for (const [about, own] of Object.entries(held)) {
      if (own === null)
        throw new InputError(
          'missing',
          `"${about}" has no value; leave it out for the catalogue’s.`,
          `${where}.${about}`,
        );
      try {
        checkChange({ kind, about, value: own as BeliefValue });
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        throw new InputError(error.code, error.message, `${where}.${about}`);
      }
    }
  }
  return value as Beliefs;
}

/** Beliefs as the changes that lead to them; what was learned is no change. */
export const changesTo = (beliefs: Beliefs): BeliefChange[] =>
  (Object.entries(GROUP_OF) as [BeliefKind, Group][]).flatMap(([kind, group]) =>
    Object.entries(beliefs[group] ?? {}).map(([about, value]) => ({ kind, about, value: value as BeliefValue })),
  );

/** Of all changes in the order of time those that still hold a number otherwise than the catalogue. */
export function heldChanges(changes: readonly BeliefChange[]): BeliefChange[] {
  const last = new Map(changes.map((c) => [`${c.kind} ${c.about}`, c]));
  return [...last.values()].filter((c) => c.value !== null);
}

/** What a practice holds after its changes in the order of time, and the moment from which confirmed causes count. */
export function beliefsAfter(changes: readonly BeliefChange[]): { beliefs: Beliefs; learnedSince?: string } {
  const groups: Partial<Record<Group, Record<string, BeliefValue>>> = {};
  let learnedSince: string | undefined;
  for (const { kind, about, value } of heldChanges(changes)) {
    if (kind === 'learning') learnedSince = String(value);
    else groups[GROUP_OF[kind]] = { ...groups[GROUP_OF[kind]], [about]: value as BeliefValue };
  }
  return { beliefs: groups as Beliefs, learnedSince };
}
