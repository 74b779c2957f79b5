import { postureShapes } from '../../core/catalogue/figures/down-the-line.ts';
import { FAULT_FIGURES } from '../../core/catalogue/figures/fault-figures.ts';
import { FIGURE_HEIGHT, FIGURE_WIDTH, figureShapes } from '../../core/catalogue/figures/shapes.ts';
import { Soft } from '../kit/layout.tsx';
import { Shapes } from '../parts/StickFigure.tsx';

const GAP = 24;
const CAPTION = 20;
/** Room for a club beyond the figure. */
const EDGE = 22;

/** A sound figure and a faulty one at the fault's checkpoint, as seen from its side, for the student's hand. */
export function FaultPair({ fault, handedness }: { fault: string; handedness: 'right' | 'left' }) {
  const pair = FAULT_FIGURES[fault];
  if (!pair)
    return (
      <Soft>It has no shape of the body to be drawn: it is heard, felt, or seen in the flight and on the face.</Soft>
    );
  const mirrored = handedness === 'left';
  const two =
    pair.view === 'face-on'
      ? [figureShapes(pair.sound, mirrored), figureShapes(pair.faulty, mirrored)]
      : [postureShapes(pair.sound, mirrored), postureShapes(pair.faulty, mirrored)];
  return (
    <figure style={{ margin: 0 }}>
      <svg
        viewBox={`${-EDGE} ${-EDGE} ${2 * FIGURE_WIDTH + GAP + 2 * EDGE} ${FIGURE_HEIGHT + CAPTION + EDGE}`}
        style={{ maxWidth: 520, width: '100%' }}
        role="img"
        aria-label={`Sound and faulty at ${pair.checkpoint}, ${pair.view}, ${handedness}-handed: ${pair.look}`}
      >
        {two.map((shapes, i) => (
          <g key={i} transform={`translate(${i * (FIGURE_WIDTH + GAP)} 0)`}>
            <Shapes shapes={shapes} />
            <text
              x={FIGURE_WIDTH / 2}
              y={FIGURE_HEIGHT + 12}
              fontSize={12}
              textAnchor="middle"
              fill={i === 0 ? 'var(--moss)' : 'var(--leaf)'}
            >
              {i === 0 ? 'sound' : 'faulty'}
            </text>
          </g>
        ))}
      </svg>
      <figcaption>
        {pair.look}{' '}
        <Soft>
          At {pair.checkpoint}, {pair.view}, {handedness}-handed.
        </Soft>
      </figcaption>
    </figure>
  );
}
