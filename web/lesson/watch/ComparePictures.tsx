import { format } from 'date-fns';
import type Konva from 'konva';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import styled from 'styled-components';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import { CHECKPOINTS, type Checkpoint } from '../../../core/catalogue/stages.ts';
import { differences, frameInStep, sinceS, type Difference } from '../../../core/picture/compare-pictures.ts';
import { useKeys } from '../../base/keys.tsx';
import { takesPlace } from '../../base/api.ts';
import { Choice, Tick } from '../../kit/chips.tsx';
import { Button, Select } from '../../kit/controls.tsx';
import { DataTable, Failed, Notice, Row, Soft, Waiting } from '../../kit/layout.tsx';
import { PictureStage, WHOLE, type Place } from './picture/PictureStage.tsx';
import { savePng } from '../../kit/save-file.ts';
import { TimeLine } from './picture/TimeLine.tsx';
import { RATES, usePlayer, type Player } from './picture/use-player.ts';
import { change, figure, toStrike } from './picture/words.ts';
import { fileUrl, useStudentVideos, useVideo } from './data.ts';
import { BeforeAfter } from './BeforeAfter.tsx';
import { pointsAt } from './edit-marks.ts';
import { laidOver, sideBySide } from './pair-picture.ts';

const Two = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s3);
`;
const Over = styled.canvas`
  max-width: 100%;
  max-height: 460px;
  justify-self: center;
  border-radius: var(--radius);
  background: #14110e;
`;

const HOW = [
  { id: 'beside', name: 'side by side' },
  { id: 'over', name: 'laid over' },
] as const;

/** Real time runs at this rate between redraws while both play in step. */
const fps = (video: VideoAnswer): number => video.frames / Math.max(0.001, video.lengthS / video.marks.slowFactor);

function Side({
  video,
  player,
  mirrored,
  stageRef,
}: {
  video: VideoAnswer;
  player: Player;
  mirrored: boolean;
  stageRef: RefObject<Konva.Stage | null>;
}) {
  const [place, setPlace] = useState<Place>(WHOLE);
  return (
    <PictureStage
      player={player}
      widthPx={video.widthPx}
      heightPx={video.heightPx}
      frame={player.frame}
      marks={video.marks}
      points={pointsAt(video.marks, player.frame)}
      current={null}
      tool="move"
      place={place}
      onPlace={setPlace}
      onDrawing={() => undefined}
      onScale={() => undefined}
      onUpright={() => undefined}
      onPoint={() => undefined}
      onSelectPoint={() => undefined}
      selected={null}
      onSelect={() => undefined}
      mirrored={mirrored}
      fixed
      mostHeight={460}
      stageRef={stageRef}
      label={`${video.fileName}, ${video.view}, frame ${player.frame + 1}`}
    />
  );
}

const LEFT = { textAlign: 'left', whiteSpace: 'normal' } as const;

/** What was measured in both, at the checkpoint in view or at all. */
function Differences({ rows, at }: { rows: readonly Difference[]; at: Checkpoint | null }) {
  const [all, setAll] = useState(false);
  if (rows.length === 0) return <Soft>No measure in common yet: pick points at the same checkpoint in both.</Soft>;
  const shown = all || at === null ? rows : rows.filter((r) => r.checkpoint === at);
  return (
    <>
      <Tick isSelected={all} onChange={setAll}>
        differences at all checkpoints
      </Tick>
      <DataTable aria-label="Differences">
        <thead>
          <tr>
            <th scope="col" style={LEFT}>
              measured
            </th>
            {all ? <th scope="col">at</th> : null}
            <th scope="col">first</th>
            <th scope="col">second</th>
            <th scope="col">change</th>
            <th scope="col">told apart</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((r) => (
            <tr key={`${r.id} ${r.checkpoint}`}>
              <th scope="row" style={LEFT}>
                {r.name}
              </th>
              {all ? <td>{r.checkpoint}</td> : null}
              <td>{figure(r.kind, r.first, r.words)}</td>
              <td>{figure(r.kind, r.second, r.words)}</td>
              <td>{change(r)}</td>
              <td>
                {r.beyondDoubt ? <strong>yes</strong> : 'no'}
                {r.provisional ? ', provisional' : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </>
  );
}

/** Two videos in step, whatever their frame rates: the second follows the first by real time from a checkpoint. */
function Pair({ first, second }: { first: VideoAnswer; second: VideoAnswer }) {
  const one = usePlayer({ url: fileUrl(first.id), kind: first.kind, frameTimesS: first.frameTimesS });
  const two = usePlayer({ url: fileUrl(second.id), kind: second.kind, frameTimesS: second.frameTimesS });
  const common = CHECKPOINTS.filter((c) => first.marks.checkpoints[c] && second.marks.checkpoints[c]);
  const [at, setAt] = useState<Checkpoint | null>(common.includes('strike') ? 'strike' : (common[0] ?? null));
  const [how, setHow] = useState<(typeof HOW)[number]['id']>('beside');
  const [mirrored, setMirrored] = useState(first.handedness !== second.handedness);
  const [playing, setPlaying] = useState(false);
  const [rate, setRate] = useState<(typeof RATES)[number]>(0.25);
  const stageOne = useRef<Konva.Stage>(null);
  const stageTwo = useRef<Konva.Stage>(null);
  const over = useRef<HTMLCanvasElement>(null);
  const inStep = at === null ? undefined : frameInStep(first, one.frame, second, at);

  const begin = at ? first.marks.checkpoints[at]?.frame : undefined;
  const shownOnce = useRef(false);
  useEffect(() => {
    if (shownOnce.current || begin === undefined || !one.film) return;
    shownOnce.current = true;
    one.show(begin);
  }, [begin, one]);
  const showSecond = two.show;
  useEffect(() => {
    if (inStep !== undefined) showSecond(inStep);
  }, [inStep, showSecond, two.film]);
  // Both are stepped by one clock: playing two elements freely would let them drift apart.
  const stepOne = one.step;
  const atEnd = one.frame >= first.frames - 1;
  if (playing && atEnd) setPlaying(false);
  useEffect(() => {
    if (!playing) return undefined;
    const timer = window.setInterval(() => stepOne(1), 1000 / (fps(first) * rate));
    return () => window.clearInterval(timer);
  }, [playing, rate, stepOne, first]);
  useEffect(() => {
    if (how !== 'over' || !over.current) return undefined;
    const draw = (): void => {
      if (over.current) laidOver(over.current, [one.film, first], [two.film, second], mirrored);
    };
    draw();
    const stops = [one.onFrame(draw), two.onFrame(draw)];
    return () => stops.forEach((stop) => stop());
  }, [how, one, two, first, second, mirrored]);

  const keys = useMemo(
    () => ({
      ArrowLeft: () => one.step(-1),
      ArrowRight: () => one.step(1),
      'Shift+ArrowLeft': () => one.step(-10),
      'Shift+ArrowRight': () => one.step(10),
      ' ': () => setPlaying((p) => !p),
    }),
    [one],
  );
  useKeys(keys, true);
  const rows = differences(first.measures, second.measures);
  const since = at === null ? undefined : sinceS(first, one.frame, at);
  const save = (): void => {
    const canvas =
      how === 'over'
        ? over.current
        : sideBySide(
            [stageOne, stageTwo].map((s) => s.current?.toCanvas({ pixelRatio: 2 }) ?? null),
            [first, second].map((v) => `${v.view} · ${v.fileName} · ${format(new Date(v.addedAt), 'd MMM yyyy')}`),
          );
    if (canvas) savePng(canvas, `pair-${at ?? 'frame'}.png`);
  };
  return (
    <>
      <Row>
        {common.length > 0 && at !== null ? (
          <Select
            label="Laid together at"
            value={at}
            onChange={(c) => {
              setAt(c);
              const frame = first.marks.checkpoints[c]?.frame;
              if (frame !== undefined) one.show(frame);
            }}
            options={common.map((c) => ({ id: c, name: c }))}
          />
        ) : null}
        <Choice label="Shown" hideLabel value={how} onChange={setHow} options={HOW} />
        <Tick isSelected={mirrored} onChange={setMirrored}>
          second mirrored
        </Tick>
        <Button onPress={save}>Save the pair as a picture</Button>
      </Row>
      {common.length === 0 ? (
        <Notice tone="unsure">
          The two have no checkpoint in common: mark the strike in both, and they play in step.
        </Notice>
      ) : null}
      {first.view !== second.view ? (
        <Notice tone="unsure">One is face-on, the other down the line: only what both views tell is compared.</Notice>
      ) : null}
      {how === 'beside' ? (
        <Two>
          <Side video={first} player={one} mirrored={false} stageRef={stageOne} />
          <Side video={second} player={two} mirrored={mirrored} stageRef={stageTwo} />
        </Two>
      ) : (
        <Over ref={over} data-testid="laid-over" aria-label="Both pictures laid over each other" />
      )}
      <TimeLine
        frames={first.frames}
        frame={one.frame}
        checkpoints={first.marks.checkpoints}
        slowFactor={first.marks.slowFactor}
        onShow={one.show}
        onMark={() => undefined}
      />
      <Row>
        <Button onPress={() => setPlaying(!playing)}>{playing ? 'Stop' : 'Play both'}</Button>
        <Choice
          label="Speed"
          hideLabel
          value={String(rate)}
          onChange={(r) => setRate(Number(r) as (typeof RATES)[number])}
          options={RATES.map((r) => ({ id: String(r), name: `${r}` }))}
        />
        <output data-testid="in-step">
          {since === undefined ? '' : `${toStrike(since)} from ${at} · `}frame {one.frame + 1} beside{' '}
          {inStep === undefined ? 'nothing: the second does not reach so far' : `frame ${two.frame + 1}`}
        </output>
      </Row>
      <Differences rows={rows} at={at} />
      <BeforeAfter first={first} second={second} checkpoints={common} mirrored={mirrored} />
    </>
  );
}

/** One video beside another of the same student, of this lesson or an earlier one. */
export function ComparePictures({
  video,
  studentId,
  otherId,
  onOther,
}: {
  video: VideoAnswer;
  studentId: string;
  otherId: string | null;
  onOther: (id: string) => void;
}) {
  const list = useStudentVideos(studentId);
  const other = useVideo(otherId);
  const choices = (list.data ?? []).filter((v) => v.id !== video.id);
  if (list.isPending) return <Waiting what="the other videos" />;
  if (!list.data || takesPlace(list.error, list.data))
    return <Failed error={list.error} retry={() => void list.refetch()} />;
  if (choices.length === 0) return <Soft>No other video of this student yet.</Soft>;
  return (
    <>
      <Select
        label="Beside"
        value={otherId ?? ''}
        onChange={onOther}
        options={choices.map((v) => ({
          id: v.id,
          name: `${format(new Date(v.startsAt), 'd MMM yyyy')} · ${v.view} · ${v.fileName}`,
        }))}
      />
      {otherId && other.isPending ? <Waiting what="the other video" /> : null}
      {other.error ? <Failed error={other.error} /> : null}
      {otherId && other.data ? <Pair key={otherId} first={video} second={other.data} /> : null}
    </>
  );
}
