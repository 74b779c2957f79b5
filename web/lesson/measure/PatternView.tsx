import { useMemo, useState } from 'react';
import type { BlockWire, LessonAnswer, ShotWire } from '../../../api/types.ts';
import { DEFAULT_AIR, type Air } from '../../../core/flight/air.ts';
import { siOf } from '../../base/shot-values.ts';
import { useUnits } from '../../base/session.tsx';
import { Select } from '../../kit/controls.tsx';
import { Card, DataTable, Failed, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { SavePicture } from '../../kit/SavePicture.tsx';
import { ShotPattern } from './ShotPattern.tsx';
import type { PatternShot } from '../../workers/tasks.ts';
import { useTask } from '../../workers/run.ts';
import { blockName, type DatedBlock } from '../common/block-name.ts';
import { useEarlierBlocks } from '../common/data.ts';
import { ShotTable } from './ShotTable.tsx';

const NONE = 'none';

/** The air of a block, as far as it is on record. */
export function airOfBlock(block: BlockWire): Air {
  const c = block.circumstances;
  return {
    temperatureC: c.temperatureC ?? DEFAULT_AIR.temperatureC,
    pressureHpa: c.pressureHpa ?? DEFAULT_AIR.pressureHpa,
    altitudeM: c.altitudeM ?? DEFAULT_AIR.altitudeM,
    humidityPct: c.humidityPct ?? DEFAULT_AIR.humidityPct,
    windTowardTargetMps: c.windTowardTargetMps ?? 0,
    // Wind is on record as to the right; the pattern is drawn + out.
    windToRightMps: c.windToRightMps ?? 0,
  };
}

function usePattern(block: BlockWire | undefined, handedness: 'right' | 'left') {
  const shots = useMemo(
    () =>
      (block?.shots ?? [])
        .filter((s: ShotWire) => s.setAsideReason === null)
        .map((s) => ({ id: s.id, values: siOf(s) })),
    [block],
  );
  const air = block ? airOfBlock(block) : DEFAULT_AIR;
  const own = handedness === 'right' ? air : { ...air, windToRightMps: -air.windToRightMps };
  return useTask('pattern', { shots, club: block?.club ?? 'driver', air: own }, block !== undefined);
}

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

function Figures({ name, shots }: { name: string; shots: readonly PatternShot[] }) {
  const units = useUnits();
  if (shots.length === 0) return null;
  const side = mean(shots.map((s) => s.sideOutM));
  return (
    <tr>
      <th scope="row">{name}</th>
      <td>{shots.length}</td>
      <td>{units.distance(mean(shots.map((s) => s.carryM)))}</td>
      <td>{units.distance(mean(shots.map((s) => s.totalM)))}</td>
      <td>{units.distance(mean(shots.map((s) => s.apexM)))}</td>
      <td>
        {units.distance(Math.abs(side))} {side >= 0 ? 'out' : 'in'}
      </td>
    </tr>
  );
}

/** Shots from above and from the side, one block or two on one picture, and their table. */
export default function PatternView({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const [otherId, setOtherId] = useState(NONE);
  const earlier = useEarlierBlocks(lesson);
  const others: DatedBlock[] = [...lesson.blocks, ...earlier].filter((b) => b.id !== block.id && b.withBall);
  const other = others.find((b) => b.id === otherId);
  const { handedness } = lesson.student;
  const first = usePattern(block, handedness);
  const second = usePattern(other, handedness);
  const blocks = [
    { label: `block ${block.position}`, shots: first.data ?? [] },
    ...(other
      ? [{ label: `${other.day ? `${other.day}, ` : ''}block ${other.position}`, shots: second.data ?? [] }]
      : []),
  ];
  const estimated = new Set(blocks.flatMap((b) => b.shots.flatMap((s) => s.estimated)));
  const any = blocks.some((b) => b.shots.length > 0);
  return (
    <>
      <Card aria-label="Shot pattern">
        <Spread>
          <h2>Shot pattern</h2>
          <Row>
            {others.length > 0 ? (
              <Select
                label="Compare with"
                value={other ? other.id : NONE}
                onChange={setOtherId}
                options={[{ id: NONE, name: 'nothing' }, ...others.map((b) => ({ id: b.id, name: blockName(b) }))]}
              />
            ) : null}
            <SavePicture name={`pattern-block-${block.position}`} />
          </Row>
        </Spread>
        {first.isPending ? <Waiting what="the flights" /> : null}
        {first.error ? <Failed error={first.error} /> : null}
        {any ? (
          <div data-picture>
            <ShotPattern blocks={blocks} handedness={handedness} />
          </div>
        ) : first.data ? (
          <Notice tone="info">
            No shot of this block can be flown: ball speed, launch and spin are needed, or club speed with attack and
            loft.
          </Notice>
        ) : null}
        {any ? (
          <DataTable>
            <thead>
              <tr>
                <th scope="col">block</th>
                <th scope="col">shots</th>
                <th scope="col">carry</th>
                <th scope="col">total, normal ground</th>
                <th scope="col">apex</th>
                <th scope="col">side</th>
              </tr>
            </thead>
            <tbody>
              {blocks.map((b) => (
                <Figures key={b.label} name={b.label} shots={b.shots} />
              ))}
            </tbody>
          </DataTable>
        ) : null}
        <Soft>
          Flown by the model in the air on record for the block.
          {estimated.size > 0
            ? ` Estimated where not measured: ${[...estimated].map((k) => k.replace(/(Rad|Mps|OutRad|RadPerS)$/g, '').replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)).join(', ')}.`
            : ''}
        </Soft>
      </Card>
      <ShotTable block={block} lessonId={lesson.lesson.id} />
    </>
  );
}
