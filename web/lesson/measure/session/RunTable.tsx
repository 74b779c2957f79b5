import type { ProtocolRunWire } from '../../../../api/protocol-types.ts';
import type { AgainstFirst } from '../../../../core/plan/against-first.ts';
import { useUnits } from '../../../base/session.tsx';
import { DataTable, Soft } from '../../../kit/layout.tsx';

const signed = (figure: string): string => (/^[−0]/.test(figure) ? figure : `+${figure}`);

/** Every step of a run against its first, with the drift over the run taken out. */
export function RunTable({ run }: { run: ProtocolRunWire }) {
  const units = useUnits();
  const { clubSpeedMps, ballSpeedMps, offsetM } = run.table;
  const cell = (rows: readonly AgainstFirst[], step: number, words: (v: number) => string): string => {
    if (step === 0) return rows.length > 0 ? 'reference' : '–';
    const row = rows.find((r) => r.step === step);
    if (!row) return 'cannot say';
    return `${signed(words(row.difference))} (${words(row.interval[0])} to ${words(row.interval[1])})`;
  };
  const speed = (v: number): string => units.speedFigure(v);
  const mm = (v: number): string => (1000 * v).toFixed(0).replace('-', '−');
  const done = [...new Set(run.attempts.map((a) => a.step))].sort((a, b) => a - b);
  if (done.length === 0) return null;
  return (
    <>
      <DataTable $words>
        <thead>
          <tr>
            <th scope="col">Step</th>
            <th scope="col">Goes</th>
            <th scope="col">Club speed, {units.speedUnit}</th>
            <th scope="col">Ball speed, {units.speedUnit}</th>
            <th scope="col">Strike from the centre, mm</th>
          </tr>
        </thead>
        <tbody>
          {done.map((step) => (
            <tr key={step}>
              <td>{run.said.steps[step]?.name}</td>
              <td>
                {run.attempts
                  .filter((a) => a.step === step)
                  .map((a) => a.gate ?? 'runs')
                  .join(', ')}
              </td>
              <td>{cell(clubSpeedMps, step, speed)}</td>
              <td>{cell(ballSpeedMps, step, speed)}</td>
              <td>{cell(offsetM, step, mm)}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
      <Soft>
        Against the first step, 90 % interval; the drift over the run is told within the steps and taken out. It takes
        three measured swings in a step.
      </Soft>
    </>
  );
}
