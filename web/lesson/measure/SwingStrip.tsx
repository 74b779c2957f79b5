import styled from 'styled-components';
import type { ShotWire } from '../../../api/types.ts';
import type { BlockStatistics } from '../../../core/review/block-statistics.ts';
import { useUnits } from '../../base/session.tsx';
import { linear, XTicks } from '../../kit/chart.tsx';

const WIDTH = 640;
const HEIGHT = 74;
const PAD = 26;

const Svg = styled.svg`
  width: 100%;
  height: auto;
  display: block;
  font-family: var(--text);
`;

/** Every swing as a tick on one speed axis: median as a line, spread as a band, set-aside swings hollow. */
export function SwingStrip({ shots, statistics }: { shots: readonly ShotWire[]; statistics: BlockStatistics }) {
  const units = useUnits();
  const speeds = shots.flatMap(({ id, values: { clubSpeedMps: mps }, setAsideReason }) =>
    mps === undefined ? [] : [{ id, value: units.fromMps(mps), aside: setAsideReason !== null }],
  );
  const summary = statistics.clubSpeedMps;
  if (speeds.length === 0 || !summary) return null;
  const values = speeds.map((s) => s.value);
  const lo = Math.floor(Math.min(...values) - 2);
  const hi = Math.ceil(Math.max(...values) + 2);
  const x = linear([lo, hi], [PAD, WIDTH - PAD]);
  const median = units.fromMps(summary.median);
  const spread = units.fromMps(summary.spread);
  const every = hi - lo > 24 ? 5 : hi - lo > 10 ? 2 : 1;
  const labels = Array.from({ length: hi - lo + 1 }, (_, i) => lo + i).filter((v) => v % every === 0);
  const aside = speeds.filter((s) => s.aside).length;
  const label = `${speeds.length - aside} swings, median ${median.toFixed(1)} ${units.speedUnit}, spread ${spread.toFixed(1)}${aside > 0 ? `, ${aside} set aside` : ''}.`;
  return (
    <Svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
      <rect
        x={x(median - spread)}
        y={8}
        width={Math.max(1, x(median + spread) - x(median - spread))}
        height={38}
        fill="var(--straw-wash)"
      />
      <line x1={PAD} x2={WIDTH - PAD} y1={46} y2={46} stroke="var(--soft-ink)" />
      <XTicks scale={x} at={labels} y={64} size={13} />
      <line x1={x(median)} x2={x(median)} y1={4} y2={50} stroke="var(--maple)" strokeWidth={2.5} />
      {speeds.map((s, i) =>
        s.aside ? (
          <circle key={s.id} cx={x(s.value)} cy={34} r={5} fill="none" stroke="var(--soft-ink)" strokeWidth={1.5} />
        ) : (
          <line
            key={s.id}
            x1={x(s.value)}
            x2={x(s.value)}
            y1={i === speeds.length - 1 ? 12 : 22}
            y2={46}
            stroke="var(--ink)"
            strokeWidth={i === speeds.length - 1 ? 4 : 2}
          />
        ),
      )}
    </Svg>
  );
}
