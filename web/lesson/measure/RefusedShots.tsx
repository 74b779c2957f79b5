import { messageOf } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Button } from '../../kit/controls.tsx';
import { Notice, Row, Spread } from '../../kit/layout.tsx';

/** A shot that was added and that the server has not taken yet: it outlives the page, and its id makes a repeat harmless. */
export interface Pending {
  readonly id: string;
  readonly struckAt: string;
  readonly values: Readonly<Record<string, number | null>>;
  readonly sure: boolean;
}
export const speedOf = ({ values }: Pending): number => values.clubSpeedMps ?? values.ballSpeedMps ?? 0;

/** Shots that the server refused, each with its reason: nothing of them is lost by what is typed after them. */
export function RefusedShots({
  shots,
  onBack,
  onAgain,
}: {
  shots: readonly { readonly shot: Pending; readonly error: unknown }[];
  onBack: (shot: Pending) => void;
  onAgain: (shot: Pending) => void;
}) {
  const units = useUnits();
  return shots.map(({ shot, error }) => (
    <Notice key={shot.id} tone="stop" role="alert">
      <Spread>
        <span>
          Not taken, {units.speed(speedOf(shot))}: {messageOf(error)}
        </span>
        <Row>
          <Button onPress={() => onBack(shot)}>Put it back into the fields</Button>
          <Button onPress={() => onAgain(shot)}>Try again</Button>
        </Row>
      </Spread>
    </Notice>
  ));
}
