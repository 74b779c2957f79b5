import type { DrawnSample, DrawnSwing } from '../../workers/swing-tasks.ts';

const SCALE = 92;
const WIDTH = 300;
const HEIGHT = 300;
const HUB: readonly [number, number] = [150, 118];

type Point = readonly [number, number];

/** Shoulder, hands and head of a moment, in the swing's plane, on the page; a left-hander is mirrored. */
function points(sample: DrawnSample, lengths: DrawnSwing['lengthsM'], side: 1 | -1): [Point, Point, Point] {
  let [px, py] = HUB;
  return sample.anglesRad.slice(1).map((angle, i): Point => {
    px += side * SCALE * lengths[i]! * Math.sin(angle);
    py += SCALE * lengths[i]! * Math.cos(angle);
    return [px, py];
  }) as [Point, Point, Point];
}

const path = (list: readonly Point[]): string => list.map((p) => `${p[0].toFixed(1)},${p[1].toFixed(1)}`).join(' ');

/** Stick figure of one moment in the swing's plane, with the way of hands and club head; the ghost is drawn faint. */
export function SwingFigure({
  swing,
  sample,
  ghost,
  ghostSample,
  handedness,
}: {
  swing: DrawnSwing;
  sample: DrawnSample;
  ghost?: DrawnSwing;
  ghostSample?: DrawnSample;
  handedness: 'right' | 'left';
}) {
  const side = handedness === 'right' ? 1 : -1;
  const [shoulder, hands, head] = points(sample, swing.lengthsM, side);
  const hip = HUB[1] + 0.5 * SCALE;
  const turn = Math.cos(sample.anglesRad[0]);
  const all = swing.samples.map((s) => points(s, swing.lengthsM, side));
  const faint = ghost && ghostSample ? points(ghostSample, ghost.lengthsM, side) : undefined;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', height: 'auto' }}
      role="img"
      aria-label={`Stick figure ${Math.round(1000 * sample.beforeStrikeS)} ms before strike, seen square to the swing’s plane.`}
    >
      <polyline points={path(all.map((p) => p[2]))} fill="none" stroke="var(--line)" strokeWidth={1.5} />
      <polyline
        points={path(all.map((p) => p[1]))}
        fill="none"
        stroke="var(--lead-arm)"
        strokeWidth={1}
        strokeDasharray="2 3"
      />
      {faint ? (
        <polyline
          points={path([HUB, ...faint])}
          fill="none"
          stroke="var(--soft-ink)"
          strokeWidth={2}
          opacity={0.45}
          strokeLinejoin="round"
        />
      ) : null}
      <circle
        cx={HUB[0]}
        cy={HUB[1] - 0.22 * SCALE}
        r={0.11 * SCALE}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2.5}
      />
      <line x1={HUB[0]} y1={HUB[1]} x2={HUB[0]} y2={hip} stroke="var(--chest)" strokeWidth={4} />
      <line
        x1={HUB[0] - side * 16 * turn}
        x2={HUB[0] + side * 16 * turn}
        y1={hip}
        y2={hip}
        stroke="var(--hips)"
        strokeWidth={5}
        strokeLinecap="round"
      />
      {[-1, 1].map((s) => (
        <line
          key={s}
          x1={HUB[0] + s * 8}
          y1={hip}
          x2={HUB[0] + s * 24}
          y2={hip + 0.86 * SCALE}
          stroke="var(--soft-ink)"
          strokeWidth={3}
        />
      ))}
      <polyline
        points={path([HUB, shoulder])}
        stroke="var(--chest)"
        strokeWidth={5}
        fill="none"
        strokeLinecap="round"
      />
      <polyline
        points={path([shoulder, hands])}
        stroke="var(--lead-arm)"
        strokeWidth={5}
        fill="none"
        strokeLinecap="round"
      />
      <polyline points={path([hands, head])} stroke="var(--ink)" strokeWidth={3} fill="none" strokeLinecap="round" />
      <circle cx={head[0]} cy={head[1]} r={5} fill="var(--ink)" />
      <text
        x={side === 1 ? WIDTH - 6 : 6}
        y={HEIGHT - 8}
        fontSize={12}
        textAnchor={side === 1 ? 'end' : 'start'}
        fill="var(--soft-ink)"
      >
        target
      </text>
    </svg>
  );
}
