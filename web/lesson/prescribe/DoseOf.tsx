import type { DraftDrill } from '../../../core/plan/thread.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { rungFor, rungKeysOf, startRungOf } from '../../../core/catalogue/drill-rungs.ts';
import { RungNeeds, RungSteps, rungPlaceWords } from '../../parts/RungLadder.tsx';
import { newId } from '../../base/api.ts';
import { Select, TextField } from '../../kit/controls.tsx';
import { Grid, Soft } from '../../kit/layout.tsx';

/** A drill of the plan that is being made. */
export interface Picked {
  id: string;
  drillId: string;
  rung: string;
  cue: string;
  sets: number;
  reps: number;
  sessionsPerWeek: number;
  /** Why it stands here; empty where it was picked by hand. */
  because: string;
}

export function pick(drillId: string): Picked | null {
  const drill = drillById(drillId);
  if (!drill) return null;
  const { sets, reps, sessionsPerWeek } = drill.dose;
  return {
    id: newId(),
    drillId,
    rung: startRungOf(drill),
    cue: drill.outsideCue,
    sets,
    reps,
    sessionsPerWeek,
    because: '',
  };
}

/** A drill that goes on, or comes in place of a changed one. */
export const pickDraft = ({ continues: _continues, ...draft }: DraftDrill): Picked => ({ id: newId(), ...draft });

/** Start rung, dose and cue of a chosen drill. */
export function DoseOf({ picked: p, onChange }: { picked: Picked; onChange: (part: Partial<Picked>) => void }) {
  const drill = drillById(p.drillId);
  if (!drill) return null;
  const count = (label: string, key: 'sets' | 'reps' | 'sessionsPerWeek') => (
    <TextField
      label={label}
      inputMode="numeric"
      value={String(p[key])}
      onChange={(v) => onChange({ [key]: Number(v) || 0 })}
    />
  );
  return (
    <section aria-label={`Dose of ${drill.name}`} style={{ display: 'grid', gap: 'var(--s2)' }}>
      <h3>{drill.name}</h3>
      {p.because ? <Soft>{p.because}</Soft> : null}
      <Select
        label="Rung"
        value={p.rung}
        onChange={(r) => onChange({ rung: r })}
        options={[...new Set([p.rung, ...rungKeysOf(drill)])]
          .map((id) => ({ id, name: rungPlaceWords(drill, id) }))
          .sort((a, b) => parseInt(a.name) - parseInt(b.name))}
      />
      <Grid $least="150px">
        {count('Sets', 'sets')}
        {count('Reps', 'reps')}
        {count('Sessions a week', 'sessionsPerWeek')}
      </Grid>
      <RungSteps drill={drill} rung={rungFor(drill, p.rung)} />
      <RungNeeds drill={drill} rung={p.rung} />
      <TextField label="Cue" value={p.cue} onChange={(v) => onChange({ cue: v })} />
    </section>
  );
}
