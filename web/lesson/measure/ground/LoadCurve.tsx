import type { GroundTraces } from '../../../../core/capture/ground-traces.ts';
import { fromStrike, linear, through, XTicks, YTicks } from '../../../kit/chart.tsx';

const WIDTH = 640;
const HEIGHT = 230;
const LEFT = 44;
const TOP = 16;
const BOTTOM = 28;
const STRIKE_X = LEFT + ((WIDTH - LEFT) * 2) / 3;

/** Load on the lead foot and vertical push over time, strike at the right-hand third. */
export function LoadCurve({ traces, summary }: { traces: GroundTraces; summary: string }) {
  const { fromStrikeS: time, leadShare, verticalBw } = traces;
  const first = time[0]!;
  const last = time[time.length - 1]!;
  const x = linear([first, 0, Math.max(last, 0.3)], [LEFT, STRIKE_X, WIDTH - 96]);
  const most = Math.max(1.5, ...(verticalBw ?? []));
  const y = linear([1, 0], [TOP, HEIGHT - BOTTOM]);
  const path = (values: readonly number[], scale: number): string =>
    through(
      values,
      (_, i) => x(time[i]!),
      (v) => y(v / scale),
    );
  const end = time.length - 1;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} style={{ width: '100%', height: 'auto' }} role="img" aria-label={summary}>
      <YTicks
        scale={y}
        at={[0, 0.5, 1]}
        x={LEFT - 6}
        format={(v) => `${Math.round(100 * v)} %`}
        grid={[LEFT, WIDTH - 90]}
      />
      <line x1={STRIKE_X} x2={STRIKE_X} y1={TOP - 6} y2={HEIGHT - BOTTOM} stroke="var(--soft-ink)" />
      <XTicks
        scale={x}
        at={[-1, -0.5, 0, 0.5].filter((t) => t >= first && t <= last)}
        y={HEIGHT - 8}
        format={fromStrike}
      />
      <polyline points={path(leadShare, 1)} fill="none" stroke="var(--maple)" strokeWidth={2.5} />
      <text x={x(time[end]!) + 6} y={y(leadShare[end]!) + 4} fontSize={13} fill="var(--maple)">
        lead share
      </text>
      {verticalBw ? (
        <>
          <polyline
            points={path(verticalBw, most)}
            fill="none"
            stroke="var(--slate)"
            strokeWidth={2}
            strokeDasharray="9 4"
          />
          <text x={x(time[end]!) + 6} y={y(verticalBw[end]! / most) + 4} fontSize={13} fill="var(--slate)">
            push
          </text>
          <text x={LEFT + 4} y={TOP + 10} fontSize={11} fill="var(--slate)">
            push: 100 % is {most.toFixed(1)} body weights
          </text>
        </>
      ) : null}
    </svg>
  );
}
