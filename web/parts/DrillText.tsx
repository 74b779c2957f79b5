import styled from 'styled-components';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { RUNGS } from '../../core/catalogue/rungs.ts';
import { Soft } from '../kit/layout.tsx';
import { FigureStrip } from './StickFigure.tsx';

const Parts = styled.dl`
  margin: 0;
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: var(--s1) var(--s3);
  dt {
    color: var(--soft-ink);
  }
  dd {
    margin: 0;
  }
`;

/** Steps, cues, dose, check and slip of a drill, written out. */
export function DrillText({ drill, handedness }: { drill: Drill; handedness: 'right' | 'left' }) {
  const { dose, check } = drill;
  return (
    <>
      <FigureStrip poses={drill.poses} handedness={handedness} />
      <ol>
        {drill.steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      <Parts>
        <dt>cue, outside</dt>
        <dd>{drill.outsideCue}</dd>
        <dt>cue, inside</dt>
        <dd>{drill.insideCue}</dd>
        <dt>dose</dt>
        <dd>
          {dose.sets} × {dose.reps}, rest {dose.restS} s, {dose.sessionsPerWeek} a week
        </dd>
        <dt>check</dt>
        <dd>
          {check.text}: {check.passed} of {check.of}. {check.reset}
        </dd>
        <dt>common slip</dt>
        <dd>
          {drill.slip}; it trains {drill.slipTrains}.
        </dd>
        <dt>rungs</dt>
        <dd>
          {drill.rungs.map((r) => RUNGS[r]).join(' → ')}
          {drill.serves ? ` → then “${drillById(drill.serves)?.name}”` : ''}
        </dd>
      </Parts>
      <Soft>
        {drill.kit.length > 0 ? `Kit: ${drill.kit.join(', ')}. ` : 'No kit. '}
        {drill.places.join(', ')}. {drill.intensity}.
      </Soft>
    </>
  );
}
