import type { SignPopulations } from '../../../core/beliefs/beliefs.ts';
import { MOST_AGAINST, MOST_FOR, signLogOdds, signMiddle } from '../../../core/diagnosis/findings.ts';
import type { MeasuredSign } from '../../../core/catalogue/signs/signs.ts';
import { linear, through } from '../../kit/chart.tsx';
import { numberText } from '../../kit/typed-number.ts';

const WIDTH = 640;
const HEIGHT = 250;
const LEFT = 14;
const RIGHT = 14;
const BELLS_TOP = 24;
const BELLS_BASE = 130;
const ODDS_TOP = 150;
const ODDS_BASE = 222;
const STEPS = 120;
const WIDE_SDS = 3;

const bell = (x: number, { mean, sd }: { mean: number; sd: number }): number =>
  Math.exp(-0.5 * ((x - mean) / sd) ** 2) / sd;

/** The two groups of a sign as bells, and below them what a value speaks: against the fault or for it. */
export function SignCurve({ sign, pair }: { sign: MeasuredSign; pair: SignPopulations }) {
  const { sound, faulty } = pair;
  const { byLevel: _levels, ...plain } = sign;
  const own: MeasuredSign = { ...plain, ...pair };
  const first = Math.min(sound.mean - WIDE_SDS * sound.sd, faulty.mean - WIDE_SDS * faulty.sd);
  const last = Math.max(sound.mean + WIDE_SDS * sound.sd, faulty.mean + WIDE_SDS * faulty.sd);
  const values = Array.from({ length: STEPS + 1 }, (_, i) => first + ((last - first) * i) / STEPS);
  const x = linear([first, last], [LEFT, WIDTH - RIGHT]);
  const most = Math.max(bell(sound.mean, sound), bell(faulty.mean, faulty));
  const bellY = linear([0, most], [BELLS_BASE, BELLS_TOP]);
  const oddsY = linear([MOST_FOR, MOST_AGAINST], [ODDS_TOP, ODDS_BASE]);
  const line = (y: (v: number) => number): string => through(values, x, y);
  const middle = signMiddle(own);
  const unit = sign.unit === '' || sign.unit === '°' ? sign.unit : ` ${sign.unit}`;
  const written = (v: number): string => `${numberText(Number(v.toPrecision(3)))}${unit}`;
  const anchor = (v: number): 'start' | 'middle' | 'end' =>
    x(v) < 90 ? 'start' : x(v) > WIDTH - 90 ? 'end' : 'middle';
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', height: 'auto' }}
      role="img"
      aria-label={`Players without the fault around ${written(sound.mean)}, with it around ${written(faulty.mean)}; a value speaks for the fault from ${written(middle)} on.`}
    >
      <line x1={LEFT} x2={WIDTH - RIGHT} y1={BELLS_BASE} y2={BELLS_BASE} stroke="var(--line)" />
      <polyline points={line((v) => bellY(bell(v, sound)))} fill="none" stroke="var(--moss)" strokeWidth={2.5} />
      <polyline
        points={line((v) => bellY(bell(v, faulty)))}
        fill="none"
        stroke="var(--maple)"
        strokeWidth={2.5}
        strokeDasharray="9 4"
      />
      {(
        [
          ['without', sound, 'var(--moss)'],
          ['with the fault', faulty, 'var(--maple-deep)'],
        ] as const
      ).map(([words, group, colour]) => (
        <text
          key={words}
          x={x(group.mean)}
          y={bellY(bell(group.mean, group)) - 8}
          fontSize={14}
          fontWeight={600}
          textAnchor={anchor(group.mean)}
          fill={colour}
        >
          {words} {written(group.mean)}
        </text>
      ))}
      <line
        x1={x(middle)}
        x2={x(middle)}
        y1={BELLS_TOP}
        y2={ODDS_BASE}
        stroke="var(--soft-ink)"
        strokeDasharray="3 4"
      />
      <line x1={LEFT} x2={WIDTH - RIGHT} y1={oddsY(0)} y2={oddsY(0)} stroke="var(--line)" />
      <polyline
        points={line((v) => oddsY(signLogOdds(own, v, 0)))}
        fill="none"
        stroke="var(--slate)"
        strokeWidth={2.5}
      />
      <text x={LEFT} y={oddsY(0) - 5} fontSize={13} fill="var(--slate)">
        speaks for it ↑
      </text>
      <text x={LEFT} y={oddsY(0) + 16} fontSize={13} fill="var(--slate)">
        against it ↓
      </text>
      <text x={x(middle)} y={HEIGHT - 8} fontSize={14} textAnchor={anchor(middle)} fill="var(--soft-ink)">
        turns at {written(middle)}
      </text>
    </svg>
  );
}
