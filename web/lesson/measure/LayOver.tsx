import { Z90 } from '../../../core/numeric/statistics.ts';
import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import type { MotionWire } from '../../../api/types.ts';
import { SEGMENTS, type Segment } from '../../../core/capture/motion.ts';
import { ask } from '../../base/api.ts';
import { Select } from '../../kit/controls.tsx';
import { DataTable, Failed, Soft } from '../../kit/layout.tsx';
import { useMotion } from '../common/data.ts';
import { SEGMENT_NAMES } from './segment-names.ts';

export const NONE = 'none';

/** Another captured swing of the student, to be laid behind one. */
export const useGhost = (id: string) => useMotion(id === NONE ? undefined : id);

const signed = (v: number, unit: string): string => {
  const rounded = Math.round(v);
  return `${rounded >= 0 ? '+' : '−'}${Math.abs(rounded)}${unit === '°' ? '' : ' '}${unit}`;
};

/** Whether a difference of two times passes what both leave open. */
const beyond = (a: MotionWire, b: MotionWire, s: Segment): boolean => {
  const [p, q] = [a.sequence.segments[s], b.sequence.segments[s]];
  if (!p || !q) return false;
  const open = Math.hypot(p.uncertaintyMs, q.uncertaintyMs);
  return Math.abs(p.peakBeforeStrikeMs - q.peakBeforeStrikeMs) > Z90 * open;
};

function Differences({ now, other }: { now: MotionWire; other: MotionWire }) {
  const rows = SEGMENTS.flatMap((s) => {
    const [a, b] = [now.sequence.segments[s], other.sequence.segments[s]];
    return a && b ? [{ s, a, b }] : [];
  });
  const release = [now, other].map((m) => m.sequence.release?.wristAngleAtLeadArmLevelDeg);
  const tempo = [now, other].map((m) => m.sequence.tempoRatio);
  return (
    <DataTable>
      <thead>
        <tr>
          <th scope="col">this swing less the other</th>
          <th scope="col">peak</th>
          <th scope="col">peak before strike</th>
          <th scope="col">told apart</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ s, a, b }) => (
          <tr key={s}>
            <th scope="row">{SEGMENT_NAMES[s]}</th>
            <td>{signed(a.peakDps - b.peakDps, '°/s')}</td>
            <td>{signed(a.peakBeforeStrikeMs - b.peakBeforeStrikeMs, 'ms')}</td>
            <td>{beyond(now, other, s) ? 'yes' : 'no'}</td>
          </tr>
        ))}
        {release[0] !== undefined && release[1] !== undefined ? (
          <tr>
            <th scope="row">wrist angle, arm level</th>
            <td>{signed(release[0] - release[1], '°')}</td>
            <td>–</td>
            <td>{Math.abs(release[0] - release[1]) > 5 ? 'yes' : 'no'}</td>
          </tr>
        ) : null}
        {tempo[0] !== undefined && tempo[1] !== undefined ? (
          <tr>
            <th scope="row">backswing : downswing</th>
            <td>{(tempo[0] - tempo[1]).toFixed(1).replace('-', '−')}</td>
            <td>–</td>
            <td>{Math.abs(tempo[0] - tempo[1]) > 0.6 ? 'yes' : 'no'}</td>
          </tr>
        ) : null}
      </tbody>
    </DataTable>
  );
}

/** Choice of another captured swing of the student, of this lesson or an earlier one, and what differs from it. */
export function LayOver({
  motion,
  studentId,
  otherId,
  onChoose,
}: {
  motion: MotionWire;
  studentId: string;
  otherId: string;
  onChoose: (id: string) => void;
}) {
  const list = useQuery({
    queryKey: ['student', studentId, 'motions'],
    queryFn: () => ask('GET /students/:id/motions', { id: studentId }),
  });
  const ghost = useGhost(otherId);
  const others = (list.data ?? []).filter((m) => m.id !== motion.id);
  if (others.length === 0) return null;
  return (
    <>
      <Select
        label="Lay it over"
        value={otherId}
        onChange={onChoose}
        options={[
          { id: NONE, name: 'nothing' },
          ...others.map((m) => ({
            id: m.id,
            name: `${format(new Date(m.startsAt), 'd MMM')} · ${m.club} · ${m.fileName}`,
          })),
        ]}
      />
      {ghost.error ? <Failed error={ghost.error} /> : null}
      {otherId !== NONE && ghost.data ? (
        <>
          <Differences now={motion} other={ghost.data} />
          <Soft>Thin lines: {ghost.data.fileName}, laid over at the strike.</Soft>
        </>
      ) : null}
    </>
  );
}
