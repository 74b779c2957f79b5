import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { PhoneProtocolWire } from '../../api/protocol-types.ts';
import type { PracticeAnswer } from '../../api/types.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { isFullIntentStep, nextStep, type Attempt, type ProtocolStep } from '../../core/plan/protocol.ts';
import { send } from '../base/outbox.ts';
import { Choice } from '../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft, Spread } from '../kit/layout.tsx';
import { FigureStrip } from '../parts/StickFigure.tsx';
import { Counter } from './Counter.tsx';
import { feltEnough, PainFields } from './Feel.tsx';
import { Rest } from './Rest.tsx';
import { dayState, endRun, freshFlow, keepDay, keepFlow, keptFlow, localDay, type FlowState } from './run-state.ts';
import { maximalLeft } from './today.ts';

type Go = FlowState['goes'][number];
const doneIn = (g: Go): number => g.passed + g.reset + g.unjudged;
const TO_TEN = Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }));

/** What the gate says of a go at home: by what was seen or heard; what only devices tell lets the flow go on. */
const gateAtHome = (step: ProtocolStep, go: Go): Attempt['gate'] =>
  step.gate.kind === 'seen' && go.passed < step.gate.passed ? 'missed' : 'met';

/** A protocol as one flow: a step a screen with its counter, rest between, and at the end how it felt. It survives a reload. */
export function PhoneFlow({
  token,
  plan,
  flow,
  onBack,
}: {
  token: string;
  plan: PracticeAnswer;
  flow: PhoneProtocolWire;
  onBack: () => void;
}) {
  const [state, setState] = useState<FlowState>(() => keptFlow(token, flow.id) ?? freshFlow());
  const change = (part: Partial<FlowState>): void => {
    const next = { ...state, ...part };
    setState(next);
    keepFlow(token, flow.id, next);
  };
  const { steps } = flow.said;
  const go = state.goes.at(-1) ?? { step: 0, passed: 0, reset: 0, unjudged: 0 };
  const step = steps[go.step];
  const maximalDone = state.goes.reduce((n, g) => {
    const s = steps[g.step];
    return n + (s && isFullIntentStep(s) ? doneIn(g) : 0);
  }, 0);
  const log = useMutation({
    networkMode: 'always',
    mutationFn: () =>
      send(
        'POST',
        `/practice/${token}/protocol-logs`,
        {
          id: state.id,
          protocolId: flow.id,
          doneAt: new Date().toISOString(),
          utcOffsetMin: -new Date().getTimezoneOffset(),
          steps: state.goes.filter((g) => doneIn(g) > 0),
          effort: state.effort === null ? null : Number(state.effort),
          note: state.note,
          pain: state.pain === 'yes',
          painPart: state.pain === 'yes' ? state.painPart : null,
          painKind: state.pain === 'yes' ? state.painKind : null,
          painNote: state.pain === 'yes' ? state.painNote : '',
        },
        flow.said.name,
      ),
    onSuccess: () => {
      endRun(token, flow.id);
      const day = dayState(token);
      keepDay(token, {
        pain: day.pain || state.pain === 'yes',
        maximalSwings: day.maximalSwings + maximalDone,
      });
      onBack();
    },
  });
  if (!step) return null;
  const before = steps[state.goes.at(-2)?.step ?? go.step];
  const maximal = isFullIntentStep(step);
  // Steps that are gone over again ask more than the whole flow was looked at for when it was started.
  const left = maximal ? maximalLeft(plan, dayState(token), localDay()) - maximalDone : Infinity;
  if (state.stage === 'rest')
    return (
      <Rest
        endsAt={state.restEndsAt ?? 0}
        must={maximal || (before !== undefined && isFullIntentStep(before))}
        onDone={() => change({ stage: 'step', restEndsAt: null })}
      />
    );
  if (state.stage === 'feel')
    return (
      <Card aria-label="How it felt">
        <h2>How it felt</h2>
        <PainFields said={state} onChange={change} />
        <Choice label="Effort, 0–10" value={state.effort} onChange={(effort) => change({ effort })} options={TO_TEN} />
        <TextField label="Note (optional)" value={state.note} onChange={(note) => change({ note })} />
        {log.error ? <Failed error={log.error} /> : null}
        <Row>
          <PrimaryButton onPress={() => log.mutate()} isDisabled={!feltEnough(state) || log.isPending}>
            Log it
          </PrimaryButton>
          <Button onPress={() => change({ stage: 'step' })}>Back to the steps</Button>
        </Row>
      </Card>
    );
  const count = (part: Partial<Go>): void => change({ goes: [...state.goes.slice(0, -1), { ...go, ...part }] });
  const full = doneIn(go) >= step.swings;
  const seen = step.gate.kind === 'seen' ? step.gate : null;
  const goOn = (): void => {
    const attempts = state.goes.map((g): Attempt => {
      const s = steps[g.step];
      return { step: g.step, gate: s ? gateAtHome(s, g) : 'met' };
    });
    const next = nextStep(flow.said, attempts);
    if (next === null) change({ stage: 'feel' });
    else
      change({
        stage: step.restS > 0 ? 'rest' : 'step',
        restEndsAt: Date.now() + 1000 * step.restS,
        goes: [...state.goes, { step: next, passed: 0, reset: 0, unjudged: 0 }],
      });
  };
  return (
    <Card aria-label={step.name}>
      <Spread>
        <h2>
          {go.step + 1} of {steps.length}: {step.name}
        </h2>
        <Button onPress={onBack}>Back</Button>
      </Spread>
      <p>{step.how}</p>
      <FigureStrip figures={drillById(step.drillId)?.figures ?? []} handedness={plan.handedness} />
      <Soft>
        {step.swings} × {step.club}, {step.withBall ? 'with a ball' : 'no ball'}
        {step.direction === 'other' ? ', the other direction' : ''}
        {step.effort === null ? '' : `, effort ${step.effort} of 10`}
      </Soft>
      {seen ? (
        <p>
          <strong>Passed:</strong> {seen.text}, {seen.passed} of {seen.of}
        </p>
      ) : null}
      {full ? <Notice tone="held">That is all of this step.</Notice> : null}
      {!full && left <= 0 ? (
        <Notice tone="stop" role="alert">
          That is the day’s cap of full-speed swings. Stop here and log.
        </Notice>
      ) : null}
      <Counter>
        {seen ? (
          <>
            <Button
              onPress={() => count({ passed: go.passed + 1 })}
              isDisabled={full || left <= 0}
              aria-label={`Passed, ${go.passed} so far`}
            >
              <strong>{go.passed}</strong>passed
            </Button>
            <Button
              onPress={() => count({ reset: go.reset + 1 })}
              isDisabled={full || left <= 0}
              aria-label={`Reset, ${go.reset} so far`}
            >
              <strong>{go.reset}</strong>stopped and reset
            </Button>
          </>
        ) : (
          <Button
            className="wide tall"
            onPress={() => count({ unjudged: go.unjudged + 1 })}
            isDisabled={full || left <= 0}
            aria-label={`Done, ${go.unjudged} so far`}
          >
            <strong>{go.unjudged}</strong>done
          </Button>
        )}
        <PrimaryButton className="wide" onPress={goOn} isDisabled={!full}>
          {go.step + 1 === steps.length ? 'To the end' : 'On to the next step'}
        </PrimaryButton>
        <Button
          className="wide"
          onPress={() => change({ stage: 'feel' })}
          isDisabled={state.goes.every((g) => doneIn(g) === 0)}
        >
          Stop here and log
        </Button>
      </Counter>
    </Card>
  );
}
