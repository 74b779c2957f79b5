import { useMemo } from 'react';
import styled from 'styled-components';
import type { BlockWire, LessonAnswer, ShotWire } from '../../../api/types.ts';
import { useKeys } from '../../base/keys.tsx';
import { send } from '../../base/outbox.ts';
import { countedValues, siOf } from '../../base/shot-values.ts';
import { useUnits } from '../../base/session.tsx';
import { completeShot } from '../../../core/impact/complete-shot.ts';
import { Choice } from '../../kit/chips.tsx';
import { Button } from '../../kit/controls.tsx';
import { FaceMap, strikeInWords } from '../../parts/FaceMap.tsx';
import { Card, Facts, Failed, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { SwingStrip } from './SwingStrip.tsx';
import { useTask } from '../../workers/run.ts';
import { spreadWords, type Summary } from '../../../core/review/block-statistics.ts';
import type { StrikeMap } from '../../../core/impact/strike-map.ts';
import { useLessonWrite } from '../common/data.ts';
import { FillBlock } from './FillBlock.tsx';
import { SequencePanel } from './SequencePanel.tsx';
import { useModelPlayer } from '../common/prices.ts';
import { GroundPanel } from './GroundPanel.tsx';
import { HandsAndLegs } from './HandsAndLegs.tsx';
import { ShotEntry } from './ShotEntry.tsx';
import { ShotTable } from './ShotTable.tsx';
import { useCaptures, type WholeCaptures } from './block-curves.ts';
import { BlockSwings } from './BlockSwings.tsx';
import { SwingRecords } from './SwingRecords.tsx';
import { BlockSettings } from './BlockSettings.tsx';
import { EffortCard } from './EffortCard.tsx';
import { Glance } from './Glance.tsx';

const NO_CAPTURES: WholeCaptures = { motions: [], grounds: [] };

const Figure = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 300px);
  gap: var(--s4);
  align-items: center;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
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

const TREND_WORDS = { tiring: 'tiring', warming: 'getting faster', steady: 'steady', 'cannot-say': '' } as const;

/** Median and spread of the block's figures, its trend, and what the strikes cost. */
function BlockFigures({ block, map }: { block: BlockWire; map: StrikeMap | null | undefined }) {
  const units = useUnits();
  const { clubSpeedMps, ballSpeedMps, smash } = block.statistics;
  const items: [string, string][] = [];
  const around = (name: string, s: Summary): void =>
    void items.push([name, `${units.speed(s.median)}${spreadWords(s, (v) => units.speedFigure(v))}`]);
  if (clubSpeedMps) around('club head speed, median', clubSpeedMps);
  if (ballSpeedMps) around('ball speed, median', ballSpeedMps);
  if (smash)
    items.push(['smash factor, median', `${smash.median.toFixed(2)}${spreadWords(smash, (v) => v.toFixed(2))}`]);
  if (clubSpeedMps) items.push(['best', units.speed(clubSpeedMps.best)]);
  const { trend } = block;
  if (trend.perTenMps !== null && trend.kind !== 'cannot-say') {
    const way = trend.perTenMps >= 0 ? '+' : '−';
    items.push(['over ten swings', `${TREND_WORDS[trend.kind]}, ${way}${units.speed(Math.abs(trend.perTenMps))}`]);
  }
  if (map) {
    items.push(['strikes in the box', `${Math.round(100 * map.boxShare)} % of ${map.strikes.length}`]);
    items.push(['ball speed lost by the usual strike', units.speed(map.medianLossMps)]);
    items.push(['best to usual strike', units.distance(map.bestToUsualM, 1)]);
  }
  return <Facts items={items} />;
}

/** What was not measured but follows from what was; marked, and kept apart from the measured figures. */
function Estimated({ shot, club }: { shot: ShotWire; club: string }) {
  const units = useUnits();
  const { estimated } = useMemo(() => completeShot(siOf(shot), club), [shot, club]);
  const deg = (rad: number): string => `${((rad * 180) / Math.PI).toFixed(1)}°`;
  const shown = [
    estimated.ballSpeedMps && `ball speed ${units.speed(estimated.ballSpeedMps.value)}`,
    estimated.clubSpeedMps && `club speed ${units.speed(estimated.clubSpeedMps.value)}`,
    estimated.dynamicLoftRad && `dynamic loft ${deg(estimated.dynamicLoftRad.value)}`,
    estimated.launchRad && `launch ${deg(estimated.launchRad.value)}`,
    estimated.spinRadPerS && `spin ${Math.round((estimated.spinRadPerS.value * 30) / Math.PI / 50) * 50} rpm (± 15 %)`,
    estimated.carryM && `carry ${units.distance(estimated.carryM.value)}`,
  ].filter((v): v is string => typeof v === 'string');
  if (shown.length === 0) return null;
  return <Soft>estimated, not measured: {shown.join(' · ')}</Soft>;
}

function LastSwing({
  shot,
  block,
  lesson,
  map,
}: {
  shot: ShotWire;
  block: BlockWire;
  lesson: LessonAnswer;
  map: StrikeMap | null | undefined;
}) {
  const units = useUnits();
  const lessonId = lesson.lesson.id;
  const patch = useLessonWrite(lessonId, (body: unknown) =>
    send('PATCH', `/shots/${shot.id}`, body, 'what you said of a swing'),
  );
  const {
    clubSpeedMps: club,
    ballSpeedMps: ball,
    impactToeM: toe,
    impactHighM: high,
  } = shot.values as Partial<Record<string, number>>;
  const headline = club ?? ball;
  const lost = map?.strikes[map.strikes.length - 1];
  const hasMark = toe !== undefined && high !== undefined;
  // A mark by hand may be moved; what a device measured stays.
  const canTap = block.withBall && (!hasMark || shot.strikeByHand);
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
          {hasMark ? ` · ${strikeInWords(toe, high)}${shot.strikeByHand ? ' (by hand)' : ''}` : ''}
          {hasMark && lost ? ` · costs ${units.speed(lost.lostMps)} of ball speed` : ''}
        </p>
        {block.withBall ? <Estimated shot={shot} club={block.club} /> : null}
        {shot.doubt ? (
          <p>
            <Soft>{shot.doubt}</Soft>
          </p>
        ) : null}
        <Choice
          label="Felt effort of this swing, 0–10"
          value={shot.feltEffort === null ? null : String(shot.feltEffort)}
          onChange={(v) => patch.mutate({ feltEffort: Number(v) })}
          options={Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }))}
        />
      </div>
      <div>
        <FaceMap
          shots={block.shots}
          handedness={lesson.student.handedness}
          club={block.club}
          map={map}
          onTap={canTap ? (toeM, highM) => patch.mutate({ strike: { toeM, highM } }) : undefined}
        />
        {canTap ? <Soft>Tap the face where the dot left its mark.</Soft> : null}
      </div>
    </Figure>
  );
}

/** The block in hand: last swing large, the block as a strip, ways to fill it, its table, its captures. */
export function BlockView({
  block,
  lesson,
  glance,
  setGlance,
}: {
  block: BlockWire;
  lesson: LessonAnswer;
  glance: boolean;
  setGlance: (open: boolean) => void;
}) {
  const counted = block.shots.filter((s) => s.setAsideReason === null);
  const last = counted[counted.length - 1];
  const shots = useMemo(() => countedValues(block.shots), [block.shots]);
  const hasSpots = shots.some((s) => s.impactToeM !== undefined);
  const strikes = useTask('strikes', { shots, club: block.club }, hasSpots);
  const map = hasSpots ? strikes.data : undefined;
  const player = useModelPlayer(lesson);
  const captures = useCaptures(block);
  const { motions, grounds } = captures.data ?? NO_CAPTURES;
  useKeys(useMemo(() => ({ f: () => setGlance(true) }), [setGlance]));
  if (glance) return <Glance block={block} lesson={lesson} onClose={() => setGlance(false)} />;
  return (
    <>
      <Card aria-label="Block">
        <ShotEntry key={block.id} block={block} lessonId={lesson.lesson.id} />
        {last ? (
          <>
            <LastSwing shot={last} block={block} lesson={lesson} map={map} />
            <SwingStrip shots={block.shots} statistics={block.statistics} />
            <BlockFigures block={block} map={map} />
          </>
        ) : (
          <Soft>No swing in this block yet. Type one, import a file, or take live shots.</Soft>
        )}
        <Spread>
          <span>{block.feel ? <Soft>feel: “{block.feel}”</Soft> : null}</span>
          <Row>
            {block.shotsTotal > block.shots.length ? (
              <Soft>
                figures from the newest {Math.min(block.shotsTotal, 2000)} of {block.shotsTotal} swings
              </Soft>
            ) : null}
            <Button onPress={() => setGlance(true)} aria-keyshortcuts="f">
              Glance, from two metres
            </Button>
          </Row>
        </Spread>
      </Card>
      <FillBlock block={block} lesson={lesson} />
      <EffortCard blocks={lesson.blocks.filter((b) => b.club === block.club && b.withBall === block.withBall)} />
      <BlockSettings block={block} lesson={lesson} />
      <SwingRecords block={block} lesson={lesson} />
      {captures.isLoading ? <Waiting what="the curves" /> : null}
      {captures.error ? <Failed error={captures.error} retry={() => void captures.refetch()} /> : null}
      <BlockSwings motions={motions} />
      {grounds.map((g) => (
        <GroundPanel key={g.id} record={g} student={lesson.student} />
      ))}
      {motions.map((m) => (
        <SequencePanel key={m.id} motion={m} player={player} lesson={lesson} />
      ))}
      <HandsAndLegs
        block={block}
        motion={motions.findLast((m) => block.swings.some((s) => s.motionId === m.id && s.groundId)) ?? motions.at(-1)}
        grounds={grounds}
        lessonId={lesson.lesson.id}
      />
      {block.shotsTotal > 0 ? <ShotTable block={block} lessonId={lesson.lesson.id} /> : null}
    </>
  );
}
