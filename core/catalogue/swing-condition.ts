/** What two sessions must share to be compared: club, ball, and how the club is swung. */
export interface SwingCondition {
  readonly club: string;
  readonly withBall: boolean;
  readonly condition: string;
}

/** One line that names a condition; equal lines are equal conditions. */
export const conditionText = (c: SwingCondition): string =>
  `${c.club} · ${c.withBall ? 'ball' : 'no ball'} · ${c.condition}`;
