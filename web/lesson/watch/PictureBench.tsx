import type Konva from 'konva';
import { useCallback, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import { CHECKPOINTS, type Checkpoint } from '../../../core/catalogue/stages.ts';
import type { PictureMarks, PicturePoint, Px } from '../../../core/picture/marks.ts';
import { useKeys } from '../../base/keys.tsx';
import { Tick } from '../../kit/chips.tsx';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Failed, Notice, Row, Soft, Spread } from '../../kit/layout.tsx';
import { MeasureTable } from './picture/MeasureTable.tsx';
import { PictureStage, WHOLE, type Place } from './picture/PictureStage.tsx';
import { saveStage } from '../../kit/save-file.ts';
import { TimeLine } from './picture/TimeLine.tsx';
import { toolInfo, type Tool } from './picture/tools.ts';
import { useMarks } from './picture/use-marks.ts';
import { usePlayer } from './picture/use-player.ts';
import { toStrike } from './picture/words.ts';
import { BenchHead, baseName } from './BenchHead.tsx';
import { CheckpointBar } from './CheckpointBar.tsx';
import { fileUrl, saveMarks } from './data.ts';
import {
  acceptPoints,
  checkpointAt,
  nearestCheckpoint,
  nextPoint,
  pointsAt,
  withCheckpoint,
  withDrawing,
  withoutCheckpoint,
  withoutPoint,
  withPoint,
} from './edit-marks.ts';
import { FeetPanel } from './FeetPanel.tsx';
import { PointsPanel } from './PointsPanel.tsx';
import { ScaleForm } from './ScaleForm.tsx';
import { Tools } from './Tools.tsx';
import { Transport } from './Transport.tsx';
import { useLooks } from './use-looks.ts';

const Work = styled.div`
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: var(--s3);
  @media (max-width: 700px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Stack = styled.div`
  display: grid;
  gap: var(--s2);
  min-width: 0;
  align-content: start;
`;
/** One video of the lesson: stepped, marked, drawn on and measured. */
export function PictureBench({
  video,
  startFrame,
  checkpoint,
  onCheckpoint,
}: {
  video: VideoAnswer;
  startFrame: number | null;
  checkpoint: Checkpoint;
  onCheckpoint: (checkpoint: Checkpoint) => void;
}) {
  const url = fileUrl(video.id);
  const player = usePlayer({
    url,
    kind: video.kind,
    frameTimesS: video.frameTimesS,
    startFrame: startFrame ?? undefined,
  });
  const { marked, change, undo, canUndo, state, problem } = useMarks(
    useMemo(() => ({ view: video.view, marks: video.marks }), [video.id]), // oxlint-disable-line react/exhaustive-deps -- the marks live here once opened
    (m) => saveMarks(video, m),
  );
  const { marks, view } = marked;
  const [tool, setTool] = useState<Tool>('move');
  const [place, setPlace] = useState<Place>(WHOLE);
  const [current, setCurrent] = useState<PicturePoint | null>('head');
  const [selected, setSelected] = useState<string | null>(null);
  const [ends, setEnds] = useState<{ a: Px; b: Px } | null>(null);
  const [mirrored, setMirrored] = useState(false);
  const stage = useRef<Konva.Stage>(null);
  const { frame } = player;
  const times = video.frameTimesS;
  const points = pointsAt(marks, frame);
  const edit = useCallback(
    (how: (m: PictureMarks) => PictureMarks, quiet = false) =>
      change((now) => {
        const next = how(now.marks);
        return next === now.marks ? now : { ...now, marks: next };
      }, quiet),
    [change],
  );
  const looks = useLooks({ video, view, marks, frame, edit, show: player.show });
  const dragging = useRef(false);
  const quiet = (isDrag: boolean): boolean => {
    const middle = isDrag && dragging.current;
    dragging.current = isDrag;
    return middle;
  };

  const setPoint = (point: PicturePoint, at: Px, isDrag: boolean): void => {
    const fresh = points[point] === undefined;
    edit((m) => withPoint(m, frame, point, { x: at.x, y: at.y, source: 'picked' }), quiet(isDrag));
    if (fresh && !isDrag) setCurrent(nextPoint(view, { ...points, [point]: { ...at, source: 'picked' } }, point));
  };
  const mark = (c: Checkpoint, at: number, isDrag = false): void => {
    edit((m) => withCheckpoint(m, c, at), isDrag);
    onCheckpoint(c);
  };
  const keys = useMemo(
    () => ({
      ArrowLeft: () => player.step(-1),
      ArrowRight: () => player.step(1),
      'Shift+ArrowLeft': () => player.step(-10),
      'Shift+ArrowRight': () => player.step(10),
      ' ': () => player.toggle(),
      z: undo,
      Escape: () => {
        setTool('move');
        setSelected(null);
      },
      ...(selected
        ? {
            Delete: () => {
              edit((m) => ({ ...m, drawings: m.drawings.filter((d) => d.id !== selected) }));
              setSelected(null);
            },
          }
        : {}),
    }),
    [player, undo, selected, edit],
  );
  useKeys(keys, true);

  const strike = marks.checkpoints.strike;
  const here = checkpointAt(marks, frame);
  const drawing = marks.drawings.find((d) => d.id === selected);
  const saysSlow = video.saysSlowFactor !== null && marks.slowFactor === 1 ? video.saysSlowFactor : null;
  const targets = [
    ...CHECKPOINTS.flatMap((c) => {
      const m = marks.checkpoints[c];
      return m && m.frame !== frame ? [{ id: c, name: c, frame: m.frame }] : [];
    }),
    { id: 'start', name: 'the first frame', frame: 0 },
    { id: 'end', name: 'the last frame', frame: times.length - 1 },
  ].filter((t) => t.frame !== frame);
  return (
    <Stack>
      {player.problem ? <Failed error={new Error(player.problem)} /> : null}
      {problem ? <Failed error={problem} /> : null}
      {video.warnings.map((w) => (
        <Notice key={w} tone="unsure">
          {w}
        </Notice>
      ))}
      {saysSlow ? (
        <Notice tone="unsure" role="alert">
          <Spread>
            <span>This file says that it plays {saysSlow} times slower than life.</span>
            <Button onPress={() => edit((m) => ({ ...m, slowFactor: saysSlow }))}>Take it so</Button>
          </Spread>
        </Notice>
      ) : null}
      <Work>
        <Tools tool={tool} onTool={setTool} place={place} onPlace={setPlace} onUndo={undo} canUndo={canUndo} />
        <PictureStage
          player={player}
          widthPx={video.widthPx}
          heightPx={video.heightPx}
          frame={frame}
          marks={marks}
          points={points}
          current={tool === 'points' ? current : null}
          tool={tool}
          place={place}
          onPlace={setPlace}
          onDrawing={(d, changed, isDrag) => {
            edit((m) => withDrawing(m, d), quiet(isDrag ?? false));
            setSelected(d.id);
            if (!changed) setTool('move');
          }}
          onScale={(a, b) => setEnds({ a, b })}
          onUpright={(a, b) => {
            edit((m) => ({ ...m, plumb: { a, b } }));
            setTool('move');
          }}
          onPoint={setPoint}
          onSelectPoint={setCurrent}
          selected={selected}
          onSelect={setSelected}
          mirrored={mirrored}
          stageRef={stage}
          label={`${video.fileName}, ${view}, frame ${frame + 1} of ${times.length}${here ? `, ${here}` : ''}`}
        />
      </Work>
      {video.kind === 'video' ? (
        <TimeLine
          frames={times.length}
          frame={frame}
          checkpoints={marks.checkpoints}
          slowFactor={marks.slowFactor}
          onShow={player.show}
          onMark={mark}
        />
      ) : null}
      <Transport
        player={player}
        mirrored={mirrored}
        onMirrored={setMirrored}
        clock={`frame ${frame + 1} of ${times.length}${
          strike
            ? ` · ${toStrike((times[frame]! - times[strike.frame]!) / marks.slowFactor)} to strike`
            : ` · ${times[frame]!.toFixed(3)} s`
        }`}
      />
      <CheckpointBar
        marks={marks}
        here={here}
        checkpoint={checkpoint}
        onCheckpoint={onCheckpoint}
        onMark={() => mark(here ?? checkpoint, frame)}
        onTakeAway={(c) => edit((m) => withoutCheckpoint(m, c))}
        onSlow={(slowFactor) => edit((m) => ({ ...m, slowFactor }))}
        looks={looks}
      />
      {looks.said ? <Notice tone="info">{looks.said}</Notice> : null}
      {looks.problem ? <Failed error={new Error(looks.problem)} /> : null}
      {tool !== 'move' ? <Soft>{toolInfo(tool).hint} Esc puts the tool away.</Soft> : null}
      {tool === 'scale' ? (
        <ScaleForm
          ends={ends}
          marks={marks}
          heightM={video.heightM}
          onSet={(scale) => {
            edit((m) => ({ ...m, scale }));
            setEnds(null);
            setTool('move');
          }}
          onDistance={(cameraDistanceM) => edit((m) => ({ ...m, cameraDistanceM }))}
        />
      ) : null}
      {tool === 'points' ? (
        <PointsPanel
          view={view}
          points={points}
          current={current}
          onCurrent={setCurrent}
          onRemove={(p) => edit((m) => withoutPoint(m, frame, p))}
          onAccept={() => edit((m) => acceptPoints(m, frame))}
          onFollow={(to, only) => void looks.follow(to, only)}
          onPropose={video.kind === 'video' ? () => void looks.proposePoints() : undefined}
          busy={looks.share !== null}
          targets={targets}
        />
      ) : null}
      {drawing ? (
        <Row>
          <Tick
            isSelected={drawing.frame === null}
            onChange={(held) => edit((m) => withDrawing(m, { ...drawing, frame: held ? null : frame }))}
          >
            held through the swing
          </Tick>
          <QuietButton
            onPress={() => {
              edit((m) => ({ ...m, drawings: m.drawings.filter((d) => d.id !== drawing.id) }));
              setSelected(null);
            }}
          >
            Take this drawing away
          </QuietButton>
        </Row>
      ) : null}
      <BenchHead
        video={video}
        marked={marked}
        saveState={state}
        onMarked={(next) => change(() => next)}
        onPicture={() => {
          if (stage.current) saveStage(stage.current, `${baseName(video)}-frame-${frame + 1}.png`);
        }}
      />
      {video.kind === 'video' ? (
        <FeetPanel video={video} view={view} marks={marks} frame={frame} edit={edit} looks={looks} />
      ) : null}
      <MeasureTable measures={video.measures} checkpoint={nearestCheckpoint(marks, frame)} />
    </Stack>
  );
}
