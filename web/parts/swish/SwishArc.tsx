import type { HeardSwing } from '../../../core/swish/analyse.ts';
import type { SetPlace } from '../../../core/swish/set-place.ts';

const WIDTH = 640;
const HEIGHT = 220;
/** Farthest from the ball that is drawn, m. */
const REACH_M = 1.8;
const RADIUS = 300;
const MIDDLE: readonly [number, number] = [WIDTH / 2, HEIGHT - 46 - RADIUS];

export const JUDGEMENT_WORDS = { before: 'early', at: 'at the ball', past: 'past the ball', none: 'no place' } as const;
const REFUSED_WORDS: Readonly<Record<string, string>> = {
  clipped: 'too loud: the recording is cut off. Move the microphone back or turn it down',
  noisy: 'too soft against the noise. Go nearer or find a quieter place',
  gain: 'the recorder changes its loudness by itself. Turn automatic gain off',
  unsure: 'the peak is too broad to be placed',
  overlap: 'two swings on top of each other',
};

/** One swing in words. */
export function swingInWords(s: Pick<HeardSwing, 'refused' | 'pastBallM' | 'uncertaintyM' | 'judgement'>): string {
  if (s.refused) return `Not judged: ${REFUSED_WORDS[s.refused]}.`;
  if (s.pastBallM === null || s.uncertaintyM === null) return 'Speed only: no ball was heard, so there is no place.';
  const cm = Math.round(Math.abs(100 * s.pastBallM));
  const side = s.pastBallM < 0 ? 'before' : 'past';
  const place = s.judgement === 'at' ? 'at the ball' : `${cm} cm ${side} the ball`;
  return `Fastest ${place} (± ${Math.round(100 * s.uncertaintyM)} cm).`;
}

/** A set in words: its middle, not its last swing. */
export const setInWords = (s: SetPlace): string =>
  swingInWords(s).replace(/\.$/, `, the middle of ${s.swings} swings.`);

/** Place on the arc, m past the ball along it; a left-hander's target lies the other way. */
const onArc = (m: number, side: 1 | -1): readonly [number, number] => {
  const angle = (Math.max(-REACH_M, Math.min(REACH_M, m)) / REACH_M) * 0.95;
  return [MIDDLE[0] + side * RADIUS * Math.sin(angle), MIDDLE[1] + RADIUS * Math.cos(angle)];
};

/** The bottom of the swing's arc with the ball and one large mark where the newest swing was fastest; older ones small. */
export function SwishArc({ swings, handedness }: { swings: readonly HeardSwing[]; handedness: 'right' | 'left' }) {
  const side = handedness === 'right' ? 1 : -1;
  const placed = swings.filter((s) => s.pastBallM !== null);
  const last = swings[swings.length - 1];
  const way = Array.from({ length: 41 }, (_, i) => onArc(-REACH_M + (i / 20) * REACH_M, side));
  const word = last ? (last.refused ? 'not judged' : JUDGEMENT_WORDS[last.judgement]) : 'no swing yet';
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', height: 'auto' }}
      role="img"
      aria-label={last ? swingInWords(last) : 'No swing yet.'}
    >
      <polyline
        points={way.map((p) => `${p[0].toFixed(1)},${p[1].toFixed(1)}`).join(' ')}
        fill="none"
        stroke="var(--wood)"
        strokeWidth={6}
        strokeLinecap="round"
      />
      {[-1, -0.5, 0.5, 1].map((m) => {
        const [x, y] = onArc(m, side);
        return (
          <text key={m} x={x} y={y + 26} fontSize={13} textAnchor="middle" fill="var(--soft-ink)">
            {m > 0 ? `+${100 * m}` : `−${-100 * m}`} cm
          </text>
        );
      })}
      <circle
        cx={MIDDLE[0]}
        cy={MIDDLE[1] + RADIUS - 10}
        r={9}
        fill="var(--card)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      {placed.map((s, i) => {
        const [x, y] = onArc(s.pastBallM ?? 0, side);
        const newest = s === last;
        return newest ? (
          <path key={i} d={`M ${x} ${y} l -17 -34 h 34 z`} fill="var(--maple)" stroke="var(--card)" strokeWidth={2} />
        ) : (
          <line key={i} x1={x} x2={x} y1={y - 9} y2={y + 9} stroke="var(--slate)" strokeWidth={2.5} />
        );
      })}
      <text x={WIDTH / 2} y={58} fontSize={44} fontWeight={700} textAnchor="middle" fill="var(--ink)">
        {word}
      </text>
      <text
        x={side === 1 ? WIDTH - 8 : 8}
        y={HEIGHT - 6}
        fontSize={13}
        textAnchor={side === 1 ? 'end' : 'start'}
        fill="var(--soft-ink)"
      >
        target
      </text>
    </svg>
  );
}
