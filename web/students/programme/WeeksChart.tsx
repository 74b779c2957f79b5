import { format, parseISO } from 'date-fns';
import styled from 'styled-components';
import type { ProgrammeWire } from '../../../api/programme-types.ts';
import { daysApart } from '../../../core/plan/calendar-days.ts';
import { useUnits } from '../../base/session.tsx';
import { linear, YTicks } from '../../kit/chart.tsx';
import { DataTable, Soft } from '../../kit/layout.tsx';

const WIDTH = 900;
const LEFT = 44;
const RIGHT = WIDTH - 10;
const Svg = styled.svg`
  width: 100%;
  height: auto;
  font-family: var(--text);
  display: block;
`;
const TOP = { from: 24, to: 120 };
const SPEED = { from: 150, to: 240 };

/** Planned against done by weeks, with the speed of each lesson under it on the same time axis. */
export function WeeksChart({ programme }: { programme: ProgrammeWire }) {
  const units = useUnits();
  const { weeks, speeds, wish, days } = programme;
  const x = linear([0, Math.max(7, days.length)], [LEFT, RIGHT]);
  const most = Math.max(10, ...weeks.flatMap((w) => [w.plannedMaximal, w.doneMaximal]));
  const y = linear([0, most], [TOP.to, TOP.from]);
  const figures = speeds.map((s) => units.fromMps(s.medianMps));
  const [low, high] =
    figures.length > 0 ? [Math.floor(Math.min(...figures) - 1), Math.ceil(Math.max(...figures) + 1)] : [0, 1];
  const v = linear([low, high], [SPEED.to, SPEED.from]);
  const wide = x(7) - x(0);
  const at = (date: string): number => x(daysApart(wish.startsOn, date));
  return (
    <>
      <Svg
        viewBox={`0 0 ${WIDTH} 262`}
        role="img"
        aria-label="Swings at full intent by week, planned and done, and the speed of each lesson"
      >
        <text x={4} y={12} fontSize={12} fill="var(--soft-ink)">
          swings at full intent a week: planned outlined, done filled
        </text>
        <YTicks scale={y} at={[0, most]} x={LEFT - 6} />
        {weeks.map((w, i) => (
          <g key={w.from}>
            <rect
              x={x(7 * i) + 3}
              y={y(w.plannedMaximal)}
              width={Math.max(2, wide - 8)}
              height={TOP.to - y(w.plannedMaximal)}
              fill="none"
              stroke="var(--maple)"
              strokeWidth={1.5}
            />
            <rect
              x={x(7 * i) + 7}
              y={y(w.doneMaximal)}
              width={Math.max(1, wide - 16)}
              height={TOP.to - y(w.doneMaximal)}
              fill="var(--maple)"
            />
            {i % Math.max(1, Math.ceil(weeks.length / 12)) === 0 ? (
              <text x={x(7 * i) + 3} y={TOP.to + 14} fontSize={11} fill="var(--soft-ink)">
                {format(parseISO(w.from), 'd MMM')}
              </text>
            ) : null}
          </g>
        ))}
        {speeds.length > 0 ? (
          <>
            <YTicks scale={v} at={[low, high]} x={LEFT - 6} />
            <text x={RIGHT} y={SPEED.to + 16} fontSize={12} textAnchor="end" fill="var(--soft-ink)">
              middle speed of the driver in each lesson, {units.speedUnit}
            </text>
            {speeds.map((s) => (
              <circle key={s.date} cx={at(s.date)} cy={v(units.fromMps(s.medianMps))} r={5} fill="var(--ink)" />
            ))}
          </>
        ) : (
          <text x={LEFT} y={SPEED.to - 30} fontSize={12} fill="var(--soft-ink)">
            No lesson with the driver and a ball since its start.
          </text>
        )}
      </Svg>
      <details>
        <summary>The weeks in numbers</summary>
        <DataTable>
          <thead>
            <tr>
              <th scope="col">Week of</th>
              <th scope="col">Sessions done of planned</th>
              <th scope="col">Full-intent swings done of planned</th>
            </tr>
          </thead>
          <tbody>
            {weeks.map((w) => (
              <tr key={w.from}>
                <td>{format(parseISO(w.from), 'd MMM')}</td>
                <td>
                  {w.doneSessions} of {w.plannedSessions}
                </td>
                <td>
                  {w.doneMaximal} of {w.plannedMaximal}
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      </details>
      <Soft>Done counts everything: lessons, tests, drills, flows.</Soft>
    </>
  );
}
