import type { GroundTraces } from '../../../../core/capture/ground-traces.ts';

const WIDTH = 640;
const HEIGHT = 230;
const LEFT = 44;
const TOP = 16;
const BOTTOM = 28;
const STRIKE_X = LEFT + ((WIDTH - LEFT) * 2) / 3;

/** Load on the lead foot and vertical push over time, strike at the right-hand third. */
export function LoadCurve({ traces, summary }: { traces: GroundTraces; summary: string }) {
  const { fromStrikeS: time, leadShare, verticalBw } = traces;
  const first = time[0];
  const last = time[time.length - 1];
  const x = (t: number): number =>
    t <= 0
      ? STRIKE_X + (t / -first) * (STRIKE_X - LEFT)
      : STRIKE_X + (t / Math.max(last, 0.3)) * (WIDTH - STRIKE_X - 96);
  const most = Math.max(1.5, ...(verticalBw ?? []));
  const y = (share: number): number => TOP + (1 - share) * (HEIGHT - TOP - BOTTOM);
  const path = (values: readonly number[], scale: number): string =>
    values.map((v, i) => `${x(time[i]).toFixed(1)},${y(v / scale).toFixed(1)}`).join(' ');
  const end = time.length - 1;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} style={{ width: '100%', height: 'auto' }} role="img" aria-label={summary}>
      {[0, 0.5, 1].map((v) => (
        <g key={v}>
          <line x1={LEFT} x2={WIDTH - 90} y1={y(v)} y2={y(v)} stroke="var(--line)" />
          <text x={LEFT - 6} y={y(v) + 4} fontSize={12} textAnchor="end" fill="var(--soft-ink)">
            {Math.round(100 * v)} %
          </text>
        </g>
      ))}
      <line x1={STRIKE_X} x2={STRIKE_X} y1={TOP - 6} y2={HEIGHT - BOTTOM} stroke="var(--soft-ink)" />
      {[-1, -0.5, 0, 0.5]
        .filter((t) => t >= first && t <= last)
        .map((t) => (
          <text key={t} x={x(t)} y={HEIGHT - 8} fontSize={12} textAnchor="middle" fill="var(--soft-ink)">
            {t === 0 ? 'strike' : `${String(t).replace('-', '−')} s`}
          </text>
        ))}
      <polyline points={path(leadShare, 1)} fill="none" stroke="var(--maple)" strokeWidth={2.5} />
      <text x={x(time[end]) + 6} y={y(leadShare[end]) + 4} fontSize={13} fill="var(--maple)">
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
          <text x={x(time[end]) + 6} y={y(verticalBw[end] / most) + 4} fontSize={13} fill="var(--slate)">
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
