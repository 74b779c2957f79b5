import { lazy, Suspense } from 'react';
import type { MotionWire } from '../../api/types.ts';
import { sequenceSentence } from '../../core/capture/sentence.ts';
import type { Player } from '../../core/swing/player.ts';
import { Card, Facts, Notice, Sentence, Soft, Spread, Waiting } from '../parts/layout.tsx';
import { FitPanel } from './FitPanel.tsx';

const SequenceChart = lazy(() => import('../parts/SequenceChart.tsx').then((m) => ({ default: m.SequenceChart })));

const STRIKE_FROM = {
  marker: 'marker in the file',
  'speed-drop': 'the ball’s blow on the club',
  'club-angle': 'club passing its set-up angle',
  'club-peak': 'the club’s own peak',
} as const;

/** One captured swing: the sentence, the curves, and the release and tempo as figures. */
export function SequencePanel({ motion, player }: { motion: MotionWire; player: Player }) {
  const s = motion.sequence;
  const facts: [string, string][] = [];
  if (s.tempoRatio !== undefined) facts.push(['backswing : downswing', `${s.tempoRatio.toFixed(1)} : 1`]);
  facts.push(['downswing', `${s.topBeforeStrikeMs.toFixed(0)} ms`]);
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
  return (
    <Card aria-label={`Sequence, ${motion.fileName}`}>
      <Spread>
        <h2>Sequence</h2>
        <Soft>
          {motion.fileName} · strike from {STRIKE_FROM[s.strike.from]}
        </Soft>
      </Spread>
      <Sentence>{sequenceSentence(s)}</Sentence>
      <Suspense fallback={<Waiting what="the chart" />}>
        <SequenceChart motion={motion} />
      </Suspense>
      <Facts items={facts} />
      {s.warnings.length > 0 ? <Notice tone="info">{s.warnings.join(' ')}</Notice> : null}
      <FitPanel motion={motion} player={player} />
    </Card>
  );
}
