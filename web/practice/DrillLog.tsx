import { useMutation } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import styled from 'styled-components';
import type { HeardRepWire } from '../../api/capture-types.ts';
import type { PracticeAnswer } from '../../api/types.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { RUNGS } from '../../core/catalogue/rungs.ts';
import { ask, newId } from '../base/api.ts';
import { Choice } from '../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../kit/controls.tsx';
import { Card, Cautions, Failed, Notice, Row, Soft, Waiting } from '../kit/layout.tsx';
import { FigureStrip } from '../parts/StickFigure.tsx';
import { JUDGEMENT_WORDS } from '../parts/swish/SwishArc.tsx';

const SwishPanel = lazy(() => import('../parts/swish/SwishPanel.tsx').then((m) => ({ default: m.SwishPanel })));

const Counter = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s3);
  button {
    min-height: 110px;
    font-size: var(--lead);
    flex-direction: column;
  }
  strong {
    font-family: var(--display);
    font-size: var(--figure);
    line-height: 1;
  }
`;
const Ring = styled.div`
  display: grid;
  justify-items: center;
  font-family: var(--display);
  font-size: var(--figure);
`;

type Step = 'start' | 'drill' | 'rest' | 'feel' | 'done' | 'pain';
type Swish = 'before' | 'at' | 'past' | 'not heard';
const EASE = Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }));

/** Counts the rest down; the student can go on before it ends. */
function Rest({ seconds, onDone }: { seconds: number; onDone: () => void }) {
  const [left, setLeft] = useState(seconds);
  useEffect(() => {
    const timer = setInterval(() => setLeft((v) => Math.max(0, v - 1)), 1000);
    return () => clearInterval(timer);
  }, []);
  return (
    <Card aria-label="Rest">
      <h2>Rest</h2>
      <Ring role="timer">{left} s</Ring>
      <PrimaryButton onPress={onDone}>{left === 0 ? 'Go on' : 'Go on now'}</PrimaryButton>
    </Card>
  );
}

/** Logs one drill: figure and steps, counter, rest, then swish, ease and pain. */
export function DrillLog({
  token,
  plan,
  drill,
  onBack,
}: {
  token: string;
  plan: PracticeAnswer;
  drill: PracticeAnswer['drills'][number];
  onBack: () => void;
}) {
  const info = drillById(drill.drillId);
  const [step, setStep] = useState<Step>('drill');
  const [set, setSet] = useState(1);
  const [passed, setPassed] = useState(0);
  const [reset, setReset] = useState(0);
  const [swish, setSwish] = useState<Swish>('not heard');
  const [listens, setListens] = useState(false);
  const [heard, setHeard] = useState<readonly HeardRepWire[]>([]);
  // What most of the swings that were heard say.
  const hear = (swing: HeardRepWire): void => {
    const all = [...heard, swing];
    setHeard(all);
    const count = (x: string): number => all.filter((k) => k.judgement === x).length;
    setSwish((['before', 'at', 'past'] as const).reduce((a, b) => (count(b) > count(a) ? b : a)));
  };
  const [without, setWithout] = useState<string | null>(null);
  const [withBall, setWithBall] = useState<string | null>(null);
  const [pain, setPain] = useState<'no' | 'yes' | null>(null);
  const [painNote, setPainNote] = useState('');
  const [id] = useState(newId);
  const send = useMutation({
    mutationFn: () =>
      ask('POST /practice/:token/sets', {
        token,
        body: {
          id,
          planDrillId: drill.id,
          doneAt: new Date().toISOString(),
          passed,
          reset,
          swish,
          heard,
          easeWithoutBall: without === null ? null : Number(without),
          easeWithBall: withBall === null ? null : Number(withBall),
          pain: pain === 'yes',
          painNote,
        },
      }),
    onSuccess: () => setStep(pain === 'yes' ? 'pain' : 'done'),
  });
  if (!info) return null;
  if (step === 'rest') {
    return (
      <Rest
        seconds={drill.restS}
        onDone={() => {
          setSet(set + 1);
          setStep('drill');
        }}
      />
    );
  }
  if (step === 'pain') {
    return (
      <Card aria-label="Stop">
        <Notice tone="stop" role="alert">
          <h2>Stop for today.</h2>
          <p>
            Do not train through pain. If it is sharp, in a joint, in the back, radiating or numb, or if it stays, see a
            doctor or physiotherapist before you go on.
          </p>
          <p>Your instructor sees this note first.</p>
        </Notice>
        <Button onPress={onBack}>Back to the plan</Button>
      </Card>
    );
  }
  if (step === 'done') {
    return (
      <Card aria-label="Logged">
        <Notice tone="held" role="status">
          Logged: {passed} of {passed + reset} passed.
        </Notice>
        <PrimaryButton onPress={onBack}>Back to the plan</PrimaryButton>
      </Card>
    );
  }
  if (step === 'feel') {
    return (
      <Card aria-label="How it felt">
        <h2>How it felt</h2>
        <Choice
          label="Where was the swish loudest?"
          value={swish}
          onChange={setSwish}
          options={[
            { id: 'before', name: 'before the ball' },
            { id: 'at', name: 'at the ball' },
            { id: 'past', name: 'past the ball' },
            { id: 'not heard', name: 'not heard' },
          ]}
        />
        <Choice label="Ease without a ball, 0–10" value={without} onChange={setWithout} options={EASE} />
        <Choice label="Ease with a ball, 0–10" value={withBall} onChange={setWithBall} options={EASE} />
        <Choice
          label="Any pain?"
          value={pain}
          onChange={setPain}
          options={[
            { id: 'no', name: 'no pain' },
            { id: 'yes', name: 'pain' },
          ]}
        />
        {pain === 'yes' ? <TextField label="Where, and what kind?" value={painNote} onChange={setPainNote} /> : null}
        {send.error ? <Failed error={send.error} /> : null}
        <PrimaryButton onPress={() => send.mutate()} isDisabled={pain === null || send.isPending}>
          Log it
        </PrimaryButton>
      </Card>
    );
  }
  return (
    <>
      <Cautions items={drill.cautions} title="Before you start" />
      <Card aria-label={info.name}>
        <h2>{info.name}</h2>
        <Soft>
          Rung: {RUNGS[drill.rung]} · {drill.sets} × {drill.reps}
        </Soft>
        <FigureStrip poses={info.poses} handedness={plan.handedness} />
        <ol>
          {info.steps.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
        {drill.cue ? (
          <p>
            Cue: <strong>{drill.cue}</strong>
          </p>
        ) : null}
        <p>
          <strong>Passed:</strong> {info.check.text}. <strong>Else:</strong> {info.check.reset}
        </p>
        <p>
          Set {set} of {drill.sets}
        </p>
        <Row>
          <Button onPress={() => setListens(!listens)} aria-expanded={listens}>
            {listens ? 'Close the microphone' : 'Listen to the swish'}
          </Button>
          {heard.length > 0 ? (
            <Soft>
              {heard.length} heard, most {JUDGEMENT_WORDS[swish === 'not heard' ? 'none' : swish]}
            </Soft>
          ) : null}
        </Row>
        {listens ? (
          <Suspense fallback={<Waiting what="the microphone" />}>
            <SwishPanel handedness={plan.handedness} simple onJudged={hear} />
          </Suspense>
        ) : null}
        <Counter>
          <Button onPress={() => setPassed(passed + 1)} aria-label={`Passed, ${passed} so far`}>
            <strong>{passed}</strong>passed
          </Button>
          <Button onPress={() => setReset(reset + 1)} aria-label={`Reset, ${reset} so far`}>
            <strong>{reset}</strong>stopped and reset
          </Button>
        </Counter>
        <Row>
          {set < drill.sets ? <Button onPress={() => setStep('rest')}>Rest {drill.restS} s</Button> : null}
          <PrimaryButton onPress={() => setStep('feel')} isDisabled={passed + reset === 0}>
            Finish and log
          </PrimaryButton>
          <Button onPress={onBack}>Back</Button>
        </Row>
      </Card>
    </>
  );
}
