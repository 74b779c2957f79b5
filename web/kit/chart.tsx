import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { numberText } from './typed-number.ts';

export type Scale = ScaleLinear<number, number>;

/** Where values stand in a picture, straight from one end to the other; `clamp` holds what lies outside at its edge. */
export const linear = (values: readonly number[], places: readonly number[], clamp = false): Scale =>
  scaleLinear([...values], [...places]).clamp(clamp);

/** Corners of a polyline through data. */
export const through = <T,>(
  data: readonly T[],
  x: (d: T, i: number) => number,
  y: (d: T, i: number) => number,
): string => data.map((d, i) => `${x(d, i).toFixed(1)},${y(d, i).toFixed(1)}`).join(' ');

interface Ticks {
  readonly scale: (value: number) => number;
  readonly at: readonly number[];
  readonly format?: (value: number) => string;
  readonly size?: number;
  /** Ends of a line across the picture at each tick. */
  readonly grid?: readonly [number, number];
}

/** Figures below a picture, or where `y` says. */
export function XTicks({ scale, at, y, format = String, size = 12, grid }: Ticks & { readonly y: number }) {
  return at.map((v) => (
    <g key={v}>
      {grid ? <line x1={scale(v)} x2={scale(v)} y1={grid[0]} y2={grid[1]} stroke="var(--line)" /> : null}
      <text x={scale(v)} y={y} fontSize={size} textAnchor="middle" fill="var(--soft-ink)">
        {format(v)}
      </text>
    </g>
  ));
}

/** Figures to the left of a picture, ending at `x`. */
export function YTicks({ scale, at, x, format = String, size = 12, grid }: Ticks & { readonly x: number }) {
  return at.map((v) => (
    <g key={v}>
      {grid ? <line x1={grid[0]} x2={grid[1]} y1={scale(v)} y2={scale(v)} stroke="var(--line)" /> : null}
      <text x={x} y={scale(v) + 4} fontSize={size} textAnchor="end" fill="var(--soft-ink)">
        {format(v)}
      </text>
    </g>
  ));
}

/** Seconds around the strike, as they are written on an axis. */
export const fromStrike = (s: number): string => (s === 0 ? 'strike' : `${numberText(s)} s`);
