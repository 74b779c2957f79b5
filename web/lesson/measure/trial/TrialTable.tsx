import styled from 'styled-components';
import type { TrialWire } from '../../../../api/trial-types.ts';

import { percent } from '../../../../core/numeric/percent.ts';
import { QUANTITY_FACTS } from '../../../../core/trial/quantities.ts';
import { differenceParts, levelWords } from '../../../../core/trial/trial-sentence.ts';
import { useUnits } from '../../../base/session.tsx';
import { DataTable, SideScroll, Soft } from '../../../kit/layout.tsx';

/** Six things are wider than the page; three fit, their words on two lines. */
export const Wide = styled(SideScroll)`
  td,
  tbody th,
  thead th {
    white-space: normal;
    min-width: 104px;
    vertical-align: top;
  }
`;
/** A difference, its interval below it. */
export const Difference = ({ difference, interval }: { difference: string; interval: string }) => (
  <>
    {difference}
    <br />
    <Soft>{interval}</Soft>
  </>
);

/** Every quantity of a trial against its reference, the drift taken out; above them who is best, and whether the strike holds. */
export function TrialTable({ trial }: { trial: TrialWire }) {
  const units = useUnits();
  const { answer, said } = trial;
  const { quantities, reference, chanceBest, chanceKeepsStrike, leftOut } = answer;
  if (quantities.length === 0) return null;
  const shown = said.conditions.map((_, c) => c);
  const strikeKnown = chanceKeepsStrike.some((c) => c !== null);
  return (
    <Wide tabIndex={0} role="group" aria-label="What the trial says, in figures">
      <DataTable $words>
        <thead>
          <tr>
            <th scope="col">Against “{said.conditions[reference]?.label}”</th>
            {shown.map((c) => (
              <th key={c} scope="col">
                {said.conditions[c]?.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">the best of them</th>
            {shown.map((c) => (
              <td key={c}>
                {leftOut.includes(c) ? (
                  'cannot say'
                ) : (
                  <>{c === answer.leader ? <strong>{percent(chanceBest[c]!)}</strong> : percent(chanceBest[c]!)}</>
                )}
              </td>
            ))}
          </tr>
          {strikeKnown ? (
            <tr>
              <th scope="row">keeps the strike</th>
              {shown.map((c) => {
                const chance = chanceKeepsStrike[c];
                return (
                  <td key={c}>
                    {c === reference ? 'reference' : chance === null || chance === undefined ? '–' : percent(chance)}
                  </td>
                );
              })}
            </tr>
          ) : null}
          {quantities.map((q) => (
            <tr key={q.quantity}>
              <th scope="row">{QUANTITY_FACTS[q.quantity].name}</th>
              {shown.map((c) => {
                const effect = q.effects.find((e) => e.condition === c);
                return (
                  <td key={c}>
                    {c === q.reference ? (
                      levelWords(q.quantity, q.level, units)
                    ) : effect ? (
                      <Difference {...differenceParts(q.quantity, effect, units)} />
                    ) : (
                      'cannot say'
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </DataTable>
      <Soft>
        90 % intervals, drawn in for few swings; the line over the swings (tiring, warming up) is taken out. Looked at
        after every round, “best” is said wrongly in at most one of ten trials in which nothing differs.
      </Soft>
    </Wide>
  );
}
