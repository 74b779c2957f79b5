import { CHECKPOINTS, type Checkpoint } from '../../../core/catalogue/stages.ts';
import { SLOW_FACTORS } from '../../../core/picture/frame-times.ts';
import type { PictureMarks } from '../../../core/picture/marks.ts';
import { Button, QuietButton, Select } from '../../kit/controls.tsx';
import { Row } from '../../kit/layout.tsx';
import type { useLooks } from './use-looks.ts';

/** Which checkpoint the frame is, having all of them proposed, and how slow the file plays. */
export function CheckpointBar({
  marks,
  here,
  checkpoint,
  onCheckpoint,
  onMark,
  onTakeAway,
  onSlow,
  looks,
}: {
  marks: PictureMarks;
  /** The checkpoint that is marked at this frame. */
  here: Checkpoint | null;
  checkpoint: Checkpoint;
  onCheckpoint: (checkpoint: Checkpoint) => void;
  onMark: () => void;
  onTakeAway: (checkpoint: Checkpoint) => void;
  onSlow: (factor: number) => void;
  looks: ReturnType<typeof useLooks>;
}) {
  return (
    <Row>
      <Select
        label="This frame is"
        value={here ?? checkpoint}
        onChange={onCheckpoint}
        options={CHECKPOINTS.map((c) => ({ id: c, name: `${marks.checkpoints[c] ? '✓ ' : ''}${c}` }))}
      />
      <Button onPress={onMark}>{here ? `Confirm ${here}` : `Mark ${checkpoint} here`}</Button>
      {here ? <QuietButton onPress={() => onTakeAway(here)}>Take it away</QuietButton> : null}
      {looks.share === null ? (
        <Button onPress={() => void looks.propose()}>Propose the checkpoints</Button>
      ) : (
        <Button onPress={looks.cancel}>Looking … {(100 * looks.share).toFixed(0)} % · stop</Button>
      )}
      {looks.swings > 1
        ? Array.from({ length: looks.swings }, (_, i) => (
            <QuietButton key={i} onPress={() => void looks.propose(i)}>
              Swing {i + 1}
            </QuietButton>
          ))
        : null}
      <Select
        label="Plays"
        value={String(marks.slowFactor)}
        onChange={(f) => onSlow(Number(f))}
        options={[...new Set([...SLOW_FACTORS, marks.slowFactor])].map((f) => ({
          id: String(f),
          name: f === 1 ? 'as in life' : `${f} × slower`,
        }))}
      />
    </Row>
  );
}
