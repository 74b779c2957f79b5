import styled from 'styled-components';
import { FAULT_EDGES } from '../../../core/catalogue/fault-edges.ts';
import { FAULTS, type Fault } from '../../../core/catalogue/faults.ts';
import type { Stage } from '../../../core/catalogue/stages.ts';
import type { DiagnosedFault } from '../../../core/diagnosis/diagnose.ts';
import { percent } from '../../../core/numeric/percent.ts';

/** Columns from cause to consequence; effort stands before the swing, which it drives. */
const COLUMNS: readonly Stage[] = [
  'body',
  'set-up',
  'effort',
  'backswing',
  'transition',
  'delivery',
  'strike',
  'finish',
];
const CHIP_WIDTH = 172;
const CHIP_HEIGHT = 52;
const COLUMN = 204;
const ROW = 64;
const TOP = 30;
const SAME_COLUMN_BEND = 26;
/** A chance in a chip, never written as certain. */
const figure = (chance: number): number => Math.min(99, Math.round(100 * chance));

const Scroll = styled.div`
  overflow-x: auto;
`;
const Svg = styled.svg`
  display: block;
  font-family: var(--text);
  [role='button'] {
    cursor: pointer;
  }
`;

/** Presence from which a fault is worth a place in the picture. */
const WORTH_A_PLACE = 0.3;

/** Faults that are worth a place in the picture: likely ones, the named and the chosen one. */
const shownFaults = (faults: readonly DiagnosedFault[], named: readonly string[], chosen: string | null): Fault[] =>
  FAULTS.filter((f) => {
    const d = faults.find((x) => x.id === f.id);
    return (
      f.id === chosen || named.includes(f.id) || (d !== undefined && !d.ruledOut && d.presentChance >= WORTH_A_PLACE)
    );
  });

/** Breaks a name into at most two lines. */
function twoLines(name: string): [string, string] {
  if (name.length <= 18) return [name, ''];
  const words = name.split(' ');
  let first = '';
  while (words.length > 1 && `${first} ${words[0]}`.trim().length <= 18)
    first = `${first} ${words.shift() ?? ''}`.trim();
  return [first, words.join(' ')];
}

/**
 * The chain from body to strike: columns by stage, chips joined by lines whose width is the chance of both ends. A chip draws both
 * chances: that the fault is there (light) and that it is a cause (dark). What nothing of this student's own touches is faint.
 */
export function FaultChain({
  faults,
  named,
  chosen,
  onChoose,
  onOpen,
}: {
  faults: readonly DiagnosedFault[];
  named: readonly string[];
  chosen: string | null;
  onChoose: (id: string) => void;
  /** The chosen chip pressed again: all of this fault. */
  onOpen: (id: string) => void;
}) {
  const shown = shownFaults(faults, named, chosen);
  const byId = new Map(faults.map((f) => [f.id, f]));
  const there = (id: string): number => byId.get(id)?.presentChance ?? 0;
  const stages = COLUMNS.filter((s) => shown.some((f) => f.stage === s));
  const place = new Map<string, { x: number; y: number }>();
  stages.forEach((stage, column) => {
    shown
      .filter((f) => f.stage === stage)
      .forEach((f, row) => place.set(f.id, { x: column * COLUMN, y: TOP + row * ROW }));
  });
  const rows = Math.max(1, ...stages.map((s) => shown.filter((f) => f.stage === s).length));
  // Links within one column bend out to the right.
  const width = Math.max(1, stages.length) * COLUMN - (COLUMN - CHIP_WIDTH) + SAME_COLUMN_BEND;
  const height = TOP + rows * ROW;
  if (shown.length === 0) return null;
  return (
    <Scroll>
      <Svg
        viewBox={`-3 0 ${width + 6} ${height}`}
        width={width}
        height={height}
        role="group"
        aria-label="Chain of likely faults from body to strike"
      >
        {stages.map((s, i) => (
          <text key={s} x={i * COLUMN} y={16} fontSize={13} fill="var(--soft-ink)">
            {s}
          </text>
        ))}
        {FAULT_EDGES.map((e) => {
          const a = place.get(e.from);
          const b = place.get(e.to);
          if (!a || !b) return null;
          const both = there(e.from) * there(e.to);
          const x1 = a.x + CHIP_WIDTH;
          const same = a.x === b.x;
          const y1 = a.y + CHIP_HEIGHT / 2;
          const y2 = b.y + CHIP_HEIGHT / 2;
          const path = same
            ? `M${x1} ${y1} C ${x1 + SAME_COLUMN_BEND} ${y1}, ${x1 + SAME_COLUMN_BEND} ${y2}, ${x1} ${y2}`
            : `M${x1} ${y1} C ${x1 + 22} ${y1}, ${b.x - 22} ${y2}, ${b.x} ${y2}`;
          return (
            <path
              key={`${e.from}${e.to}`}
              d={path}
              fill="none"
              stroke="var(--maple)"
              strokeOpacity={0.3 + 0.6 * both}
              strokeWidth={1 + 7 * both * e.strength}
            />
          );
        })}
        {shown.map((f) => {
          const at = place.get(f.id);
          if (!at) return null;
          const cause = byId.get(f.id)?.causeChance ?? 0;
          const [one, two] = twoLines(f.name);
          const isNamed = named.includes(f.id);
          const touched = byId.get(f.id)?.touched ?? false;
          const pick = (): void => (f.id === chosen ? onOpen(f.id) : onChoose(f.id));
          return (
            <g
              key={f.id}
              transform={`translate(${at.x} ${at.y})`}
              role="button"
              tabIndex={0}
              aria-pressed={f.id === chosen}
              aria-label={`${f.name}, cause ${percent(cause)}, there ${percent(there(f.id))}${isNamed ? ', named as cause' : ''}${touched ? '' : ', nothing of this student touches it'}${f.id === chosen ? '; press for its page' : ''}`}
              opacity={touched ? 1 : 0.5}
              onClick={pick}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === ' ') {
                  event.preventDefault();
                  pick();
                }
              }}
            >
              <rect
                width={CHIP_WIDTH}
                height={CHIP_HEIGHT}
                rx={8}
                fill={isNamed ? 'var(--straw-wash)' : 'var(--card)'}
                stroke={f.id === chosen ? 'var(--slate)' : isNamed ? 'var(--maple)' : 'var(--line)'}
                strokeWidth={f.id === chosen || isNamed ? 2.5 : 1.5}
              />
              <text x={10} y={two ? 18 : 26} fontSize={13} fontWeight={600} fill="var(--ink)">
                {one}
              </text>
              {two ? (
                <text x={10} y={34} fontSize={13} fontWeight={600} fill="var(--ink)">
                  {two}
                </text>
              ) : null}
              <text x={CHIP_WIDTH - 8} y={18} fontSize={13} textAnchor="end" fill="var(--maple-deep)" fontWeight={700}>
                {figure(cause)}
              </text>
              <text x={CHIP_WIDTH - 8} y={35} fontSize={12} textAnchor="end" fill="var(--soft-ink)">
                {figure(there(f.id))}
              </text>
              <rect
                x={8}
                y={CHIP_HEIGHT - 8}
                width={(CHIP_WIDTH - 16) * there(f.id)}
                height={4}
                rx={2}
                fill="var(--straw)"
              />
              <rect x={8} y={CHIP_HEIGHT - 8} width={(CHIP_WIDTH - 16) * cause} height={4} rx={2} fill="var(--maple)" />
            </g>
          );
        })}
      </Svg>
    </Scroll>
  );
}
