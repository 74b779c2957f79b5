import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { AttemptWire, ProtocolRunWire } from '../../../../api/protocol-types.ts';
import type { LessonAnswer } from '../../../../api/types.ts';
import { drillById } from '../../../../core/catalogue/drills.ts';
import type { ProtocolStep } from '../../../../core/plan/protocol.ts';
import { useDraft } from '../../../base/drafts.tsx';
import { ask } from '../../../base/api.ts';
import { useIntent } from '../../../base/intent.ts';
import { useUnits } from '../../../base/session.tsx';
import { Button, PrimaryButton, QuietButton, TextField } from '../../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft, Spread } from '../../../kit/layout.tsx';
import { wholeOf } from '../../../kit/typed-number.ts';
import { ForRole } from '../../../parts/ForRole.tsx';
import { FigureStrip } from '../../../parts/StickFigure.tsx';
import { useLessonWrite } from '../../common/data.ts';
import { RunTable } from './RunTable.tsx';

const Big = styled.div`
  font-family: var(--display);
  font-size: var(--figure);
  line-height: 1.1;
  font-variant-numeric: tabular-nums;
`;

/** Seconds of the rest that are left; counts down by itself. */
function useRest(restS: number, since: number | null): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  return since === null ? 0 : Math.max(0, Math.ceil((since + 1000 * restS - now) / 1000));
}

function StepFacts({ step, handedness }: { step: ProtocolStep; handedness: 'right' | 'left' }) {
  return (
    <>
      <p>{step.how}</p>
      <Soft>
        {step.swings} × {step.club}, {step.withBall ? 'ball' : 'no ball'}
        {step.aid ? `, ${step.aid}` : ''}
        {step.direction === 'other' ? ', the other direction' : ''}
        {step.effort === null ? '' : `, effort ${step.effort} of 10`}; rest {step.restS} s after it
      </Soft>
      <FigureStrip figures={drillById(step.drillId)?.figures ?? []} handedness={handedness} />
    </>
  );
}

/** The step that runs: its swings, and its gate. */
function Running({ attempt, step, lesson }: { attempt: AttemptWire; step: ProtocolStep; lesson: LessonAnswer }) {
  const units = useUnits();
  const [passed, setPassed] = useDraft(`passed ${attempt.id}`, '');
  const [told, setTold] = useState('');
  const gate = useLessonWrite(lesson.lesson.id, async (said: 'met' | 'missed' | null) => {
    const answer = await ask('POST /protocol-attempts/:id/gate', {
      id: attempt.id,
      body: { passed: passed === '' ? null : Number(passed), said },
    });
    setTold(answer.because);
  });
  return (
    <>
      <Spread>
        <div>
          <Big>
            {attempt.swings} of {step.swings}
          </Big>
          <Soft>swings{attempt.medianSpeedMps === null ? '' : `, median ${units.speed(attempt.medianSpeedMps)}`}</Soft>
        </div>
        {step.gate.kind === 'seen' ? (
          <TextField
            label={`Met it: ${step.gate.text} (of ${step.gate.of}, mark ${step.gate.passed})`}
            inputMode="numeric"
            value={passed}
            onChange={(v) => setPassed(v === '' ? '' : String(wholeOf(v)))}
          />
        ) : null}
      </Spread>
      {told ? <Notice tone="info">{told}</Notice> : null}
      {gate.error ? <Failed error={gate.error} /> : null}
      <Row>
        <PrimaryButton onPress={() => gate.mutate(null)} isDisabled={gate.isPending}>
          Ask the gate
        </PrimaryButton>
        <Button onPress={() => gate.mutate('met')} isDisabled={gate.isPending}>
          Met, by my word
        </Button>
        <Button onPress={() => gate.mutate('missed')} isDisabled={gate.isPending}>
          Missed, by my word
        </Button>
      </Row>
    </>
  );
}

/** A run of a protocol: the step that is due or runs, the clock of the rest, and every step against the first. */
export function RunView({ run, lesson }: { run: ProtocolRunWire; lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const { steps, name } = run.said;
  const last = run.attempts.at(-1);
  const lastStep = last && steps[last.step];
  const runs = last?.gate === null && run.endedAt === null;
  const restFrom = last?.gatedAt ? Date.parse(last.gatedAt) : null;
  const restLeftS = useRest(lastStep?.restS ?? 0, runs ? null : restFrom);
  const intent = useIntent();
  const begin = useLessonWrite(lessonId, (step: number) =>
    ask('POST /protocol-runs/:id/attempts', {
      id: run.id,
      body: {
        id: intent.idFor(`attempt ${run.attempts.length}`),
        blockId: intent.idFor(`block ${run.attempts.length}`),
        step,
      },
    }),
  );
  const end = useLessonWrite(lessonId, () => ask('POST /protocol-runs/:id/end', { id: run.id }));
  const remove = useLessonWrite(lessonId, () => ask('DELETE /protocol-runs/:id', { id: run.id }));
  const due = run.next;
  const step = due === null ? undefined : steps[due];
  return (
    <Card aria-label={`Run of ${name}`}>
      <Spread>
        <h2>{name}</h2>
        {run.endedAt === null ? (
          <QuietButton onPress={() => end.mutate(undefined)}>End the run</QuietButton>
        ) : (
          <Row>
            <Soft>done</Soft>
            <ForRole to="DELETE /protocol-runs/:id">
              <QuietButton onPress={() => remove.mutate(undefined)}>Remove it (its blocks stay)</QuietButton>
            </ForRole>
          </Row>
        )}
      </Spread>
      {last && last.gate !== null && lastStep ? (
        <Notice tone={last.gate === 'met' ? 'held' : 'unsure'} role="status">
          {lastStep.name}: {last.gate}. {last.because}
        </Notice>
      ) : null}
      {step && due !== null ? (
        <>
          <h3>
            Step {due + 1} of {steps.length}: {step.name}
          </h3>
          <StepFacts step={step} handedness={lesson.student.handedness} />
          {runs && last ? (
            <Running attempt={last} step={step} lesson={lesson} />
          ) : (
            <>
              {restLeftS > 0 ? (
                <div role="timer" aria-label={`${restLeftS} seconds of rest left`}>
                  <Big>{restLeftS} s</Big>
                  <Soft>rest</Soft>
                </div>
              ) : null}
              {begin.error ? <Failed error={begin.error} /> : null}
              <Row>
                <PrimaryButton onPress={() => begin.mutate(due)} isDisabled={begin.isPending}>
                  {restLeftS > 0 ? 'Start it before the rest is over' : 'Start this step'}
                </PrimaryButton>
              </Row>
            </>
          )}
        </>
      ) : null}
      <RunTable run={run} />
    </Card>
  );
}
