/** How far a reading can be off: one standard deviation, its unit, and what that rests on. */
interface Uncertainty {
  readonly sd: number;
  readonly unit: string;
  readonly reason: string;
}

const of = (sd: number, unit: string, reason: string): Uncertainty => ({ sd, unit, reason });

/**
 * Errors of what is read by eye, stick, plate, sensor, picture and ear: every chance of a fault rests on them. Errors that follow
 * from the data itself (spread of shots, intervals of ratios, curves' noise) are reckoned where the data is.
 */
export const UNCERTAINTIES = {
  // Body screen.
  trunkTurn: of(3, '°', 'read off a club across the chest, seated'),
  trunkTurnDifference: of(4, '°', 'two such readings, √2 apart'),
  toeExtension: of(4, '°', 'read by eye against the floor'),
  heelRaises: of(1.5, 'raises', 'where tired ones stop to count'),
  singleLegBalance: of(1.5, 's', 'a stopwatch by hand, and one try against another'),
  // Set-up, with a stick and by eye.
  grip: of(0.15, 'share', 'fingers, between or palm: hardly taken for the next one'),
  knuckles: of(0.3, 'knuckles', 'counted from where the instructor stands'),
  aim: of(1.5, '°', 'against a stick on the ground'),
  setupLength: of(15, 'mm', 'against a stick with marks'),
  sideTilt: of(1.5, '°', 'read off a picture or a stick'),
  stanceShare: of(1, '% of height', 'stance and height, each to about 15 mm'),
  // Ground.
  weightShare: of(1.5, '%', 'plates that carry a still player differ by so much'),
  verticalForce: of(0.02, 'body weights', 'calibration of common plates'),
  forcePeakTime: of(6, 'ms', 'a flat peak at 200 samples a second and more, and the strike’s own time'),
  pressurePlace: of(5, '% of the foot', 'where a shoe stands on the plate or mat'),
  // Captured swing.
  backswingTime: of(0.06, 's', 'when a slow takeaway begins'),
  chestTurn: of(2, '°', 'sensor on cloth, turning against the ribs'),
  stretch: of(1, '°', 'difference of two angles of one system; its common error falls out'),
  wristOpened: of(2, '°', 'difference of two wrist angles of one swing'),
  wristAngle: of(3, '°', 'forearm against shaft at rest, sensor or picture'),
  chestAtStrike: of(4, '%', 'slow error of a sensor near the strike, a share of the peak'),
  segmentAngle: of(0.5, '°', 'noise of a measured segment angle'),
  peakTime: of(1.5, 'ms', 'the timing itself on simulated curves without noise'),
  reversalTime: of(8, 'ms', 'the same for the turn at the top, where segments creep before they turn'),
  // Picture.
  pickedPoint: of(3, 'px', 'a point set by hand, each way'),
  flatAngle: of(5, '°', 'an angle in space seen as flat'),
  shoeSeen: of(6, 'ms', 'when a shoe touches or leaves the ground, frame by frame'),
  limbSeen: of(12, 'ms', 'when a knee or a wrist begins to open, frame by frame: it starts slowly'),
  // Ear.
  swishPlace: of(5, 'ms', 'simulated recordings of the rod'),
  swishSet: of(3, 'ms', 'what all swings of a set share: microphone’s place, stick'),
  swishSpeed: of(5, '%', 'simulated recordings: tone against thickness'),
} as const satisfies Readonly<Record<string, Uncertainty>>;

/** One standard deviation of a reading, in its unit. */
export const sdOf = (name: keyof typeof UNCERTAINTIES): number => UNCERTAINTIES[name].sd;
