import { useState } from 'react';
import styled from 'styled-components';
import type { LessonAnswer, SeenSignWire } from '../../../api/types.ts';
import { useDraft } from '../../base/drafts.tsx';
import { FAULTS, type SeenSign } from '../../../core/catalogue/faults.ts';
import { CHECKPOINTS, type Checkpoint } from '../../../core/catalogue/stages.ts';
import { send } from '../../base/outbox.ts';
import { Choice } from '../../kit/chips.tsx';
import { TextField } from '../../kit/controls.tsx';
import { Card, Failed, Row, Soft } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { Listen } from './Listen.tsx';
import { Videos } from './Videos.tsx';

const GRADES = [
  { id: 'absent', name: 'absent' },
  { id: 'unsure', name: 'unsure' },
  { id: 'slight', name: 'slight' },
  { id: 'clear', name: 'clear' },
] as const;
type Grade = (typeof GRADES)[number]['id'];

const Sign = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--s2) var(--s4);
  align-items: center;
  padding: var(--s2) 0;
  border-bottom: 1px solid var(--line);
`;

const atCheckpoint = (checkpoint: Checkpoint): SeenSign[] =>
  FAULTS.flatMap((f) => f.seen).filter((s) => s.checkpoint === checkpoint);

function SignRow({ sign, seen, lessonId }: { sign: SeenSign; seen: SeenSignWire | undefined; lessonId: string }) {
  const [note, setNote, , noteSaved] = useDraft(`sign note ${sign.id}`, seen?.note ?? '');
  const save = useLessonWrite(
    lessonId,
    (grade: Grade, id) =>
      send('PUT', `/lessons/${lessonId}/signs/${sign.id}`, { id, grade, note }, `“${sign.text}”: ${grade}`),
    noteSaved,
  );
  return (
    <Sign>
      <div>
        <strong>{sign.text}</strong>
        <br />
        <Soft>{sign.view === 'either' ? 'face-on or down-the-line' : sign.view}</Soft>
      </div>
      <Choice
        label={sign.text}
        hideLabel
        value={seen?.grade ?? null}
        onChange={(g) => save.mutate(g)}
        options={GRADES}
      />
      {seen ? (
        <TextField
          label="Note"
          value={note}
          onChange={setNote}
          onBlur={() => {
            if (note !== seen.note) save.mutate(seen.grade);
          }}
        />
      ) : null}
      {save.error ? <Failed error={save.error} /> : null}
    </Sign>
  );
}

/** Watch: seen signs by checkpoint, graded with one tap each; they join the measured ones in the ledger. */
export default function Watch({ lesson }: { lesson: LessonAnswer }) {
  const [checkpoint, setCheckpoint] = useState<Checkpoint>('set-up');
  const filled = CHECKPOINTS.filter((c) => atCheckpoint(c).length > 0);
  const count = (c: Checkpoint): number =>
    atCheckpoint(c).filter((s) => lesson.signs.some((x) => x.signId === s.id)).length;
  return (
    <>
      <Videos lesson={lesson} checkpoint={checkpoint} onCheckpoint={setCheckpoint} />
      <Choice
        label="Checkpoint"
        hideLabel
        value={checkpoint}
        onChange={setCheckpoint}
        options={(filled.includes(checkpoint)
          ? filled
          : CHECKPOINTS.filter((c) => filled.includes(c) || c === checkpoint)
        ).map((c) => ({ id: c, name: count(c) > 0 ? `${c} (${count(c)})` : c }))}
      />
      <Card aria-label={`Signs at ${checkpoint}`}>
        <Row>
          <h2>Seen at: {checkpoint}</h2>
          <Soft>“absent” counts as well: it speaks against the fault.</Soft>
        </Row>
        {atCheckpoint(checkpoint).map((s) => (
          <SignRow key={s.id} sign={s} seen={lesson.signs.find((x) => x.signId === s.id)} lessonId={lesson.lesson.id} />
        ))}
      </Card>
      <Listen lesson={lesson} />
    </>
  );
}
