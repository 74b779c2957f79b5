import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { BlockWire, ComparisonAnswer, LessonAnswer } from '../../../api/types.ts';
import { ask } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { PrimaryButton, Select } from '../../kit/controls.tsx';
import { Card, DataTable, Failed, Grid, Notice, Row, Sentence, Soft, Waiting } from '../../kit/layout.tsx';
import { blockName, type DatedBlock } from '../common/block-name.ts';
import { useEarlierBlocks, useLessonWrite } from '../common/data.ts';
import { firstPair } from './first-pair.ts';
import { linear, YTicks } from '../../kit/chart.tsx';

/** The comparison in a sentence: which is faster, by how much, how sure. */
function useSentence(c: ComparisonAnswer | undefined, a?: DatedBlock, b?: DatedBlock): string {
  const units = useUnits();
  if (!c || !a || !b) return '';
  if (c.differenceMps === null || c.interval90Mps === null || c.chanceBFaster === null)
    return `Cannot say yet. Missing: ${c.missing}.`;
  const faster = c.differenceMps >= 0;
  const [lo, hi] = faster ? c.interval90Mps : [-c.interval90Mps[1], -c.interval90Mps[0]];
  const chance = Math.round(100 * (faster ? c.chanceBFaster : 1 - c.chanceBFaster));
  const figure = (v: number): string => units.speedFigure(v);
  const name = (x: DatedBlock): string => `Block ${x.position}${x.day ? ` of ${x.day}` : ''}`;
  if (c.tie)
    return `A tie: any difference surely lies within ${figure(lo)} to ${figure(hi)} ${units.speedUnit}, too little to matter.`;
  const more =
    c.swingsToSettle === null
      ? ' Even 120 more swings would hardly settle it.'
      : c.swingsToSettle > 0
        ? ` About ${c.swingsToSettle} more swings, half of each in turn, would settle it.`
        : '';
  return `${chance >= 90 ? `${name(faster ? b : a)} is faster` : `${name(faster ? b : a)} is more likely faster than not`}: ${units.speed(Math.abs(c.differenceMps))} (${figure(lo)} to ${figure(hi)}), faster at all with ${Math.min(99, chance)} %.${more}`;
}

const WIDTH = 640;
const HEIGHT = 150;

/** Every swing of both conditions in the order swung, on one speed axis. */
function RunsPicture({ blocks, c }: { blocks: readonly BlockWire[]; c: ComparisonAnswer }) {
  const units = useUnits();
  const runs = c.runs.map((r) => ({
    ...r,
    speeds: (blocks.find((b) => b.id === r.blockId)?.shots ?? []).flatMap((s) =>
      s.setAsideReason === null && s.values.clubSpeedMps !== undefined ? [s.values.clubSpeedMps] : [],
    ),
  }));
  const all = runs.flatMap((r) => r.speeds);
  if (all.length === 0) return null;
  const [lo, hi] = [Math.min(...all) - 0.5, Math.max(...all) + 0.5];
  const step = (WIDTH - 60) / (all.length + runs.length);
  const y = linear([lo, hi], [HEIGHT - 26, 20]);
  const startOf = (run: number): number =>
    46 + runs.slice(0, run).reduce((x, r) => x + step * (r.speeds.length + 1), 0);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', height: 'auto' }}
      role="img"
      aria-label={`Swings in order: ${runs.map((r) => `${r.label} ${r.speeds.length}`).join(', ')}.`}
    >
      <YTicks scale={y} at={[lo + 0.5, hi - 0.5]} x={38} format={(v) => units.speedFigure(v, 0)} />
      {runs.map((r, run) => {
        const from = startOf(run);
        const b = r.label === 'B';
        return (
          <g key={r.blockId}>
            <text
              x={from + (step * r.speeds.length) / 2}
              y={HEIGHT - 8}
              fontSize={13}
              textAnchor="middle"
              fill={b ? 'var(--maple)' : 'var(--slate)'}
            >
              {r.label}
            </text>
            {r.speeds.map((v, i) =>
              b ? (
                <circle key={i} cx={from + step * (i + 0.5)} cy={y(v)} r={4} fill="var(--maple)" />
              ) : (
                <rect
                  key={i}
                  x={from + step * (i + 0.5) - 3.5}
                  y={y(v) - 3.5}
                  width={7}
                  height={7}
                  fill="none"
                  stroke="var(--slate)"
                  strokeWidth={1.8}
                />
              ),
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** Two conditions compared: difference with interval and chance, unlike conditions said, and the next run of an A B A B order. */
export default function CompareView({ lesson }: { lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const earlier = useEarlierBlocks(lesson);
  const blocks: DatedBlock[] = [...earlier, ...lesson.blocks];
  const [a, setA] = useState('');
  const [b, setB] = useState('');
  const offered = firstPair<DatedBlock>(lesson.blocks, earlier);
  const first = blocks.find((x) => x.id === a) ?? offered?.[0];
  const second = blocks.find((x) => x.id === b) ?? offered?.[1];
  const ready = first !== undefined && second !== undefined && first.id !== second.id;
  const comparison = useQuery({
    queryKey: ['lesson', lessonId, 'compare', first?.id, second?.id],
    queryFn: () => ask('GET /lessons/:id/compare', { id: lessonId, query: { a: first?.id, b: second?.id } }),
    enabled: ready,
  });
  const c = comparison.data;
  const like = c?.next === 'B' ? second : first;
  const startNext = useLessonWrite(
    lessonId,
    ({ club, withBall, condition, cue, effort, circumstances }: DatedBlock, id) =>
      ask('POST /lessons/:id/blocks', {
        id: lessonId,
        body: { id, club, withBall, condition, cue, effort, circumstances },
      }),
  );
  const sentence = useSentence(c, first, second);
  if (!first || !second || !like || blocks.length < 2)
    return <Soft>Two blocks are needed to compare. Start a second one with one thing changed.</Soft>;
  const options = blocks.map((x) => ({ id: x.id, name: blockName(x) }));
  return (
    <Card aria-label="Compare blocks">
      <h2>Compare two blocks</h2>
      <Grid>
        <Select label="A" value={first.id} onChange={setA} options={options} />
        <Select label="B" value={second.id} onChange={setB} options={options} />
      </Grid>
      {ready ? null : <Soft>Choose two different blocks.</Soft>}
      {comparison.isPending && ready ? <Waiting what="the comparison" /> : null}
      {comparison.error ? <Failed error={comparison.error} /> : null}
      {c ? (
        <>
          <Sentence data-testid="comparison">{sentence}</Sentence>
          {c.unlike.length > 0 ? (
            <Notice tone="unsure">Not like with like: {c.unlike.join(', ')}. The difference may be theirs.</Notice>
          ) : null}
          <RunsPicture blocks={blocks} c={c} />
          <DataTable $words>
            <thead>
              <tr>
                <th scope="col">run</th>
                <th scope="col">block</th>
                <th scope="col">swings</th>
              </tr>
            </thead>
            <tbody>
              {c.runs.map((r) => (
                <tr key={r.blockId}>
                  <th scope="row">{r.label}</th>
                  <td>{blockName(blocks.find((x) => x.id === r.blockId) ?? first)}</td>
                  <td>{r.swings}</td>
                </tr>
              ))}
            </tbody>
          </DataTable>
          <Soft>
            {first.day !== second.day
              ? 'Two lessons: days differ by more than blocks do, and the interval is wider for it. Review weighs the days.'
              : c.alternated
                ? 'The runs alternate: tiring or warming up over the swings is taken out.'
                : 'One run each: tiring or warming up cannot be told from the change. Alternate: A B A B.'}
          </Soft>
          {startNext.error ? <Failed error={startNext.error} /> : null}
          <Row>
            <PrimaryButton onPress={() => startNext.mutate(like)} isDisabled={startNext.isPending}>
              Next run: {c.next} ({like.club}
              {like.withBall ? '' : ', no ball'}
              {like.cue ? `, “${like.cue}”` : ''})
            </PrimaryButton>
          </Row>
        </>
      ) : null}
    </Card>
  );
}
