import { useState } from 'react';
import { calledAndDone } from '../../core/called/called.ts';
import { leadSentence } from '../../core/called/called-sentence.ts';
import type { SwishLead } from '../../core/called/run.ts';
import { SWISH_PLACES } from '../../core/trial/values.ts';
import { Choice } from '../kit/chips.tsx';
import { Soft } from '../kit/layout.tsx';
import type { RunState } from './run-state.ts';

/** Where a swish is said or heard, cm past the ball. */
const PLACES = SWISH_PLACES.map((p) => ({ id: p.id, name: p.id, cm: Math.round(100 * p.pastBallM) }));
const nameOf = (cm: number | null): (typeof PLACES)[number]['id'] | null => PLACES.find((p) => p.cm === cm)?.id ?? null;

/** Says where the swish shall be, swings, and taps where it was: the stick and the ear are enough. */
export function CallAndHear({
  run,
  lead,
  isDisabled,
  onCall,
  onHeard,
}: {
  run: RunState;
  lead: SwishLead | null;
  isDisabled: boolean;
  onCall: (cm: number) => void;
  /** Where it was heard, cm past the ball. */
  onHeard: (cm: number) => void;
}) {
  const [shown, setShown] = useState(0);
  const answer = calledAndDone(
    run.calls.map((c) => ({ called: c.calledCm, done: c.heardCm, withBall: false })),
    null,
  );
  const last = run.calls.at(-1);
  return (
    <section aria-label="Call it, then hear it" style={{ display: 'grid', gap: 'var(--s2)' }}>
      {lead ? <p>{leadSentence(lead)}</p> : <Soft>Say where it shall be, swing, then tap where it was.</Soft>}
      <Choice
        label="It shall be"
        value={nameOf(run.calling)}
        onChange={(id) => onCall(PLACES.find((p) => p.id === id)?.cm ?? 0)}
        options={PLACES}
      />
      {run.calling === null ? null : (
        <Choice
          // A new one for each swing: the same place can be tapped twice in a row.
          key={shown}
          label="It was"
          value={null}
          onChange={(id) => {
            if (isDisabled) return;
            setShown((n) => n + 1);
            onHeard(PLACES.find((p) => p.id === id)?.cm ?? 0);
          }}
          options={PLACES}
        />
      )}
      {last ? (
        <Soft role="status">
          {run.calls.length} called. The last: called {nameOf(last.calledCm)}, heard{' '}
          {nameOf(last.heardCm) ?? `${last.heardCm} cm past the ball`}.
          {answer.line ? ` Of each step called ${answer.line.slope.toFixed(1).replace('-', '−')} is done.` : ''}
        </Soft>
      ) : null}
    </section>
  );
}
