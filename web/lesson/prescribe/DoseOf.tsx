import type { DraftDrill } from '../../../core/plan/thread.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { rungFor, rungKeysOf, startRungOf } from '../../../core/catalogue/drill-rungs.ts';
import { RungNeeds, RungSteps, rungPlaceWords } from '../../parts/RungLadder.tsx';
import type { DrillDose } from '../../../core/catalogue/drill-type.ts';
import { newId } from '../../base/api.ts';
import { Select, TextField } from '../../kit/controls.tsx';
import { Grid, Soft } from '../../kit/layout.tsx';
import { wholeOf } from '../../kit/typed-number.ts';

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
  why: string;
  /** Why it is given for a target that it does not treat. */
  because: string;
}

/** A drill picked by hand, with the dose that this body takes. */
export function pick(drillId: string, dose?: DrillDose): Picked | null {
  const drill = drillById(drillId);
  if (!drill) return null;
  const { sets, reps, sessionsPerWeek } = dose ?? drill.dose;
  return {
    id: newId(),
    drillId,
    rung: startRungOf(drill),
    cue: drill.outsideCue,
    sets,
    reps,
    sessionsPerWeek,
    why: '',
    because: '',
  };
}

/** A drill that goes on, or comes in place of a changed one. */
export const pickDraft = ({ continues: _continues, ...draft }: DraftDrill): Picked => ({ id: newId(), ...draft });

/** Start rung, dose and cue of a chosen drill. */
export function DoseOf({
  picked: p,
  target,
  onChange,
}: {
  picked: Picked;
  target: string;
  onChange: (part: Partial<Picked>) => void;
}) {
  const drill = drillById(p.drillId);
  if (!drill) return null;
  const treatsTarget = drill.treats.includes(target);
  const count = (label: string, key: 'sets' | 'reps' | 'sessionsPerWeek') => (
    <TextField
      label={label}
      inputMode="numeric"
      value={String(p[key])}
      onChange={(v) => onChange({ [key]: wholeOf(v) })}
    />
  );
  return (
    <section aria-label={`Dose of ${drill.name}`} style={{ display: 'grid', gap: 'var(--s2)' }}>
      <h3>{drill.name}</h3>
      {p.why ? <Soft>{p.why}</Soft> : null}
      {treatsTarget ? null : (
        <TextField
          label="Why it is given for this target"
          value={p.because}
          onChange={(v) => onChange({ because: v })}
          hint="The shelf does not name it for this fault; the reason is kept with the plan."
        />
      )}
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
