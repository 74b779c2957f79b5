/** What the figure holds. */
export type Thing =
  | 'none'
  | 'club'
  | 'short club'
  | 'reversed'
  | 'stick'
  | 'heavy stick'
  | 'weight on a string'
  | 'rope'
  | 'flat thing'
  | 'ball';
/** Which hands hold it: both, one, both far apart, or none with the thing laid across the shoulders. */
export type Hold = 'both' | 'lead' | 'trail' | 'apart' | 'shoulders' | 'none';
export type Prop =
  | 'ball'
  | 'tee'
  | 'loud'
  | 'mirror'
  | 'chair'
  | 'gate'
  | 'wedge lead'
  | 'wedge trail'
  | 'ground stick'
  | 'slider'
  | 'band'
  | 'pad'
  | 'wall'
  | 'peg'
  | 'head line'
  | 'hip line'
  | 'window';

/**
 * One figure of a drill's strip by its joint angles in degrees, face-on, for a right-hander; the lead side is toward the target,
 * at the right of the picture. Arms and club count from straight down, + toward the target; the trunk tilts + away from it;
 * turns are + open toward it. Shares are of the leg's length.
 */
export interface Figure {
  readonly label: string;
  readonly leadArmDeg: number;
  readonly trailArmDeg: number;
  readonly leadElbowDeg: number;
  readonly trailElbowDeg: number;
  readonly clubDeg: number;
  readonly trunkTiltDeg: number;
  readonly chestTurnDeg: number;
  readonly hipTurnDeg: number;
  /** Hip middle against the middle of the stance, share of half the stance. */
  readonly hipShift: number;
  readonly leadKneeDeg: number;
  readonly trailKneeDeg: number;
  /** Half the stance. */
  readonly stance: number;
  /** Feet off their places, toward the target. */
  readonly leadFootOut: number;
  readonly trailFootOut: number;
  /** Feet and the whole body off the ground. */
  readonly leadFootUp: number;
  readonly trailFootUp: number;
  readonly rise: number;
  /** Heels off the ground, 0–1. */
  readonly leadHeel: number;
  readonly trailHeel: number;
  readonly kneels: boolean;
  readonly hold: Hold;
  readonly thing: Thing;
  readonly props: readonly Prop[];
}

const SET_UP: Figure = {
  label: 'set-up',
  leadArmDeg: 2,
  trailArmDeg: 6,
  leadElbowDeg: 0,
  trailElbowDeg: 0,
  clubDeg: -4,
  trunkTiltDeg: 5,
  chestTurnDeg: 0,
  hipTurnDeg: 0,
  hipShift: 0,
  leadKneeDeg: 18,
  trailKneeDeg: 18,
  stance: 0.32,
  leadFootOut: 0,
  trailFootOut: 0,
  leadFootUp: 0,
  trailFootUp: 0,
  rise: 0,
  leadHeel: 0,
  trailHeel: 0,
  kneels: false,
  hold: 'both',
  thing: 'club',
  props: ['ball'],
};

const from = (label: string, change: Partial<Figure>): Figure => ({ ...SET_UP, label, ...change });

/** Figures of one swing from which a drill's own figures start. */
export const BASES = {
  'set-up': SET_UP,
  'half-back': from('half back', {
    leadArmDeg: -90,
    clubDeg: -170,
    chestTurnDeg: -50,
    hipTurnDeg: -22,
    hipShift: -0.2,
    leadKneeDeg: 24,
    trailKneeDeg: 16,
    trunkTiltDeg: 3,
  }),
  top: from('top', {
    leadArmDeg: -150,
    clubDeg: -250,
    chestTurnDeg: -85,
    hipTurnDeg: -42,
    hipShift: -0.2,
    leadKneeDeg: 30,
    trailKneeDeg: 15,
    trunkTiltDeg: 2,
  }),
  transition: from('start down', {
    leadArmDeg: -132,
    clubDeg: -238,
    chestTurnDeg: -70,
    hipTurnDeg: -12,
    hipShift: 0.25,
    leadKneeDeg: 26,
    trailKneeDeg: 22,
    trunkTiltDeg: 6,
  }),
  delivery: from('delivery', {
    leadArmDeg: -30,
    clubDeg: -98,
    chestTurnDeg: -18,
    hipTurnDeg: 25,
    hipShift: 0.4,
    leadKneeDeg: 16,
    trailKneeDeg: 28,
    trailHeel: 0.3,
    trunkTiltDeg: 10,
  }),
  strike: from('strike', {
    leadArmDeg: 6,
    clubDeg: 2,
    chestTurnDeg: 25,
    hipTurnDeg: 40,
    hipShift: 0.55,
    leadKneeDeg: 4,
    trailKneeDeg: 32,
    trailHeel: 0.5,
    trunkTiltDeg: 12,
  }),
  through: from('through', {
    leadArmDeg: 70,
    clubDeg: 92,
    chestTurnDeg: 55,
    hipTurnDeg: 65,
    hipShift: 0.7,
    leadKneeDeg: 2,
    trailKneeDeg: 44,
    trailHeel: 0.8,
    trunkTiltDeg: 11,
  }),
  finish: from('finish', {
    leadArmDeg: 150,
    leadElbowDeg: 60,
    clubDeg: 260,
    chestTurnDeg: 88,
    hipTurnDeg: 85,
    hipShift: 0.9,
    leadKneeDeg: 0,
    trailKneeDeg: 60,
    trailHeel: 1,
    trunkTiltDeg: -3,
  }),
} as const satisfies Record<string, Figure>;

export type Frame = readonly [base: keyof typeof BASES, label?: string, change?: Partial<Omit<Figure, 'label'>>];

/** A strip: figures of one drill, each from a base with what is its own; the first argument holds for all of them. */
export const strip = (all: Partial<Omit<Figure, 'label'>>, ...frames: readonly Frame[]): readonly Figure[] =>
  frames.map(([base, label, change]) => ({ ...BASES[base], ...all, ...change, label: label ?? BASES[base].label }));

/** The figure between two, at a share 0–1 of the way: for showing a strip in motion. What is no angle changes half-way. */
export function between(a: Figure, b: Figure, share: number): Figure {
  const near = share < 0.5 ? a : b;
  const mixed = Object.entries(a).map(([key, value]) => {
    const other = b[key as keyof Figure];
    return [
      key,
      typeof value === 'number' && typeof other === 'number'
        ? value + (other - value) * share
        : near[key as keyof Figure],
    ];
  });
  return Object.fromEntries(mixed) as unknown as Figure;
}
