import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import type { LessonAnswer, PlanDrillWire, ReviewAnswer } from '../../../api/types.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { rungWords } from '../../../core/catalogue/rungs.ts';
import { RungNeeds, RungSteps } from '../../parts/RungLadder.tsx';
import { MOVE_NAMES, type LadderMove } from '../../../core/plan/ladder.ts';
import { useDraft } from '../../base/drafts.tsx';
import { ask, takesPlace } from '../../base/api.ts';
import { Button, ButtonLink, PrimaryButton, QuietButton, Select, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Grid, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { sentOf } from '../../kit/typed-number.ts';
import { ForRole } from '../../parts/ForRole.tsx';
import { StudentWords } from '../../parts/StudentWords.tsx';
import { useLessonWrite, useReview } from '../common/data.ts';
import { Practised } from './Practised.tsx';
import { NewCue } from './NewCue.tsx';
import { GainCard } from './GainCard.tsx';

const MOVES = Object.entries(MOVE_NAMES).map(([id, name]) => ({ id: id as LadderMove, name }));
const moveName = (id: string): string => MOVES.find((m) => m.id === id)?.name ?? id;

/** The rule's proposal for one drill, and the instructor's decision on it. */
function DecisionRow({ drill, review, lessonId }: { drill: PlanDrillWire; review: ReviewAnswer; lessonId: string }) {
  const proposal = review.proposals.find((p) => p.planDrillId === drill.id);
  const made = review.decisions.find((d) => d.planDrillId === drill.id);
  const [chosen, setChosen, clearChosen] = useDraft<LadderMove>(`move ${drill.id}`, proposal?.move ?? 'stay');
  const [reason, setReason] = useDraft(`reason ${drill.id}`, '');
  const [cue, setCue] = useDraft(`cue ${drill.id}`, '');
  const [again, setAgain] = useState(false);
  const [passed, setPassed] = useDraft(`passed ${drill.id}`, '');
  const [reset, setReset] = useDraft(`reset ${drill.id}`, '');
  const decide = useLessonWrite(
    lessonId,
    (said: { chosen: LadderMove; reason: string; cue: string }, id) =>
      ask('POST /lessons/:id/decisions', { id: lessonId, body: { id, planDrillId: drill.id, ...said } }),
    () => {
      setAgain(false);
      clearChosen();
      setReason('');
      setCue('');
    },
  );
  const decideOn = (move: LadderMove): void =>
    decide.mutate({ chosen: move, reason, cue: move === 'change-cue' ? cue : '' });
  const info = drillById(drill.drillId);
  const witness = useLessonWrite(
    lessonId,
    (counts: object, id) =>
      ask('POST /lessons/:id/sets', {
        id: lessonId,
        body: { id, planDrillId: drill.id, ...counts, swish: 'not heard', pain: false },
      }),
    () => {
      setPassed('');
      setReset('');
    },
  );
  const name = info?.name ?? drill.drillId;
  return (
    <Card aria-label={`Decision on ${name}`}>
      <Spread>
        <h3>{name}</h3>
        <Soft>rung “{rungWords(made?.rungFrom ?? drill.rung)}”</Soft>
      </Spread>
      {info ? <RungSteps drill={info} rung={drill.rung} /> : null}
      {made && !again ? (
        <Notice tone="held">
          Decided: {moveName(made.chosen)}, rung “{rungWords(made.rungTo)}”{made.cue ? `, cue “${made.cue}”` : ''}.{' '}
          {made.reason}{' '}
          <Link to={`/lessons/${lessonId}/${made.chosen === 'look-again' ? 'diagnose' : 'prescribe'}`}>
            {made.chosen === 'look-again' ? 'Look again in Diagnose' : 'Go on in Prescribe'}
          </Link>{' '}
          <StudentWords lessonId={lessonId} about={`drill:${drill.drillId}`} />
          <ForRole to="POST /lessons/:id/decisions">
            <QuietButton onPress={() => setAgain(true)}>Decide otherwise</QuietButton>
          </ForRole>
          {made.earlier.map((e) => (
            <div key={e.decidedAt}>
              <Soft>
                Before it, {format(new Date(e.decidedAt), 'HH:mm')}: {moveName(e.chosen)}, rung “{rungWords(e.rungTo)}”
                {e.cue ? `, cue “${e.cue}”` : ''}. {e.reason} Kept too.
              </Soft>
            </div>
          ))}
        </Notice>
      ) : (
        <>
          {proposal ? (
            <p>
              Proposed: <strong>{moveName(proposal.move)}</strong>. {proposal.reason}{' '}
              {proposal.move === 'change-cue' ? null : (
                <ForRole to="POST /lessons/:id/decisions">
                  <Button onPress={() => decideOn(proposal.move)} isDisabled={decide.isPending}>
                    Take it
                  </Button>
                </ForRole>
              )}
            </p>
          ) : null}
          {info ? <RungNeeds drill={info} rung={drill.rung} /> : null}
          <Grid $least="160px">
            <TextField label="Passed, just now" inputMode="numeric" value={passed} onChange={setPassed} />
            <TextField label="Reset, just now" inputMode="numeric" value={reset} onChange={setReset} />
            <Button
              onPress={() => witness.mutate({ passed: sentOf(passed) ?? 0, reset: sentOf(reset) ?? 0 })}
              isDisabled={(passed === '' && reset === '') || witness.isPending}
            >
              Log a set you saw
            </Button>
          </Grid>
          <Grid $least="220px">
            <Select label="Your decision" value={chosen} onChange={setChosen} options={MOVES} />
            <TextField label="Reason (the rule’s if left empty)" value={reason} onChange={setReason} />
          </Grid>
          {chosen === 'change-cue' ? (
            <NewCue drill={drill} ownWords={review.ownWords} value={cue} onChange={setCue} />
          ) : null}
          {decide.error ? <Failed error={decide.error} /> : null}
          {witness.error ? <Failed error={witness.error} /> : null}
          <Row>
            <ForRole to="POST /lessons/:id/decisions">
              <PrimaryButton
                onPress={() => decideOn(chosen)}
                isDisabled={decide.isPending || (chosen === 'change-cue' && cue.trim() === '')}
              >
                Decide
              </PrimaryButton>
            </ForRole>
          </Row>
        </>
      )}
    </Card>
  );
}

/** What was tried and what it did, in the instructor's words; kept as soon as the field is left. */
function LessonNote({ lesson }: { lesson: LessonAnswer['lesson'] }) {
  const [note, setNote, , noteSaved] = useDraft('record', lesson.note);
  const save = useLessonWrite(lesson.id, () => ask('PATCH /lessons/:id', { id: lesson.id, body: { note } }), noteSaved);
  return (
    <Card aria-label="Record">
      <TextField
        label="Record of this lesson"
        value={note}
        onChange={setNote}
        onBlur={() => {
          if (note !== lesson.note) save.mutate(undefined);
        }}
        lines
      />
      {save.error ? <Failed error={save.error} /> : null}
    </Card>
  );
}

/** Review: the verdict sentence first, sessions as dots, what was practised, the block to repeat, the ladder decisions. */
export default function Review({ lesson }: { lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const review = useReview(lessonId);
  const repeat = useLessonWrite(lessonId, (_: undefined, id) => {
    const b = review.data?.repeatBlock;
    return b
      ? ask('POST /lessons/:id/blocks', { id: lessonId, body: { id, ...b, cue: '', feel: '', effort: null } })
      : Promise.resolve();
  });
  if (review.isPending) return <Waiting what="the review" />;
  if (!review.data || takesPlace(review.error, review.data))
    return <Failed error={review.error} retry={() => void review.refetch()} />;
  const { repeatBlock, plan } = review.data;
  const done =
    repeatBlock &&
    lesson.blocks.some(
      (b) =>
        b.club === repeatBlock.club &&
        b.withBall === repeatBlock.withBall &&
        b.condition === repeatBlock.condition &&
        b.statistics.swings > 0,
    );
  return (
    <>
      <GainCard lesson={lesson} review={review.data} />
      {repeatBlock && !done ? (
        <Notice tone="info">
          <Spread>
            <span>
              Repeat the same block: {repeatBlock.club}, {repeatBlock.withBall ? 'ball' : 'no ball'},{' '}
              {repeatBlock.condition}.
            </span>
            <Button onPress={() => repeat.mutate(undefined)} isDisabled={repeat.isPending}>
              Start this block
            </Button>
          </Spread>
        </Notice>
      ) : null}
      <Practised review={review.data} lessonId={lessonId} />
      {plan
        ? plan.drills.map((d) => <DecisionRow key={d.id} drill={d} review={review.data} lessonId={lessonId} />)
        : null}
      <LessonNote lesson={lesson.lesson} />
      <Row>
        <ButtonLink href={`/lessons/${lessonId}/sheet`}>The lesson on one page, for the student</ButtonLink>
      </Row>
    </>
  );
}
