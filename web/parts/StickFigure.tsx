import { Pause, Play } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { between, type Figure } from '../../core/catalogue/figures/figure.ts';
import {
  FIGURE_HEIGHT,
  FIGURE_WIDTH,
  figureShapes,
  type Role,
  type Shape,
} from '../../core/catalogue/figures/shapes.ts';
import { QuietButton } from '../kit/controls.tsx';
import { saveFile } from '../kit/save-file.ts';
import { standAlone } from '../kit/SavePicture.tsx';

const CAPTION = 26;
/** Time from one figure of a strip to the next, and the stand on each, ms. */
const MOVE_MS = 700;
const HOLD_MS = 500;

const Strip = styled.div`
  max-width: 620px;
  > svg {
    display: block;
    width: 100%;
    height: auto;
  }
`;
const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2);
`;

const COLOURS: Readonly<Record<Role, string>> = {
  ground: 'var(--line)',
  ball: 'var(--maple)',
  prop: 'var(--slate)',
  loud: 'var(--maple)',
  trail: 'var(--soft-ink)',
  lead: 'var(--hips)',
  trunk: 'var(--chest)',
  head: 'var(--ink)',
  arm: 'var(--lead-arm)',
  'far arm': 'var(--soft-ink)',
  club: 'var(--club)',
};

/** Shapes of a figure in their colours. */
export function Shapes({ shapes }: { shapes: readonly Shape[] }) {
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      {shapes.map((s, i) =>
        s.kind === 'line' ? (
          <polyline
            key={i}
            points={s.points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')}
            stroke={COLOURS[s.role]}
            strokeWidth={s.width}
          />
        ) : (
          <circle
            key={i}
            cx={s.at[0].toFixed(1)}
            cy={s.at[1].toFixed(1)}
            r={s.radius}
            fill={s.filled ? COLOURS[s.role] : 'none'}
            stroke={COLOURS[s.role]}
            strokeWidth={s.filled ? 0 : 3}
          />
        ),
      )}
    </g>
  );
}

/** One figure, face-on: the target is at the right for a right-hander, at the left for a left-hander. */
const Drawn = ({ figure, handedness }: { figure: Figure; handedness: 'right' | 'left' }) => (
  <Shapes shapes={figureShapes(figure, handedness === 'left')} />
);

/** The figure at a moment of the strip in motion, its last one held before it begins again. */
function figureAt(figures: readonly Figure[], ms: number): Figure {
  const each = MOVE_MS + HOLD_MS;
  const t = Math.max(0, ms) % (each * figures.length);
  const at = Math.floor(t / each);
  const share = Math.max(0, (t - at * each - HOLD_MS) / MOVE_MS);
  const [from, to] = [figures[at]!, figures[at + 1]];
  return to ? between(from, to, share) : from;
}

/** The strip's figures one after the other in one place. */
function Motion({ figures, handedness }: { figures: readonly Figure[]; handedness: 'right' | 'left' }) {
  const [ms, setMs] = useState(0);
  useEffect(() => {
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    const start = performance.now();
    let frame = 0;
    const step = (now: number): void => {
      const t = now - start;
      // Where motion is unwanted the figures change without moving.
      setMs(still ? Math.floor(t / (MOVE_MS + HOLD_MS)) * (MOVE_MS + HOLD_MS) : t);
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, []);
  const figure = figureAt(figures, ms);
  return (
    <svg
      viewBox={`0 0 ${FIGURE_WIDTH} ${FIGURE_HEIGHT + CAPTION}`}
      style={{ maxWidth: 240 }}
      role="img"
      aria-label="The drill in motion"
    >
      <Drawn figure={figure} handedness={handedness} />
      <Caption x={FIGURE_WIDTH / 2} text={figure.label} />
    </svg>
  );
}

const WIDE = 22;
/** A caption in one or two lines under a figure. */
function Caption({ x, text }: { x: number; text: string }) {
  const cut = text.length > WIDE ? text.lastIndexOf(' ', WIDE) : text.length;
  return (
    <text x={x} y={FIGURE_HEIGHT + 6} textAnchor="middle" fontSize={10.5} fill="var(--soft-ink)">
      <tspan x={x}>{text.slice(0, cut)}</tspan>
      <tspan x={x} dy={12}>
        {text.slice(cut).trim()}
      </tspan>
    </text>
  );
}

/** A drill as a strip of figures drawn from joint angles, mirrored for left-handers; moved and saved on request. */
export function FigureStrip({
  figures,
  handedness,
  name,
}: {
  figures: readonly Figure[];
  handedness: 'right' | 'left';
  /** File name under which it is saved; it is not offered without one. */
  name?: string;
}) {
  const [moves, setMoves] = useState(false);
  const [drawing, setDrawing] = useState<SVGSVGElement | null>(null);
  if (figures.length === 0) return null;
  const width = FIGURE_WIDTH * figures.length;
  return (
    <Strip>
      {moves ? (
        <Motion figures={figures} handedness={handedness} />
      ) : (
        <svg
          ref={setDrawing}
          viewBox={`0 0 ${width} ${FIGURE_HEIGHT + CAPTION}`}
          style={{ maxWidth: figures.length * 155 }}
          role="img"
          aria-label={figures.map((f) => f.label).join(', then ')}
        >
          {figures.map((f, i) => (
            <g key={i} transform={`translate(${i * FIGURE_WIDTH} 0)`}>
              <Drawn figure={f} handedness={handedness} />
              <Caption x={FIGURE_WIDTH / 2} text={f.label} />
            </g>
          ))}
        </svg>
      )}
      <Tools>
        <QuietButton onPress={() => setMoves(!moves)}>
          {moves ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
          {moves ? 'Stop' : 'Show it in motion'}
        </QuietButton>
        {name && !moves ? (
          <QuietButton
            onPress={() => {
              if (drawing) saveFile(standAlone(drawing), `${name}.svg`, 'image/svg+xml');
            }}
          >
            Save as SVG
          </QuietButton>
        ) : null}
      </Tools>
    </Strip>
  );
}
