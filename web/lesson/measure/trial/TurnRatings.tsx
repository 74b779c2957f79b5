import { useState } from 'react';
import type { TrialTurnWire, TrialWire } from '../../../../api/trial-types.ts';
import type { LessonAnswer } from '../../../../api/types.ts';
import { SWISH_PLACES, type TurnRating } from '../../../../core/trial/values.ts';
import { ask } from '../../../base/api.ts';
import { Choice } from '../../../kit/chips.tsx';
import { QuietButton } from '../../../kit/controls.tsx';
import { Failed, Row, Soft } from '../../../kit/layout.tsx';
import { FaceMap } from '../../../parts/FaceMap.tsx';
import { useLessonWrite } from '../../common/data.ts';

const EASE = Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }));

/** What a student says of one turn, and the marks on the face; each by one tap. */
function OneTurn({ trial, turn, lesson }: { trial: TrialWire; turn: TrialTurnWire; lesson: LessonAnswer }) {
  const say = useLessonWrite(
    lesson.lesson.id,
    (body: Partial<TurnRating>) => ask('PATCH /trial-turns/:id', { id: turn.id, body }),
    undefined,
    turn.id,
  );
  // Marks tapped faster than the server answers build on each other, not on what it said last.
  const [tapped, setTapped] = useState<TrialTurnWire['dots'] | null>(null);
  const marks = tapped ?? turn.dots;
  // Only the newest of several is told of, whatever it says: with it all are with the server.
  const tell = (body: Partial<TurnRating>): void => say.mutate(body, { onSettled: () => setTapped(null) });
  const mark = (dots: TrialTurnWire['dots']): void => {
    setTapped(dots);
    tell({ dots });
  };
  const label = trial.said.conditions[turn.condition]?.label ?? '';
  const dots = marks.map((d, i) => ({
    id: String(i),
    strikeByHand: true,
    setAsideReason: null,
    values: { impactToeM: d.toeM, impactHighM: d.highM },
  }));
  return (
    <section aria-label={`Said of ${label}`} style={{ display: 'grid', gap: 'var(--s2)' }}>
      <Choice
        label={`${label}: how free, 0–10`}
        value={turn.ease === null ? null : String(turn.ease)}
        onChange={(v) => tell({ ease: Number(v) })}
        options={EASE}
      />
      <details>
        <summary>
          By the ear and by marks
          {turn.swish ? <Soft> · swish {turn.swish}</Soft> : null}
          {dots.length > 0 ? <Soft> · {dots.length} marks</Soft> : null}
        </summary>
        <Choice
          label="Where was the swish"
          value={turn.swish}
          onChange={(swish) => tell({ swish })}
          options={SWISH_PLACES.map((p) => ({ id: p.id, name: p.id }))}
        />
        <Row>
          <FaceMap
            shots={dots}
            handedness={lesson.student.handedness}
            club={trial.said.club}
            onTap={(toeM, highM) => mark([...marks, { toeM, highM }])}
          />
          {dots.length > 0 ? (
            <QuietButton onPress={() => mark(marks.slice(0, -1))}>Take the last mark back</QuietButton>
          ) : null}
        </Row>
      </details>
      {say.error ? <Failed error={say.error} /> : null}
    </section>
  );
}

/** The turns that can be spoken of now: those of the round that runs, or of the round just over. */
export function TurnRatings({ trial, lesson }: { trial: TrialWire; lesson: LessonAnswer }) {
  const newest = trial.turns.at(-1);
  if (!newest) return null;
  const round = trial.turns.filter((t) => t.round === newest.round);
  const shown = round.length > 1 || !trial.running ? round : trial.turns.slice(-trial.said.conditions.length - 1);
  return (
    <>
      {shown.toReversed().map((t) => (
        <OneTurn key={t.id} trial={trial} turn={t} lesson={lesson} />
      ))}
    </>
  );
}
