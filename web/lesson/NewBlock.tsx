import { useState } from 'react';
import type { LessonAnswer } from '../../api/types.ts';
import { call, newId } from '../app/api.ts';
import { Button, Choice, PrimaryButton, TextField } from '../parts/controls.tsx';
import { Card, Failed, Grid, Row } from '../parts/layout.tsx';
import { useLessonWrite } from './data.ts';

const CLUBS = ['driver', 'iron', 'wood', 'wedge', 'light stick', 'heavy stick'];
const CONDITIONS = [
  'normal',
  'feet together',
  'hands apart',
  'trail arm only',
  'half-way down only',
  'step into it',
  'other direction',
  'drill',
];

/** Starts a block, in the page: club, ball, condition, cue, felt effort, the student's own word for the feel. */
export function NewBlock({ lesson, onDone }: { lesson: LessonAnswer; onDone: () => void }) {
  const last = lesson.blocks[lesson.blocks.length - 1];
  const [club, setClub] = useState(last?.club ?? 'driver');
  const [ball, setBall] = useState<'ball' | 'no ball'>(last && !last.withBall ? 'no ball' : 'ball');
  const [condition, setCondition] = useState(last?.condition ?? 'normal');
  const [cue, setCue] = useState('');
  const [feel, setFeel] = useState('');
  const [effort, setEffort] = useState<string | null>(null);
  const [id] = useState(newId);
  const start = useLessonWrite(
    lesson.lesson.id,
    () =>
      call('POST', `/lessons/${lesson.lesson.id}/blocks`, {
        id,
        club,
        withBall: ball === 'ball',
        condition,
        cue,
        feel,
        effort: effort === null ? null : Number(effort),
      }),
    onDone,
  );
  return (
    <Card aria-label="New block">
      <h2>New block</h2>
      <Choice label="Club" value={club} onChange={setClub} options={CLUBS.map((c) => ({ id: c, name: c }))} />
      <Choice
        label="Ball"
        value={ball}
        onChange={setBall}
        options={[
          { id: 'ball', name: 'with a ball' },
          { id: 'no ball', name: 'no ball' },
        ]}
      />
      <Choice
        label="Condition"
        value={condition}
        onChange={setCondition}
        options={CONDITIONS.map((c) => ({ id: c, name: c }))}
      />
      <Grid>
        <TextField label="Cue (what the student attends to)" value={cue} onChange={setCue} />
        <TextField label="Feel, in the student’s own word" value={feel} onChange={setFeel} />
      </Grid>
      <Choice
        label="Felt effort, 0–10"
        value={effort}
        onChange={setEffort}
        options={Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }))}
      />
      {start.error ? <Failed error={start.error} /> : null}
      <Row>
        <PrimaryButton onPress={() => start.mutate(undefined)} isDisabled={start.isPending}>
          Start the block
        </PrimaryButton>
        <Button onPress={onDone}>Not now</Button>
      </Row>
    </Card>
  );
}
