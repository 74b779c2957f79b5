import { useState } from 'react';
import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { ask, newId } from '../../base/api.ts';
import { send } from '../../base/outbox.ts';
import { useUnits } from '../../base/session.tsx';
import { Button, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Grid, Row } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { FillFiles } from './FillFiles.tsx';

const numberOf = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** Three ways to fill a block: type a shot, import files, take what the devices send. */
export function FillBlock({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const units = useUnits();
  const lessonId = lesson.lesson.id;
  const [speed, setSpeed] = useState('');
  const [ballSpeed, setBallSpeed] = useState('');
  const [path, setPath] = useState('');
  const [face, setFace] = useState('');
  const [attack, setAttack] = useState('');
  const [shotId, setShotId] = useState(newId);
  const type = useLessonWrite(
    lessonId,
    () => {
      const si = (text: string): number | null => {
        const v = numberOf(text);
        return v === null ? null : units.toMps(v);
      };
      const values = {
        clubSpeedMps: si(speed),
        ballSpeedMps: si(ballSpeed),
        pathOutDeg: numberOf(path),
        faceOutDeg: numberOf(face),
        attackDeg: numberOf(attack),
      };
      const what = `shot ${speed || ballSpeed} ${units.speedUnit} into block ${block.position}`;
      // The moment of typing counts, not that of sending.
      const shot = { id: shotId, struckAt: new Date().toISOString(), values };
      return send('POST', `/blocks/${block.id}/shots`, shot, what);
    },
    () => {
      setShotId(newId());
      for (const clear of [setSpeed, setBallSpeed, setPath, setFace, setAttack]) clear('');
    },
  );
  const listen = useLessonWrite(lessonId, (listening: boolean) =>
    ask('PATCH /blocks/:id', { id: block.id, body: { listening } }),
  );
  return (
    <Card aria-label="Fill the block">
      <h2>Fill the block</h2>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          type.mutate(undefined);
        }}
      >
        <Grid $least="118px">
          <TextField label={`Club speed, ${units.speedUnit}`} inputMode="decimal" value={speed} onChange={setSpeed} />
          <TextField
            label={`Ball speed, ${units.speedUnit}`}
            inputMode="decimal"
            value={ballSpeed}
            onChange={setBallSpeed}
          />
          <TextField label="Path, ° (out +)" inputMode="decimal" value={path} onChange={setPath} />
          <TextField label="Face, ° (out +)" inputMode="decimal" value={face} onChange={setFace} />
          <TextField label="Attack, ° (up +)" inputMode="decimal" value={attack} onChange={setAttack} />
        </Grid>
        <p style={{ marginTop: 'var(--s3)' }}>
          <Button type="submit" isDisabled={type.isPending || (speed.trim() === '' && ballSpeed.trim() === '')}>
            Add the shot
          </Button>
        </p>
      </form>
      {type.error ? <Failed error={type.error} /> : null}
      <Row>
        <Button onPress={() => listen.mutate(!block.listening)}>
          {block.listening ? 'Pause live shots' : 'Take live shots'}
        </Button>
      </Row>
      {listen.error ? <Failed error={listen.error} /> : null}
      <FillFiles block={block} lesson={lesson} />
    </Card>
  );
}
