import { must } from '../core/errors/must.ts';
import { modelFault } from '../core/swing/fault-families.ts';
import type { SwingParameters } from '../core/swing/parameters.ts';
import { degToRad } from '../core/units/units.ts';

/** Faults that the population carries, each a continuous family from nothing on: amount 0 changes nothing. */
export const FAMILIES = [
  'short-turn',
  'arms-first',
  'no-foot-torque',
  'no-separation',
  'body-stall',
  'tension',
  'held-off',
  'early-release',
] as const;
export type FamilyId = (typeof FAMILIES)[number];

/** Amounts in which a fault is there, from where it is one by name. */
export const AMOUNTS: Readonly<Record<FamilyId, readonly [number, number]>> = {
  'short-turn': [12, 40],
  'arms-first': [40, 95],
  'no-foot-torque': [25, 90],
  'no-separation': [18, 28],
  'body-stall': [45, 120],
  tension: [0.2, 1],
  'held-off': [15, 60],
  'early-release': [15, 70],
};

/** The chest's missing turn takes half of the hips' with it, as in players; the swing bench turns the chest alone. */
function shortTurn(p: SwingParameters, deg: number): SwingParameters {
  const a = degToRad(deg);
  const s = p.startRad;
  return { ...p, startRad: { hips: s.hips + 0.5 * a, torso: s.torso + a, arm: s.arm + a, club: s.club + a } };
}

/** One fault put into a swing, on top of whatever else is in it. */
export function withFamily(p: SwingParameters, id: FamilyId, amount: number): SwingParameters {
  if (amount <= 0) return p;
  return id === 'short-turn' ? shortTurn(p, amount) : must(modelFault(id)).apply(p, amount);
}

/** All faults of a player put in, in one order. */
export const withFamilies = (
  p: SwingParameters,
  amounts: Partial<Readonly<Record<FamilyId, number>>>,
): SwingParameters => FAMILIES.reduce((swing, id) => withFamily(swing, id, amounts[id] ?? 0), p);
