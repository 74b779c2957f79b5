import { lazy, Suspense, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { LessonAnswer, MotionWire } from '../../../api/types.ts';
import { sequenceSentence } from '../../../core/capture/sequence-sentence.ts';
import type { Player } from '../../../core/swing/player.ts';
import { Knob } from '../../kit/Knob.tsx';
import { Card, Facts, Notice, Sentence, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { SavePicture } from '../../kit/SavePicture.tsx';
import { drawnFromCurves } from '../../parts/swing/captured-drawing.ts';
import { sampleAt } from '../../parts/swing/SwingCurves.tsx';
import { SwingFigure } from '../../parts/swing/SwingFigure.tsx';
import { WristCurve } from './WristCurve.tsx';
import { FitPanel } from './FitPanel.tsx';
import { LayOver, NONE, useGhost } from './LayOver.tsx';

const SequenceChart = lazy(() => import('./SequenceChart.tsx').then((m) => ({ default: m.SequenceChart })));

const STRIKE_FROM = {
  marker: 'marker in the file',
  'speed-drop': 'the ball’s blow on the club',
  'club-angle': 'club passing its set-up angle',
  'club-peak': 'the club’s own peak',
} as const;
const Beside = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 240px);
  gap: var(--s4);
  align-items: start;
  @media (max-width: 1000px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
/** Where the cursor stands first: in the delivery, s before strike. */
const FIRST_CURSOR_S = 0.06;

/** Tempo, gains, slowing, release and separation as figures. */
function factsOf(s: MotionWire['sequence']): [string, string][] {
  const facts: [string, string][] = [];
  if (s.tempoRatio !== undefined) facts.push(['backswing : downswing', `${s.tempoRatio.toFixed(1)} : 1`]);
  if (s.topBeforeStrikeMs !== undefined) facts.push(['downswing', `${s.topBeforeStrikeMs.toFixed(0)} ms`]);
  for (const g of s.gains)
    facts.push([
      `${g.from === 'leadArm' ? 'arm' : g.from} → ${g.to === 'leadArm' ? 'arm' : g.to}`,
      `× ${g.ratio.toFixed(2)}`,
    ]);
  const chest = s.segments.chest;
  if (chest) facts.push(['chest at strike', `${((100 * chest.atStrikeDps) / chest.peakDps).toFixed(0)} % of its peak`]);
  if (s.release) {
    const r = s.release;
    if (r.wristAngleAtLeadArmLevelDeg !== undefined)
      facts.push(['wrist angle, arm level', `${r.wristAngleAtLeadArmLevelDeg.toFixed(0)}°`]);
    facts.push(['wrist angle, strike', `${r.wristAngleAtStrikeDeg.toFixed(0)}°`]);
    facts.push(['release starts', `${r.startBeforeStrikeMs.toFixed(0)} ms before strike`]);
  }
  if (s.separation) facts.push(['stretch', `${s.separation.stretchDeg.toFixed(1)}°`]);
  return facts;
}

/**
 * One captured swing: the sentence, the curves with a moment that a stick figure follows, the wrist angle, another swing laid
 * over, the figures, and the fit of the model.
 */
export function SequencePanel({
  motion,
  player,
  lesson,
}: {
  motion: MotionWire;
  player: Player;
  lesson: LessonAnswer;
}) {
  const s = motion.sequence;
  const [cursorS, setCursorS] = useState(FIRST_CURSOR_S);
  const [otherId, setOtherId] = useState(NONE);
  const ghost = useGhost(otherId);
  const other = otherId === NONE ? undefined : ghost.data;
  const drawn = useMemo(() => drawnFromCurves(motion.curves), [motion.curves]);
  const drawnOther = useMemo(() => (other ? drawnFromCurves(other.curves) : undefined), [other]);
  const longest = Math.min(1, -motion.curves.timeS[0]!);
  return (
    <Card aria-label={`Sequence, ${motion.fileName}`}>
      <Spread>
        <h2>Sequence</h2>
        <Soft>
          {motion.fileName} · strike from {STRIKE_FROM[s.strike.from]} · save as{' '}
          <a href={`/api/motions/${motion.id}/file`} download={`${motion.fileName.replace(/\.\w+$/, '')}.csv`}>
            CSV
          </a>{' '}
          or{' '}
          <a href={`/api/motions/${motion.id}/file?as=c3d`} download={`${motion.fileName.replace(/\.\w+$/, '')}.c3d`}>
            C3D
          </a>
        </Soft>
      </Spread>
      <Sentence>{sequenceSentence(s)}</Sentence>
      <Suspense fallback={<Waiting what="the chart" />}>
        <SequenceChart motion={motion} ghost={other?.curves} cursorS={cursorS} />
      </Suspense>
      <Knob
        label="moment"
        value={-1000 * cursorS}
        onChange={(ms) => setCursorS(-ms / 1000)}
        min={-1000 * longest}
        max={0}
        step={5}
        show={(ms) => (ms >= -0.5 ? 'strike' : `${Math.round(-ms)} ms before strike`)}
      />
      <Beside>
        <div>
          {s.release ? (
            <Spread>
              <h3>Wrist angle</h3>
              <SavePicture name={`wrist-${motion.fileName}`} />
            </Spread>
          ) : null}
          <div data-picture>
            <WristCurve motion={motion} cursorS={cursorS} />
          </div>
          <Facts items={factsOf(s)} />
        </div>
        {drawn ? (
          <SwingFigure
            swing={drawn}
            sample={sampleAt(drawn, cursorS)}
            ghost={drawnOther}
            ghostSample={drawnOther && sampleAt(drawnOther, cursorS)}
            handedness={lesson.student.handedness}
          />
        ) : null}
      </Beside>
      <LayOver motion={motion} studentId={lesson.student.id} otherId={otherId} onChoose={setOtherId} />
      {s.warnings.length > 0 ? <Notice tone="info">{s.warnings.join(' ')}</Notice> : null}
      <FitPanel motion={motion} player={player} lessonId={lesson.lesson.id} />
    </Card>
  );
}
