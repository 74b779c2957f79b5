import { Button as AriaButton, Tooltip, TooltipTrigger } from 'react-aria-components';
import { Undo2, ZoomIn, ZoomOut } from 'lucide-react';
import styled from 'styled-components';
import { WHOLE, ZOOM_STEP, zoomed, type Place } from './picture/PictureStage.tsx';
import { TOOLS, type Tool } from './picture/tools.ts';

const Column = styled.div`
  display: grid;
  grid-template-columns: repeat(2, 44px);
  gap: var(--s1);
  align-content: start;
`;
const ToolButton = styled(AriaButton)`
  width: 44px;
  height: 44px;
  display: grid;
  place-items: center;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: var(--card);
  color: var(--ink);
  cursor: pointer;
  &[aria-pressed='true'] {
    background: var(--straw-wash);
    border-color: var(--maple);
    color: var(--maple-deep);
  }
  &[data-disabled] {
    opacity: 0.45;
    cursor: default;
  }
  &[data-focus-visible] {
    outline: 3px solid var(--slate);
  }
`;
const Tip = styled(Tooltip)`
  background: var(--ink);
  color: var(--paper);
  padding: var(--s1) var(--s3);
  border-radius: 6px;
  max-width: 260px;
  font-size: var(--small);
`;
const Zoom = styled.span`
  grid-column: 1 / -1;
  text-align: center;
  font-size: var(--small);
  color: var(--soft-ink);
`;

/** Tools beside the picture. */
export function Tools({
  tool,
  onTool,
  place,
  onPlace,
  onUndo,
  canUndo,
}: {
  tool: Tool;
  onTool: (tool: Tool) => void;
  place: Place;
  onPlace: (place: Place) => void;
  onUndo: () => void;
  canUndo: boolean;
}) {
  return (
    <Column role="toolbar" aria-label="Tools of the picture">
      {TOOLS.map(({ id, name, icon: Icon, hint }) => (
        <TooltipTrigger key={id} delay={600}>
          <ToolButton aria-label={name} aria-pressed={tool === id} onPress={() => onTool(id)}>
            <Icon size={20} aria-hidden />
          </ToolButton>
          <Tip>
            <strong>{name}.</strong> {hint}
          </Tip>
        </TooltipTrigger>
      ))}
      <ToolButton aria-label="Undo" isDisabled={!canUndo} onPress={onUndo}>
        <Undo2 size={20} aria-hidden />
      </ToolButton>
      <span />
      <ToolButton aria-label="Zoom out" onPress={() => onPlace(zoomed(place, 1 / ZOOM_STEP))}>
        <ZoomOut size={20} aria-hidden />
      </ToolButton>
      <ToolButton aria-label="Zoom in" onPress={() => onPlace(zoomed(place, ZOOM_STEP))}>
        <ZoomIn size={20} aria-hidden />
      </ToolButton>
      <Zoom>
        {place.zoom === 1 ? (
          'whole picture'
        ) : (
          <AriaButton onPress={() => onPlace(WHOLE)} aria-label="Show the whole picture">
            {place.zoom.toFixed(1)} × · whole
          </AriaButton>
        )}
      </Zoom>
    </Column>
  );
}
