import type { FootFrame } from '../../../../core/capture/ground.ts';
import type { GroundTraces } from '../../../../core/capture/ground-traces.ts';

const SCALE = 420;
const WIDTH = 460;
const HEIGHT = 210;
const FOOT_LENGTH_M = 0.27;
const FOOT_WIDTH_M = 0.1;

type Place = readonly [number, number] | null;

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / Math.max(1, list.length);
const known = (list: readonly Place[]): (readonly [number, number])[] => list.flatMap((p) => (p ? [p] : []));

/** A foot's outline about its middle, toes away from the viewer, inner side toward the other foot. */
const OUTLINE = 'M-16 52 C-24 20 -22 -20 -14 -44 C-8 -58 10 -60 16 -44 C22 -24 18 10 16 48 C14 60 -14 60 -16 52 Z';

/** Where a foot is drawn: by its own frame, or about the middle of its pressure at set-up where the file has none. */
function frameOf(foot: FootFrame | null, places: readonly Place[]): { x: number; y: number; turnRad: number } {
  if (foot) {
    const half = foot.lengthM / 2;
    return {
      x: foot.heelXM + half * Math.sin(foot.turnRad),
      y: foot.heelYM + half * Math.cos(foot.turnRad),
      turnRad: foot.turnRad,
    };
  }
  const start = known(places).slice(0, 12);
  return { x: mean(start.map((p) => p[0])), y: mean(start.map((p) => p[1])), turnRad: 0 };
}

/** The way of the pressure under each foot, seen from above, ball at the top of the picture; a left-hander is mirrored. */
export function PressureFeet({ traces, handedness }: { traces: GroundTraces; handedness: 'right' | 'left' }) {
  const side = handedness === 'right' ? 1 : -1;
  const { lead, trail, fromStrikeS } = traces;
  if (!lead || !trail) return null;
  const feet = [
    { name: 'trail', places: trail, frame: frameOf(traces.trailFoot, trail), dash: '6 3', foot: traces.trailFoot },
    { name: 'lead', places: lead, frame: frameOf(traces.leadFoot, lead), dash: undefined, foot: traces.leadFoot },
  ];
  const [cx, cy] = [mean(feet.map((f) => f.frame.x)), mean(feet.map((f) => f.frame.y))];
  const px = (x: number): number => WIDTH / 2 + side * SCALE * (x - cx);
  const py = (y: number): number => HEIGHT / 2 - SCALE * (y - cy);
  const strikeAt = fromStrikeS.reduce((best, t, i) => (Math.abs(t) < Math.abs(fromStrikeS[best]!) ? i : best), 0);
  const drawn = feet.every((f) => f.foot === null);
  return (
    <figure style={{ margin: 0 }}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        style={{ width: '100%', maxWidth: 560, height: 'auto' }}
        role="img"
        aria-label="Way of the pressure under trail and lead foot, from above; the ring is the strike."
      >
        {feet.map((f) => (
          <g key={f.name}>
            <g
              transform={`translate(${px(f.frame.x)} ${py(f.frame.y)}) rotate(${(side * f.frame.turnRad * 180) / Math.PI}) scale(${((f.name === 'lead' ? 1 : -1) * side * SCALE * (f.foot?.widthM ?? FOOT_WIDTH_M)) / 36} ${(SCALE * (f.foot?.lengthM ?? FOOT_LENGTH_M)) / 116})`}
            >
              <path
                d={OUTLINE}
                fill="var(--paper)"
                stroke="var(--soft-ink)"
                strokeWidth={1.4}
                vectorEffect="non-scaling-stroke"
              />
            </g>
            <polyline
              points={known(f.places)
                .map((p) => `${px(p[0]).toFixed(1)},${py(p[1]).toFixed(1)}`)
                .join(' ')}
              fill="none"
              stroke="var(--maple)"
              strokeWidth={2}
              strokeDasharray={f.dash}
            />
            {f.places[strikeAt] ? (
              <circle
                cx={px(f.places[strikeAt][0])}
                cy={py(f.places[strikeAt][1])}
                r={6}
                fill="none"
                stroke="var(--ink)"
                strokeWidth={2}
              />
            ) : null}
            <text x={px(f.frame.x)} y={HEIGHT - 6} fontSize={13} textAnchor="middle" fill="var(--soft-ink)">
              {f.name}
            </text>
          </g>
        ))}
        <text
          x={side === 1 ? WIDTH - 6 : 6}
          y={18}
          fontSize={12}
          textAnchor={side === 1 ? 'end' : 'start'}
          fill="var(--soft-ink)"
        >
          target {side === 1 ? '→' : '←'}
        </text>
      </svg>
      {drawn ? (
        <figcaption style={{ color: 'var(--soft-ink)' }}>
          The file says nothing of the feet: they are drawn about the pressure at set-up.
        </figcaption>
      ) : null}
    </figure>
  );
}
