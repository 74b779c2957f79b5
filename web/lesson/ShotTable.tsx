import { useState } from 'react';
import styled from 'styled-components';
import type { ShotWire } from '../../api/types.ts';
import { call } from '../app/api.ts';
import { useUnits } from '../app/session.tsx';
import { Button, Choice } from '../parts/controls.tsx';
import { strikeInWords } from '../parts/FaceMap.tsx';
import { DataTable, Failed, Soft } from '../parts/layout.tsx';
import { useLessonWrite } from './data.ts';

const REASONS = ['mishit', 'device misread', 'not ready', 'other try'];

const Scroll = styled.div`
  overflow-x: auto;
`;
const Table = styled(DataTable)`
  td,
  th {
    white-space: nowrap;
  }
  tr[data-aside] td {
    color: var(--soft-ink);
    text-decoration: line-through;
  }
  td:last-child {
    text-decoration: none !important;
  }
`;

/** An angle with its sign spelled. */
const spelled = (deg: number | undefined, plus: string, minus: string): string =>
  deg === undefined ? '–' : `${Math.abs(deg).toFixed(1)}° ${deg >= 0 ? plus : minus}`;

/** Every shot of a block; set aside with a reason, or brought back. */
export function ShotTable({ shots, lessonId }: { shots: readonly ShotWire[]; lessonId: string }) {
  const units = useUnits();
  const [asking, setAsking] = useState<string | null>(null);
  const set = useLessonWrite(
    lessonId,
    ({ id, reason }: { id: string; reason: string | null }) => call('PATCH', `/shots/${id}`, { reason }),
    () => setAsking(null),
  );
  return (
    <Scroll tabIndex={0} role="region" aria-label="Table of shots">
      {set.error ? <Failed error={set.error} /> : null}
      <Table>
        <thead>
          <tr>
            <th scope="col">#</th>
            <th scope="col">club, {units.speedUnit}</th>
            <th scope="col">ball, {units.speedUnit}</th>
            <th scope="col">smash</th>
            <th scope="col">attack</th>
            <th scope="col">path</th>
            <th scope="col">face</th>
            <th scope="col">carry, {units.distanceUnit}</th>
            <th scope="col">strike</th>
            <th scope="col">counts</th>
          </tr>
        </thead>
        <tbody>
          {shots.map((s, i) => {
            const v = s.values as Partial<Record<string, number>>;
            const aside = s.setAsideReason !== null;
            return (
              <tr key={s.id} data-aside={aside || undefined}>
                <td>{i + 1}</td>
                <td>{v.clubSpeedMps === undefined ? '–' : units.speedFigure(v.clubSpeedMps)}</td>
                <td>{v.ballSpeedMps === undefined ? '–' : units.speedFigure(v.ballSpeedMps)}</td>
                <td>{v.clubSpeedMps && v.ballSpeedMps ? (v.ballSpeedMps / v.clubSpeedMps).toFixed(2) : '–'}</td>
                <td>{spelled(v.attackDeg, 'up', 'down')}</td>
                <td>{spelled(v.pathOutDeg, 'out', 'in')}</td>
                <td>{spelled(v.faceOutDeg, 'out', 'in')}</td>
                <td>{v.carryM === undefined ? '–' : units.distance(v.carryM).split(' ')[0]}</td>
                <td>
                  {v.impactToeM === undefined || v.impactHighM === undefined
                    ? '–'
                    : strikeInWords(v.impactToeM, v.impactHighM)}
                </td>
                <td>
                  {aside ? (
                    <>
                      <Soft>{s.setAsideReason} </Soft>
                      <Button onPress={() => set.mutate({ id: s.id, reason: null })}>Bring back</Button>
                    </>
                  ) : asking === s.id ? (
                    <Choice
                      label={`Why set swing ${i + 1} aside`}
                      hideLabel
                      value={null}
                      onChange={(reason) => set.mutate({ id: s.id, reason })}
                      options={REASONS.map((r) => ({ id: r, name: r }))}
                    />
                  ) : (
                    <Button onPress={() => setAsking(s.id)} aria-label={`Set swing ${i + 1} aside`}>
                      Set aside
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Scroll>
  );
}
