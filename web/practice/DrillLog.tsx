import { useMutation } from '@tanstack/react-query';
import { lazy, Suspense, useRef, useState } from 'react';
import type { HeardRepWire } from '../../api/capture-types.ts';
import type { PracticeAnswer } from '../../api/types.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { aidOf, askAtKey, isFullIntentAt, judgedBySwish } from '../../core/catalogue/drill-rungs.ts';
import { rungWords } from '../../core/catalogue/rungs.ts';
import { send } from '../base/outbox.ts';
import { Button, PrimaryButton } from '../kit/controls.tsx';
import { Card, Cautions, Failed, Notice, Row, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { FigureStrip } from '../parts/StickFigure.tsx';
import { JUDGEMENT_WORDS } from '../parts/swish/SwishArc.tsx';
import { CallAndHear } from './CallAndHear.tsx';
import { Counter } from './Counter.tsx';
import { Feel, feltEnough } from './Feel.tsx';
import { Rest } from './Rest.tsx';
import { dayState, doneOf, endRun, freshRun, keepDay, keepRun, keptRun, localDay, type RunState } from './run-state.ts';
import { TempoClicks } from './TempoClicks.tsx';
import { maximalLeft } from './today.ts';

const SwishPanel = lazy(() => import('../parts/swish/SwishPanel.tsx').then((m) => ({ default: m.SwishPanel })));

/** What a run counted, in words. */
const countWords = (run: RunState): string =>
  run.passed + run.reset === 0 ? `${run.unjudged} done` : `${run.passed} of ${run.passed + run.reset} passed`;

/** Most of the swings that were heard; the student can say otherwise. */
function mostHeard(heard: readonly HeardRepWire[]): RunState['swish'] {
  const count = (x: string): number => heard.filter((k) => k.judgement === x).length;
  return (['before', 'at', 'past'] as const).reduce((a, b) => (count(b) > count(a) ? b : a));
}

/** Runs one drill: figure and steps, counter, rest, then how it felt. Its count survives a reload and the way back. */
export function DrillLog({
  token,
  plan,
  drill,
  onBack,
  onPain,
}: {
  token: string;
  plan: PracticeAnswer;
  drill: PracticeAnswer['drills'][number];
  onBack: () => void;
  onPain: () => void;
}) {
  const info = drillById(drill.drillId);
  const [run, setRun] = useState<RunState>(() => keptRun(token, drill.id) ?? freshRun());
  // A recording with several swings tells of them all at once, before anything is drawn anew.
  const newest = useRef(run);
  const [listens, setListens] = useState(false);
  const [logged, setLogged] = useState<'sent' | 'kept' | null>(null);
  const change = (how: Partial<RunState> | ((now: RunState) => Partial<RunState>)): void => {
    const next = { ...newest.current, ...(typeof how === 'function' ? how(newest.current) : how) };
    newest.current = next;
    setRun(next);
    keepRun(token, drill.id, next);
  };
  const ask = askAtKey(info, drill.rung);
  // What nobody can judge here is counted, not judged.
  const alone = typeof ask?.alone === 'string' ? drill.mark || ask.alone : null;
  const maximal = isFullIntentAt(info, drill.rung);
  const leftAfter = (r: RunState): number =>
    maximal ? maximalLeft(plan, dayState(token), localDay()) - doneOf(r) : Infinity;
  const left = leftAfter(run);
  // A drill judged by the swish counts its reps by what is heard.
  const byEar = ask !== undefined && judgedBySwish(ask);
  /** Counts a swing by where it was heard, and answers its call. */
  const counted = (now: RunState, good: boolean, heardCm: number | null): Partial<RunState> => ({
    ...(byEar && leftAfter(now) > 0 ? (good ? { passed: now.passed + 1 } : { reset: now.reset + 1 }) : {}),
    ...(now.calling === null || heardCm === null
      ? {}
      : { calls: [...now.calls, { calledCm: now.calling, heardCm: Math.round(heardCm) }], calling: null }),
  });
  const hear = (swing: HeardRepWire): void => {
    const cm = swing.pastBallM === null ? null : 100 * swing.pastBallM;
    change((now) => {
      const heard = [...now.heard, swing];
      return { heard, swish: mostHeard(heard), ...counted(now, swing.judgement !== 'before', cm) };
    });
  };
  const numberOr = (v: string | null): number | null => (v === null ? null : Number(v));
  const log = useMutation({
    networkMode: 'always',
    mutationFn: () =>
      send(
        'POST',
        `/practice/${token}/sets`,
        {
          id: run.id,
          planDrillId: drill.id,
          rung: drill.rung,
          doneAt: new Date().toISOString(),
          utcOffsetMin: -new Date().getTimezoneOffset(),
          passed: run.passed,
          reset: run.reset,
          unjudged: run.unjudged,
          swish: run.swish,
          heard: run.heard,
          calls: run.calls,
          easeWithoutBall: numberOr(run.easeWithoutBall),
          easeWithBall: numberOr(run.easeWithBall),
          effort: numberOr(run.effort),
          words: run.words,
          note: run.note,
          pain: run.pain === 'yes',
          painPart: run.pain === 'yes' ? run.painPart : null,
          painKind: run.pain === 'yes' ? run.painKind : null,
          painNote: run.pain === 'yes' ? run.painNote : '',
        },
        `${info?.name ?? drill.drillId}, ${countWords(run)}`,
      ),
    onSuccess: (how) => {
      endRun(token, drill.id);
      const day = dayState(token);
      keepDay(token, {
        pain: day.pain || run.pain === 'yes',
        maximalSwings: day.maximalSwings + (maximal ? doneOf(run) : 0),
        doneDrills: [...day.doneDrills, drill.drillId],
      });
      if (run.pain === 'yes') onPain();
      else setLogged(how);
    },
  });
  if (!info || !ask) return null;
  if (logged !== null) {
    return (
      <Card aria-label="Logged">
        <Notice tone="held" role="status">
          Logged: {countWords(run)}.
          {logged === 'kept' ? ' Kept on this phone; it is sent once there is a connection.' : ''}
        </Notice>
        <PrimaryButton onPress={onBack}>Back to the plan</PrimaryButton>
      </Card>
    );
  }
  if (run.step === 'rest') {
    return (
      <Rest
        endsAt={run.restEndsAt ?? 0}
        must={maximal}
        onDone={() => change((now) => ({ step: 'drill', set: now.set + 1, restEndsAt: null }))}
      />
    );
  }
  if (run.step === 'feel') {
    return (
      <Feel run={run} onChange={change}>
        {log.error ? <Failed error={log.error} /> : null}
        <Row>
          <PrimaryButton onPress={() => log.mutate()} isDisabled={!feltEnough(run) || log.isPending}>
            Log it
          </PrimaryButton>
          <Button onPress={() => change({ step: 'drill' })}>Back to the counter</Button>
        </Row>
      </Feel>
    );
  }
  return (
    <>
      <Card aria-label={info.name}>
        <Spread>
          <h2>{info.name}</h2>
          <Button onPress={onBack}>Back</Button>
        </Spread>
        <Soft>
          Rung: {rungWords(drill.rung, aidOf(info))} · set {run.set} of {drill.sets}, {drill.reps} reps
        </Soft>
        <FigureStrip figures={info.figures} handedness={plan.handedness} />
        {drill.cue ? (
          <p>
            Cue: <strong>{drill.cue}</strong>
          </p>
        ) : null}
        <details open={doneOf(run) === 0}>
          <summary>How it goes</summary>
          <ol>
            {info.steps.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
        </details>
        <p>
          {alone === null ? (
            <>
              <strong>Looked at later:</strong> {ask.check.text}. Your instructor, film or a device judges it: count
              what you do.
            </>
          ) : (
            <>
              <strong>Passed:</strong> {alone}, {ask.check.passed} of {ask.check.of}. <strong>Else:</strong>{' '}
              {ask.check.reset}
            </>
          )}
        </p>
        {byEar ? (
          <CallAndHear
            run={run}
            lead={plan.swishLead}
            isDisabled={left <= 0}
            onCall={(calling) => change({ calling })}
            onHeard={(cm) => change((now) => counted(now, cm >= 0, cm))}
          />
        ) : null}
        <Row>
          <Button onPress={() => setListens(!listens)} aria-expanded={listens}>
            {listens ? 'Close the microphone' : 'Listen to the swish'}
          </Button>
          {run.heard.length > 0 ? (
            <Soft>
              {run.heard.length} heard, most {JUDGEMENT_WORDS[run.swish === 'not heard' ? 'none' : run.swish]}
            </Soft>
          ) : null}
        </Row>
        {listens ? (
          <Suspense fallback={<Waiting what="the microphone" />}>
            <SwishPanel handedness={plan.handedness} simple onJudged={hear} />
          </Suspense>
        ) : null}
        <TempoClicks />
        {left <= 0 ? (
          <Notice tone="stop" role="alert">
            That is the day’s cap of full-speed swings. Finish and log.
          </Notice>
        ) : null}
        <Counter>
          {alone === null ? (
            <Button
              className="wide tall"
              onPress={() => change((now) => ({ unjudged: now.unjudged + 1 }))}
              isDisabled={left <= 0}
              aria-label={`Done, ${run.unjudged} so far`}
            >
              <strong>{run.unjudged}</strong>done
            </Button>
          ) : (
            <>
              <Button
                onPress={() => change((now) => ({ passed: now.passed + 1 }))}
                isDisabled={left <= 0}
                aria-label={`Passed, ${run.passed} so far`}
              >
                <strong>{run.passed}</strong>passed
              </Button>
              <Button
                onPress={() => change((now) => ({ reset: now.reset + 1 }))}
                isDisabled={left <= 0}
                aria-label={`Reset, ${run.reset} so far`}
              >
                <strong>{run.reset}</strong>stopped and reset
              </Button>
            </>
          )}
          {run.set < drill.sets && left > 0 ? (
            <Button onPress={() => change({ step: 'rest', restEndsAt: Date.now() + 1000 * drill.restS })}>
              Rest {drill.restS} s
            </Button>
          ) : null}
          <PrimaryButton
            className={run.set < drill.sets && left > 0 ? '' : 'wide'}
            onPress={() => change({ step: 'feel' })}
            isDisabled={doneOf(run) === 0}
          >
            Finish and log
          </PrimaryButton>
        </Counter>
      </Card>
      <Cautions items={drill.cautions} title="Mind" />
    </>
  );
}
