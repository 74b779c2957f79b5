import styled from 'styled-components';
import type { LessonAnswer } from '../../api/types.ts';
import { NARROW, SMALL } from '../base/theme.ts';
import { spreadWords } from '../../core/review/block-statistics.ts';
import { useUnits } from '../base/session.tsx';
import { Button } from '../kit/controls.tsx';
import { Soft } from '../kit/layout.tsx';

const Bar = styled.footer`
  grid-column: 1 / -1;
  position: sticky;
  bottom: 0;
  min-height: 68px;
  background: var(--card);
  border-top: 1px solid var(--line);
  padding: var(--s2) var(--s4);
  display: flex;
  gap: var(--s4);
  align-items: center;
  justify-content: space-between;
  z-index: 5;
  @media ${NARROW} {
    min-height: 52px;
    padding: 2px var(--s4);
    br,
    br + span {
      display: none;
    }
  }
  @media ${SMALL} {
    position: static;
  }
  @media print {
    display: none;
  }
`;
const Facts = styled.div`
  min-width: 0;
  overflow-wrap: anywhere;
`;

/** The block in hand: what it is, how many swings, median; and the way to the next one. */
export function BlockBar({ lesson, onNewBlock }: { lesson: LessonAnswer; onNewBlock: () => void }) {
  const units = useUnits();
  const block = lesson.blocks[lesson.blocks.length - 1];
  const speed = block?.statistics.clubSpeedMps;
  return (
    <Bar>
      {block ? (
        <Facts>
          <strong>
            Block {block.position} · {block.club} · {block.withBall ? 'ball' : 'no ball'} · {block.condition}
          </strong>
          {block.cue ? ` · cue “${block.cue}”` : ''}
          {block.effort !== null ? ` · effort ${block.effort}` : ''}
          <br />
          <Soft>
            {block.statistics.swings} {block.statistics.swings === 1 ? 'swing' : 'swings'}
            {speed ? `, median ${units.speed(speed.median)}${spreadWords(speed, (v) => units.speedFigure(v))}` : ''}
            {block.listening ? ' · takes what the devices send' : ''}
          </Soft>
        </Facts>
      ) : (
        <Soft>No block yet. A block is a run of swings under one condition.</Soft>
      )}
      <Button onPress={onNewBlock} aria-keyshortcuts="n">
        New block <Soft aria-hidden>N</Soft>
      </Button>
    </Bar>
  );
}
