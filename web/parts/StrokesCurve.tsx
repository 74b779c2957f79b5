import type { DistanceValue } from '../../core/diagnosis/budget/distance-value.ts';
import { useUnits } from '../base/session.tsx';

const WIDTH = 640;
const HEIGHT = 190;
const LEFT = 46;
const RIGHT = 52;

/** Expected strokes (line) and fairways hit (dashes) against club head speed, with today's speed and the turn marked. */
export function StrokesCurve({ value, sentence }: { value: DistanceValue; sentence: string }) {
  const units = useUnits();
  const { curve } = value;
  const strokes = curve.map((v) => v.expectedStrokes);
  const [lo, hi] = [Math.min(...strokes) - 0.05, Math.max(...strokes) + 0.05];
  const [slow, fast] = [curve[0].clubSpeedMps, curve[curve.length - 1].clubSpeedMps];
  const x = (v: number): number => LEFT + ((v - slow) / (fast - slow)) * (WIDTH - LEFT - RIGHT);
  const y = (s: number): number => 14 + ((hi - s) / (hi - lo)) * (HEIGHT - 50);
  const share = (s: number): number => 14 + (1 - s) * (HEIGHT - 50);
  const line = (of: (v: (typeof curve)[number]) => number): string =>
    curve.map((v) => `${x(v.clubSpeedMps).toFixed(1)},${of(v).toFixed(1)}`).join(' ');
  const now = curve.find((v) => Math.abs(v.factor - 1) < 1e-9) ?? curve[0];
  const turn = curve.find((v) => v.ballSpeedMps === value.turnsAtBallSpeedMps);
  const last = curve[curve.length - 1];
  const ticks = [curve[0], now, last];
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} style={{ width: '100%', height: 'auto' }} role="img" aria-label={sentence}>
      <line x1={LEFT} x2={WIDTH - RIGHT} y1={HEIGHT - 30} y2={HEIGHT - 30} stroke="var(--soft-ink)" />
      <line
        x1={x(now.clubSpeedMps)}
        x2={x(now.clubSpeedMps)}
        y1={8}
        y2={HEIGHT - 30}
        stroke="var(--line)"
        strokeWidth={2}
      />
      <polyline points={line((v) => y(v.expectedStrokes))} fill="none" stroke="var(--maple)" strokeWidth={2.5} />
      <polyline
        points={line((v) => share(v.fairwayShare))}
        fill="none"
        stroke="var(--slate)"
        strokeWidth={2}
        strokeDasharray="7 4"
      />
      {turn ? (
        <circle
          cx={x(turn.clubSpeedMps)}
          cy={y(turn.expectedStrokes)}
          r={6}
          fill="none"
          stroke="var(--leaf)"
          strokeWidth={2.5}
        />
      ) : null}
      <circle cx={x(now.clubSpeedMps)} cy={y(now.expectedStrokes)} r={4.5} fill="var(--maple)" />
      <text x={WIDTH - RIGHT + 5} y={y(last.expectedStrokes) + 4} fontSize={13} fill="var(--maple)">
        strokes
      </text>
      <text x={WIDTH - RIGHT + 5} y={share(last.fairwayShare) + 4} fontSize={13} fill="var(--slate)">
        fairway {Math.round(100 * last.fairwayShare)} %
      </text>
      <text
        x={x(now.clubSpeedMps) + 8}
        y={share(now.fairwayShare) + (share(now.fairwayShare) < y(now.expectedStrokes) ? -8 : 18)}
        fontSize={12}
        fill="var(--slate)"
      >
        {Math.round(100 * now.fairwayShare)} %
      </text>
      {[hi - 0.05, lo + 0.05].map((s) => (
        <text key={s} x={LEFT - 6} y={y(s) + 4} fontSize={12} textAnchor="end" fill="var(--soft-ink)">
          {s.toFixed(1)}
        </text>
      ))}
      {ticks.map((v) => (
        <text
          key={v.factor}
          x={x(v.clubSpeedMps)}
          y={HEIGHT - 12}
          fontSize={12}
          textAnchor="middle"
          fill="var(--soft-ink)"
        >
          {units.speed(v.clubSpeedMps, 0)}
          {v === now ? ' now' : ''}
        </text>
      ))}
    </svg>
  );
}
