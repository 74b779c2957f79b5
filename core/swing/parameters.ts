/** One joint's drive: torque T0 (1 − e^−(t−on)/rise) f(ω), cut off with a fall time where `cutS` is set. */
export interface Drive {
  readonly torqueNm: number;
  readonly onsetS: number;
  readonly riseS: number;
  readonly maxSpeedRadPerS: number;
  /** Γ of the torque–speed curve: 0 straight, larger more hollow. */
  readonly curvature: number;
  readonly cutS: number | null;
  readonly cutFallS: number;
}

/** Everything the planar swing model needs, SI and radians. Angles count from straight down the plane, + toward the target. */
export interface SwingParameters {
  readonly segments: {
    readonly hips: { readonly inertiaKgM2: number };
    readonly torso: { readonly inertiaKgM2: number; readonly shoulderRadiusM: number };
    readonly arm: {
      readonly massKg: number;
      readonly comM: number;
      readonly inertiaKgM2: number;
      readonly lengthM: number;
    };
    readonly club: {
      readonly massKg: number;
      readonly comM: number;
      readonly inertiaKgM2: number;
      readonly headDistanceM: number;
    };
  };
  readonly gravityInPlaneMps2: number;
  readonly drives: { readonly hips: Drive; readonly trunk: Drive; readonly shoulder: Drive; readonly wrist: Drive };
  readonly passive: {
    readonly hips: { readonly openStopRad: number; readonly openStopNmPerRad: number; readonly dampingNms: number };
    readonly trunk: {
      readonly stopRad: number;
      readonly stopNmPerRad: number;
      readonly stopDampingSPerRad: number;
      readonly springNmPerRad: number;
      readonly springZeroRad: number;
      readonly dampingNms: number;
    };
    readonly shoulder: {
      readonly stopRad: number;
      readonly upperStopRad: number;
      readonly stopNmPerRad: number;
      readonly stopDampingSPerRad: number;
      readonly dampingNms: number;
    };
    readonly wrist: {
      readonly stopRad: number;
      readonly upperStopRad: number;
      readonly stopNmPerRad: number;
      readonly stopDampingSPerRad: number;
      readonly dampingNms: number;
      readonly springNmPerRad: number;
      readonly springZeroRad: number;
    };
  };
  readonly wristHold: {
    readonly torqueNm: number;
    readonly releaseS: number;
    readonly fallS: number;
    readonly widthRad: number;
    readonly fromRad: number;
  };
  readonly hub: {
    readonly lateralM: number;
    readonly lateralOnsetS: number;
    readonly lateralDurationS: number;
    readonly liftM: number;
    readonly liftOnsetS: number;
    readonly liftDurationS: number;
  };
  readonly locked: { readonly hips: boolean; readonly torso: boolean };
  readonly startRad: { readonly hips: number; readonly torso: number; readonly arm: number; readonly club: number };
}

const drive = (torqueNm: number, onsetS: number, riseS: number, maxSpeedRadPerS: number, curvature: number): Drive => ({
  torqueNm,
  onsetS,
  riseS,
  maxSpeedRadPerS,
  curvature,
  cutS: null,
  cutFallS: 0.02,
});

/** Skilled male of 1.78 m and 78 kg with a driver; segments after de Leva 1996, drives fitted to 112.65 mph in 266 ms. */
export const SKILLED_PLAYER: SwingParameters = {
  segments: {
    hips: { inertiaKgM2: 0.36081739199999996 },
    torso: { inertiaKgM2: 0.269377368, shoulderRadiusM: 0.20292000000000002 },
    arm: { massKg: 6.550439999999999, comM: 0.2923847625316028, inertiaKgM2: 0.2068803766531755, lengthM: 0.6141 },
    club: { massKg: 0.31, comM: 0.789, inertiaKgM2: 0.05484553666666661, headDistanceM: 1.063 },
  },
  gravityInPlaneMps2: 7.514895986997175,
  drives: {
    hips: drive(290, 0, 0.055, 24, 1),
    trunk: drive(185, 0.02800236642941765, 0.05, 20, 0.5),
    shoulder: drive(150, 0.04503908107841479, 0.05, 20, 1.2),
    wrist: drive(22, 0.15350844771354005, 0.03, 60, 3),
  },
  passive: {
    hips: { openStopRad: 1.4311699866353502, openStopNmPerRad: 45, dampingNms: 1 },
    trunk: {
      stopRad: -1.0471975511965976,
      stopNmPerRad: 600,
      stopDampingSPerRad: 0.2,
      springNmPerRad: 25,
      springZeroRad: -0.7853981633974483,
      dampingNms: 0.65,
    },
    shoulder: {
      stopRad: -2.652900463031381,
      upperStopRad: -1.0471975511965976,
      stopNmPerRad: 500,
      stopDampingSPerRad: 0.2,
      dampingNms: 0.5,
    },
    wrist: {
      stopRad: -1.7453292519943295,
      upperStopRad: 0.4363323129985824,
      stopNmPerRad: 200,
      stopDampingSPerRad: 0.1,
      dampingNms: 0.1,
      springNmPerRad: 0,
      springZeroRad: 0,
    },
  },
  wristHold: {
    torqueNm: 0,
    releaseS: 0.12,
    fallS: 0.03,
    widthRad: 0.05235987755982989,
    fromRad: -1.7453292519943295,
  },
  hub: {
    lateralM: 0.06,
    lateralOnsetS: 0.047973885928801197,
    lateralDurationS: 0.22,
    liftM: 0.04,
    liftOnsetS: 0.14978174650223738,
    liftDurationS: 0.16,
  },
  locked: { hips: false, torso: false },
  startRad: {
    hips: 0.7853981633974483,
    torso: -0.08726646259971647,
    arm: -2.705260340591211,
    club: -4.4505895925855405,
  },
};

/** The skilled player's body, to which others are scaled. */
export const SKILLED_HEIGHT_M = 1.78;
export const SKILLED_MASS_KG = 78;

const scaledDrive = (d: Drive, torque: number): Drive => ({ ...d, torqueNm: d.torqueNm * torque });

/**
 * The skilled player scaled to another body: lengths with height, masses with mass, inertias with mass × height²,
 * drive and passive torques with mass × height × strength.
 * @param strength share of the skilled player's strength; typical adult men 0.62–0.7
 */
export function scaledPlayer(heightM: number, massKg: number, strength: number): SwingParameters {
  const h = heightM / SKILLED_HEIGHT_M;
  const m = massKg / SKILLED_MASS_KG;
  const inertia = m * h * h;
  const torque = m * h * strength;
  const base = SKILLED_PLAYER;
  const { hips, torso, arm, club } = base.segments;
  const p = base.passive;
  return {
    ...base,
    segments: {
      hips: { inertiaKgM2: hips.inertiaKgM2 * inertia },
      torso: { inertiaKgM2: torso.inertiaKgM2 * inertia, shoulderRadiusM: torso.shoulderRadiusM * h },
      arm: {
        massKg: arm.massKg * m,
        comM: arm.comM * h,
        inertiaKgM2: arm.inertiaKgM2 * inertia,
        lengthM: arm.lengthM * h,
      },
      club,
    },
    drives: {
      hips: scaledDrive(base.drives.hips, torque),
      trunk: scaledDrive(base.drives.trunk, torque),
      shoulder: scaledDrive(base.drives.shoulder, torque),
      wrist: scaledDrive(base.drives.wrist, torque),
    },
    passive: {
      hips: {
        ...p.hips,
        openStopNmPerRad: p.hips.openStopNmPerRad * torque,
        dampingNms: p.hips.dampingNms * torque,
      },
      trunk: {
        ...p.trunk,
        stopNmPerRad: p.trunk.stopNmPerRad * torque,
        springNmPerRad: p.trunk.springNmPerRad * torque,
        dampingNms: p.trunk.dampingNms * torque,
      },
      shoulder: {
        ...p.shoulder,
        stopNmPerRad: p.shoulder.stopNmPerRad * torque,
        dampingNms: p.shoulder.dampingNms * torque,
      },
      wrist: {
        ...p.wrist,
        stopNmPerRad: p.wrist.stopNmPerRad * torque,
        dampingNms: p.wrist.dampingNms * torque,
      },
    },
    hub: { ...base.hub, lateralM: base.hub.lateralM * h, liftM: base.hub.liftM * h },
  };
}
