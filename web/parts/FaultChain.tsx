import styled from 'styled-components';
import { FAULT_EDGES } from '../../core/catalogue/fault-edges.ts';
import { FAULTS, type Fault } from '../../core/catalogue/faults.ts';
import type { Stage } from '../../core/catalogue/stages.ts';

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
const CHIP_WIDTH = 150;
const CHIP_HEIGHT = 46;
const COLUMN = 183;
const ROW = 58;
const TOP = 30;

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

/** Faults that are worth a place in the picture: likely ones, the chosen one, and those between. */
function shownFaults(chance: ReadonlyMap<string, number>, chosen: string | null): Fault[] {
  return FAULTS.filter((f) => (chance.get(f.id) ?? 0) >= 0.3 || f.id === chosen);
}

/** Breaks a name into at most two lines. */
function twoLines(name: string): [string, string] {
  if (name.length <= 18) return [name, ''];
  const words = name.split(' ');
  let first = '';
  while (words.length > 1 && `${first} ${words[0]}`.trim().length <= 18)
    first = `${first} ${words.shift() ?? ''}`.trim();
  return [first, words.join(' ')];
}

/** The chain from body to strike: columns by stage, chips joined by lines whose width is the chance of both ends. */
export function FaultChain({
  chance,
  root,
  chosen,
  onChoose,
}: {
  chance: ReadonlyMap<string, number>;
  root: string | null;
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  const shown = shownFaults(chance, chosen);
  const stages = COLUMNS.filter((s) => shown.some((f) => f.stage === s));
  const place = new Map<string, { x: number; y: number }>();
  stages.forEach((stage, column) => {
    shown
      .filter((f) => f.stage === stage)
      .forEach((f, row) => place.set(f.id, { x: column * COLUMN, y: TOP + row * ROW }));
  });
  const rows = Math.max(1, ...stages.map((s) => shown.filter((f) => f.stage === s).length));
  const width = Math.max(1, stages.length) * COLUMN - (COLUMN - CHIP_WIDTH);
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
          const both = (chance.get(e.from) ?? 0) * (chance.get(e.to) ?? 0);
          const x1 = a.x + CHIP_WIDTH;
          const same = a.x === b.x;
          const y1 = a.y + CHIP_HEIGHT / 2;
          const y2 = b.y + CHIP_HEIGHT / 2;
          const path = same
            ? `M${x1} ${y1} C ${x1 + 26} ${y1}, ${x1 + 26} ${y2}, ${x1} ${y2}`
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
          const c = chance.get(f.id) ?? 0;
          const [one, two] = twoLines(f.name);
          const isRoot = f.id === root;
          const pick = (): void => onChoose(f.id);
          return (
            <g
              key={f.id}
              transform={`translate(${at.x} ${at.y})`}
              role="button"
              tabIndex={0}
              aria-pressed={f.id === chosen}
              aria-label={`${f.name}, ${Math.round(100 * c)} %${isRoot ? ', earliest likely cause' : ''}`}
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
                fill={isRoot ? 'var(--straw-wash)' : 'var(--card)'}
                stroke={f.id === chosen ? 'var(--slate)' : isRoot ? 'var(--maple)' : 'var(--line)'}
                strokeWidth={f.id === chosen || isRoot ? 2.5 : 1.5}
              />
              <text x={10} y={two ? 19 : 28} fontSize={13} fontWeight={600} fill="var(--ink)">
                {one}
              </text>
              {two ? (
                <text x={10} y={35} fontSize={13} fontWeight={600} fill="var(--ink)">
                  {two}
                </text>
              ) : null}
              <text x={CHIP_WIDTH - 8} y={28} fontSize={13} textAnchor="end" fill="var(--maple-deep)" fontWeight={700}>
                {Math.round(100 * c)}
              </text>
            </g>
          );
        })}
      </Svg>
    </Scroll>
  );
}
