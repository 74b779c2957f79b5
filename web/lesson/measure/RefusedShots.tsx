import { messageOf } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Button } from '../../kit/controls.tsx';
import { Notice, Row, Soft, Spread } from '../../kit/layout.tsx';
import { speedOf, type Pending, type RefusedCorrection } from './entry-draft.ts';

/** Shots and corrections that the server refused, each with its reason: nothing of them is lost by what is typed after them. */
export function RefusedShots({
  shots,
  corrections,
  fieldsTaken,
  onBack,
  onAgain,
  onCorrect,
  onLeave,
}: {
  shots: readonly { readonly shot: Pending; readonly error: unknown }[];
  corrections: readonly RefusedCorrection[];
  /** Something stands in the fields that would be lost. */
  fieldsTaken: boolean;
  onBack: (shot: Pending) => void;
  onAgain: (shot: Pending) => void;
  onCorrect: (correction: RefusedCorrection) => void;
  onLeave: (correction: RefusedCorrection) => void;
}) {
  const units = useUnits();
  const back = (onPress: () => void) => (
    <Button onPress={onPress} isDisabled={fieldsTaken}>
      Put it back into the fields
    </Button>
  );
  return (
    <>
      {shots.map(({ shot, error }) => (
        <Notice key={shot.id} tone="stop" role="alert">
          <Spread>
            <span>
              Not taken, {units.speed(speedOf(shot))}: {messageOf(error)}
            </span>
            <Row>
              {back(() => onBack(shot))}
              <Button onPress={() => onAgain(shot)}>Try again</Button>
            </Row>
          </Spread>
        </Notice>
      ))}
      {corrections.map((c) => (
        <Notice key={c.shotId} tone="stop" role="alert">
          <Spread>
            <span>
              A correction to {Object.values(c.typed).filter(Boolean).join(', ')} was not taken: {c.why}
            </span>
            <Row>
              {back(() => onCorrect(c))}
              <Button onPress={() => onLeave(c)}>Drop the correction</Button>
            </Row>
          </Spread>
        </Notice>
      ))}
      {fieldsTaken && shots.length + corrections.length > 0 ? (
        <Soft>It can go back into the fields once what stands there is added or left.</Soft>
      ) : null}
    </>
  );
}
