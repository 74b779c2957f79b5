import { useState } from 'react';
import styled from 'styled-components';
import { CHECKPOINTS, type Checkpoint } from '../../../../core/catalogue/stages.ts';
import type { PictureMeasures, PictureValue } from '../../../../core/picture/picture-measures.ts';
import { useUnits } from '../../../base/session.tsx';
import { QuietButton } from '../../../kit/controls.tsx';
import { DataTable, Facts, Notice, Soft } from '../../../kit/layout.tsx';
import { doubt, figure, within } from './words.ts';

const Wide = styled.div`
  overflow-x: auto;
`;

const LEFT = { textAlign: 'left', whiteSpace: 'normal' } as const;

/** Every measure at one checkpoint. */
function OneTable({ rows, at }: { rows: readonly PictureValue[]; at: Checkpoint }) {
  return (
    <DataTable aria-label={`Measured at ${at}`}>
      <thead>
        <tr>
          <th scope="col" style={LEFT}>
            measured at {at}
          </th>
          <th scope="col">value</th>
          <th scope="col">± (90 %)</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((v) => (
          <tr key={v.id}>
            <th scope="row" style={LEFT}>
              {v.name}
              {v.provisional ? <Soft> provisional</Soft> : null}
            </th>
            <td>{figure(v.kind, v.value, v.words)}</td>
            <td>{doubt(v.kind, v.sd)}</td>
          </tr>
        ))}
      </tbody>
    </DataTable>
  );
}

/** Every measure at every checkpoint, one row a measure. */
function AllTable({ values }: { values: readonly PictureValue[] }) {
  const at = CHECKPOINTS.filter((c) => values.some((v) => v.checkpoint === c));
  const names = [...new Map(values.map((v) => [v.id, v.name]))];
  return (
    <DataTable aria-label="Measured at all checkpoints">
      <thead>
        <tr>
          <th scope="col" style={LEFT}>
            measured
          </th>
          {at.map((c) => (
            <th key={c} scope="col">
              {c}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {names.map(([id, name]) => (
          <tr key={id}>
            <th scope="row" style={LEFT}>
              {name}
            </th>
            {at.map((c) => {
              const v = values.find((x) => x.id === id && x.checkpoint === c);
              return (
                <td key={c} title={v?.provisional ? `provisional, ${doubt(v.kind, v.sd)}` : undefined}>
                  {v ? `${v.provisional ? '~ ' : ''}${figure(v.kind, v.value, v.words)}` : ''}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </DataTable>
  );
}

const fact = (name: string, words: string): [string, string] => [name, words];

/** Speeds before the strike, with the interval that frames and scale leave. */
function speedFacts(measures: PictureMeasures, units: ReturnType<typeof useUnits>): [string, string][] {
  const { hands, clubHead } = measures.speeds;
  return (
    [
      ['hand speed', hands],
      ['club head speed', clubHead],
    ] as const
  ).flatMap(([name, s]) =>
    s
      ? [
          [
            name,
            `${s.provisional ? 'provisional, ' : ''}${units.speed(s.speedMps)} (${units.speedFigure(s.interval90Mps[0])}–${units.speedFigure(s.interval90Mps[1])})`,
          ] as [string, string],
        ]
      : [],
  );
}

/** What the marked points say: times and speeds of the swing, then every measure at one checkpoint or at all. */
export function MeasureTable({ measures, checkpoint }: { measures: PictureMeasures; checkpoint: Checkpoint | null }) {
  const units = useUnits();
  const [all, setAll] = useState(false);
  const { times, values, missing, warnings } = measures;
  const rows = checkpoint === null ? [] : values.filter((v) => v.checkpoint === checkpoint);
  const unsure = times.provisional ? 'provisional, ' : '';
  const facts: [string, string][] = [
    ...(times.backswingS === undefined
      ? []
      : [fact('backswing', `${unsure}${times.backswingS.toFixed(2)} s ${within(times.backswingSdS ?? 0, 2)}`)]),
    ...(times.downswingS === undefined
      ? []
      : [fact('downswing', `${unsure}${times.downswingS.toFixed(3)} s ${within(times.downswingSdS ?? 0, 3)}`)]),
    ...(times.tempoRatio === undefined
      ? []
      : [fact('tempo', `${unsure}${times.tempoRatio.toFixed(1)} : 1 ${within(times.tempoSd ?? 0, 1)}`)]),
    ...speedFacts(measures, units),
    ...(measures.scale
      ? [
          [
            'scale',
            `${(1000 * measures.scale.metresPerPx).toFixed(1)} mm a pixel ± ${(100 * measures.scale.sdShare).toFixed(1)} %`,
          ] as [string, string],
        ]
      : []),
  ];
  return (
    <>
      {warnings.map((w) => (
        <Notice key={w} tone="unsure">
          {w}
        </Notice>
      ))}
      {facts.length > 0 ? <Facts items={facts} /> : null}
      {times.provisional || values.some((v) => v.provisional) ? (
        <Notice tone="unsure">
          Provisional: it hangs on checkpoints that are only proposed, whose own doubt is in the ±. Confirm or move the
          dotted flags and it stands.
        </Notice>
      ) : null}
      {values.length === 0 ? (
        <Soft>
          Nothing measured yet: mark the checkpoints on the time line, then tap points on them. A distance also wants
          the scale.
        </Soft>
      ) : (
        <Wide>
          {all || checkpoint === null ? <AllTable values={values} /> : <OneTable rows={rows} at={checkpoint} />}
        </Wide>
      )}
      {!all && checkpoint !== null && rows.length === 0 && values.length > 0 ? (
        <Soft>No points on {checkpoint} yet.</Soft>
      ) : null}
      {values.length > 0 && checkpoint !== null ? (
        <QuietButton onPress={() => setAll(!all)}>{all ? 'Only this checkpoint' : 'All checkpoints'}</QuietButton>
      ) : null}
      {values.length > 0 && missing.length > 0 ? (
        <details>
          <summary>Not measured: {missing.length}</summary>
          <ul>
            {missing.map((m) => (
              <li key={m.id}>
                <Soft>
                  {m.name}: {m.why}
                </Soft>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
      <Soft>
        ± holds picking (3 px), scale, camera, frames and proposals, with 90 %. One camera cannot tell turn: it is not
        reported. Checked against simulated films; on real ones this is unproven.
      </Soft>
    </>
  );
}
