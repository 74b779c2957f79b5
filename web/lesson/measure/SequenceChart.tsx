import { SEGMENT_NAMES } from './segment-names.ts';
import {
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type Plugin,
} from 'chart.js';
import annotation, { type AnnotationOptions } from 'chartjs-plugin-annotation';
import { useMemo, useState } from 'react';
import { Line } from 'react-chartjs-2';
import styled, { useTheme } from 'styled-components';
import type { CurvesWire, MotionWire } from '../../../api/types.ts';
import { Button } from '../../kit/controls.tsx';
import { DataTable } from '../../kit/layout.tsx';

Chart.defaults.font.family = '"Source Sans 3 Variable", sans-serif';
Chart.defaults.font.size = 13;
Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip, Legend, Filler, annotation);

type SegmentId = keyof typeof SEGMENT_NAMES;
const ORDER: readonly SegmentId[] = ['hips', 'chest', 'leadArm', 'club'];
const DASHES: Record<SegmentId, number[]> = { hips: [], chest: [10, 5], leadArm: [2, 4], club: [] };
/** The strike stands at the right-hand third: one second before it, half a second after it. */
const FROM_S = -1;
const TO_S = 0.5;

const Frame = styled.div`
  height: 330px;
  position: relative;
`;

/** Name of each curve written at its peak, so that no legend is needed. */
const directLabels: Plugin<'line'> = {
  id: 'directLabels',
  afterDatasetsDraw: (chart) => {
    const { ctx } = chart;
    ctx.save();
    ctx.font = '600 13px "Source Sans 3 Variable", sans-serif';
    ctx.textAlign = 'right';
    chart.data.datasets.forEach((set, i) => {
      if (!set.label) return;
      const points = set.data as { x: number; y: number }[];
      let best = 0;
      points.forEach((p, k) => {
        if (p.y > points[best]!.y) best = k;
      });
      const element = chart.getDatasetMeta(i).data[best];
      if (!element) return;
      ctx.fillStyle = set.borderColor as string;
      // Hips and chest peak close together: the hips' name goes under the curve.
      ctx.fillText(set.label ?? '', element.x - 8, element.y + (i === 0 ? 18 : -7));
      ctx.beginPath();
      ctx.arc(element.x, element.y, 4, 0, 2 * Math.PI);
      ctx.fill();
    });
    ctx.restore();
  },
};

/** What the chart needs of a swing; also the median of several. */
export type ChartedSwing = Pick<MotionWire, 'curves'> & {
  sequence: Pick<
    MotionWire['sequence'],
    'segments' | 'topBeforeStrikeMs' | 'leadArmLevelBeforeStrikeMs' | 'deliveryBeforeStrikeMs'
  >;
};

const points = (curves: CurvesWire, s: SegmentId, shiftS = 0): { x: number; y: number }[] =>
  curves.timeS.map((t, i) => ({ x: t + shiftS, y: curves.dps[s]?.[i] ?? 0 }));

/**
 * Angular velocities of one swing over seconds to strike, checkpoints as labelled ticks, with a table of the numbers.
 * @param ghost another swing drawn thin behind it, aligned at the strike
 * @param band edges of the band that several swings fill
 * @param cursorS moment marked, seconds before strike
 */
export function SequenceChart({
  motion,
  ghost,
  band,
  cursorS,
  fromS = FROM_S,
}: {
  motion: ChartedSwing;
  ghost?: CurvesWire;
  band?: { low: CurvesWire; high: CurvesWire };
  cursorS?: number;
  fromS?: number;
}) {
  const { colours } = useTheme();
  const [table, setTable] = useState(false);
  const { sequence, curves } = motion;
  const lines: Record<SegmentId, string> = {
    hips: colours.hips,
    chest: colours.chest,
    leadArm: colours.leadArm,
    club: colours.club,
  };
  const present = ORDER.filter((s) => curves.dps[s]);
  const checkpoints = useMemo(() => {
    const list: { at: number; name: string }[] = [{ at: 0, name: 'strike' }];
    const add = (ms: number | undefined, name: string): void => {
      if (ms !== undefined) list.push({ at: -ms / 1000, name });
    };
    add(sequence.topBeforeStrikeMs, 'top');
    add(sequence.leadArmLevelBeforeStrikeMs, 'arm level');
    add(sequence.deliveryBeforeStrikeMs, 'delivery');
    return list;
  }, [sequence]);
  const annotations: Record<string, AnnotationOptions> = Object.fromEntries(
    checkpoints.map((c, i) => [
      c.name,
      {
        type: 'line' as const,
        xMin: c.at,
        xMax: c.at,
        borderColor: colours.softInk,
        borderWidth: c.name === 'strike' ? 2 : 1,
        borderDash: c.name === 'strike' ? [] : [3, 3],
        label: {
          display: true,
          content: c.name,
          position: 'start' as const,
          yAdjust: -4 - (i % 2) * 18,
          xAdjust: c.name === 'strike' ? 24 : c.name === 'delivery' ? 8 : -20,
          backgroundColor: colours.card,
          color: colours.softInk,
          font: { size: 11 },
          padding: 2,
        },
      },
    ]),
  );
  if (cursorS !== undefined)
    annotations.cursor = { type: 'line', xMin: -cursorS, xMax: -cursorS, borderColor: colours.maple, borderWidth: 2 };
  const behind = ORDER.filter((s) => ghost?.dps[s]).map((s) => ({
    label: '',
    data: points(ghost ?? curves, s),
    borderColor: lines[s] + '99',
    borderWidth: 1.2,
    borderDash: DASHES[s],
    pointRadius: 0,
    fill: false as const,
  }));
  const filled = present.flatMap((s) =>
    band?.low.dps[s] && band.high.dps[s]
      ? [
          { label: '', data: points(band.low, s), borderWidth: 0, pointRadius: 0, fill: false as const },
          {
            label: '',
            data: points(band.high, s),
            borderWidth: 0,
            pointRadius: 0,
            fill: '-1' as const,
            backgroundColor: lines[s] + '33',
          },
        ]
      : [],
  );
  const summary = present
    .map((s) => {
      const p = sequence.segments[s];
      return p
        ? `${SEGMENT_NAMES[s]} peaks at ${p.peakDps.toFixed(0)} °/s ${p.peakBeforeStrikeMs.toFixed(0)} ms before the strike`
        : '';
    })
    .filter(Boolean)
    .join('; ');
  return (
    <div>
      <Frame>
        <Line
          role="img"
          aria-label={`${summary}.`}
          plugins={[directLabels]}
          data={{
            datasets: [
              ...present.map((s) => ({
                label: SEGMENT_NAMES[s],
                data: points(curves, s),
                borderColor: lines[s],
                borderWidth: s === 'club' ? 3.5 : 2,
                borderDash: DASHES[s],
                pointRadius: 0,
                tension: 0,
              })),
              ...behind,
              ...filled,
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            parsing: false,
            interaction: { mode: 'nearest', axis: 'x', intersect: false },
            scales: {
              x: {
                type: 'linear',
                min: fromS,
                max: TO_S,
                title: { display: true, text: 'seconds to strike', color: colours.softInk },
                ticks: { color: colours.softInk, stepSize: 0.25, callback: (v) => Number(v).toFixed(2) },
                grid: { color: colours.line },
              },
              y: {
                title: { display: true, text: 'turning speed, °/s (toward the target +)', color: colours.softInk },
                ticks: { color: colours.softInk },
                grid: { color: colours.line },
              },
            },
            plugins: {
              legend: { display: false },
              annotation: { annotations },
              tooltip: { callbacks: { title: (items) => `${(items[0]?.parsed.x ?? 0).toFixed(3)} s to strike` } },
            },
          }}
        />
      </Frame>
      <Button onPress={() => setTable(!table)}>{table ? 'Hide the numbers' : 'Show the numbers'}</Button>
      {table ? (
        <DataTable>
          <thead>
            <tr>
              <th scope="col">Segment</th>
              <th scope="col">peak °/s</th>
              <th scope="col">before strike, ms</th>
              <th scope="col">± ms</th>
              <th scope="col">at strike, °/s</th>
              <th scope="col">starts down before strike, ms</th>
            </tr>
          </thead>
          <tbody>
            {present.map((s) => {
              const p = sequence.segments[s];
              return p ? (
                <tr key={s}>
                  <th scope="row">{SEGMENT_NAMES[s]}</th>
                  <td>{p.peakDps.toFixed(0)}</td>
                  <td>{p.peakBeforeStrikeMs.toFixed(0)}</td>
                  <td>{p.uncertaintyMs.toFixed(0)}</td>
                  <td>{p.atStrikeDps.toFixed(0)}</td>
                  <td>
                    {p.reversalBeforeStrikeMs === undefined
                      ? '–'
                      : `${p.reversalBeforeStrikeMs.toFixed(0)} ± ${(p.reversalUncertaintyMs ?? 0).toFixed(0)}`}
                  </td>
                </tr>
              ) : null;
            })}
          </tbody>
        </DataTable>
      ) : null}
    </div>
  );
}
