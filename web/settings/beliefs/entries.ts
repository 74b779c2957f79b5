import { tuple } from '../../../core/numeric/tuple.ts';
import { edgeKey, leakAtLevel, signKey, type Beliefs, type SignPopulations } from '../../../core/beliefs/beliefs.ts';
import { changesTo, usualBelief, type BeliefKind, type BeliefValue } from '../../../core/beliefs/changes.ts';
import { HALF_LIVES } from '../../../core/beliefs/half-lives.ts';
import { FAULT_EDGES } from '../../../core/catalogue/fault-edges.ts';
import { FAULTS, faultById } from '../../../core/catalogue/faults.ts';
import { TRAINED_EYE } from '../../../core/catalogue/signs/seen-rates.ts';
import { MEASURED_SIGNS, signById } from '../../../core/catalogue/signs/signs.ts';
import { LEVELS, type Level } from '../../../core/catalogue/stages.ts';
import { numberText } from '../../kit/typed-number.ts';

/** Parts of the page, each a list of numbers. */
export const BELIEF_PARTS = [
  {
    id: 'faults',
    name: 'Faults',
    about:
      'How often a club player has each fault of itself, before anything is known. Better players have fewer: all chances are moved by the odds of the level.',
  },
  { id: 'links', name: 'Links', about: 'How often a cause alone brings its consequence.' },
  { id: 'age', name: 'Age of evidence', about: 'Days after which a finding counts half.' },
  {
    id: 'signs',
    name: 'Signs',
    about:
      'A measured sign weighs by two groups of players, without the fault and with it. A seen sign weighs by how good the eye is.',
  },
] as const;
export type BeliefPart = (typeof BELIEF_PARTS)[number]['id'];

/** One number (or pair of groups) of the diagnosis, as it stands in the list. */
export interface Entry {
  readonly kind: BeliefKind;
  readonly about: string;
  readonly name: string;
  readonly group: string;
  /** Why it is what it is, or what it is read as. */
  readonly why: string;
  readonly unit: '%' | 'days' | 'times' | 'groups';
  readonly usual: BeliefValue;
  readonly own: BeliefValue | undefined;
}

const EYE_WORDS = {
  sensitivity: ['Sees what is there', 'of the signs whose fault is there, so many are graded slight or clear'],
  specificity: ['Leaves alone what is not', 'of the signs whose fault is not there, so many are graded absent'],
  sameEye: [
    'Repeats itself',
    'a further sign of one fault on the same film repeats the grade before it with this chance',
  ],
} as const;
const KIND_WORDS = {
  screen: 'body screen',
  setup: 'set-up',
  ground: 'ground',
  motion: 'motion files',
  picture: 'pictures',
  tests: 'isolation tests',
  shots: 'shots',
  swish: 'swish',
  seen: 'seen signs',
} as const;
const faultName = (id: string): string => faultById(id)?.name ?? id;

/** Name of a number in words, for lists and for the history. */
export function beliefName(kind: BeliefKind, about: string): string {
  if (kind === 'leak') return faultName(about);
  if (kind === 'strength') {
    const [from, to] = tuple(2, about.split('>'));
    return `${faultName(from)} → ${faultName(to)}`;
  }
  if (kind === 'level') return `${about} players`;
  if (kind === 'half-life') return KIND_WORDS[about as keyof typeof KIND_WORDS];
  if (kind === 'eye') return EYE_WORDS[about as keyof typeof EYE_WORDS][0];
  if (kind === 'learning') return 'Learning from confirmed causes';
  const [id = about, level] = about.split('@');
  return `${signById(id)?.quantity ?? id}${level ? `, ${level}` : ''}`;
}

type Row = [kind: BeliefKind, about: string, group: string, why: string, unit: Entry['unit']];

const ROWS: Readonly<Record<BeliefPart, readonly Row[]>> = {
  faults: [
    ...LEVELS.map((l): Row => ['level', l, 'odds of all faults by level', 'against a club player', 'times']),
    ...FAULTS.map((f): Row => ['leak', f.id, f.stage, f.happens, '%']),
  ],
  links: FAULT_EDGES.map((e): Row => [
    'strength',
    edgeKey(e),
    faultById(e.from)?.stage ?? '',
    'Strengths are by judgement; where all causes of one fault together come above 80 %, they are scaled down to that.',
    '%',
  ]),
  age: Object.entries(HALF_LIVES).map(([kind, { why }]): Row => ['half-life', kind, 'half-lives', why, 'days']),
  signs: [
    ...(Object.keys(TRAINED_EYE) as (keyof typeof TRAINED_EYE)[]).map((k): Row => [
      'eye',
      k,
      'the eye',
      EYE_WORDS[k][1],
      '%',
    ]),
    ...MEASURED_SIGNS.filter((s) => !s.ratio).flatMap((s) =>
      [undefined, ...(Object.keys(s.byLevel ?? {}) as Level[])].map((level): Row => [
        'sign',
        signKey(s.id, level),
        KIND_WORDS[s.with],
        `A sign of “${faultName(s.fault)}”. Where the groups come from: ${s.source}.`,
        'groups',
      ]),
    ),
  ],
};

/** All numbers of a part, with the catalogue's value and the practice's own. */
export function entriesOf(part: BeliefPart, beliefs: Beliefs): Entry[] {
  const own = new Map(changesTo(beliefs).map((c) => [`${c.kind} ${c.about}`, c.value ?? undefined]));
  return ROWS[part].map(([kind, about, group, why, unit]) => ({
    kind,
    about,
    group,
    why,
    unit,
    name: beliefName(kind, about),
    usual: usualBelief(kind, about) as BeliefValue,
    own: own.get(`${kind} ${about}`),
  }));
}

const figure = (v: number): string => numberText(Number(v.toPrecision(4)));

/** A number in words with its unit. */
export function valueWords(value: BeliefValue, unit: Entry['unit'], signUnit = ''): string {
  if (typeof value === 'object') {
    const { sound, faulty } = value as SignPopulations;
    const group = ({ mean, sd }: SignPopulations['sound']): string => `${figure(mean)} ± ${figure(sd)}`;
    return `${group(sound)} against ${group(faulty)}${signUnit ? ` ${signUnit}` : ''}`;
  }
  if (typeof value === 'string') return value;
  if (unit === '%') return `${figure(100 * value)} %`;
  return unit === 'days' ? `${figure(value)} days` : `× ${figure(value)}`;
}

export const unitOfKind = (kind: BeliefKind): Entry['unit'] =>
  kind === 'half-life' ? 'days' : kind === 'level' ? 'times' : kind === 'sign' ? 'groups' : '%';

/** Chance that a fault is there of itself, by level, as the diagnosis reckons with it. */
export function chancesByLevel(id: string, beliefs: Beliefs): { level: Level; chance: number }[] {
  const fault = faultById(id);
  return fault ? LEVELS.map((level) => ({ level, chance: leakAtLevel(fault, level, beliefs) })) : [];
}
