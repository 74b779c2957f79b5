import { useMemo } from 'react';
import type { BlockWire } from '../../../api/types.ts';
import { effortCurve, effortSentence, type EffortSwing } from '../../../core/battery/effort.ts';
import { useUnits } from '../../base/session.tsx';
import { Card, Sentence } from '../../kit/layout.tsx';

const WIDTH = 420;
const HEIGHT = 170;
const PAD = 36;

/** Speed against felt effort over a club's blocks: per swing where it was noted, else the block's. Shown from the first noted effort on. */
export function EffortCard({ blocks }: { blocks: readonly BlockWire[] }) {
  const units = useUnits();
  const swings = useMemo(
    () =>
      blocks.flatMap((b) =>
        b.shots.flatMap((s): EffortSwing[] => {
          const effort = s.feltEffort ?? b.effort;
          const speedMps = s.values.clubSpeedMps;
          return s.setAsideReason === null && effort !== null && speedMps !== undefined ? [{ effort, speedMps }] : [];
        }),
      ),
    [blocks],
  );
  const curve = useMemo(() => effortCurve(swings), [swings]);
  if (new Set(swings.map((s) => s.effort)).size < 2) return null;
  const speeds = swings.map((s) => s.speedMps);
  const [lo, hi] = [Math.min(...speeds) - 0.5, Math.max(...speeds) + 0.5];
  const x = (e: number): number => PAD + (e / 10) * (WIDTH - PAD - 10);
  const y = (v: number): number => HEIGHT - 26 - ((v - lo) / (hi - lo)) * (HEIGHT - 40);
  const sentence = effortSentence(curve, (v) => units.speed(v));
  return (
    <Card aria-label="Effort and speed">
      <h2>Effort and speed</h2>
      <Sentence>{sentence}</Sentence>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        style={{ maxWidth: 520 }}
        role="img"
        aria-label={`Speed against felt effort. ${sentence}`}
      >
        <line x1={PAD} x2={WIDTH - 10} y1={HEIGHT - 26} y2={HEIGHT - 26} stroke="var(--soft-ink)" />
        {Array.from({ length: 11 }, (_, e) => (
          <text key={e} x={x(e)} y={HEIGHT - 9} fontSize={11} textAnchor="middle" fill="var(--soft-ink)">
            {e}
          </text>
        ))}
        {[lo + 0.5, hi - 0.5].map((v) => (
          <text key={v} x={PAD - 5} y={y(v) + 4} fontSize={11} textAnchor="end" fill="var(--soft-ink)">
            {units.speedFigure(v, 0)}
          </text>
        ))}
        {swings.map((s, i) => (
          <circle key={i} cx={x(s.effort)} cy={y(s.speedMps)} r={3.5} fill="none" stroke="var(--ink)" />
        ))}
        <polyline
          points={curve.points.map((p) => `${x(p.effort)},${y(p.speedMps)}`).join(' ')}
          fill="none"
          stroke="var(--maple)"
          strokeWidth={2.5}
        />
        {curve.bestEffort === null ? null : (
          <line
            x1={x(curve.bestEffort)}
            x2={x(curve.bestEffort)}
            y1={10}
            y2={HEIGHT - 26}
            stroke="var(--moss)"
            strokeDasharray="4 3"
          />
        )}
      </svg>
    </Card>
  );
}
