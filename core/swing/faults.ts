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

/** The wrists pushed open from the very start, with this many times the torque. */
const pushedOpen = (p: SwingParameters, times: number): SwingParameters =>
  drives(p, { wrist: { onsetS: 0, torqueNm: p.drives.wrist.torqueNm * times } });
const FINEST_PUSH = 0.002;
const LEAST_PUSH = 0.5;
const MOST_PUSH = 5;
const wristAt = (p: SwingParameters): number | null => {
  const swing = simulateDownswing(p, 0.001);
  return swing ? wristAtLevel(swing.samples) : null;
};

/** The push that leaves so much less wrist angle at lead arm level, found by halving. */
function thrownAway(p: SwingParameters, amountDeg: number): SwingParameters {
  if (amountDeg <= 0) return p;
  const own = wristAt(p);
  if (own === null) return p;
  const tooFar = (times: number): boolean => {
    const wrist = wristAt(pushedOpen(p, times));
    return wrist === null || wrist - own > degToRad(amountDeg);
  };
  return pushedOpen(p, turningPoint(tooFar, LEAST_PUSH, MOST_PUSH, FINEST_PUSH));
}

/** Moment of strike without the fault: a cut "before strike" counts from it. */
const strikeS = (p: SwingParameters): number => simulateDownswing(p, 0.002)?.downswingS ?? 0.27;

/** Hold that keeps the wrist angle on, N m, and where its release lies without a fault, s. */
const HOLD_NM = 75;

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
    apply: (p, ms) =>
      ms <= 0
        ? p
        : {
            ...drives(p, { wrist: later(p.drives.wrist, ms / 1000) }),
            wristHold: { ...p.wristHold, torqueNm: HOLD_NM, releaseS: 0.12 + ms / 1000 },
          },
  },
  {
    id: 'body-stall',
    amount: 'trunk drive ends before strike by',
    unit: 'ms',
    range: [0, 140],
    typical: 60,
    touches: 'cut time of the trunk drive',
    band: STALL_BAND,
    apply: (p, ms) => (ms <= 0 ? p : drives(p, { trunk: { cutS: Math.max(0, strikeS(p) - ms / 1000) } })),
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
    amount: 'arms start before the hips by',
    unit: 'ms',
    range: [0, 120],
    typical: 35,
    touches: 'onset of the shoulder drive against all others',
    band: TIMING_BAND,
    apply: (p, ms) => {
      if (ms <= 0) return p;
      const s = ms / 1000;
      const { hips, trunk, wrist } = p.drives;
      const moved = drives(p, {
        hips: later(hips, s),
        trunk: later(trunk, s),
        shoulder: { onsetS: 0 },
        wrist: later(wrist, s),
      });
      return hub(moved, { lateralOnsetS: p.hub.lateralOnsetS + s, liftOnsetS: p.hub.liftOnsetS + s });
    },
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
