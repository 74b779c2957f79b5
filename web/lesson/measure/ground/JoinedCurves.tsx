import type { GroundWire, MotionWire } from '../../../../api/types.ts';
import { fromStrike, linear, through, XTicks } from '../../../kit/chart.tsx';

const WIDTH = 640;
const HEIGHT = 250;
const LEFT = 46;
const RIGHT = 96;
const TOP = 14;
const BOTTOM = 28;
const FROM_S = -0.6;
const TO_S = 0.25;

/** Turning speeds and the ground's load of one swing over the same seconds to strike, each with its shift. */
export function JoinedCurves({
  motion,
  ground,
  motionShiftS,
  groundShiftS,
  summary,
}: {
  motion: MotionWire | undefined;
  ground: GroundWire | undefined;
  motionShiftS: number;
  groundShiftS: number;
  summary: string;
}) {
  const x = linear([FROM_S, TO_S], [LEFT, WIDTH - RIGHT]);
  const y = linear([1, 0], [TOP, HEIGHT - BOTTOM]);
  const line = (time: readonly number[], values: readonly number[], scale: number, shift: number): string =>
    through(
      time.flatMap((t, i) => {
        const at = t + shift;
        return at < FROM_S || at > TO_S ? [] : [{ at, value: Math.max(0, values[i]!) / scale }];
      }),
      (p) => x(p.at),
      (p) => y(p.value),
    );
  const curves = motion?.curves;
  const fastest = Math.max(
    1,
    ...(curves?.dps.chest ?? []),
    ...(curves?.dps.hips ?? []),
    ...(curves?.dps.leadArm ?? []),
  );
  const traces = ground?.traces;
  const most = Math.max(1.5, ...(traces?.verticalBw ?? []));
  const rows: { name: string; colour: string; dash?: string; points: string }[] = [];
  if (curves)
    for (const [s, name, colour, dash] of [
      ['hips', 'hips', 'var(--hips)', undefined],
      ['chest', 'chest', 'var(--chest)', '10 5'],
      ['leadArm', 'lead arm', 'var(--lead-arm)', '2 4'],
    ] as const) {
      const values = curves.dps[s];
      if (values) rows.push({ name, colour, dash, points: line(curves.timeS, values, fastest, motionShiftS) });
    }
  if (traces) {
    if (traces.verticalBw)
      rows.push({
        name: 'push',
        colour: 'var(--slate)',
        dash: '9 4',
        points: line(traces.fromStrikeS, traces.verticalBw, most, groundShiftS),
      });
    rows.push({
      name: 'lead share',
      colour: 'var(--maple)',
      points: line(traces.fromStrikeS, traces.leadShare, 1, groundShiftS),
    });
  }
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} style={{ width: '100%', height: 'auto' }} role="img" aria-label={summary}>
      {[0, 0.5, 1].map((v) => (
        <line key={v} x1={LEFT} x2={WIDTH - RIGHT} y1={y(v)} y2={y(v)} stroke="var(--line)" />
      ))}
      <line x1={x(0)} x2={x(0)} y1={TOP} y2={y(0)} stroke="var(--soft-ink)" strokeWidth={2} />
      <XTicks scale={x} at={[-0.6, -0.4, -0.2, 0, 0.2]} y={HEIGHT - 8} format={fromStrike} />
      {rows.map((r, i) => (
        <g key={r.name}>
          <polyline points={r.points} fill="none" stroke={r.colour} strokeWidth={2.2} strokeDasharray={r.dash} />
          <line
            x1={WIDTH - RIGHT + 6}
            x2={WIDTH - RIGHT + 26}
            y1={TOP + 10 + 20 * i}
            y2={TOP + 10 + 20 * i}
            stroke={r.colour}
            strokeWidth={2.2}
            strokeDasharray={r.dash}
          />
          <text x={WIDTH - RIGHT + 31} y={TOP + 14 + 20 * i} fontSize={12} fill={r.colour}>
            {r.name}
          </text>
        </g>
      ))}
      {curves ? (
        <text x={4} y={TOP + 4} fontSize={11} fill="var(--soft-ink)">
          {Math.round(fastest)} °/s
        </text>
      ) : null}
      {traces ? (
        <text x={4} y={TOP + 18} fontSize={11} fill="var(--soft-ink)">
          100 %
        </text>
      ) : null}
      {traces?.verticalBw ? (
        <text x={4} y={TOP + 32} fontSize={11} fill="var(--soft-ink)">
          {most.toFixed(1)} BW
        </text>
      ) : null}
    </svg>
  );
}
