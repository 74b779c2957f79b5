import { degToRad } from '../core/units/units.ts';
import { wristAtLevel } from '../core/swing/figures.ts';
import { simulateDownswing } from '../core/swing/model.ts';
import type { Drive, SwingParameters } from '../core/swing/parameters.ts';

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

type DriveName = keyof SwingParameters['drives'];
const drives = (p: SwingParameters, change: Partial<Record<DriveName, Partial<Drive>>>): SwingParameters => ({
  ...p,
  drives: {
    hips: { ...p.drives.hips, ...change.hips },
    trunk: { ...p.drives.trunk, ...change.trunk },
    shoulder: { ...p.drives.shoulder, ...change.shoulder },
    wrist: { ...p.drives.wrist, ...change.wrist },
  },
});

function shortTurn(p: SwingParameters, deg: number): SwingParameters {
  const a = degToRad(deg);
  const s = p.startRad;
  return { ...p, startRad: { hips: s.hips + 0.5 * a, torso: s.torso + a, arm: s.arm + a, club: s.club + a } };
}

function armsFirst(p: SwingParameters, ms: number): SwingParameters {
  const a = ms / 1000;
  const { hips, trunk, shoulder, wrist } = p.drives;
  const d = Math.max(0, a - shoulder.onsetS);
  return {
    ...drives(p, {
      shoulder: { onsetS: shoulder.onsetS - Math.min(a, shoulder.onsetS) },
      hips: { onsetS: hips.onsetS + d },
      trunk: { onsetS: trunk.onsetS + d },
      wrist: { onsetS: wrist.onsetS + d },
    }),
    hub: { ...p.hub, lateralOnsetS: p.hub.lateralOnsetS + d, liftOnsetS: p.hub.liftOnsetS + d },
  };
}

const thrown = (p: SwingParameters, u: number): SwingParameters =>
  drives(p, {
    wrist: { onsetS: p.drives.wrist.onsetS * (1 - Math.min(1, u)), torqueNm: p.drives.wrist.torqueNm * Math.exp(u) },
  });
const MOST_THROWN = 3;
const angleAtLevel = (p: SwingParameters): number | null => {
  const swing = simulateDownswing(p, 0.002);
  return swing ? wristAtLevel(swing.samples) : null;
};

/** The throw that leaves so many degrees less at lead arm level, found by halving. */
function earlyRelease(p: SwingParameters, deg: number): SwingParameters {
  const own = angleAtLevel(p);
  if (deg <= 0 || own === null) return p;
  let lo = 0;
  let hi = MOST_THROWN;
  for (let i = 0; i < 12; i++) {
    const u = (lo + hi) / 2;
    const at = angleAtLevel(thrown(p, u));
    if (at === null || at - own > degToRad(deg)) hi = u;
    else lo = u;
  }
  return thrown(p, lo);
}

const HOLD_NM = 25;
const FULL_HOLD_MS = 20;

/** One fault put into a swing, on top of whatever else is in it. */
export function withFamily(p: SwingParameters, id: FamilyId, amount: number): SwingParameters {
  if (amount <= 0) return p;
  switch (id) {
    case 'short-turn':
      return shortTurn(p, amount);
    case 'arms-first':
      return armsFirst(p, amount);
    case 'no-foot-torque':
      return drives(p, { hips: { onsetS: p.drives.hips.onsetS + amount / 1000 } });
    case 'no-separation':
      return drives(p, { trunk: { onsetS: Math.max(0, p.drives.trunk.onsetS - amount / 1000) } });
    case 'body-stall': {
      const strikeS = simulateDownswing(p, 0.002)?.downswingS ?? 0.27;
      return drives(p, { trunk: { cutS: Math.max(0, strikeS - amount / 1000), cutFallS: 0.02 } });
    }
    case 'tension':
      return {
        ...p,
        passive: { ...p.passive, wrist: { ...p.passive.wrist, dampingNms: p.passive.wrist.dampingNms + amount } },
      };
    case 'held-off': {
      const onsetS = p.drives.wrist.onsetS + amount / 1000;
      const torqueNm = HOLD_NM * Math.min(1, amount / FULL_HOLD_MS);
      return { ...drives(p, { wrist: { onsetS } }), wristHold: { ...p.wristHold, torqueNm, releaseS: onsetS } };
    }
    case 'early-release':
      return earlyRelease(p, amount);
  }
}

/** All faults of a player put in, in one order. */
export const withFamilies = (
  p: SwingParameters,
  amounts: Partial<Readonly<Record<FamilyId, number>>>,
): SwingParameters => FAMILIES.reduce((swing, id) => withFamily(swing, id, amounts[id] ?? 0), p);
