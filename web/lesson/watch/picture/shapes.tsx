import type Konva from 'konva';
import { Circle, Ellipse, Group, Line, Rect, Text } from 'react-konva';
import { cornerAngleRad, distancePx } from '../../../../core/picture/geometry.ts';
import type { Drawing, MarkedPoint, Px } from '../../../../core/picture/marks.ts';
import type { Colours } from '../../../base/theme.ts';

/** Size of the picture and how large it is shown: what is drawn keeps its thickness on the screen. */
export interface Canvas {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly scale: number;
  readonly colours: Colours;
}

const deg = (rad: number): string => (Number.isNaN(rad) ? '' : `${((rad * 180) / Math.PI).toFixed(0)}°`);
const flat = (points: readonly Px[]): number[] => points.flatMap((p) => [p.x, p.y]);

/** Words on the picture, readable on any ground. */
function Words({ at, text, canvas }: { at: Px; text: string; canvas: Canvas }) {
  const size = 15 / canvas.scale;
  return (
    <Text
      x={at.x + size / 2}
      y={at.y - 1.4 * size}
      text={text}
      fontSize={size}
      fontStyle="bold"
      fontFamily="Source Sans 3 Variable, sans-serif"
      fill={canvas.colours.straw}
      stroke="black"
      strokeWidth={3 / canvas.scale}
      fillAfterStrokeEnabled
      listening={false}
    />
  );
}

/** Slant of a line against the ground, 0 to 90°. */
const slant = (a: Px, b: Px): number => Math.atan2(Math.abs(a.y - b.y), Math.abs(a.x - b.x));

function Body({ drawing, canvas }: { drawing: Drawing; canvas: Canvas }) {
  const { kind, points, frame } = drawing;
  const line = {
    stroke: frame === null ? canvas.colours.straw : '#F3ECE1',
    strokeWidth: 2.5,
    strokeScaleEnabled: false,
    shadowColor: 'black',
    shadowBlur: 3 / canvas.scale,
    lineCap: 'round' as const,
    hitStrokeWidth: 16,
  };
  const [a, b, c] = points;
  if (!a) return null;
  switch (kind) {
    case 'plumb':
    case 'hip-back':
      return <Line points={[a.x, 0, a.x, canvas.heightPx]} dash={kind === 'plumb' ? [8, 6] : undefined} {...line} />;
    case 'angle':
      return (
        <>
          <Line points={flat(points)} {...line} />
          {b && c ? <Words at={b} text={deg(cornerAngleRad(a, b, c))} canvas={canvas} /> : null}
        </>
      );
    case 'circle':
      return b ? <Ellipse x={a.x} y={a.y} radiusX={distancePx(a, b)} radiusY={distancePx(a, b)} {...line} /> : null;
    case 'box':
    case 'head-box':
      return b ? <Rect x={a.x} y={a.y} width={b.x - a.x} height={b.y - a.y} {...line} /> : null;
    case 'free':
      return <Line points={flat(points)} tension={0.3} {...line} />;
    case 'ball-target':
      return b ? <Line points={flat(points)} dash={[14, 6]} {...line} /> : null;
    default:
      return (
        <>
          <Line points={flat(points)} {...line} />
          {b && kind === 'shaft' ? <Words at={b} text={`${deg(slant(a, b))} to the ground`} canvas={canvas} /> : null}
        </>
      );
  }
}

/** One drawing, with corners to drag where it may be moved. */
export function DrawingShape({
  drawing,
  canvas,
  selected,
  movable,
  onSelect,
  onMove,
}: {
  drawing: Drawing;
  canvas: Canvas;
  selected: boolean;
  movable: boolean;
  onSelect: () => void;
  onMove: (points: readonly Px[], dragging: boolean) => void;
}) {
  const corners = drawing.kind === 'free' ? [] : drawing.points;
  return (
    <Group onPointerDown={movable ? onSelect : undefined} opacity={selected ? 1 : 0.9}>
      <Body drawing={drawing} canvas={canvas} />
      {movable
        ? corners.map((p, i) => (
            <Circle
              key={i}
              x={p.x}
              y={p.y}
              radius={(selected ? 7 : 5) / canvas.scale}
              fill={selected ? canvas.colours.maple : 'transparent'}
              stroke="#F3ECE1"
              strokeWidth={1.5}
              strokeScaleEnabled={false}
              hitStrokeWidth={24}
              draggable
              onDragStart={(e) => {
                e.cancelBubble = true;
                onSelect();
              }}
              onDragMove={(e) => {
                e.cancelBubble = true;
                const at = { x: e.target.x(), y: e.target.y() };
                onMove(
                  drawing.points.map((q, k) => (k === i ? at : q)),
                  true,
                );
              }}
              onDragEnd={(e) => {
                e.cancelBubble = true;
              }}
            />
          ))
        : null}
    </Group>
  );
}

/** Two ends of a length or of something plumb. */
export function TwoEnds({ a, b, text, canvas }: { a: Px; b: Px; text: string; canvas: Canvas }) {
  return (
    <Group listening={false}>
      <Line
        points={flat([a, b])}
        stroke={canvas.colours.straw}
        strokeWidth={2}
        strokeScaleEnabled={false}
        dash={[3, 5]}
        shadowColor="black"
        shadowBlur={3 / canvas.scale}
      />
      {[a, b].map((p, i) => (
        <Circle
          key={i}
          x={p.x}
          y={p.y}
          radius={4 / canvas.scale}
          stroke={canvas.colours.straw}
          strokeWidth={2}
          strokeScaleEnabled={false}
        />
      ))}
      <Words at={a} text={text} canvas={canvas} />
    </Group>
  );
}

/** A marked point: a cross with a ring, dashed while it is only proposed, thin where it was followed with little trust. */
export function PointShape({
  point,
  name,
  canvas,
  current,
  movable,
  onSelect,
  onTap,
  onMove,
}: {
  point: MarkedPoint;
  name: string;
  canvas: Canvas;
  current: boolean;
  movable: boolean;
  onSelect: () => void;
  /** Pressed and let go without a move. */
  onTap: (stage: Konva.Stage | null) => void;
  onMove: (at: Px, dragging: boolean) => void;
}) {
  const { scale, colours } = canvas;
  const r = 7 / scale;
  const colour = point.source === 'picked' ? '#F3ECE1' : point.source === 'tracked' ? colours.straw : '#A5C1DC';
  const stroke = {
    stroke: colour,
    strokeWidth: (point.quality ?? 1) < 0.7 ? 1.2 : 2.2,
    strokeScaleEnabled: false,
    shadowColor: 'black',
    shadowBlur: 3 / scale,
  };
  return (
    <Group
      x={point.x}
      y={point.y}
      draggable={movable}
      onPointerDown={(e) => {
        e.cancelBubble = true;
      }}
      onPointerClick={(e) => {
        e.cancelBubble = true;
        onTap(e.target.getStage());
      }}
      onDragMove={(e) => {
        e.cancelBubble = true;
        onMove({ x: e.target.x(), y: e.target.y() }, true);
      }}
      onDragStart={(e) => {
        e.cancelBubble = true;
        onSelect();
      }}
      onDragEnd={(e) => {
        e.cancelBubble = true;
        onMove({ x: e.target.x(), y: e.target.y() }, false);
      }}
    >
      <Circle radius={r} dash={point.source === 'proposed' ? [3, 3] : undefined} hitStrokeWidth={20} {...stroke} />
      <Line points={[-r / 2, 0, r / 2, 0]} {...stroke} />
      <Line points={[0, -r / 2, 0, r / 2]} {...stroke} />
      {current ? <Words at={{ x: r / 2, y: 0 }} text={name} canvas={canvas} /> : null}
    </Group>
  );
}
