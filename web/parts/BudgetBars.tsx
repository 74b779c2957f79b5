import styled from 'styled-components';
import type { Budget } from '../../core/diagnosis/budget/budget.ts';
import { BUDGET_FACTORS, type BudgetFactor } from '../../core/diagnosis/budget/subsets.ts';
import { useUnits } from '../base/session.tsx';
import { linear } from '../kit/chart.tsx';

const NAMES: Readonly<Record<BudgetFactor, string>> = {
  strike: 'strike spot',
  attack: 'attack angle',
  launchSpin: 'launch and spin',
  curve: 'curve',
};

const WIDTH = 640;
const LEFT = 150;
const RIGHT = 96;
const ROW = 34;

const Svg = styled.svg`
  width: 100%;
  height: auto;
  display: block;
  font-family: var(--text);
`;

/** Where the missing yards are: one bar a factor with the 90 % interval as a whisker, and under them what can be had of it and what more speed would bring. */
export function BudgetBars({ budget }: { budget: Budget }) {
  const units = useUnits();
  const rows = BUDGET_FACTORS.map((f) => ({
    key: f as string,
    name: NAMES[f],
    value: budget.sharesM[f],
    interval: budget.notMeasured.includes(f) ? undefined : budget.intervals90M[f],
    measured: !budget.notMeasured.includes(f),
    fill: 'var(--maple)',
  }));
  const speed = {
    key: 'speed',
    name: `${Math.round(100 * budget.realisticGain)} % more speed`,
    value: budget.speedGainM,
    interval: budget.speedGain90M,
    measured: true,
    fill: 'var(--slate)',
  };
  const had = {
    key: 'had',
    name: 'can be had of it',
    value: budget.canBeHadM,
    interval: budget.canBeHad90M,
    measured: budget.notMeasured.length < BUDGET_FACTORS.length,
    fill: 'var(--slate)',
  };
  const list = [...rows, had, speed];
  const most = Math.max(5, ...list.map((r) => Math.max(r.value, r.interval?.[1] ?? 0)));
  const least = Math.min(0, ...list.map((r) => Math.min(r.value, r.interval?.[0] ?? 0)));
  const x = linear([least, most], [LEFT, WIDTH - RIGHT]);
  const said = list
    .map((r) => (r.measured ? `${r.name} ${units.distance(r.value, 1)}` : `${r.name} not measured`))
    .join(', ');
  return (
    <Svg viewBox={`0 0 ${WIDTH} ${list.length * ROW + 14}`} role="img" aria-label={`Missing distance: ${said}.`}>
      <line x1={x(0)} x2={x(0)} y1={2} y2={list.length * ROW + 8} stroke="var(--soft-ink)" />
      {list.map((r, i) => {
        const y = i * ROW + (r.fill === 'var(--slate)' ? 12 : 4);
        return (
          <g key={r.key}>
            <text x={LEFT - 10} y={y + 17} fontSize={14} textAnchor="end" fill="var(--ink)">
              {r.name}
            </text>
            {r.measured ? (
              <>
                <rect
                  x={Math.min(x(0), x(r.value))}
                  y={y + 3}
                  width={Math.max(1, Math.abs(x(r.value) - x(0)))}
                  height={18}
                  fill={r.fill}
                />
                {r.interval ? (
                  <g stroke="var(--ink)" strokeWidth={1.5}>
                    <line x1={x(r.interval[0])} x2={x(r.interval[1])} y1={y + 12} y2={y + 12} />
                    <line x1={x(r.interval[0])} x2={x(r.interval[0])} y1={y + 7} y2={y + 17} />
                    <line x1={x(r.interval[1])} x2={x(r.interval[1])} y1={y + 7} y2={y + 17} />
                  </g>
                ) : null}
                <text x={WIDTH - RIGHT + 12} y={y + 17} fontSize={14} fill="var(--ink)">
                  {units.distance(r.value, 1)}
                </text>
              </>
            ) : (
              <text x={x(0) + 8} y={y + 17} fontSize={13} fill="var(--soft-ink)">
                not measured
              </text>
            )}
          </g>
        );
      })}
    </Svg>
  );
}
