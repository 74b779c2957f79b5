import { useState } from 'react';
import type { BlockWire, LessonAnswer, SwingWire } from '../../../api/types.ts';
import { pushAgainstRelease, swingEvents } from '../../../core/capture/swing-record.ts';
import { ask } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import { useUnits } from '../../base/session.tsx';
import { Button, ButtonLink, QuietButton, Select } from '../../kit/controls.tsx';
import { JoinedCurves } from './ground/JoinedCurves.tsx';
import { Knob } from '../../kit/Knob.tsx';
import { Card, DataTable, Failed, Grid, Row, Sentence, Soft, Spread } from '../../kit/layout.tsx';
import { SavePicture } from '../../kit/SavePicture.tsx';
import { useLessonWrite } from '../common/data.ts';
import { useCaptures } from './block-curves.ts';

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

const KNOWN_FROM = { motion: 'captured swing', ground: 'ground', picture: 'video', sound: 'sound' } as const;

function JoinedSwing({ swing, block, lesson }: { swing: SwingWire; block: BlockWire; lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const units = useUnits();
  const change = useLessonWrite(lessonId, (body: Partial<SwingWire>) =>
    ask('PATCH /swings/:id', { id: swing.id, body }),
  );
  const part = useLessonWrite(lessonId, () => ask('DELETE /swings/:id', { id: swing.id }));
  const captures = useCaptures(block).data;
  const motion = captures?.motions.find((m) => m.id === swing.motionId);
  const ground = captures?.grounds.find((g) => g.id === swing.groundId);
  const shot = block.shots.find((s) => s.id === swing.shotId);
  const video = lesson.videos.find((v) => v.id === swing.videoId);
  const heard = lesson.swishSets.find((w) => w.id === swing.swishSetId)?.swings[swing.swishNumber ?? 0];
  const speed = shot?.values.clubSpeedMps ?? shot?.values.ballSpeedMps;
  const names = [
    motion?.fileName,
    ground?.fileName,
    speed === undefined ? undefined : `shot of ${units.speed(speed)}`,
    video && `${video.view} video`,
    heard && `swish of ${units.speed(heard.tipSpeedMps)}`,
  ].filter(Boolean);
  const events = swingEvents(
    motion?.sequence,
    ground && { figures: ground.ground, traces: ground.traces },
    {
      motionS: swing.motionShiftS,
      groundS: swing.groundShiftS,
      pictureS: swing.videoShiftS,
      soundS: swing.swishShiftS,
    },
    { picture: video?.momentsS, sound: heard },
  );
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
      {video ? (
        <Row>
          <ButtonLink href={`/lessons/${lessonId}/watch?video=${video.id}`}>Open the video</ButtonLink>
        </Row>
      ) : null}
      {motion || ground ? (
        <div data-picture>
          <JoinedCurves
            motion={motion}
            ground={ground}
            motionShiftS={swing.motionShiftS}
            groundShiftS={swing.groundShiftS}
            summary={sentence || names.join(', ')}
          />
        </div>
      ) : null}
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
      {video ? (
        <Shift
          key={`v${swing.videoShiftS}`}
          name="video"
          valueS={swing.videoShiftS}
          onSet={(videoShiftS) => change.mutate({ videoShiftS })}
        />
      ) : null}
      {heard ? (
        <Shift
          key={`w${swing.swishShiftS}`}
          name="sound"
          valueS={swing.swishShiftS}
          onSet={(swishShiftS) => change.mutate({ swishShiftS })}
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
            <tr key={`${e.from} ${e.name}`}>
              <th scope="row">{e.name}</th>
              <td>{KNOWN_FROM[e.from]}</td>
              <td>{beforeStrike(e.beforeStrikeS)}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </section>
  );
}

/** Swings of the block that join a shot, a captured swing and its ground at the strike, and the means to join more. */
export function SwingRecords({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const units = useUnits();
  const [motion, setMotion] = useState(NONE);
  const [ground, setGround] = useState(NONE);
  const [shot, setShot] = useState(NONE);
  const [video, setVideo] = useState(NONE);
  const [sound, setSound] = useState(NONE);
  const intent = useIntent();
  const join = useLessonWrite(
    lessonId,
    async (list: readonly Partial<SwingWire>[]) => {
      for (const s of list) await ask('POST /blocks/:id/swings', { id: block.id, body: { id: intent.idFor(s), ...s } });
    },
    () => {
      intent.done();
      for (const clear of [setMotion, setGround, setShot, setVideo, setSound]) clear(NONE);
    },
  );
  const { swings } = block;
  const freeMotions = block.motions.filter((m) => swings.every((s) => s.motionId !== m.id));
  const freeGrounds = block.grounds.filter((g) => swings.every((s) => s.groundId !== g.id));
  const freeShots = block.shots.filter((x) => swings.every((s) => s.shotId !== x.id) && x.setAsideReason === null);
  const joined = lesson.blocks.flatMap((b) => b.swings);
  const freeVideos = lesson.videos.filter((v) => v.kind === 'video' && joined.every((x) => x.videoId !== v.id));
  const freeSounds = lesson.swishSets.flatMap((w, i) =>
    w.swings.flatMap((x, k) =>
      joined.some((j) => j.swishSetId === w.id && j.swishNumber === k)
        ? []
        : [{ id: `${w.id}/${k}`, name: `set ${i + 1}, swing ${k + 1}: ${units.speed(x.tipSpeedMps)}` }],
    ),
  );
  const others = freeVideos.length + freeSounds.length;
  const pairs = Math.min(freeMotions.length, freeGrounds.length);
  const most = freeMotions.length + freeGrounds.length + others;
  if (swings.length === 0 && most === 0) return null;
  if (swings.length === 0 && pairs === 0 && freeShots.length === 0 && most < 2) return null;
  const chosen = [motion, ground, shot, video, sound].filter((v) => v !== NONE).length;
  const options = (name: string, list: readonly { id: string; name: string }[]) => [{ id: NONE, name }, ...list];
  return (
    <Card aria-label="Swings joined at the strike">
      <h2>One swing, all its records</h2>
      {swings.map((s) => (
        <JoinedSwing key={s.id} swing={s} block={block} lesson={lesson} />
      ))}
      {most > 0 ? (
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
            {freeVideos.length > 0 ? (
              <Select
                label="video"
                value={video}
                onChange={setVideo}
                options={options(
                  'none',
                  freeVideos.map((v) => ({ id: v.id, name: `${v.view} · ${v.fileName}` })),
                )}
              />
            ) : null}
            {freeSounds.length > 0 ? (
              <Select label="heard swing" value={sound} onChange={setSound} options={options('none', freeSounds)} />
            ) : null}
          </Grid>
          <Row>
            <Button
              onPress={() => {
                const [swishSetId, number] = sound === NONE ? [null, null] : sound.split('/');
                join.mutate([
                  {
                    motionId: idOf(motion),
                    groundId: idOf(ground),
                    shotId: idOf(shot),
                    videoId: idOf(video),
                    swishSetId,
                    swishNumber: number === null ? null : Number(number),
                  },
                ]);
              }}
              isDisabled={chosen < 2 || join.isPending}
            >
              Join these
            </Button>
            {pairs > 0 ? (
              <Button
                onPress={() =>
                  join.mutate(
                    Array.from({ length: pairs }, (_, i) => ({
                      motionId: freeMotions[i]!.id,
                      groundId: freeGrounds[i]!.id,
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
