import { format } from 'date-fns';
import styled, { useTheme } from 'styled-components';
import type { NotchStickData } from '../../api/types.ts';
import { useUnits } from '../base/session.tsx';
import { linear } from '../kit/chart.tsx';

const SIZES = {
  full: { width: 1000, height: 132, top: 44, bar: 44, text: 15 },
  header: { width: 460, height: 58, top: 16, bar: 22, text: 11 },
  card: { width: 240, height: 50, top: 14, bar: 20, text: 11 },
} as const;

const Svg = styled.svg`
  width: 100%;
  height: auto;
  display: block;
  font-family: var(--text);
`;

/** What the stick says, as one sentence, with the same figures. */
export function stickSentence(stick: NotchStickData, speed: (mps: number) => string): string {
  if (stick.latestMps === null) return 'No club head speed measured yet.';
  const parts = [`Latest median ${speed(stick.latestMps)}, day-to-day spread ${speed(stick.spreadMps)}`];
  const n = stick.notches.length;
  parts.push(
    n === 0
      ? 'no notch yet'
      : `${n} notch${n === 1 ? '' : 'es'}, the last at ${speed(stick.notches[n - 1]!.speedMps)} on ${format(new Date(stick.notches[n - 1]!.date), 'd MMM')}`,
  );
  if (stick.goalMps !== null) parts.push(`goal ${speed(stick.goalMps)}`);
  return `${parts.join('; ')}.`;
}

/**
 * Progress as a wooden rule of club head speed: a notch for each verified gain, a pencil mark for the latest median with
 * its day-to-day spread as a band, an outlined peg for the goal.
 */
export function NotchStick({ stick, size }: { stick: NotchStickData; size: keyof typeof SIZES }) {
  const units = useUnits();
  const { colours } = useTheme();
  const s = SIZES[size];
  const sentence = stickSentence(stick, (v) => units.speed(v));
  const marks = [stick.latestMps, stick.goalMps, ...stick.notches.map((n) => n.speedMps)]
    .filter((v): v is number => v !== null)
    .map(units.fromMps);
  const middle = marks.length > 0 ? marks : [80];
  const lo = Math.floor((Math.min(...middle) - 5) / 5) * 5;
  const hi = Math.ceil((Math.max(...middle) + 5) / 5) * 5;
  const pad = size === 'full' ? 18 : 10;
  const x = linear([lo, hi], [pad, s.width - pad]);
  const bottom = s.top + s.bar;
  const ticks = Array.from({ length: hi - lo + 1 }, (_, i) => lo + i);
  const notchHalf = size === 'full' ? 9 : 6;
  const latest = stick.latestMps === null ? null : units.fromMps(stick.latestMps);
  const spread = units.fromMps(stick.spreadMps);
  return (
    <Svg viewBox={`0 0 ${s.width} ${s.height}`} role="img" aria-label={sentence}>
      <defs>
        <linearGradient id="wood" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor={colours.wood} />
          <stop offset="1" stopColor={colours.woodDark} />
        </linearGradient>
      </defs>
      <rect x={0} y={s.top} width={s.width} height={s.bar} rx={3} fill="url(#wood)" />
      {[0.28, 0.5, 0.74].map((f, i) => (
        <path
          key={f}
          d={`M0 ${s.top + f * s.bar} C ${s.width * 0.3} ${s.top + f * s.bar - 3 + i}, ${s.width * 0.6} ${s.top + f * s.bar + 4 - i}, ${s.width} ${s.top + f * s.bar}`}
          stroke={colours.mapleDeep}
          strokeOpacity={0.22}
          fill="none"
        />
      ))}
      {latest === null ? null : (
        <rect
          x={x(latest - spread)}
          y={s.top}
          width={Math.max(2, x(latest + spread) - x(latest - spread))}
          height={s.bar}
          fill={colours.paper}
          fillOpacity={0.45}
        />
      )}
      {ticks.map((v) => {
        const long = v % 5 === 0;
        return (
          <line
            key={v}
            x1={x(v)}
            x2={x(v)}
            y1={bottom}
            y2={bottom - (long ? s.bar * 0.42 : s.bar * 0.2)}
            stroke={colours.ink}
            strokeOpacity={long ? 0.9 : 0.45}
            strokeWidth={long ? 1.6 : 1}
          />
        );
      })}
      {ticks
        .filter((v) => v % (size === 'full' ? 5 : 10) === 0)
        .map((v) => (
          <text key={v} x={x(v)} y={bottom + s.text + 2} fontSize={s.text} textAnchor="middle" fill={colours.softInk}>
            {v}
          </text>
        ))}
      {size === 'full' ? (
        <text x={s.width - pad} y={s.top - 8} fontSize={s.text} textAnchor="end" fill={colours.softInk}>
          {units.speedUnit}
        </text>
      ) : null}
      {stick.notches.map((n) => {
        const at = x(units.fromMps(n.speedMps));
        return (
          <g key={n.date}>
            <path
              d={`M${at - notchHalf} ${s.top - 0.5} L${at} ${s.top + s.bar * 0.55} L${at + notchHalf} ${s.top - 0.5} Z`}
              fill={colours.card}
              stroke={colours.mapleDeep}
              strokeWidth={1}
            />
            {size === 'full' ? (
              <text x={at} y={bottom + 2 * s.text + 8} fontSize={s.text - 1} textAnchor="middle" fill={colours.ink}>
                {format(new Date(n.date), 'd MMM')}
              </text>
            ) : null}
          </g>
        );
      })}
      {stick.goalMps === null ? null : (
        <g>
          <rect
            x={x(units.fromMps(stick.goalMps)) - 5}
            y={s.top - (size === 'full' ? 14 : 8)}
            width={10}
            height={s.bar + (size === 'full' ? 14 : 8)}
            rx={5}
            fill="none"
            stroke={colours.ink}
            strokeWidth={2}
          />
          {size === 'full' ? (
            <text
              x={x(units.fromMps(stick.goalMps))}
              y={s.top - 20}
              fontSize={s.text}
              textAnchor="middle"
              fill={colours.ink}
            >
              goal
            </text>
          ) : null}
        </g>
      )}
      {latest === null ? null : (
        <g>
          <line
            x1={x(latest)}
            x2={x(latest) - 2}
            y1={s.top - 6}
            y2={bottom + 3}
            stroke={colours.slate}
            strokeWidth={3}
            strokeLinecap="round"
          />
          {size === 'full' ? (
            <text
              x={x(latest)}
              y={s.top - 12}
              fontSize={s.text + 1}
              fontWeight={700}
              textAnchor="middle"
              fill={colours.slate}
            >
              {latest.toFixed(1)}
            </text>
          ) : null}
        </g>
      )}
    </Svg>
  );
}
