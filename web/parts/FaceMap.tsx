import styled from 'styled-components';
import type { ShotWire } from '../../api/types.ts';

const Svg = styled.svg`
  width: 100%;
  max-width: 240px;
  height: auto;
  display: block;
`;

/** Where on the face, in words: the sign is always spelled. */
export function strikeInWords(toeM: number, highM: number): string {
  const mm = (m: number): string => `${Math.abs(m * 1000).toFixed(0)} mm`;
  const side = Math.abs(toeM) < 0.0005 ? 'centre' : `${mm(toeM)} ${toeM > 0 ? 'toe' : 'heel'}`;
  const height = Math.abs(highM) < 0.0005 ? 'centre height' : `${mm(highM)} ${highM > 0 ? 'high' : 'low'}`;
  return `${side}, ${height}`;
}

/** The face as the golfer looks at it, with this block's marks; the toe points away from the golfer. */
export function FaceMap({
  shots,
  handedness,
  driver,
}: {
  shots: readonly ShotWire[];
  handedness: 'right' | 'left';
  driver: boolean;
}) {
  const marks = shots.filter(
    (s) => s.setAsideReason === null && s.values.impactToeM !== undefined && s.values.impactHighM !== undefined,
  );
  if (marks.length === 0) return null;
  const side = handedness === 'right' ? 1 : -1;
  const last = marks[marks.length - 1];
  const outline = driver
    ? 'M-56 20 C-60 -6 -34 -27 4 -28 C40 -28 60 -12 58 6 C56 24 22 29 -10 28 C-36 27 -54 28 -56 20 Z'
    : 'M-44 22 L-44 6 C-10 0 24 -14 40 -32 C52 -30 52 6 46 20 C20 26 -20 26 -44 22 Z';
  return (
    <Svg
      viewBox="-70 -42 140 84"
      role="img"
      aria-label={`${marks.length} strikes on the face; the last ${strikeInWords(last.values.impactToeM, last.values.impactHighM)}.`}
    >
      <g transform={`scale(${side} 1)`}>
        <path d={outline} fill="var(--paper)" stroke="var(--soft-ink)" strokeWidth={1.5} />
        <line x1={-12} x2={12} y1={0} y2={0} stroke="var(--line)" />
        <line x1={0} x2={0} y1={-12} y2={12} stroke="var(--line)" />
        {marks.map((s) => (
          <circle
            key={s.id}
            cx={1000 * s.values.impactToeM}
            cy={-1000 * s.values.impactHighM}
            r={s === last ? 4.5 : 3}
            fill={s === last ? 'var(--maple)' : 'none'}
            stroke="var(--maple-deep)"
            strokeWidth={1.2}
          />
        ))}
      </g>
      <text x={52 * side} y={38} fontSize={9} textAnchor="middle" fill="var(--soft-ink)">
        toe
      </text>
      <text x={-52 * side} y={38} fontSize={9} textAnchor="middle" fill="var(--soft-ink)">
        heel
      </text>
    </Svg>
  );
}
