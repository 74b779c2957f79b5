import { useRef, type PointerEvent, useState } from 'react';
import { Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { CHECKPOINTS, type Checkpoint } from '../../../../core/catalogue/stages.ts';
import { Z90 } from '../../../../core/numeric/statistics.ts';
import { spreadS, type PictureMarks } from '../../../../core/picture/marks.ts';

const Box = styled.div`
  position: relative;
  padding-top: 58px;
`;
const Track = styled(SliderTrack)`
  height: 34px;
  width: 100%;
  &::before {
    content: '';
    position: absolute;
    inset: 13px 0;
    border-radius: 4px;
    background: repeating-linear-gradient(to right, var(--wood) 0 11px, var(--wood-dark) 11px 12px);
  }
`;
const Thumb = styled(SliderThumb)`
  width: 18px;
  height: 32px;
  border-radius: 6px;
  background: var(--maple);
  border: 3px solid var(--card);
  top: 50%;
  &[data-focus-visible] {
    outline: 3px solid var(--slate);
  }
`;
const Flag = styled.button<{ $proposed: boolean; $here: boolean; $low: boolean }>`
  position: absolute;
  top: ${({ $low }) => ($low ? '29px' : '0')};
  transform: translateX(-50%);
  min-width: 24px;
  height: 27px;
  padding: 0 3px;
  border: 0;
  border-bottom: 4px ${({ $proposed }) => ($proposed ? 'dotted' : 'solid')} var(--maple-deep);
  background: ${({ $here }) => ($here ? 'var(--straw)' : 'var(--straw-wash)')};
  color: ${({ $here }) => ($here ? '#24211d' : 'var(--ink)')};
  font: inherit;
  font-size: 12px;
  font-weight: 700;
  border-radius: 5px 5px 0 0;
  cursor: ew-resize;
  touch-action: none;
  &:focus-visible {
    outline: 3px solid var(--slate);
  }
`;

/** Short names that fit a flag. */
const SHORT: Readonly<Record<Checkpoint, string>> = {
  'set-up': 'set-up',
  takeaway: 'away',
  'lead arm level (back)': 'arm ↑',
  top: 'top',
  transition: 'start ↓',
  'lead arm level (down)': 'arm ↓',
  delivery: 'delivery',
  strike: 'strike',
  through: 'through',
  finish: 'finish',
};
const Caption = styled.p`
  min-height: 1.3em;
  font-size: var(--small);
  color: var(--soft-ink);
`;

/**
 * Frames of a video as a rule to jog along, with a flag for every checkpoint: dragged, or moved with the arrow keys. Proposed ones
 * are dotted until moved or confirmed.
 */
export function TimeLine({
  frames,
  frame,
  checkpoints,
  slowFactor,
  onShow,
  onMark,
}: {
  frames: number;
  frame: number;
  checkpoints: PictureMarks['checkpoints'];
  slowFactor: number;
  onShow: (frame: number) => void;
  onMark: (checkpoint: Checkpoint, frame: number, dragging: boolean) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const dragged = useRef(false);
  const [focused, setFocused] = useState<Checkpoint | null>(null);
  const last = Math.max(1, frames - 1);
  const frameAtX = (clientX: number): number => {
    const rect = box.current?.getBoundingClientRect();
    if (!rect) return 0;
    return Math.max(0, Math.min(last, Math.round(((clientX - rect.left) / rect.width) * last)));
  };
  const drag = (e: PointerEvent<HTMLButtonElement>, c: Checkpoint): void => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
    const to = frameAtX(e.clientX);
    if (!dragged.current && Math.abs(to - (checkpoints[c]?.frame ?? 0)) < 1) return;
    onMark(c, to, dragged.current);
    dragged.current = true;
    onShow(to);
  };
  const named = focused ?? CHECKPOINTS.find((c) => checkpoints[c]?.frame === frame);
  const mark = named && checkpoints[named];
  return (
    <>
      <Box ref={box}>
        {CHECKPOINTS.map((c, i) => {
          const mark = checkpoints[c];
          if (!mark) return null;
          return (
            <Flag
              key={c}
              type="button"
              data-own-keys
              $proposed={mark.source === 'proposed'}
              $here={mark.frame === frame}
              $low={i % 2 === 1}
              style={{ left: `${(100 * mark.frame) / last}%` }}
              aria-label={`${c}, frame ${mark.frame + 1}${mark.source === 'proposed' ? ', proposed' : ''}`}
              title={`${c}: drag it, or Shift and arrow keys`}
              onFocus={() => setFocused(c)}
              onBlur={() => setFocused(null)}
              onPointerDown={(e) => {
                dragged.current = false;
                e.currentTarget.setPointerCapture(e.pointerId);
              }}
              onPointerMove={(e) => drag(e, c)}
              onPointerUp={(e) => e.currentTarget.releasePointerCapture(e.pointerId)}
              onClick={() => {
                if (!dragged.current) onShow(mark.frame);
              }}
              onKeyDown={(e) => {
                if (!e.shiftKey || !/^Arrow(Left|Right)$/.test(e.key)) return;
                e.preventDefault();
                e.stopPropagation();
                const to = Math.max(0, Math.min(last, mark.frame + (e.key === 'ArrowLeft' ? -1 : 1)));
                onMark(c, to, false);
                onShow(to);
              }}
            >
              {SHORT[c]}
            </Flag>
          );
        })}
        <Slider
          aria-label="Frame"
          value={frame}
          minValue={0}
          maxValue={last}
          step={1}
          onChange={(v) => onShow(v as number)}
        >
          <Track>
            <Thumb aria-label="Frame" />
          </Track>
        </Slider>
      </Box>
      <Caption aria-live="polite">
        {mark
          ? `${named}, frame ${mark.frame + 1}${mark.source === 'proposed' ? `, proposed (± ${Math.round((1000 * Z90 * spreadS(mark)) / slowFactor)} ms with 90 %) and not yet confirmed` : ''}`
          : ''}
      </Caption>
    </>
  );
}
