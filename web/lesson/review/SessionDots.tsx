import { dayOf } from '../../../core/units/calendar-day.ts';
import { tuple } from '../../../core/numeric/tuple.ts';
import { format } from 'date-fns';
import styled from 'styled-components';
import type { GainWire, ReviewAnswer } from '../../../api/types.ts';
import { useUnits } from '../../base/session.tsx';
import { linear, YTicks } from '../../kit/chart.tsx';

const WIDTH = 620;
const HEIGHT = 220;
const LEFT = 46;
const BOTTOM = 178;
const TOP = 30;

const Svg = styled.svg`
  width: 100%;
  height: auto;
  font-family: var(--text);
  display: block;
`;

/** Median of each session under the compared condition; baseline level, smallest gain that matters, and the interval. */
export function SessionDots({ sessions, gain }: { sessions: ReviewAnswer['sessions']; gain: GainWire }) {
  const units = useUnits();
  const used = sessions.filter((s) => s.condition === gain.condition);
  const base = units.fromMps(gain.baselineMps);
  const smallest = units.fromMps(gain.baselineMps + gain.settle.smallestMps);
  const [lo, hi] = tuple(
    2,
    gain.interval90Mps.map((v) => units.fromMps(gain.baselineMps + v)),
  );
  const values = [...used.map((s) => units.fromMps(s.medianMps)), base, smallest, lo, hi];
  const min = Math.floor(Math.min(...values) - 0.5);
  const max = Math.ceil(Math.max(...values) + 0.5);
  const y = linear([min, max], [BOTTOM, TOP]);
  const x = linear([0, Math.max(1, used.length - 1)], [LEFT + 24, WIDTH - 150]);
  const label = `${used.length} sessions; baseline ${base.toFixed(1)}, now between ${lo.toFixed(1)} and ${hi.toFixed(1)} ${units.speedUnit}.`;
  return (
    <Svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
      <rect
        x={x(used.length - 1) - 16}
        y={y(hi)}
        width={32}
        height={Math.max(2, y(lo) - y(hi))}
        rx={4}
        fill="var(--straw-wash)"
        stroke="var(--straw)"
      />
      <line x1={LEFT} x2={WIDTH - 10} y1={y(base)} y2={y(base)} stroke="var(--soft-ink)" />
      <text x={WIDTH - 10} y={y(base) + 14} fontSize={12} textAnchor="end" fill="var(--soft-ink)">
        baseline
      </text>
      <line x1={LEFT} x2={WIDTH - 10} y1={y(smallest)} y2={y(smallest)} stroke="var(--maple)" strokeDasharray="5 4" />
      <text x={WIDTH - 10} y={y(smallest) - 4} fontSize={12} textAnchor="end" fill="var(--maple-deep)">
        smallest that matters
      </text>
      <YTicks scale={y} at={[min, Math.round((min + max) / 2), max]} x={LEFT - 8} />
      <text x={4} y={12} fontSize={12} fill="var(--soft-ink)">
        {units.speedUnit}
      </text>
      {used.map((s, i) => (
        <g key={`${s.lessonId} ${s.oldPlace}`}>
          <circle
            cx={x(i)}
            cy={y(units.fromMps(s.medianMps))}
            r={6}
            fill={i < gain.baselineSessions || s.oldPlace ? 'var(--card)' : 'var(--ink)'}
            stroke="var(--ink)"
            strokeWidth={2}
          />
          <text x={x(i)} y={HEIGHT - 18} fontSize={12} textAnchor="middle" fill="var(--soft-ink)">
            {format(new Date(s.startsAt), 'd MMM')}
          </text>
          {gain.notches.some((n) => dayOf(n.date) === dayOf(s.startsAt)) ? (
            <text x={x(i)} y={HEIGHT - 3} fontSize={12} textAnchor="middle" fill="var(--maple-deep)" fontWeight={700}>
              notch
            </text>
          ) : null}
        </g>
      ))}
    </Svg>
  );
}
