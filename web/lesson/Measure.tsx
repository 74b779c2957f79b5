import { useState } from 'react';
import styled from 'styled-components';
import type { BlockWire, LessonAnswer, ShotWire } from '../../api/types.ts';
import { useUnits } from '../app/session.tsx';
import { Choice } from '../parts/controls.tsx';
import { FaceMap, strikeInWords } from '../parts/FaceMap.tsx';
import { Card, Facts, Row, Soft, Spread } from '../parts/layout.tsx';
import { SwingStrip } from '../parts/SwingStrip.tsx';
import { FillBlock } from './FillBlock.tsx';
import { NewBlock } from './NewBlock.tsx';
import { SequencePanel } from './SequencePanel.tsx';
import { ShotTable } from './ShotTable.tsx';

const Figure = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 240px);
  gap: var(--s4);
  align-items: center;
`;
const Speed = styled.div`
  font-family: var(--display);
  font-size: var(--huge);
  line-height: 1;
  font-variant-numeric: tabular-nums lining-nums;
  small {
    font-size: var(--title);
  }
`;

/** Median and spread of the block's three speeds figures. */
function BlockFigures({ block }: { block: BlockWire }) {
  const units = useUnits();
  const { clubSpeedMps, ballSpeedMps, smash } = block.statistics;
  const items: [string, string][] = [];
  if (clubSpeedMps)
    items.push([
      'club head speed, median',
      `${units.speed(clubSpeedMps.median)} ± ${units.speedFigure(clubSpeedMps.spread)}`,
    ]);
  if (ballSpeedMps)
    items.push([
      'ball speed, median',
      `${units.speed(ballSpeedMps.median)} ± ${units.speedFigure(ballSpeedMps.spread)}`,
    ]);
  if (smash) items.push(['smash factor, median', `${smash.median.toFixed(2)} ± ${smash.spread.toFixed(2)}`]);
  if (clubSpeedMps) items.push(['best', units.speed(clubSpeedMps.best)]);
  return <Facts items={items} />;
}

function LastSwing({ shot, block, lesson }: { shot: ShotWire; block: BlockWire; lesson: LessonAnswer }) {
  const units = useUnits();
  const { clubSpeedMps: club, ballSpeedMps: ball, impactToeM: toe, impactHighM: high } = shot.values;
  const headline = club ?? ball;
  return (
    <Figure>
      <div>
        <Soft>last swing{club === undefined ? ', ball speed' : ''}</Soft>
        <Speed data-testid="last-speed">
          {headline === undefined ? '–' : units.speedFigure(headline)} <small>{units.speedUnit}</small>
        </Speed>
        <p>
          {ball === undefined ? '' : `ball ${units.speed(ball)}`}
          {ball !== undefined && club !== undefined ? ` · smash ${(ball / club).toFixed(2)}` : ''}
          {toe === undefined || high === undefined ? '' : ` · ${strikeInWords(toe, high)}`}
        </p>
      </div>
      <FaceMap shots={block.shots} handedness={lesson.student.handedness} driver={block.club === 'driver'} />
    </Figure>
  );
}

/** Measure: the last swing large, the block as a strip, the ways to fill it, its table, and captured swings. */
export default function Measure({
  lesson,
  newBlock,
  setNewBlock,
}: {
  lesson: LessonAnswer;
  newBlock: boolean;
  setNewBlock: (open: boolean) => void;
}) {
  const [chosen, setChosen] = useState<string | null>(null);
  const { blocks } = lesson;
  const block = blocks.find((b) => b.id === chosen) ?? blocks[blocks.length - 1];
  if (newBlock || !block) {
    return (
      <NewBlock
        lesson={lesson}
        onDone={() => {
          setNewBlock(false);
          setChosen(null);
        }}
      />
    );
  }
  const counted = block.shots.filter((s) => s.setAsideReason === null);
  const last = counted[counted.length - 1];
  return (
    <>
      {blocks.length > 1 ? (
        <Choice
          label="Block"
          hideLabel
          value={block.id}
          onChange={setChosen}
          options={blocks.map((b) => ({
            id: b.id,
            name: `${b.position} · ${b.club}${b.withBall ? '' : ', no ball'}${b.condition === 'normal' ? '' : `, ${b.condition}`}`,
          }))}
        />
      ) : null}
      <Card aria-label="Block">
        {last ? (
          <>
            <LastSwing shot={last} block={block} lesson={lesson} />
            <SwingStrip shots={block.shots} statistics={block.statistics} />
            <BlockFigures block={block} />
          </>
        ) : (
          <Soft>No swing in this block yet. Type one, import a file, or take live shots.</Soft>
        )}
        {block.feel ? (
          <Row>
            <Soft>feel: “{block.feel}”</Soft>
          </Row>
        ) : null}
      </Card>
      <FillBlock block={block} lessonId={lesson.lesson.id} />
      {block.motions.map((m) => (
        <SequencePanel key={m.id} motion={m} />
      ))}
      {block.shots.length > 0 ? (
        <Card aria-label="Shots">
          <Spread>
            <h2>Shots</h2>
            <Row>
              <Soft>X sets the last one aside, Z brings it back</Soft>
              <a href={`/api/blocks/${block.id}/shots.csv`} download>
                Save as CSV
              </a>
            </Row>
          </Spread>
          <ShotTable shots={block.shots} lessonId={lesson.lesson.id} />
        </Card>
      ) : null}
    </>
  );
}
