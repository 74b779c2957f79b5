import type Konva from 'konva';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { Image as KonvaImage, Layer, Stage } from 'react-konva';
import styled, { useTheme } from 'styled-components';
import {
  POINT_NAMES,
  type Drawing,
  type FramePoints,
  type PictureMarks,
  type PicturePoint,
  type Px,
} from '../../../../core/picture/marks.ts';
import { newId } from '../../../base/api.ts';
import { DrawingShape, PointShape, TwoEnds, type Canvas } from './shapes.tsx';
import { toolInfo, type Tool } from './tools.ts';
import type { Player } from './use-player.ts';

const Frame = styled.div`
  position: relative;
  background: #14110e;
  border-radius: var(--radius);
  overflow: hidden;
  touch-action: none;
  align-self: start;
  min-width: 0;
`;

/** What stands above and below the picture in a lesson, px: picture, time line and keys fit one screen. */
const AROUND_PX = 390;
/** As high as the tools beside it: less would leave their column standing over nothing. */
const LEAST_HEIGHT_PX = 440;
const MOST_ZOOM = 12;
const ZOOM_STEP = 1.25;

export interface Place {
  readonly zoom: number;
  /** Picture point in the middle of the frame, share of width and height. */
  readonly x: number;
  readonly y: number;
}
export const WHOLE: Place = { zoom: 1, x: 0.5, y: 0.5 };

/** Size of the box the picture is shown in, following the page. */
function useWidth(box: RefObject<HTMLDivElement | null>): number {
  const [width, setWidth] = useState(600);
  useEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.max(200, entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, [box]);
  return width;
}

export interface StageProps {
  readonly player: Player;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly frame: number;
  readonly marks: PictureMarks;
  readonly points: FramePoints;
  readonly current: PicturePoint | null;
  readonly tool: Tool;
  readonly place: Place;
  readonly onPlace: (place: Place) => void;
  readonly onDrawing: (drawing: Drawing, change?: boolean, dragging?: boolean) => void;
  readonly onScale: (a: Px, b: Px) => void;
  readonly onUpright: (a: Px, b: Px) => void;
  readonly onPoint: (point: PicturePoint, at: Px, dragging: boolean) => void;
  readonly onSelectPoint: (point: PicturePoint) => void;
  readonly selected: string | null;
  readonly onSelect: (id: string | null) => void;
  readonly mirrored?: boolean;
  /** Only looked at: nothing on it can be moved. */
  readonly fixed?: boolean;
  /** Highest that it may become, px. */
  readonly mostHeight?: number;
  readonly stageRef?: RefObject<Konva.Stage | null>;
  readonly label: string;
}

/** The picture with what is drawn on it; zooming and moving keep every drawing in its place. */
export function PictureStage({ stageRef, ...props }: StageProps) {
  const { player, widthPx, heightPx, marks, tool, place, onPlace } = props;
  const mostHeight = props.mostHeight ?? Math.max(LEAST_HEIGHT_PX, window.innerHeight - AROUND_PX);
  const { colours } = useTheme();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const image = useRef<Konva.Image>(null);
  const [begun, setBegun] = useState<{ tool: Tool; points: readonly Px[] }>({ tool, points: [] });
  // Another tool begins anew.
  const draft = begun.tool === tool ? begun.points : [];
  const setDraft = (points: readonly Px[]): void => setBegun({ tool, points });
  useEffect(() => player.onFrame(() => image.current?.getLayer()?.batchDraw()), [player]);

  const height = Math.min(mostHeight, (width * heightPx) / widthPx);
  const fit = Math.min(width / widthPx, height / heightPx);
  const scale = fit * place.zoom;
  const mirror = props.mirrored ? -1 : 1;
  const left = width / 2 - mirror * place.x * widthPx * scale;
  const top = height / 2 - place.y * heightPx * scale;
  const canvas: Canvas = { widthPx, heightPx, scale, colours };

  const pointer = (stage: Konva.Stage | null): Px | null => stage?.getRelativePointerPosition() ?? null;
  const zoomAt = (stage: Konva.Stage | null, by: number): void => {
    const at = pointer(stage) ?? { x: place.x * widthPx, y: place.y * heightPx };
    const zoom = Math.min(MOST_ZOOM, Math.max(1, place.zoom * by));
    const keep = place.zoom / zoom;
    const middle = (now: number, p: number, size: number): number => p / size + (now - p / size) * keep;
    onPlace(zoom === 1 ? WHOLE : { zoom, x: middle(place.x, at.x, widthPx), y: middle(place.y, at.y, heightPx) });
  };

  const finish = (points: readonly Px[]): void => {
    setDraft([]);
    if (tool === 'scale') props.onScale(points[0]!, points[1]!);
    else if (tool === 'upright') props.onUpright(points[0]!, points[1]!);
    else if (tool !== 'move' && tool !== 'points') {
      props.onDrawing({ id: newId(), kind: tool, points, frame: toolInfo(tool).held ? null : props.frame });
    }
  };
  const down = (at: Px): void => {
    if (tool === 'move') return;
    if (tool === 'points') {
      if (props.current) props.onPoint(props.current, at, false);
      return;
    }
    if (tool === 'free') return setDraft([at]);
    const next = [...draft, at];
    if (next.length >= toolInfo(tool).taps) finish(next);
    else setDraft(next);
  };
  const move = (at: Px): void => {
    if (tool === 'free' && draft.length > 0) setDraft([...draft, at]);
  };
  const up = (): void => {
    if (tool === 'free' && draft.length > 1) finish(draft);
    else if (tool === 'free') setDraft([]);
  };

  const movable = tool === 'move' && !props.fixed;
  // A named point that this frame has not yet: a tap places it, however near another point stands.
  const wanted = props.current && props.points[props.current] === undefined ? props.current : null;
  const shown = marks.drawings.filter((d) => d.frame === null || d.frame === props.frame);
  return (
    <Frame ref={box} role="img" aria-label={props.label} data-testid="picture">
      <Stage
        ref={stageRef}
        width={width}
        height={height}
        scaleX={mirror * scale}
        scaleY={scale}
        x={left}
        y={top}
        draggable={tool === 'move' && place.zoom > 1}
        onWheel={(e) => {
          e.evt.preventDefault();
          zoomAt(e.target.getStage(), e.evt.deltaY < 0 ? ZOOM_STEP : 1 / ZOOM_STEP);
        }}
        onDragEnd={(e) => {
          const stage = e.target.getStage();
          if (!stage || e.target !== stage) return;
          onPlace({
            zoom: place.zoom,
            x: (width / 2 - stage.x()) / (mirror * widthPx * scale),
            y: (height / 2 - stage.y()) / (heightPx * scale),
          });
        }}
        onPointerDown={(e) => {
          const at = pointer(e.target.getStage());
          if (at) down(at);
          if (movable && e.target.getClassName() === 'Image') props.onSelect(null);
        }}
        onPointerMove={(e) => {
          const at = tool === 'free' ? pointer(e.target.getStage()) : null;
          if (at) move(at);
        }}
        onPointerUp={up}
        style={{ cursor: movable ? 'grab' : 'crosshair' }}
      >
        <Layer>
          {player.film ? <KonvaImage ref={image} image={player.film} width={widthPx} height={heightPx} /> : null}
        </Layer>
        <Layer>
          {marks.scale ? (
            <TwoEnds a={marks.scale.a} b={marks.scale.b} text={`${marks.scale.lengthM.toFixed(2)} m`} canvas={canvas} />
          ) : null}
          {marks.plumb ? <TwoEnds a={marks.plumb.a} b={marks.plumb.b} text="upright" canvas={canvas} /> : null}
          {shown.map((d) => (
            <DrawingShape
              key={d.id}
              drawing={d}
              canvas={canvas}
              selected={props.selected === d.id}
              movable={movable}
              onSelect={() => props.onSelect(d.id)}
              onMove={(points, dragging) => props.onDrawing({ ...d, points }, true, dragging)}
            />
          ))}
          {draft.length > 0 ? (
            <DrawingShape
              drawing={{
                id: 'draft',
                kind: tool === 'free' ? 'free' : 'line',
                points: draft,
                frame: props.frame,
              }}
              canvas={canvas}
              selected
              movable={tool !== 'free'}
              onSelect={() => undefined}
              onMove={() => undefined}
            />
          ) : null}
          {Object.entries(props.points).map(([name, p]) => (
            <PointShape
              key={name}
              point={p}
              name={POINT_NAMES[name as PicturePoint]}
              canvas={canvas}
              current={props.current === name}
              movable={movable || tool === 'points'}
              onSelect={() => props.onSelectPoint(name as PicturePoint)}
              onTap={(stage) => {
                const at = pointer(stage);
                if (wanted && at) props.onPoint(wanted, at, false);
                else props.onSelectPoint(name as PicturePoint);
              }}
              onMove={(at, dragging) => props.onPoint(name as PicturePoint, at, dragging)}
            />
          ))}
        </Layer>
      </Stage>
    </Frame>
  );
}

/** One step of zoom about the middle. */
export const zoomed = (place: Place, by: number): Place => {
  const zoom = Math.min(MOST_ZOOM, Math.max(1, place.zoom * by));
  return zoom === 1 ? WHOLE : { ...place, zoom };
};
export { ZOOM_STEP };
