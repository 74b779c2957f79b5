import styled from 'styled-components';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { startRungOf } from '../../core/catalogue/drill-rungs.ts';
import { scaleWords } from '../../core/catalogue/rungs.ts';
import { Soft } from '../kit/layout.tsx';
import { judgeWords, RungSteps } from './RungLadder.tsx';
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
      <FigureStrip figures={drill.figures} handedness={handedness} name={drill.name} />
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
        <dt>judged by</dt>
        <dd>
          {judgeWords(drill.judges)}
          {drill.aloneUpTo ? ` (alone up to ${scaleWords('pace', drill.aloneUpTo)})` : ''}
          {drill.alone ? `; alone: ${drill.alone}` : ''}
        </dd>
        <dt>common slip</dt>
        <dd>
          {drill.slip}; it trains {drill.slipTrains}.
        </dd>
        {drill.serves ? (
          <>
            <dt>then</dt>
            <dd>{drillById(drill.serves)?.name}</dd>
          </>
        ) : null}
      </Parts>
      <h4>Ladder: one step changes one thing</h4>
      <RungSteps drill={drill} rung={startRungOf(drill)} />
      <Soft>
        {drill.kit.length > 0 ? `Kit: ${drill.kit.join(', ')}. ` : 'No kit. '}
        {drill.places.join(', ')}. {drill.intensity}.
      </Soft>
    </>
  );
}
