/** Rungs common to all drills, from farthest from a real shot to nearest. */
export const RUNGS = [
  'mirror, slow',
  'body only or stick, no ball',
  'half swing, club, no ball',
  'full swing, no ball',
  'drill with ball, middle iron',
  'drill, ball, drill, ball',
  'drill with ball, driver',
  'driver, normal swing, feel kept',
  'on the course',
] as const;

/** Lanes of the prescribing page. */
export const laneOf = (rung: number): 'far from the ball' | 'on the way' | 'with the ball' =>
  rung <= 1 ? 'far from the ball' : rung <= 3 ? 'on the way' : 'with the ball';
