import type { MeasuredSign, Population } from '../../core/catalogue/signs/signs.ts';
import { linear, through, XTicks } from '../kit/chart.tsx';
import { numberText } from '../kit/typed-number.ts';

const WIDTH = 300;
const HEIGHT = 92;
const FLOOR = HEIGHT - 20;
const POINTS = 60;
const REACH = 3;

const bell = (v: number, { mean, sd }: Population): number => Math.exp(-0.5 * ((v - mean) / sd) ** 2) / sd;

/** How a measured sign lies in players without a fault and with it, and where this student's value is. */
export function SignCurve({ sign, value }: { sign: MeasuredSign; value?: number }) {
  const { sound, faulty } = sign;
  const ends = [sound, faulty].flatMap((p) => [p.mean - REACH * p.sd, p.mean + REACH * p.sd]);
  const [lo, hi] = [Math.min(...ends, value ?? Infinity), Math.max(...ends, value ?? -Infinity)];
  const top = Math.max(1 / sound.sd, 1 / faulty.sd);
  const x = linear([lo, hi], [6, WIDTH - 6]);
  const y = linear([0, top], [FLOOR, 14]);
  const at = Array.from({ length: POINTS + 1 }, (_, i) => lo + ((hi - lo) * i) / POINTS);
  const curve = (p: Population): string => through(at, x, (v) => y(bell(v, p)));
  const said = value === undefined ? '' : ` This student: ${value.toFixed(1)}${sign.unit}.`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ maxWidth: 340, width: '100%' }}
      role="img"
      aria-label={`${sign.quantity}, ${sign.unit}: without the fault ${sound.mean} ± ${sound.sd}, with it ${faulty.mean} ± ${faulty.sd}.${said}`}
    >
      <line x1={4} x2={WIDTH - 4} y1={FLOOR} y2={FLOOR} stroke="var(--line)" />
      <polyline points={curve(sound)} fill="none" stroke="var(--moss)" strokeWidth={2} />
      <polyline points={curve(faulty)} fill="none" stroke="var(--leaf)" strokeWidth={2} strokeDasharray="6 3" />
      <text x={x(sound.mean)} y={11} fontSize={10} textAnchor="middle" fill="var(--moss)">
        without
      </text>
      <text
        x={x(faulty.mean)}
        y={y(bell(faulty.mean, faulty)) - 4}
        fontSize={10}
        textAnchor="middle"
        fill="var(--leaf)"
      >
        with
      </text>
      {value === undefined ? null : (
        <line x1={x(value)} x2={x(value)} y1={16} y2={FLOOR} stroke="var(--ink)" strokeWidth={2} />
      )}
      <XTicks scale={x} at={x.ticks(5)} y={HEIGHT - 6} size={10} format={(v) => `${numberText(v)}${sign.unit}`} />
    </svg>
  );
}
