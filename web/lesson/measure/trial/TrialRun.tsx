import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { TrialWire } from '../../../../api/trial-types.ts';
import type { LessonAnswer } from '../../../../api/types.ts';
import { cueOf, holdsCue, labelsOf, type DueTurn } from '../../../../core/trial/run.ts';
import { stepsSentence } from '../../../../core/trial/steps-sentence.ts';
import { trialSentence } from '../../../../core/trial/trial-sentence.ts';
import { ask } from '../../../base/api.ts';
import { useIntent } from '../../../base/intent.ts';
import { useKeys } from '../../../base/keys.tsx';
import { useUnits } from '../../../base/session.tsx';
import { Tick } from '../../../kit/chips.tsx';
import { Button, PrimaryButton, QuietButton } from '../../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Sentence, Soft, Spread } from '../../../kit/layout.tsx';
import { ForRole } from '../../../parts/ForRole.tsx';
import { StudentWords } from '../../../parts/StudentWords.tsx';
import { useLessonWrite } from '../../common/data.ts';
import { StepsTable } from './StepsTable.tsx';
import { TrialTable } from './TrialTable.tsx';
import { TurnRatings } from './TurnRatings.tsx';

const Now = styled.div`
  font-family: var(--display);
  font-size: clamp(40px, 5.2vw, 68px);
  line-height: 1.1;
  overflow-wrap: anywhere;
`;
const Then = styled.div`
  font-size: 26px;
  line-height: 1.25;
`;

const place = (trial: TrialWire, t: Pick<DueTurn, 'round'>): string =>
  `round ${t.round + 1} of ${trial.said.order.length}`;

/** Who swings what now, and who is next: to be read from two metres. */
function Turns({ trial, lesson }: { trial: TrialWire; lesson: LessonAnswer }) {
  const { swingsATurn } = trial.said;
  const labels = labelsOf(trial.said);
  const [byItself, setByItself] = useState(true);
  const intent = useIntent();
  const begin = useLessonWrite(lesson.lesson.id, (due: DueTurn) =>
    ask('POST /trials/:id/turns', {
      id: trial.id,
      body: {
        id: intent.idFor(`turn ${trial.turns.length}`),
        blockId: intent.idFor(`block ${trial.turns.length}`),
        round: due.round,
        condition: due.condition,
      },
    }),
  );
  const end = useLessonWrite(lesson.lesson.id, () => ask('POST /trials/:id/end', { id: trial.id }));
  const running = trial.turns.find((t) => t.id === trial.running);
  const { next } = trial;
  const label = (c: number | undefined): string => (c === undefined ? '' : (labels[c] ?? ''));
  const on = (): void => {
    if (begin.isPending || end.isPending) return;
    if (next) begin.mutate(next);
    else end.mutate(undefined);
  };
  // A repeat asks for what is missing; a turn of the order for the whole.
  const earlier = running
    ? trial.turns
        .filter((t) => t.id !== running.id && t.round === running.round && t.condition === running.condition)
        .reduce((s, t) => s + t.counted, 0)
    : 0;
  const asked = Math.max(1, swingsATurn - earlier);
  const full = running !== undefined && running.counted >= asked;
  useKeys({ Enter: on }, true);
  useEffect(() => {
    // Only what devices measured goes on by itself: marks and ratings are still being given.
    if (byItself && full && running && running.dots.length === 0 && next) on();
    // oxlint-disable-next-line react/exhaustive-deps -- once for each turn that is full
  }, [full, running?.id, byItself]);
  return (
    <>
      <div role="status" aria-live="polite">
        <Now>
          {running ? label(running.condition) : next ? `Next: ${label(next.condition)}` : 'All swings are made'}
        </Now>
        {running ? (
          <Then>
            <strong>
              {running.counted} of {asked} swing{asked === 1 ? '' : 's'}
            </strong>{' '}
            <Soft>
              · {place(trial, running)}
              {running.setAside > 0 ? `, ${running.setAside} set aside and made again` : ''}
            </Soft>
          </Then>
        ) : next ? (
          <Soft>{place(trial, next)}</Soft>
        ) : null}
        {running && next ? <Then>then: {label(next.condition)}</Then> : null}
      </div>
      {(begin.error ?? end.error) ? <Failed error={begin.error ?? end.error} /> : null}
      <Row>
        <PrimaryButton onPress={on} isDisabled={begin.isPending || end.isPending}>
          {!next ? 'See what it says' : running ? 'The next one' : `Start: ${label(next.condition)}`} ⏎
        </PrimaryButton>
        <Tick isSelected={byItself} onChange={setByItself}>
          goes on by itself when the swings are in
        </Tick>
        <QuietButton onPress={() => end.mutate(undefined)}>End it here</QuietButton>
      </Row>
      <TurnRatings trial={trial} lesson={lesson} />
    </>
  );
}

/** Makes a condition the student's own. */
function Keep({ trial, lesson }: { trial: TrialWire; lesson: LessonAnswer }) {
  const keep = useLessonWrite(lesson.lesson.id, (condition: number) =>
    ask('POST /trials/:id/keep', { id: trial.id, body: { condition } }),
  );
  const { ledger } = trial;
  const leader = ledger ? ledger.backTo : trial.answer.leader;
  if (trial.answer.decidedBy === null) return null;
  const labels = labelsOf(trial.said);
  const words = (c: number): string => (ledger && c > 0 ? `up to “${labels[c]}”` : `“${labels[c]}”`);
  const order = trial.said.conditions.map((_, c) => c).sort((a, b) => Number(b === leader) - Number(a === leader));
  return (
    <ForRole to="POST /trials/:id/keep">
      <Row>
        {order.map((c) => {
          const kept = trial.kept?.condition === c;
          const Which = c === leader && !trial.kept ? PrimaryButton : kept ? Button : QuietButton;
          return (
            <Which key={c} onPress={() => keep.mutate(c)} isDisabled={keep.isPending || kept}>
              {kept
                ? `Kept: ${words(c)}`
                : ledger?.broken && c === leader
                  ? `Go back to ${words(c)}`
                  : `Keep ${words(c)}`}
            </Which>
          );
        })}
      </Row>
      {keep.error ? <Failed error={keep.error} /> : null}
    </ForRole>
  );
}

/** One trial: live while it runs, and what it says so far or at its end. */
export function TrialRun({ trial, lesson }: { trial: TrialWire; lesson: LessonAnswer }) {
  const units = useUnits();
  const lessonId = lesson.lesson.id;
  const more = useLessonWrite(lessonId, () => ask('POST /trials/:id/rounds', { id: trial.id }));
  const remove = useLessonWrite(lessonId, () => ask('DELETE /trials/:id', { id: trial.id }));
  const labels = labelsOf(trial.said);
  const over = trial.endedAt !== null;
  const keptCue = trial.kept && holdsCue(trial.said, trial.kept.condition) && trial.said.faultId !== '';
  const keptWhere = keptCue
    ? ': on the plan and the phone where one runs for this fault, and offered first in the next trial for it.'
    : ', remembered with its figures.';
  const sentence = trial.ledger
    ? stepsSentence(trial.ledger, labels, units)
    : trialSentence(trial.answer, labels, units);
  return (
    <Card aria-label={`Trial: ${labels.join(' / ')}`}>
      <Spread>
        <div>
          <h2>{over ? labels.join(trial.ledger ? ' ' : ' / ') : trial.ledger ? 'Step on step' : 'Trial'}</h2>
          <Soft>
            {trial.said.club}, {trial.said.withBall ? 'ball' : 'no ball'} · {trial.roundsDone} of{' '}
            {trial.said.order.length} rounds
          </Soft>
        </div>
        {over ? (
          <Row>
            <QuietButton onPress={() => more.mutate(undefined)}>One more round</QuietButton>
            <ForRole to="DELETE /trials/:id">
              <QuietButton onPress={() => remove.mutate(undefined)}>Remove it (its blocks stay)</QuietButton>
            </ForRole>
          </Row>
        ) : null}
      </Spread>
      {(more.error ?? remove.error) ? <Failed error={more.error ?? remove.error} /> : null}
      {over ? null : <Turns trial={trial} lesson={lesson} />}
      {over || trial.roundsDone > 0 ? <Sentence data-testid="trial-sentence">{sentence}</Sentence> : null}
      {over ? <Keep trial={trial} lesson={lesson} /> : null}
      {trial.kept ? (
        <Notice tone="held">
          “{cueOf(trial.said, trial.kept.condition) || labels[trial.kept.condition]}” is this student’s own from now on
          {keptWhere}
          {trial.kept.sentence === sentence ? '' : ` As it stood then: ${trial.kept.sentence}`}
          <StudentWords lessonId={lessonId} about={`trial:${trial.id}`} />
        </Notice>
      ) : null}
      {trial.ledger ? <StepsTable trial={trial} ledger={trial.ledger} /> : <TrialTable trial={trial} />}
    </Card>
  );
}
