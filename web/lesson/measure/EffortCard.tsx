import { useMemo } from 'react';
import type { BlockWire } from '../../../api/types.ts';
import { effortCurve, effortSentence, type EffortSwing } from '../../../core/battery/effort.ts';
import { useUnits } from '../../base/session.tsx';
import { Card, Sentence } from '../../kit/layout.tsx';
import { linear, through, XTicks, YTicks } from '../../kit/chart.tsx';

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
  const x = linear([0, 10], [PAD, WIDTH - 10]);
  const y = linear([lo, hi], [HEIGHT - 26, 14]);
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
        <XTicks scale={x} at={x.ticks(10)} y={HEIGHT - 9} size={11} />
        <YTicks scale={y} at={[lo + 0.5, hi - 0.5]} x={PAD - 5} size={11} format={(v) => units.speedFigure(v, 0)} />
        {swings.map((s, i) => (
          <circle key={i} cx={x(s.effort)} cy={y(s.speedMps)} r={3.5} fill="none" stroke="var(--ink)" />
        ))}
        <polyline
          points={through(
            curve.points,
            (p) => x(p.effort),
            (p) => y(p.speedMps),
          )}
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
