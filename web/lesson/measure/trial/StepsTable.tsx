import type { TrialWire } from '../../../../api/trial-types.ts';
import { percent } from '../../../../core/numeric/percent.ts';
import { QUANTITY_FACTS } from '../../../../core/trial/quantities.ts';
import { labelsOf } from '../../../../core/trial/run.ts';
import { BROKE_FROM, type StepLedger } from '../../../../core/trial/steps.ts';
import { stepWords } from '../../../../core/trial/steps-sentence.ts';
import { levelWords } from '../../../../core/trial/trial-sentence.ts';
import { useUnits } from '../../../base/session.tsx';
import { DataTable, Soft } from '../../../kit/layout.tsx';
import { Difference, Wide } from './TrialTable.tsx';

/** A stack as a ledger: where it began, and what each step added or took in every quantity. */
export function StepsTable({ trial, ledger }: { trial: TrialWire; ledger: StepLedger }) {
  const units = useUnits();
  const { quantities } = trial.answer;
  if (quantities.length === 0) return null;
  const labels = labelsOf(trial.said);
  return (
    <Wide tabIndex={0} role="group" aria-label="What each step added, in figures">
      <DataTable $words>
        <thead>
          <tr>
            <th scope="col">Step</th>
            {quantities.map((q) => (
              <th key={q.quantity} scope="col">
                {QUANTITY_FACTS[q.quantity].name}
              </th>
            ))}
            <th scope="col">broke something</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">{labels[0]}</th>
            {quantities.map((q) => (
              <td key={q.quantity}>{q.reference === 0 ? levelWords(q.quantity, q.level, units) : 'cannot say'}</td>
            ))}
            <td />
          </tr>
          {ledger.steps.map((s) => (
            <tr key={s.step}>
              <th scope="row">{labels[s.step]}</th>
              {quantities.map((q) => {
                const added = s.added.find((a) => a.quantity === q.quantity);
                return <td key={q.quantity}>{added ? <Difference {...stepWords(added, units)} /> : 'cannot say'}</td>;
              })}
              <td>
                {s.worst === null ? (
                  'cannot say'
                ) : s.step === ledger.broken ? (
                  <strong>
                    {QUANTITY_FACTS[s.worst.quantity].name}, {percent(s.worst.chance)}
                  </strong>
                ) : (
                  percent(s.worst.chance)
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </DataTable>
      <Soft>
        Each step against the one before it, tiring taken out. The intervals of all steps hold together in nine of ten
        stacks; a step is said to have broken something from {percent(BROKE_FROM)} on.
      </Soft>
    </Wide>
  );
}
