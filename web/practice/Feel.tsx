import type { ReactNode } from 'react';
import { BODY_PARTS, PAIN_KINDS } from '../../core/catalogue/cautions.ts';
import { Choice } from '../kit/chips.tsx';
import { TextField } from '../kit/controls.tsx';
import { Card } from '../kit/layout.tsx';
import type { RunState } from './run-state.ts';

const TO_TEN = Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }));

/** What a student says of pain. */
export type PainSaid = Pick<RunState, 'pain' | 'painPart' | 'painKind' | 'painNote'>;

/** Any pain, with its part and kind. */
export function PainFields({ said, onChange }: { said: PainSaid; onChange: (part: Partial<PainSaid>) => void }) {
  return (
    <>
      <Choice
        label="Any pain?"
        value={said.pain}
        onChange={(pain) => onChange({ pain })}
        options={[
          { id: 'no', name: 'no pain' },
          { id: 'yes', name: 'pain' },
        ]}
      />
      {said.pain === 'yes' ? (
        <>
          <Choice
            label="Where?"
            value={said.painPart}
            onChange={(painPart) => onChange({ painPart })}
            options={BODY_PARTS}
          />
          <Choice
            label="What kind?"
            value={said.painKind}
            onChange={(painKind) => onChange({ painKind })}
            options={PAIN_KINDS}
          />
          <TextField
            label="More about it (optional)"
            value={said.painNote}
            onChange={(painNote) => onChange({ painNote })}
          />
        </>
      ) : null}
    </>
  );
}

/** How a drill felt: swish, ease, effort, own words; pain with its part and kind. */
export function Feel({
  run,
  onChange,
  children,
}: {
  run: RunState;
  onChange: (part: Partial<RunState>) => void;
  children: ReactNode;
}) {
  return (
    <Card aria-label="How it felt">
      <h2>How it felt</h2>
      <PainFields said={run} onChange={onChange} />
      <Choice
        label="Where was the swish loudest?"
        value={run.swish}
        onChange={(swish) => onChange({ swish })}
        options={[
          { id: 'before', name: 'before the ball' },
          { id: 'at', name: 'at the ball' },
          { id: 'past', name: 'past the ball' },
          { id: 'not heard', name: 'not heard' },
        ]}
      />
      <Choice
        label="Ease without a ball, 0–10"
        value={run.easeWithoutBall}
        onChange={(easeWithoutBall) => onChange({ easeWithoutBall })}
        options={TO_TEN}
      />
      <Choice
        label="Ease with a ball, 0–10"
        value={run.easeWithBall}
        onChange={(easeWithBall) => onChange({ easeWithBall })}
        options={TO_TEN}
      />
      <Choice label="Effort, 0–10" value={run.effort} onChange={(effort) => onChange({ effort })} options={TO_TEN} />
      <TextField
        label="What it felt like, in your own words (your instructor can make it your cue)"
        value={run.words}
        onChange={(words) => onChange({ words })}
      />
      <TextField label="Note (optional)" value={run.note} onChange={(note) => onChange({ note })} />
      {children}
    </Card>
  );
}

/** Whether enough was said to log it: pain needs its part and kind. */
export const feltEnough = (run: PainSaid): boolean =>
  run.pain === 'no' || (run.pain === 'yes' && run.painPart !== null && run.painKind !== null);
