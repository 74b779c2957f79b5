import { useState } from 'react';
import {
  placeOnScale,
  rungKey,
  rungOfKey,
  SCALES,
  scaleWords,
  type Rung,
  type Scale,
} from '../../core/catalogue/rungs.ts';
import { changeBetween } from '../../core/catalogue/drill-rungs.ts';
import { QuietButton, Select } from '../kit/controls.tsx';
import { Grid, Row, Soft } from '../kit/layout.tsx';

const SCALE_LABELS: Readonly<Record<Scale, string>> = {
  pace: 'Pace',
  swing: 'Swing',
  club: 'Club',
  ball: 'Ball',
  aid: 'Aid',
  place: 'Place',
};
const scales = Object.keys(SCALES) as Scale[];
const words = (scale: Scale, value: string): string => scaleWords(scale, value as Rung[typeof scale]);

/** Changes that lead one step nearer to a real shot. */
const nextSteps = (rung: Rung): { id: string; name: string }[] =>
  scales.flatMap((s) =>
    SCALES[s]
      .slice(placeOnScale(rung, s) + 1)
      .map((v) => ({ id: `${s} ${v}`, name: `${SCALE_LABELS[s]}: ${words(s, v)}` })),
  );

/** A ladder by its first rung and its steps of one change each. */
export function LadderEditor({ rungs, onChange }: { rungs: readonly string[]; onChange: (rungs: string[]) => void }) {
  const [step, setStep] = useState('');
  const parsed = rungs.flatMap((k) => rungOfKey(k) ?? []);
  const [first, last] = [parsed[0], parsed.at(-1)];
  if (!first || !last) return null;
  const steps = parsed.slice(1).map((to, i) => changeBetween(parsed[i]!, to) ?? '');
  const next = nextSteps(last);
  const chosen = next.some((n) => n.id === step) ? step : (next[0]?.id ?? '');
  const setFirst = (scale: Scale, value: string): void => onChange([rungKey({ ...first, [scale]: value } as Rung)]);
  const add = (): void => {
    const [scale, value] = chosen.split(' ') as [Scale, string];
    onChange([...rungs, rungKey({ ...last, [scale]: value } as Rung)]);
  };
  return (
    <section aria-label="Ladder" style={{ display: 'grid', gap: 'var(--s2)' }}>
      <h3>Ladder: one step changes one thing</h3>
      <Soft>First rung (changing it begins the ladder anew)</Soft>
      <Grid $least="140px">
        {scales.map((s) => (
          <Select
            key={s}
            label={SCALE_LABELS[s]}
            value={first[s]}
            onChange={(v) => setFirst(s, v)}
            options={SCALES[s].map((v) => ({ id: v as string, name: words(s, v) }))}
          />
        ))}
      </Grid>
      <ol>
        {steps.map((s, i) => {
          const [scale, value = ''] = s.split(' ') as [Scale, string?];
          return (
            <li key={i}>
              {SCALE_LABELS[scale]}: {words(scale, value)}
            </li>
          );
        })}
      </ol>
      <Row>
        {next.length > 0 ? (
          <>
            <Select label="Next step" value={chosen} onChange={setStep} options={next} />
            <QuietButton onPress={add}>Add the step</QuietButton>
          </>
        ) : null}
        {steps.length > 0 ? (
          <QuietButton onPress={() => onChange(rungs.slice(0, -1))}>Take the last step away</QuietButton>
        ) : null}
      </Row>
    </section>
  );
}
