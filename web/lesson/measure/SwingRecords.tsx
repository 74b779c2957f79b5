import { useState } from 'react';
import type { BlockWire, SwingWire } from '../../../api/types.ts';
import { pushAgainstRelease, swingEvents } from '../../../core/capture/swing-record.ts';
import { call, newId } from '../../app/api.ts';
import { useUnits } from '../../app/session.tsx';
import { Button, QuietButton, Select } from '../../parts/controls.tsx';
import { JoinedCurves } from '../../parts/ground/JoinedCurves.tsx';
import { Knob } from '../../parts/Knob.tsx';
import { Card, DataTable, Failed, Grid, Row, Sentence, Soft, Spread } from '../../parts/layout.tsx';
import { SavePicture } from '../../parts/SavePicture.tsx';
import { useLessonWrite } from '../data.ts';

const NONE = 'none';
/** How far a record can be moved against the strike on the page, ms. */
const MOST_SHIFT_MS = 150;
const idOf = (v: string): string | null => (v === NONE ? null : v);
const beforeStrike = (s: number): string =>
  s >= 0 ? `${Math.round(1000 * s)} ms before` : `${Math.round(-1000 * s)} ms after`;

/** Where a record is laid against the strike; sent when the slider rests. */
function Shift({ name, valueS, onSet }: { name: string; valueS: number; onSet: (s: number) => void }) {
  const [ms, setMs] = useState(Math.round(1000 * valueS));
  return (
    <Row>
      <div style={{ flex: 1, minWidth: '220px' }}>
        <Knob
          label={`${name} laid later by`}
          value={ms}
          onChange={setMs}
          min={-MOST_SHIFT_MS}
          max={MOST_SHIFT_MS}
          step={1}
          show={(v) => `${String(v).replace('-', '−')} ms`}
        />
      </div>
      <Button onPress={() => onSet(ms / 1000)} isDisabled={ms === Math.round(1000 * valueS)}>
        Keep
      </Button>
    </Row>
  );
}

function JoinedSwing({ swing, block, lessonId }: { swing: SwingWire; block: BlockWire; lessonId: string }) {
  const units = useUnits();
  const change = useLessonWrite(lessonId, (body: Partial<SwingWire>) => call('PATCH', `/swings/${swing.id}`, body));
  const part = useLessonWrite(lessonId, () => call('DELETE', `/swings/${swing.id}`));
  const motion = block.motions.find((m) => m.id === swing.motionId);
  const ground = block.grounds.find((g) => g.id === swing.groundId);
  const shot = block.shots.find((s) => s.id === swing.shotId);
  const events = swingEvents(motion?.sequence, ground && { figures: ground.ground, traces: ground.traces }, {
    motionS: swing.motionShiftS,
    groundS: swing.groundShiftS,
  });
  const speed = shot?.values.clubSpeedMps ?? shot?.values.ballSpeedMps;
  const names = [
    motion?.fileName,
    ground?.fileName,
    speed === undefined ? undefined : `shot of ${units.speed(speed)}`,
  ].filter(Boolean);
  const sentence = pushAgainstRelease(events);
  return (
    <section aria-label={`Swing of ${names.join(', ')}`} style={{ display: 'grid', gap: 'var(--s3)' }}>
      <Spread>
        <Soft>{names.join(' · ')}</Soft>
        <Row>
          <SavePicture name="swing-record" />
          <QuietButton onPress={() => part.mutate(undefined)}>Part them again</QuietButton>
        </Row>
      </Spread>
      {sentence ? <Sentence data-testid="push-and-release">{sentence}</Sentence> : null}
      <div data-picture>
        <JoinedCurves
          motion={motion}
          ground={ground}
          motionShiftS={swing.motionShiftS}
          groundShiftS={swing.groundShiftS}
          summary={sentence || names.join(', ')}
        />
      </div>
      {motion ? (
        <Shift
          key={`m${swing.motionShiftS}`}
          name="captured swing"
          valueS={swing.motionShiftS}
          onSet={(motionShiftS) => change.mutate({ motionShiftS })}
        />
      ) : null}
      {ground ? (
        <Shift
          key={`g${swing.groundShiftS}`}
          name="ground"
          valueS={swing.groundShiftS}
          onSet={(groundShiftS) => change.mutate({ groundShiftS })}
        />
      ) : null}
      {change.error ? <Failed error={change.error} /> : null}
      {part.error ? <Failed error={part.error} /> : null}
      <DataTable $words>
        <thead>
          <tr>
            <th scope="col">what happens, in order</th>
            <th scope="col">known from</th>
            <th scope="col">strike</th>
          </tr>
        </thead>
        <tbody>
          {events.map((e) => (
            <tr key={e.name}>
              <th scope="row">{e.name}</th>
              <td>{e.from === 'motion' ? 'captured swing' : 'ground'}</td>
              <td>{beforeStrike(e.beforeStrikeS)}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </section>
  );
}

/** Swings of the block that join a shot, a captured swing and its ground at the strike, and the means to join more. */
export function SwingRecords({ block, lessonId }: { block: BlockWire; lessonId: string }) {
  const units = useUnits();
  const [motion, setMotion] = useState(NONE);
  const [ground, setGround] = useState(NONE);
  const [shot, setShot] = useState(NONE);
  const join = useLessonWrite(
    lessonId,
    async (list: readonly Pick<SwingWire, 'motionId' | 'groundId' | 'shotId'>[]) => {
      for (const s of list) await call('POST', `/blocks/${block.id}/swings`, { id: newId(), ...s });
    },
    () => {
      for (const clear of [setMotion, setGround, setShot]) clear(NONE);
    },
  );
  const { swings } = block;
  const freeMotions = block.motions.filter((m) => swings.every((s) => s.motionId !== m.id));
  const freeGrounds = block.grounds.filter((g) => swings.every((s) => s.groundId !== g.id));
  const freeShots = block.shots.filter((x) => swings.every((s) => s.shotId !== x.id) && x.setAsideReason === null);
  const pairs = Math.min(freeMotions.length, freeGrounds.length);
  if (swings.length === 0 && freeMotions.length + freeGrounds.length === 0) return null;
  if (swings.length === 0 && pairs === 0 && freeShots.length === 0) return null;
  const chosen = [motion, ground, shot].filter((v) => v !== NONE).length;
  const options = (name: string, list: readonly { id: string; name: string }[]) => [{ id: NONE, name }, ...list];
  return (
    <Card aria-label="Swings joined at the strike">
      <h2>One swing, all its records</h2>
      {swings.map((s) => (
        <JoinedSwing key={s.id} swing={s} block={block} lessonId={lessonId} />
      ))}
      {freeMotions.length + freeGrounds.length > 0 ? (
        <>
          <Soft>Join what was taken of the same swing; the records are laid over each other at the strike.</Soft>
          <Grid $least="190px">
            <Select
              label="captured swing"
              value={motion}
              onChange={setMotion}
              options={options(
                'none',
                freeMotions.map((m) => ({ id: m.id, name: m.fileName })),
              )}
            />
            <Select
              label="ground"
              value={ground}
              onChange={setGround}
              options={options(
                'none',
                freeGrounds.map((g) => ({ id: g.id, name: g.fileName })),
              )}
            />
            <Select
              label="shot"
              value={shot}
              onChange={setShot}
              options={options(
                'none',
                freeShots.map((x, i) => ({
                  id: x.id,
                  name: `${i + 1}: ${units.speed(x.values.clubSpeedMps ?? x.values.ballSpeedMps ?? 0)}`,
                })),
              )}
            />
          </Grid>
          <Row>
            <Button
              onPress={() => join.mutate([{ motionId: idOf(motion), groundId: idOf(ground), shotId: idOf(shot) }])}
              isDisabled={chosen < 2 || join.isPending}
            >
              Join these
            </Button>
            {pairs > 0 ? (
              <Button
                onPress={() =>
                  join.mutate(
                    Array.from({ length: pairs }, (_, i) => ({
                      motionId: freeMotions[i].id,
                      groundId: freeGrounds[i].id,
                      shotId: null,
                    })),
                  )
                }
                isDisabled={join.isPending}
              >
                Join {pairs === 1 ? 'the two' : `${pairs} pairs`} in their order
              </Button>
            ) : null}
          </Row>
        </>
      ) : null}
      {join.error ? <Failed error={join.error} /> : null}
    </Card>
  );
}
