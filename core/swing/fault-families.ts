import { turningPoint } from '../numeric/root.ts';
import { degToRad } from '../units/units.ts';
import { wristAtLevel } from './figures.ts';
import { simulateDownswing } from './model.ts';
import type { Drive, SwingParameters } from './parameters.ts';

/**
 * A fault that the model can express: which parameter it touches, in which unit its amount is, and how sure the price is.
 * An amount of 0 is put right, for every fault.
 */
export interface ModelFault {
  readonly id: string;
  readonly amount: string;
  readonly unit: '°' | 'ms' | 'cm' | 'N m s/rad' | '%';
  readonly range: readonly [0, number];
  /** Amount where the fault is there but was not measured (typical, by judgement). */
  readonly typical: number;
  readonly touches: string;
  /** Half width of the price's band as a share of it, from ensembles of perturbed players. */
  readonly band: number;
  readonly apply: (p: SwingParameters, amount: number) => SwingParameters;
}

export type DriveName = keyof SwingParameters['drives'];
const drives = (p: SwingParameters, change: Partial<Record<DriveName, Partial<Drive>>>): SwingParameters => ({
  ...p,
  drives: {
    hips: { ...p.drives.hips, ...change.hips },
    trunk: { ...p.drives.trunk, ...change.trunk },
    shoulder: { ...p.drives.shoulder, ...change.shoulder },
    wrist: { ...p.drives.wrist, ...change.wrist },
  },
});
const start = (p: SwingParameters, change: Partial<SwingParameters['startRad']>): SwingParameters => ({
  ...p,
  startRad: { ...p.startRad, ...change },
});
const later = (d: Drive, s: number): Partial<Drive> => ({ onsetS: Math.max(0, d.onsetS + s) });
const hub = (p: SwingParameters, change: Partial<SwingParameters['hub']>): SwingParameters => ({
  ...p,
  hub: { ...p.hub, ...change },
});

/** The wrists thrown open earlier and harder by one number: nothing at 0, from the very start with e times the torque at 1. */
const thrown = (p: SwingParameters, throwBy: number): SwingParameters =>
  drives(p, {
    wrist: {
      onsetS: p.drives.wrist.onsetS * (1 - Math.min(1, throwBy)),
      torqueNm: p.drives.wrist.torqueNm * Math.exp(throwBy),
    },
  });
const MOST_THROWN = 3;
const FINEST_THROW = 0.001;
const SEARCH_STEP_S = 0.002;
const wristAt = (p: SwingParameters): number | null => {
  const swing = simulateDownswing(p, SEARCH_STEP_S);
  return swing ? wristAtLevel(swing.samples) : null;
};

/** The throw that leaves so much less wrist angle at lead arm level, found by halving. */
function thrownAway(p: SwingParameters, amountDeg: number): SwingParameters {
  const own = wristAt(p);
  if (amountDeg <= 0 || own === null) return p;
  const tooFar = (throwBy: number): boolean => {
    const wrist = wristAt(thrown(p, throwBy));
    return wrist === null || wrist - own > degToRad(amountDeg);
  };
  return thrown(p, turningPoint(tooFar, 0, MOST_THROWN, FINEST_THROW));
}

/**
 * So much of the arm's lag behind hips and trunk lost: the arms start earlier, and once they start with the top all others
 * start later. Hips late against the trunk is a fault of its own.
 */
function armsEarlier(p: SwingParameters, lostS: number): SwingParameters {
  const { hips, trunk, shoulder, wrist } = p.drives;
  const rest = Math.max(0, lostS - shoulder.onsetS);
  const moved = drives(p, {
    shoulder: later(shoulder, -lostS),
    hips: later(hips, rest),
    trunk: later(trunk, rest),
    wrist: later(wrist, rest),
  });
  return hub(moved, { lateralOnsetS: p.hub.lateralOnsetS + rest, liftOnsetS: p.hub.liftOnsetS + rest });
}

/** A wrist held on for so long beyond its own onset; the hold grows with the amount, so that a little of it is little. */
function heldOff(p: SwingParameters, ms: number): SwingParameters {
  const onsetS = p.drives.wrist.onsetS + ms / 1000;
  const torqueNm = HOLD_NM * Math.min(1, ms / FULL_HOLD_MS);
  return { ...drives(p, { wrist: { onsetS } }), wristHold: { ...p.wristHold, torqueNm, releaseS: onsetS } };
}

/** Moment of strike without the fault: a cut "before strike" counts from it. */
const strikeS = (p: SwingParameters): number => simulateDownswing(p, 0.002)?.downswingS ?? 0.27;

/** How fast a drive that is cut falls, s. */
const CUT_FALL_S = 0.02;

/** Hold that keeps the wrist angle on, N m, from so long a hold on. */
const HOLD_NM = 25;
const FULL_HOLD_MS = 20;

const TIMING_BAND = 1;
const RANGE_BAND = 0.25;
const STALL_BAND = 0.4;
const RELEASE_BAND = 0.6;

/** Every fault that the model can express, with what it touches. Prices: computed; bands: ensembles of perturbed players. */
export const MODEL_FAULTS: readonly ModelFault[] = [
  {
    id: 'short-turn',
    amount: 'chest turn missing at the top',
    unit: '°',
    range: [0, 60],
    typical: 15,
    touches: 'start angle of torso, arm and club',
    band: RANGE_BAND,
    apply: (p, deg) => {
      const by = degToRad(deg);
      const s = p.startRad;
      return start(p, { torso: s.torso + by, arm: s.arm + by, club: s.club + by });
    },
  },
  {
    id: 'arm-deep',
    amount: 'arm swing missing at the top',
    unit: '°',
    range: [0, 60],
    typical: 12,
    touches: 'start angle of arm and club',
    band: RANGE_BAND,
    apply: (p, deg) => start(p, { arm: p.startRad.arm + degToRad(deg), club: p.startRad.club + degToRad(deg) }),
  },
  {
    id: 'early-set',
    amount: 'wrist angle missing at the top',
    unit: '°',
    range: [0, 50],
    typical: 12,
    touches: 'start angle of the club and the wrist’s stop',
    band: RANGE_BAND,
    apply: (p, deg) => {
      const by = degToRad(deg);
      const wrist = { ...p.passive.wrist, stopRad: p.passive.wrist.stopRad + by };
      return {
        ...start(p, { club: p.startRad.club + by }),
        passive: { ...p.passive, wrist },
        wristHold: { ...p.wristHold, fromRad: p.wristHold.fromRad + by },
      };
    },
  },
  {
    id: 'early-release',
    amount: 'wrist angle lost by lead arm level (down)',
    unit: '°',
    range: [0, 90],
    typical: 25,
    touches: 'onset and torque of the wrist drive',
    band: RANGE_BAND,
    apply: thrownAway,
  },
  {
    id: 'held-off',
    amount: 'release held back by',
    unit: 'ms',
    range: [0, 80],
    typical: 30,
    touches: 'wrist hold and onset of the wrist drive',
    band: RELEASE_BAND,
    apply: (p, ms) => (ms <= 0 ? p : heldOff(p, ms)),
  },
  {
    id: 'body-stall',
    amount: 'trunk drive ends before strike by',
    unit: 'ms',
    range: [0, 140],
    typical: 60,
    touches: 'cut time of the trunk drive',
    band: STALL_BAND,
    apply: (p, ms) =>
      ms <= 0 ? p : drives(p, { trunk: { cutS: Math.max(0, strikeS(p) - ms / 1000), cutFallS: CUT_FALL_S } }),
  },
  {
    id: 'tension',
    amount: 'added damping of the wrist',
    unit: 'N m s/rad',
    range: [0, 2],
    typical: 0.3,
    touches: 'damping of the wrist',
    band: RANGE_BAND,
    apply: (p, c) => ({
      ...p,
      passive: { ...p.passive, wrist: { ...p.passive.wrist, dampingNms: p.passive.wrist.dampingNms + c } },
    }),
  },
  {
    id: 'arms-first',
    amount: 'lag of the arms behind hips and chest lost (45 ms: all start together)',
    unit: 'ms',
    range: [0, 150],
    typical: 80,
    touches: 'onset of the shoulder drive against all others',
    band: TIMING_BAND,
    apply: (p, ms) => (ms <= 0 ? p : armsEarlier(p, ms / 1000)),
  },
  {
    id: 'no-separation',
    amount: 'lag of the chest behind the hips lost',
    unit: 'ms',
    range: [0, 28],
    typical: 28,
    touches: 'onset of the trunk drive',
    band: TIMING_BAND,
    apply: (p, ms) => drives(p, { trunk: later(p.drives.trunk, -ms / 1000) }),
  },
  {
    id: 'no-foot-torque',
    amount: 'hips drive late by',
    unit: 'ms',
    range: [0, 100],
    typical: 40,
    touches: 'onset of the hip drive',
    band: TIMING_BAND,
    apply: (p, ms) => drives(p, { hips: later(p.drives.hips, ms / 1000) }),
  },
  {
    id: 'hang-back',
    amount: 'shift toward the target missing',
    unit: 'cm',
    range: [0, 14],
    typical: 5,
    touches: 'sideways move of the hub',
    band: STALL_BAND,
    apply: (p, cm) => hub(p, { lateralM: p.hub.lateralM - cm / 100 }),
  },
  {
    id: 'no-leg-extension',
    amount: 'share of the leg push missing',
    unit: '%',
    range: [0, 100],
    typical: 60,
    touches: 'lift of the hub',
    band: STALL_BAND,
    apply: (p, percent) => hub(p, { liftM: p.hub.liftM * (1 - percent / 100) }),
  },
];

export const modelFault = (id: string): ModelFault | undefined => MODEL_FAULTS.find((f) => f.id === id);

/** Moves the onsets of the drives by so much, s; none starts before the top. */
export const withOnsets = (p: SwingParameters, byS: Readonly<Partial<Record<DriveName, number>>>): SwingParameters =>
  drives(p, {
    hips: later(p.drives.hips, byS.hips ?? 0),
    trunk: later(p.drives.trunk, byS.trunk ?? 0),
    shoulder: later(p.drives.shoulder, byS.shoulder ?? 0),
    wrist: later(p.drives.wrist, byS.wrist ?? 0),
  });
