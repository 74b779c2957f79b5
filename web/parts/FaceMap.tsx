import { useRef, type PointerEvent } from 'react';
import styled from 'styled-components';
import type { ShotWire } from '../../api/types.ts';
import { headKindOf, type HeadKind } from '../../core/catalogue/heads.ts';
import { ontoFace } from '../../core/impact/impact.ts';
import { Soft } from '../kit/layout.tsx';
import { STRIKE_BOX, type StrikeMap } from '../../core/impact/strike-map.ts';

const Svg = styled.svg<{ $tap?: boolean }>`
  width: 100%;
  max-width: 300px;
  height: auto;
  display: block;
  font-family: var(--text);
  touch-action: manipulation;
  cursor: ${({ $tap }) => ($tap ? 'crosshair' : 'default')};
`;

/** Where on the face, in words: the sign is always spelled. */
export function strikeInWords(toeM: number, highM: number): string {
  const mm = (m: number): string => `${Math.abs(m * 1000).toFixed(0)} mm`;
  const side = Math.abs(toeM) < 0.0005 ? 'centre' : `${mm(toeM)} ${toeM > 0 ? 'toe' : 'heel'}`;
  const height = Math.abs(highM) < 0.0005 ? 'centre height' : `${mm(highM)} ${highM > 0 ? 'high' : 'low'}`;
  return `${side}, ${height}`;
}

/**
 * Which way the toe lies on the drawing, + right: the face as it looks when held up before the eyes, sole down. A right-hander's toe is
 * then on the left.
 */
export const toeSide = (handedness: 'right' | 'left'): 1 | -1 => (handedness === 'right' ? -1 : 1);

/** Says how the drawn face is looked at. */
export const faceWords = (handedness: 'right' | 'left'): string =>
  `Held up before your eyes, sole down: a ${handedness}-hander’s toe is on the ${handedness === 'right' ? 'left' : 'right'}.`;

/** Outlines in mm about the face centre before they are turned by `toeSide`: toe at +x, up is −y. */
export const FACE_OUTLINE: Readonly<Record<HeadKind, string>> = {
  driver: 'M-56 20 C-60 -6 -34 -27 4 -28 C40 -28 60 -12 58 6 C56 24 22 29 -10 28 C-36 27 -54 28 -56 20 Z',
  fairway: 'M-46 14 C-50 -4 -28 -18 2 -19 C32 -19 48 -8 46 5 C44 16 18 19 -8 19 C-30 19 -44 20 -46 14 Z',
  iron: 'M-41 20 L-41 -6 C-12 -13 16 -22 32 -35 C46 -34 48 4 42 17 C18 23 -20 23 -41 20 Z',
};
const VIEW = { x: -70, y: -42, width: 140, height: 84 };

/**
 * The face held up before the eyes, with this block's marks, the ellipse of their spread and the box that counts as good. With `onTap`
 * a tap places the last swing's mark, as the dot left on the face shows it.
 */
export function FaceMap({
  shots,
  handedness,
  club,
  map,
  onTap,
}: {
  shots: readonly Pick<ShotWire, 'id' | 'strikeByHand' | 'setAsideReason' | 'values'>[];
  handedness: 'right' | 'left';
  club: string;
  map?: StrikeMap | null;
  onTap?: (toeM: number, highM: number) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const marks = shots.flatMap(
    ({ id, strikeByHand, setAsideReason, values: { impactToeM: toeM, impactHighM: highM } }) =>
      setAsideReason !== null || toeM === undefined || highM === undefined ? [] : [{ id, strikeByHand, toeM, highM }],
  );
  if (marks.length === 0 && !onTap) return null;
  const side = toeSide(handedness);
  const head = headKindOf(club);
  const box = STRIKE_BOX[head];
  const last = marks[marks.length - 1];
  const tap = (event: PointerEvent): void => {
    const frame = svg.current?.getBoundingClientRect();
    if (!frame || !onTap) return;
    const x = VIEW.x + ((event.clientX - frame.left) / frame.width) * VIEW.width;
    const y = VIEW.y + ((event.clientY - frame.top) / frame.height) * VIEW.height;
    const { toeM, highM } = ontoFace((side * x) / 1000, -y / 1000);
    onTap(Math.round(1000 * toeM) / 1000, Math.round(1000 * highM) / 1000);
  };
  const label = last
    ? `${marks.length} strikes on the face; the last ${strikeInWords(last.toeM, last.highM)}.`
    : 'No strike on the face yet.';
  const e = map?.ellipse;
  return (
    <figure style={{ margin: 0 }}>
      <Svg
        ref={svg}
        viewBox={`${VIEW.x} ${VIEW.y} ${VIEW.width} ${VIEW.height}`}
        role="img"
        aria-label={label}
        $tap={onTap !== undefined}
        onPointerUp={tap}
      >
        <g transform={`scale(${side} 1)`}>
          <path d={FACE_OUTLINE[head]} fill="var(--paper)" stroke="var(--soft-ink)" strokeWidth={1.5} />
          <rect
            x={-1000 * box.toeM}
            y={-1000 * box.highM}
            width={2000 * box.toeM}
            height={2000 * box.highM}
            fill="none"
            stroke="var(--moss)"
            strokeDasharray="3 2"
          />
          <line x1={-3} x2={3} y1={0} y2={0} stroke="var(--soft-ink)" />
          <line x1={0} x2={0} y1={-3} y2={3} stroke="var(--soft-ink)" />
          {map && e ? (
            <ellipse
              rx={1000 * e.longM}
              ry={1000 * e.shortM}
              transform={`translate(${1000 * map.meanToeM} ${-1000 * map.meanHighM}) rotate(${(-e.turnRad * 180) / Math.PI})`}
              fill="var(--straw)"
              fillOpacity={0.35}
              stroke="var(--maple)"
              strokeWidth={0.8}
            />
          ) : null}
          {marks.map((s) => (
            <circle
              key={s.id}
              cx={1000 * s.toeM}
              cy={-1000 * s.highM}
              r={s === last ? 4.2 : 2.6}
              fill={s === last ? 'var(--maple)' : 'none'}
              stroke="var(--maple-deep)"
              strokeWidth={1.2}
              strokeDasharray={s.strikeByHand ? '1.5 1' : undefined}
            />
          ))}
        </g>
        <text x={54 * side} y={39} fontSize={8} textAnchor="middle" fill="var(--soft-ink)">
          toe
        </text>
        <text x={-54 * side} y={39} fontSize={8} textAnchor="middle" fill="var(--soft-ink)">
          heel
        </text>
      </Svg>
      <figcaption>
        <Soft>{faceWords(handedness)}</Soft>
      </figcaption>
    </figure>
  );
}
