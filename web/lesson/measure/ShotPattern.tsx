import { METRES_PER_YARD } from '../../../core/units/units.ts';
import styled from 'styled-components';
import { useUnits } from '../../base/session.tsx';
import type { PatternShot } from '../../workers/tasks.ts';
import { linear, through, XTicks } from '../../kit/chart.tsx';

const WIDTH = 720;
const PAD = 34;
const TOP_HEIGHT = 240;
const SIDE_HEIGHT = 150;

const Svg = styled.svg`
  width: 100%;
  height: auto;
  display: block;
  font-family: var(--text);
`;

export interface PatternBlock {
  readonly label: string;
  readonly shots: readonly PatternShot[];
}

/** Two blocks are told apart by colour and by line: solid and dashed. */
const LOOK = [
  { stroke: 'var(--maple)', dash: undefined },
  { stroke: 'var(--slate)', dash: '6 4' },
] as const;

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

interface Ellipse {
  readonly cx: number;
  readonly cy: number;
  readonly long: number;
  readonly short: number;
  readonly turn: number;
}

/** One-SD ellipse of the landings, along and across the line. */
function landingEllipse(shots: readonly PatternShot[]): Ellipse | undefined {
  const n = shots.length;
  if (n < 3) return undefined;
  const [cx, cy] = [mean(shots.map((s) => s.carryM)), mean(shots.map((s) => s.sideOutM))];
  const sxx = shots.reduce((a, s) => a + (s.carryM - cx) ** 2, 0) / (n - 1);
  const syy = shots.reduce((a, s) => a + (s.sideOutM - cy) ** 2, 0) / (n - 1);
  const sxy = shots.reduce((a, s) => a + (s.carryM - cx) * (s.sideOutM - cy), 0) / (n - 1);
  const root = Math.sqrt(((sxx - syy) / 2) ** 2 + sxy ** 2);
  return {
    cx,
    cy,
    long: Math.sqrt((sxx + syy) / 2 + root),
    short: Math.sqrt(Math.max(0, (sxx + syy) / 2 - root)),
    turn: 0.5 * Math.atan2(2 * sxy, sxx - syy),
  };
}

/** Said aloud: how far, how wide, which way. */
function inWords(block: PatternBlock, distance: (m: number) => string): string {
  const e = landingEllipse(block.shots);
  const side = mean(block.shots.map((s) => s.sideOutM));
  const spread = e ? `, spread ${distance(e.long)} by ${distance(e.short)}` : '';
  return `${block.label}: ${block.shots.length} shots, carry ${distance(mean(block.shots.map((s) => s.carryM)))} on average, ${distance(Math.abs(side))} ${side >= 0 ? 'out' : 'in'}${spread}.`;
}

/** Shots from above (start line, curve, landing ellipse) and from the side (apex), one or two blocks on one picture. */
export function ShotPattern({ blocks, handedness }: { blocks: readonly PatternBlock[]; handedness: 'right' | 'left' }) {
  const units = useUnits();
  const all = blocks.flatMap((b) => b.shots);
  if (all.length === 0) return null;
  const far = Math.max(50, ...all.map((s) => s.carryM)) * 1.08;
  const wide =
    Math.max(15, ...all.map((s) => Math.abs(s.sideOutM)), ...all.flatMap((s) => s.path.map((p) => Math.abs(p[2])))) *
    1.15;
  const high = Math.max(12, ...all.map((s) => s.apexM)) * 1.15;
  const x = linear([0, far], [PAD, WIDTH - PAD]);
  // Seen from above with the target to the right: right of the target is down.
  const down = handedness === 'right' ? 1 : -1;
  const y = linear([-down * wide, down * wide], [15, TOP_HEIGHT - 15]);
  const h = linear([0, high], [TOP_HEIGHT + SIDE_HEIGHT, TOP_HEIGHT + 26]);
  /** The ellipse as a polygon: along and across have scales of their own. */
  const outline = (e: Ellipse): string =>
    Array.from({ length: 48 }, (_, i) => {
      const a = (i / 48) * 2 * Math.PI;
      const [u, v] = [e.long * Math.cos(a), e.short * Math.sin(a)];
      const [along, out] = [u * Math.cos(e.turn) - v * Math.sin(e.turn), u * Math.sin(e.turn) + v * Math.cos(e.turn)];
      return `${x(e.cx + along).toFixed(1)},${y(e.cy + out).toFixed(1)}`;
    }).join(' ');
  const stepM = units.distanceUnit === 'yd' ? 50 * METRES_PER_YARD : 50;
  const rings = Array.from({ length: Math.floor(far / stepM) }, (_, i) => (i + 1) * stepM);
  const thin = all.length > 60 ? 0.25 : all.length > 25 ? 0.4 : 0.65;
  return (
    <Svg
      viewBox={`0 0 ${WIDTH} ${TOP_HEIGHT + SIDE_HEIGHT + 22}`}
      role="img"
      aria-label={blocks
        .filter((b) => b.shots.length > 0)
        .map((b) => inWords(b, units.distance))
        .join(' ')}
    >
      <XTicks
        scale={x}
        at={rings}
        y={TOP_HEIGHT + SIDE_HEIGHT + 16}
        format={(m) => units.distance(m)}
        grid={[12, TOP_HEIGHT + SIDE_HEIGHT]}
      />
      <line x1={PAD} x2={WIDTH - PAD} y1={y(0)} y2={y(0)} stroke="var(--soft-ink)" strokeDasharray="2 4" />
      <text x={PAD} y={14} fontSize={12} fill="var(--soft-ink)">
        from above · {handedness === 'right' ? 'in' : 'out'} is up, {handedness === 'right' ? 'out' : 'in'} is down
      </text>
      <text x={PAD} y={TOP_HEIGHT + 12} fontSize={12} fill="var(--soft-ink)">
        from the side
      </text>
      <line x1={PAD} x2={WIDTH - PAD} y1={h(0)} y2={h(0)} stroke="var(--soft-ink)" />
      {blocks.map((block, b) => {
        const look = LOOK[b % LOOK.length]!;
        const e = landingEllipse(block.shots);
        const highest = block.shots.reduce<PatternShot | undefined>(
          (a, s) => (!a || s.apexM > a.apexM ? s : a),
          undefined,
        );
        return (
          <g key={block.label} stroke={look.stroke} fill="none">
            {block.shots.map((s) => (
              <g key={s.id} opacity={thin} strokeDasharray={look.dash}>
                <polyline
                  points={through(
                    s.path,
                    (p) => x(p[0]),
                    (p) => y(p[2]),
                  )}
                  strokeWidth={1.5}
                />
                <polyline
                  points={through(
                    s.path,
                    (p) => x(p[0]),
                    (p) => h(p[1]),
                  )}
                  strokeWidth={1.5}
                />
              </g>
            ))}
            {block.shots.map((s) => (
              <circle key={s.id} cx={x(s.carryM)} cy={y(s.sideOutM)} r={3} fill={look.stroke} />
            ))}
            {e ? <polygon points={outline(e)} strokeWidth={2} strokeDasharray={look.dash} /> : null}
            {highest ? (
              <text x={PAD} y={TOP_HEIGHT + 30 + 16 * b} fontSize={12} stroke="none" fill={look.stroke}>
                {look.dash ? '╌╌' : '──'} {block.label}: apex to {units.distance(highest.apexM)}
              </text>
            ) : null}
          </g>
        );
      })}
    </Svg>
  );
}
