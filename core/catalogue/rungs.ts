/** Scales of a rung, each from far to near a real shot. One step up a ladder changes one of them. */
export const SCALES = {
  pace: ['still', 'slow', 'half', 'three-quarter', 'full'],
  swing: ['part', 'whole'],
  club: ['none', 'stick', 'short-iron', 'middle-iron', 'driver'],
  ball: ['none', 'foam', 'drill', 'alternate', 'alone'],
  aid: ['on', 'off'],
  place: ['mirror', 'garden', 'range', 'course'],
} as const;
export type Scale = keyof typeof SCALES;
export const SCALE_NAMES = Object.keys(SCALES) as Scale[];

/** One step of a drill's ladder: six things, each on its own scale. */
export type Rung = { readonly [S in Scale]: (typeof SCALES)[S][number] };
export type Pace = Rung['pace'];

/** One change of one scale, written `pace half`. */
export type RungStep = { [S in Scale]: `${S} ${Rung[S]}` }[Scale];

const WORDS: { readonly [S in Scale]: Readonly<Record<Rung[S], string>> } = {
  pace: {
    still: 'still positions',
    slow: 'slow',
    half: 'half pace',
    'three-quarter': 'three-quarter pace',
    full: 'full pace',
  },
  swing: { part: 'part of the swing', whole: 'whole swing' },
  club: {
    none: 'no club',
    stick: 'stick',
    'short-iron': 'short iron',
    'middle-iron': 'middle iron',
    driver: 'driver',
  },
  ball: {
    none: 'no ball',
    foam: 'foam ball or tee',
    drill: 'drill with a ball',
    alternate: 'drill, ball, drill, ball',
    alone: 'ordinary ball',
  },
  aid: { on: 'aid on', off: 'aid off' },
  place: { mirror: 'at a mirror', garden: 'at home or in the garden', range: 'on the range', course: 'on the course' },
};

/** A value of a scale as it is said on screen. */
export const scaleWords = <S extends Scale>(scale: S, value: Rung[S]): string => WORDS[scale][value];

/** Place of a value on its scale, 0 = farthest from a real shot. */
export const placeOnScale = (rung: Rung, scale: Scale): number =>
  (SCALES[scale] as readonly string[]).indexOf(rung[scale]);

/** Key under which a rung is kept in records: its six values, `half/whole/stick/none/on/garden`. */
export const rungKey = (rung: Rung): string => SCALE_NAMES.map((s) => rung[s]).join('/');

/** Rung of a key; undefined where the key names none. */
export function rungOfKey(key: string): Rung | undefined {
  const values = key.split('/');
  if (values.length !== SCALE_NAMES.length) return undefined;
  if (SCALE_NAMES.some((s, i) => !(SCALES[s] as readonly string[]).includes(values[i] ?? ''))) return undefined;
  return Object.fromEntries(SCALE_NAMES.map((s, i) => [s, values[i]])) as unknown as Rung;
}

const OLD_KEYS = [
  'still/part/none/none/on/mirror',
  'slow/part/stick/none/on/garden',
  'half/whole/middle-iron/none/on/garden',
  'full/whole/middle-iron/none/on/garden',
  'full/whole/middle-iron/drill/on/range',
  'full/whole/middle-iron/alternate/on/range',
  'full/whole/driver/alternate/on/range',
  'full/whole/driver/alone/off/range',
  'full/whole/driver/alone/off/course',
] as const;
/** Key of a rung by the numbers 0–8 that records held before; undefined for others. */
export const keyOfOldRung = (number: number): string | undefined => OLD_KEYS[number];

/** A rung in one line: what differs from an ordinary shot first. The aid is named where it is known. */
export function rungWords(key: string, aid?: string): string {
  const r = rungOfKey(key);
  if (!r) return key;
  const aidWords = r.aid === 'off' ? 'without the aid' : aid ? `aid: ${aid}` : 'aid on';
  const words = SCALE_NAMES.map((s) => (s === 'aid' ? aidWords : scaleWords(s, r[s])));
  return words.filter((w) => w !== 'no club').join(', ');
}

/** Lanes of the prescribing page. */
export const laneOf = (rung: Rung): 'far from the ball' | 'on the way' | 'with the ball' =>
  rung.ball !== 'none'
    ? 'with the ball'
    : rung.swing === 'part' || placeOnScale(rung, 'pace') <= SCALES.pace.indexOf('slow')
      ? 'far from the ball'
      : 'on the way';

/** A ladder from its first rung, `slow part stick none on garden`, by steps of one change each. */
export function ladder(first: string, ...steps: readonly RungStep[]): Rung[] {
  const start = rungOfKey(first.split(' ').join('/'));
  if (!start) throw new Error(`No rung: ${first}`);
  const rungs = [start];
  let here = start;
  for (const step of steps) {
    const [scale, value] = step.split(' ') as [Scale, string];
    here = { ...here, [scale]: value };
    rungs.push(here);
  }
  return rungs;
}

/** The way from a half swing with a middle iron to the course. */
export const IRON_TO_COURSE = [
  'place range',
  'ball drill',
  'ball alternate',
  'pace three-quarter',
  'pace full',
  'club driver',
  'aid off',
  'ball alone',
  'place course',
] as const satisfies readonly RungStep[];
/** From part of a swing with a middle iron: the ball first, the whole swing after it. */
export const PART_TO_COURSE = [
  'place range',
  'ball drill',
  'ball alternate',
  'swing whole',
  'pace three-quarter',
  'pace full',
  'club driver',
  'aid off',
  'ball alone',
  'place course',
] as const satisfies readonly RungStep[];
/** From a full swing without a ball. */
export const FULL_TO_COURSE = [
  'place range',
  'ball drill',
  'ball alternate',
  'club driver',
  'aid off',
  'ball alone',
  'place course',
] as const satisfies readonly RungStep[];
/** From a full swing with hands apart or a club turned round, which strikes no ball: in turn with a ball at once. */
export const IN_TURN_TO_COURSE = [
  'place range',
  'ball alternate',
  'club driver',
  'aid off',
  'ball alone',
  'place course',
] as const satisfies readonly RungStep[];
/** From half pace with the driver. */
export const DRIVER_TO_COURSE = [
  'pace three-quarter',
  'pace full',
  'place range',
  'ball drill',
  'ball alternate',
  'aid off',
  'ball alone',
  'place course',
] as const satisfies readonly RungStep[];
