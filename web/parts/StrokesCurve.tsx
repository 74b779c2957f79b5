import type { DistanceValue } from '../../core/diagnosis/budget/distance-value.ts';
import { useUnits } from '../base/session.tsx';
import { linear, through, XTicks, YTicks } from '../kit/chart.tsx';

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
  const [slow, fast] = [curve[0]!.clubSpeedMps, curve[curve.length - 1]!.clubSpeedMps];
  const x = linear([slow, fast], [LEFT, WIDTH - RIGHT]);
  const y = linear([hi, lo], [14, HEIGHT - 36]);
  const share = linear([1, 0], [14, HEIGHT - 36]);
  const line = (of: (v: (typeof curve)[number]) => number): string => through(curve, (v) => x(v.clubSpeedMps), of);
  const now = curve.find((v) => Math.abs(v.factor - 1) < 1e-9) ?? curve[0]!;
  const turn = curve.find((v) => v.ballSpeedMps === value.turnsAtBallSpeedMps);
  const last = curve[curve.length - 1]!;
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
      <YTicks scale={y} at={[hi - 0.05, lo + 0.05]} x={LEFT - 6} format={(s) => s.toFixed(1)} />
      <XTicks
        scale={x}
        at={[...new Set([slow, now.clubSpeedMps, fast])]}
        y={HEIGHT - 12}
        format={(v) => `${units.speed(v, 0)}${v === now.clubSpeedMps ? ' now' : ''}`}
      />
    </svg>
  );
}
