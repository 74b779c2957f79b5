import { safetyOf } from './drill-asks.ts';
import { changeBetween } from './drill-rungs.ts';
import type { Drill, DrillText, Judge, KitId, Place } from './drill-type.ts';
import { drillById } from './drills.ts';
import { InputError } from '../errors/input-error.ts';
import { placeOnScale, rungKey, rungOfKey, rungWords, SCALE_NAMES, type Rung } from './rungs.ts';

/** A drill as an instructor writes it. How hard it is, what it loads and what to mind are not written: they are computed. */
export interface OwnDrillText {
  readonly name: string;
  readonly treats: readonly string[];
  readonly kit: readonly KitId[];
  readonly places: readonly Place[];
  /** What it asks of the body, by the ids of ASKS. */
  readonly asks: readonly string[];
  readonly steps: readonly string[];
  readonly outsideCue: string;
  readonly insideCue: string;
  readonly dose: DrillText['dose'];
  readonly check: DrillText['check'];
  readonly judges: readonly Judge[];
  readonly slip: string;
  readonly slipTrains: string;
  /** Keys of its rungs, from far to near. */
  readonly rungs: readonly string[];
  readonly startAt: number;
  /** Swing drill that mobility, a jump or a throw serves; empty for a swing drill, which ends on the course itself. */
  readonly serves: string;
  /** Shipped drill whose figures it shows; empty for none. */
  readonly figuresOf: string;
}

/** Id of one version of an own drill; a version never changes. */
export const ownDrillId = (id: string, version: number): string => `own-${id}-${version}`;
/** Id and version of an own drill's id; undefined for shipped ones. */
export function ownDrillOf(drillId: string): { readonly id: string; readonly version: number } | undefined {
  const found = /^own-([0-9a-f-]{36})-(\d+)$/.exec(drillId);
  return found ? { id: found[1]!, version: Number(found[2]) } : undefined;
}

/**
 * Rungs of a written ladder.
 * @throws InputError where a rung is none, a step changes several things or leads back, or the end is not an ordinary ball
 *   without the aid and then the course
 */
export function checkedLadder(keys: readonly string[], serves = ''): Rung[] {
  const bad = (message: string, i: number): InputError => new InputError('no-ladder', message, `rungs[${i}]`);
  const rungs = keys.map((key, i) => {
    const rung = rungOfKey(key);
    if (!rung) throw bad(`“${key}” names no rung: pace/swing/club/ball/aid/place.`, i);
    return rung;
  });
  for (const [i, to] of rungs.entries()) {
    const from = rungs[i - 1];
    if (!from) continue;
    if (!changeBetween(from, to))
      throw bad(`From ${rungWords(rungKey(from))} to ${rungWords(rungKey(to))}: one step changes one thing.`, i);
    if (SCALE_NAMES.some((s) => placeOnScale(to, s) < placeOnScale(from, s)))
      throw bad(`${rungWords(rungKey(to))} leads back from the rung before; a ladder goes nearer to a real shot.`, i);
  }
  if (serves !== '') {
    if (drillById(serves)?.serves !== undefined || !drillById(serves))
      throw new InputError('no-ladder', `“${serves}” is no swing drill of the shelf.`, 'serves');
    return rungs;
  }
  const [before, last] = rungs.slice(-2);
  const ordinary = (r: Rung | undefined): boolean => r?.ball === 'alone' && r.aid === 'off';
  if (!last || !ordinary(before) || !ordinary(last) || last.place !== 'course')
    throw bad('A drill ends on an ordinary ball without the aid, then on the course.', Math.max(0, keys.length - 1));
  return rungs;
}

const BURDENS: ReadonlySet<string> = new Set(['jump', 'throw', 'heavy']);

/** The drill that a written one is, with what follows from what it asks. @throws InputError for a ladder that is none */
export function compileOwnDrill(drillId: string, text: OwnDrillText): Drill {
  const rungs = checkedLadder(text.rungs, text.serves);
  const { asks, figuresOf, serves, rungs: _keys, ...said } = text;
  const burdens =
    asks.some((a) => BURDENS.has(a)) || text.kit.includes('medicine ball') || text.kit.includes('heavy stick');
  return {
    ...said,
    id: drillId,
    lenses: [],
    rungs,
    startAt: Math.min(text.startAt, rungs.length - 1),
    ...safetyOf({ asks, kit: text.kit, rungs }),
    ...(serves === '' ? {} : { serves }),
    ...(burdens ? { burdens: true as const } : {}),
    ...(asks.includes('one-leg') ? { needs: { balanceS: 10 } } : {}),
    figures: drillById(figuresOf)?.figures ?? [],
  };
}

/** An own drill that begins as a copy of another. Its asks are those whose safety the other has; the instructor looks at them. */
export const copyOf = (d: Drill): OwnDrillText => ({
  name: `${d.name} (own)`,
  treats: d.treats,
  kit: d.kit,
  places: d.places,
  asks: [
    ...(d.intensity === 'maximal' && d.burdens !== true ? ['full-effort'] : []),
    ...(d.burdens && !d.kit.includes('medicine ball') && !d.kit.includes('heavy stick') ? ['jump'] : []),
    ...(d.needs?.balanceS !== undefined ? ['one-leg'] : []),
    ...(d.demands.includes('lower back') || d.demands.includes('upper back') ? ['trunk-turn'] : []),
    ...(d.demands.includes('wrist') || d.demands.includes('elbow') ? ['one-hand'] : []),
    ...(d.demands.includes('knee') ? ['step', 'deep-bend'] : []),
    ...(d.demands.includes('foot') ? ['toe-push'] : []),
    ...(d.demands.includes('neck') ? ['neck'] : []),
  ],
  steps: d.steps,
  outsideCue: d.outsideCue,
  insideCue: d.insideCue,
  dose: d.dose,
  check: d.check,
  judges: d.judges,
  slip: d.slip,
  slipTrains: d.slipTrains,
  rungs: d.rungs.map(rungKey),
  startAt: d.startAt,
  serves: d.serves ?? '',
  figuresOf: d.id.startsWith('own-') ? '' : d.id,
});
