import { lazy, Suspense, useMemo } from 'react';
import type { CurvesWire, MotionWire } from '../../../api/types.ts';
import { SEGMENTS, type Segment } from '../../../core/capture/motion.ts';
import {
  blockFigure,
  blockOrder,
  swingBand,
  type BlockFigure,
  type SwingBand,
} from '../../../core/capture/swing-band.ts';
import { Card, DataTable, Sentence, Soft, Waiting } from '../../kit/layout.tsx';
import { SEGMENT_NAMES } from './segment-names.ts';
import type { ChartedSwing } from './SequenceChart.tsx';

const SequenceChart = lazy(() => import('./SequenceChart.tsx').then((m) => ({ default: m.SequenceChart })));

type Figures = Partial<Record<Segment, BlockFigure>>;

const toCurves = (band: SwingBand, of: 'median' | 'low' | 'high'): CurvesWire => ({
  timeS: [...band.timeS],
  dps: band[of] as CurvesWire['dps'],
});

/** The middle swing of the block as the chart takes it. */
function middleSwing(motions: readonly MotionWire[], band: SwingBand, peaks: Figures): ChartedSwing {
  const middle = (of: (m: MotionWire) => number | undefined): number | undefined =>
    blockFigure(motions.map(of))?.median;
  const segments: ChartedSwing['sequence']['segments'] = {};
  for (const s of SEGMENTS) {
    const peak = peaks[s];
    if (!peak) continue;
    segments[s] = {
      peakDps: middle((m) => m.sequence.segments[s]?.peakDps) ?? 0,
      peakBeforeStrikeMs: peak.median,
      uncertaintyMs: peak.uncertainty,
      atStrikeDps: middle((m) => m.sequence.segments[s]?.atStrikeDps) ?? 0,
      reversalBeforeStrikeMs: middle((m) => m.sequence.segments[s]?.reversalBeforeStrikeMs),
      reversalUncertaintyMs: middle((m) => m.sequence.segments[s]?.reversalUncertaintyMs),
    };
  }
  return {
    curves: toCurves(band, 'median'),
    sequence: {
      segments,
      topBeforeStrikeMs: middle((m) => m.sequence.topBeforeStrikeMs),
      leadArmLevelBeforeStrikeMs: middle((m) => m.sequence.leadArmLevelBeforeStrikeMs),
      deliveryBeforeStrikeMs: middle((m) => m.sequence.deliveryBeforeStrikeMs),
    },
  };
}

function sentenceOf({ order, together }: ReturnType<typeof blockOrder>, count: number): string {
  if (order.length === 0) return `${count} captured swings.`;
  const words = order.map((s, i) => {
    const joined = i > 0 && together.some(([a, b]) => a === order[i - 1] && b === s);
    return `${i === 0 ? '' : joined ? ' together with ' : ', then '}${SEGMENT_NAMES[s]}`;
  });
  return `Over ${count} swings the peaks come: ${words.join('')}.`;
}

/** Several captured swings of one block as the middle swing and its band, laid over each other at the strike. */
export function BlockSwings({ motions }: { motions: readonly MotionWire[] }) {
  const band = useMemo(() => swingBand(motions.map((m) => ({ timeS: m.curves.timeS, of: m.curves.dps }))), [motions]);
  if (!band) return null;
  const peaks: Figures = {};
  for (const s of SEGMENTS)
    peaks[s] = blockFigure(
      motions.map((m) => m.sequence.segments[s]?.peakBeforeStrikeMs),
      motions.map((m) => m.sequence.segments[s]?.uncertaintyMs),
    );
  const wrist = blockFigure(motions.map((m) => m.sequence.release?.wristAngleAtLeadArmLevelDeg));
  const tempo = blockFigure(motions.map((m) => m.sequence.tempoRatio));
  const more: [string, BlockFigure | undefined, number, string][] = [
    ['wrist angle, arm level', wrist, 0, '°'],
    ['backswing : downswing', tempo, 1, ''],
  ];
  return (
    <Card aria-label="Captured swings of the block">
      <h2>{band.count} captured swings</h2>
      <Sentence data-testid="block-swings">{sentenceOf(blockOrder(peaks), band.count)}</Sentence>
      <Suspense fallback={<Waiting what="the chart" />}>
        <SequenceChart
          motion={middleSwing(motions, band, peaks)}
          band={{ low: toCurves(band, 'low'), high: toCurves(band, 'high') }}
        />
      </Suspense>
      <DataTable>
        <thead>
          <tr>
            <th scope="col">over the swings</th>
            <th scope="col">median</th>
            <th scope="col">between swings ±</th>
            <th scope="col">median known to ±</th>
          </tr>
        </thead>
        <tbody>
          {SEGMENTS.map((s) => {
            const f = peaks[s];
            return f ? (
              <tr key={s}>
                <th scope="row">{SEGMENT_NAMES[s]} peak, ms before strike</th>
                <td>{f.median.toFixed(0)}</td>
                <td>{f.spread.toFixed(0)}</td>
                <td>{f.uncertainty.toFixed(0)}</td>
              </tr>
            ) : null;
          })}
          {more.map(([name, f, digits, unit]) =>
            f ? (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td>
                  {f.median.toFixed(digits)}
                  {unit}
                </td>
                <td>{f.spread.toFixed(digits)}</td>
                <td>{f.uncertainty.toFixed(digits === 0 ? 0 : 1)}</td>
              </tr>
            ) : null,
          )}
        </tbody>
      </DataTable>
      <Soft>The band holds {band.count < 6 ? 'all swings' : 'two thirds of the swings'}.</Soft>
    </Card>
  );
}
