import type { Random } from '../core/numeric/random.ts';
import { clubHeadSpeedMps, simulateDownswing } from '../core/swing/model.ts';
import { scaledPlayer, type Drive, type SwingParameters } from '../core/swing/parameters.ts';
import { degToRad } from '../core/units/units.ts';
import { AMOUNTS, FAMILIES, withFamilies, type FamilyId } from './families.ts';

/** A made-up player: a sound swing of a body, and the faults put into it. */
export interface MadePlayer {
  readonly sex: 'female' | 'male';
  readonly ageYears: number;
  readonly heightM: number;
  readonly massKg: number;
  readonly sound: SwingParameters;
  readonly swing: SwingParameters;
  readonly amounts: Partial<Readonly<Record<FamilyId, number>>>;
  readonly speedMps: number;
}

/**
 * `own`: the product's. `wide`: its stops, springs, hub and drives differ more. `other`: another model on purpose, that nothing
 * is ever fitted to: drives of another shape, more damping in every joint, other inertias, planes and moves of the hub.
 */
export const PLAYER_MODELS = ['own', 'wide', 'other'] as const;
/** Models of the players that are fitted to: half of them wider than the product's own, because real ones are. */
export const FITTED_ON: readonly PlayerModel[] = ['own', 'wide'];
export type PlayerModel = (typeof PLAYER_MODELS)[number];

export interface PopulationOptions {
  /** How many faults are put in at most; 0 makes sound players. */
  readonly mostFaults: number;
  /** The model behind the player; `own` unless given. */
  readonly model?: PlayerModel;
  /** Share of faults drawn smaller than what has a name yet, so that prices begin at nothing. */
  readonly small?: number;
}

const around = (random: Random, share: number): number => Math.exp(share * random.normal());
const G = 9.81;
/** The sound player's wrist drive starts at this share of the own downswing. */
const WRIST_ONSET_SHARE = 153.5 / 266;
const FASTEST_MPS = 57;
const SLOWEST_MPS = 22;

/** Body and strength over sexes, ages 12 to 80 and training. */
function drawBody(random: Random): Pick<MadePlayer, 'sex' | 'ageYears' | 'heightM' | 'massKg'> & { strength: number } {
  const sex = random.uniform() < 0.5 ? 'female' : 'male';
  const ageYears = Math.round(12 + 68 * random.uniform());
  const grown = Math.min(1, 0.8 + 0.033 * Math.max(0, ageYears - 12));
  const heightM = (sex === 'male' ? 1.78 : 1.65) * grown + 0.065 * random.normal();
  const bmi = (ageYears < 17 ? 20 : 25) * around(random, 0.12);
  const aged = ageYears > 50 ? 1 - 0.011 * (ageYears - 50) : ageYears < 18 ? 0.75 + 0.04 * (ageYears - 12) : 1;
  const training = 0.48 + 1.2 * random.uniform();
  return {
    sex,
    ageYears,
    heightM,
    massKg: bmi * heightM ** 2,
    strength: (sex === 'male' ? 0.74 : 0.58) * aged * training * around(random, 0.08),
  };
}

/** A sound player of the other model: what no fit has seen. */
function otherwise(random: Random, p: SwingParameters): SwingParameters {
  const { hips, trunk, shoulder, wrist } = p.drives;
  const drive = (d: Drive): Drive => ({
    ...d,
    riseS: d.riseS * around(random, 0.25) * 1.15,
    maxSpeedRadPerS: d.maxSpeedRadPerS * around(random, 0.15),
    curvature: d.curvature * around(random, 0.5),
  });
  const heavier = (): number => around(random, 0.12);
  const damped = 1.5 + 2.5 * random.uniform();
  const { torso, arm, club } = p.segments;
  return {
    ...p,
    drives: { hips: drive(hips), trunk: drive(trunk), shoulder: drive(shoulder), wrist: drive(wrist) },
    segments: {
      hips: { inertiaKgM2: p.segments.hips.inertiaKgM2 * heavier() },
      torso: {
        ...torso,
        inertiaKgM2: torso.inertiaKgM2 * heavier(),
        shoulderRadiusM: torso.shoulderRadiusM * around(random, 0.06),
      },
      arm: { ...arm, inertiaKgM2: arm.inertiaKgM2 * heavier() },
      club: { ...club, headDistanceM: club.headDistanceM * around(random, 0.02) },
    },
    passive: {
      hips: { ...p.passive.hips, dampingNms: p.passive.hips.dampingNms * damped },
      trunk: { ...p.passive.trunk, dampingNms: p.passive.trunk.dampingNms * damped },
      shoulder: { ...p.passive.shoulder, dampingNms: p.passive.shoulder.dampingNms * damped },
      wrist: { ...p.passive.wrist, dampingNms: p.passive.wrist.dampingNms * (0.7 + 0.6 * random.uniform()) },
    },
    hub: {
      ...p.hub,
      lateralM: p.hub.lateralM * around(random, 0.3),
      liftM: p.hub.liftM * around(random, 0.3),
      lateralDurationS: p.hub.lateralDurationS * around(random, 0.2),
      liftDurationS: p.hub.liftDurationS * around(random, 0.2),
    },
  };
}

function drawSound(random: Random, body: ReturnType<typeof drawBody>, model: PlayerModel): SwingParameters {
  const p = scaledPlayer(body.heightM, body.massKg, body.strength);
  const wide = model === 'wide' ? 1.6 : 1;
  const plane = degToRad(42 + 18 * random.uniform());
  const drive = (d: Drive, onsetSd: number, torqueSd: number): Drive => ({
    ...d,
    torqueNm: d.torqueNm * around(random, torqueSd * wide),
    maxSpeedRadPerS: d.maxSpeedRadPerS * around(random, 0.1),
    riseS: d.riseS * around(random, 0.2),
    onsetS: Math.max(0, d.onsetS + onsetSd * random.normal()),
  });
  const stop = (): number => around(random, model === 'wide' ? 0.5 : 0.2);
  const inertia = (): number => around(random, 0.13);
  const pose = (): number => degToRad(4.5) * random.normal();
  const all = pose();
  const { hips, torso, arm, club } = p.segments;
  const onset = around(random, 0.08);
  const made: SwingParameters = {
    ...p,
    gravityInPlaneMps2: G * Math.sin(plane),
    segments: {
      hips: { inertiaKgM2: hips.inertiaKgM2 * inertia() },
      torso: { ...torso, inertiaKgM2: torso.inertiaKgM2 * inertia() },
      arm: { ...arm, massKg: arm.massKg * around(random, 0.08), inertiaKgM2: arm.inertiaKgM2 * inertia() },
      club: { ...club, massKg: club.massKg * around(random, 0.03) },
    },
    drives: {
      hips: drive(p.drives.hips, 0, 0.12),
      trunk: drive(p.drives.trunk, 0.007, 0.12),
      shoulder: drive(p.drives.shoulder, 0.008, 0.12),
      wrist: drive(p.drives.wrist, 0, 0.15),
    },
    passive: {
      hips: { ...p.passive.hips, openStopNmPerRad: p.passive.hips.openStopNmPerRad * stop() },
      trunk: {
        ...p.passive.trunk,
        stopNmPerRad: p.passive.trunk.stopNmPerRad * stop(),
        springNmPerRad: p.passive.trunk.springNmPerRad * stop(),
        dampingNms: p.passive.trunk.dampingNms * stop(),
      },
      shoulder: { ...p.passive.shoulder, stopNmPerRad: p.passive.shoulder.stopNmPerRad * stop() },
      wrist: {
        ...p.passive.wrist,
        stopNmPerRad: p.passive.wrist.stopNmPerRad * stop(),
        dampingNms: p.passive.wrist.dampingNms * stop(),
      },
    },
    hub: {
      ...p.hub,
      lateralM: p.hub.lateralM * around(random, 0.3 * wide),
      liftM: p.hub.liftM * around(random, 0.3 * wide),
      lateralOnsetS: Math.max(0, p.hub.lateralOnsetS + 0.012 * wide * random.normal()),
      liftOnsetS: Math.max(0, p.hub.liftOnsetS + 0.015 * wide * random.normal()),
    },
    startRad: {
      hips: p.startRad.hips + 0.5 * all + 0.5 * pose(),
      torso: p.startRad.torso + all,
      arm: p.startRad.arm + all + 0.6 * pose(),
      club: p.startRad.club + all + 0.8 * pose(),
    },
  };
  // The wrist's onset is a share of the own downswing, which in turn hangs on it: two rounds settle it.
  let swing = model === 'other' ? otherwise(random, made) : made;
  for (let i = 0; i < 2; i++) {
    const downswingS = simulateDownswing(swing, 0.002)?.downswingS;
    if (downswingS === undefined) break;
    const onsetS = WRIST_ONSET_SHARE * onset * downswingS;
    swing = { ...swing, drives: { ...swing.drives, wrist: { ...swing.drives.wrist, onsetS } } };
  }
  return swing;
}

/** Amounts of up to so many faults; early release and holding off exclude each other. */
export function drawAmounts(random: Random, most: number, small = 0): MadePlayer['amounts'] {
  const wanted = most === 0 ? 0 : random.below(most + 1);
  const amounts: Partial<Record<FamilyId, number>> = {};
  for (let k = 0; k < wanted; k++) {
    const id = FAMILIES[random.below(FAMILIES.length)]!;
    if ((id === 'held-off' && amounts['early-release']) || (id === 'early-release' && amounts['held-off'])) continue;
    const [lo, hi] = AMOUNTS[id];
    const tiny = small > 0 && random.uniform() < small;
    amounts[id] = tiny ? lo * (0.05 + 0.95 * random.uniform()) : lo + (hi - lo) * random.uniform();
  }
  return amounts;
}

/** Draws until a player reaches the ball at a speed that players have. */
export function drawPlayer(random: Random, options: PopulationOptions): MadePlayer {
  for (;;) {
    const { strength, ...body } = drawBody(random);
    const sound = drawSound(random, { ...body, strength }, options.model ?? 'own');
    const amounts = drawAmounts(random, options.mostFaults, options.small);
    const swing = withFamilies(sound, amounts);
    const speedMps = clubHeadSpeedMps(swing);
    if (speedMps !== undefined && speedMps > SLOWEST_MPS && speedMps < FASTEST_MPS)
      return { ...body, sound, swing, amounts, speedMps };
  }
}
