import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { degToRad, radToDeg } from '../../../core/units/units.ts';
import type { DrawnSample, DrawnSwing } from '../../workers/swing-tasks.ts';
import { fromStrike, linear, through, XTicks, YTicks } from '../../kit/chart.tsx';

const WIDTH = 640;
const HEIGHT = 300;
const LEFT = 46;
const TOP = 14;
const BOTTOM = 34;
/** The strike stands at the right-hand third. */
const STRIKE_X = LEFT + ((WIDTH - LEFT) * 2) / 3;

const CURVES = [
  { name: 'hips', colour: 'var(--hips)', dash: undefined, wide: 2 },
  { name: 'chest', colour: 'var(--chest)', dash: '10 5', wide: 2 },
  { name: 'lead arm', colour: 'var(--lead-arm)', dash: '2 4', wide: 2.4 },
  { name: 'club', colour: 'var(--ink)', dash: undefined, wide: 3.2 },
] as const;

/** Sample of a swing nearest to a moment before the strike. */
export const sampleAt = (swing: DrawnSwing, beforeStrikeS: number): DrawnSample =>
  swing.samples.reduce((a, b) =>
    Math.abs(b.beforeStrikeS - beforeStrikeS) < Math.abs(a.beforeStrikeS - beforeStrikeS) ? b : a,
  );

/** Label places at the right of the curves, pushed apart so that none covers another. */
function spread(places: readonly number[], least: number): number[] {
  const order = places.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  for (let k = 1; k < order.length; k++) order[k]!.y = Math.max(order[k]!.y, order[k - 1]!.y + least);
  const out = new Array<number>(places.length);
  for (const { y, i } of order) out[i] = y;
  return out;
}

/**
 * Turning speeds from the top to the strike, the ghost of another swing faint behind them. The cursor is a slider: pointer or
 * arrow keys move it, a figure beside follows.
 */
export function SwingCurves({
  swing,
  ghost,
  cursorS,
  onCursor,
  summary,
}: {
  swing: DrawnSwing;
  ghost?: DrawnSwing;
  cursorS: number;
  onCursor: (beforeStrikeS: number) => void;
  summary: string;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const longest = Math.max(swing.downswingS, ghost?.downswingS ?? 0, 0.3);
  const fastest = Math.max(...[swing, ghost].flatMap((s) => s?.samples.map((x) => x.ratesRadPerS[3]) ?? []));
  const x = linear([longest, 0], [LEFT, STRIKE_X]);
  const y = linear([0, fastest], [HEIGHT - BOTTOM, TOP], true);
  const line = (s: DrawnSwing, i: number): string =>
    through(
      s.samples,
      (k) => x(k.beforeStrikeS),
      (k) => y(k.ratesRadPerS[i]!),
    );
  const last = swing.samples[swing.samples.length - 1]!;
  const labels = spread(
    CURVES.map((_, i) => y(last.ratesRadPerS[i]!)),
    17,
  );
  const move = (event: PointerEvent): void => {
    const frame = svg.current?.getBoundingClientRect();
    if (!frame || (event.type === 'pointermove' && event.buttons === 0)) return;
    const at = ((event.clientX - frame.left) / frame.width) * WIDTH;
    onCursor(Math.min(swing.downswingS, Math.max(0, x.invert(at))));
  };
  const keys = (event: KeyboardEvent): void => {
    const step = { ArrowLeft: 0.005, ArrowRight: -0.005, Home: 9, End: -9 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onCursor(Math.min(swing.downswingS, Math.max(0, cursorS + step)));
  };
  const now = sampleAt(swing, cursorS);
  const ticks = [0, 0.1, 0.2, 0.3, 0.4].filter((t) => t <= longest);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', height: 'auto', touchAction: 'none' }}
      role="slider"
      tabIndex={0}
      aria-label={`Moment of the swing. ${summary}`}
      aria-valuemin={-Math.round(1000 * swing.downswingS)}
      aria-valuemax={0}
      aria-valuenow={-Math.round(1000 * cursorS)}
      aria-valuetext={`${Math.round(1000 * cursorS)} ms before strike`}
      onPointerDown={move}
      onPointerMove={move}
      onKeyDown={keys}
    >
      <line x1={LEFT} x2={STRIKE_X} y1={y(0)} y2={y(0)} stroke="var(--soft-ink)" />
      <line x1={STRIKE_X} x2={STRIKE_X} y1={TOP} y2={y(0)} stroke="var(--line)" strokeWidth={2} />
      <XTicks scale={x} at={ticks} y={HEIGHT - 12} format={(t) => fromStrike(-t)} />
      <YTicks
        scale={(dps) => y(degToRad(dps))}
        at={[500, 1000, 1500, 2000, 2500].filter((v) => v < radToDeg(fastest))}
        x={LEFT - 6}
        size={11}
      />
      <text x={4} y={12} fontSize={11} fill="var(--soft-ink)">
        °/s
      </text>
      {ghost
        ? CURVES.map((c, i) => (
            <polyline
              key={c.name}
              points={line(ghost, i)}
              fill="none"
              stroke={c.colour}
              strokeWidth={1}
              opacity={0.45}
              strokeDasharray={c.dash}
            />
          ))
        : null}
      {CURVES.map((c, i) => (
        <g key={c.name}>
          <polyline
            points={line(swing, i)}
            fill="none"
            stroke={c.colour}
            strokeWidth={c.wide}
            strokeDasharray={c.dash}
          />
          <text x={STRIKE_X + 10} y={labels[i]! + 4} fontSize={13} fill={c.colour}>
            {c.name} {Math.round(radToDeg(last.ratesRadPerS[i]!))} °/s
          </text>
        </g>
      ))}
      <line
        x1={x(now.beforeStrikeS)}
        x2={x(now.beforeStrikeS)}
        y1={TOP}
        y2={y(0)}
        stroke="var(--maple)"
        strokeWidth={1.5}
      />
      {CURVES.map((c, i) => (
        <circle key={c.name} cx={x(now.beforeStrikeS)} cy={y(now.ratesRadPerS[i]!)} r={3.5} fill={c.colour} />
      ))}
    </svg>
  );
}
