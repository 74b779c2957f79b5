import { Camera, Download, Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import type Konva from 'konva';
import { useCallback, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { writePointsFile } from '../../../api/points-file.ts';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import { CHECKPOINTS, type Checkpoint } from '../../../core/catalogue/stages.ts';
import { SLOW_FACTORS } from '../../../core/picture/frame-times.ts';
import { POINT_NAMES, type PictureMarks, type PicturePoint, type Px } from '../../../core/picture/marks.ts';
import { useKeys } from '../../app/keys.tsx';
import { Choice, Tick } from '../../parts/chips.tsx';
import { Button, QuietButton, Select } from '../../parts/controls.tsx';
import { Failed, Notice, Row, Soft, Spread } from '../../parts/layout.tsx';
import { MeasureTable } from '../../parts/picture/MeasureTable.tsx';
import { PictureStage, WHOLE, type Place } from '../../parts/picture/PictureStage.tsx';
import { saveFile, saveStage } from '../../parts/save-file.ts';
import { TimeLine } from '../../parts/picture/TimeLine.tsx';
import { toolInfo, type Tool } from '../../parts/picture/tools.ts';
import { useMarks } from '../../parts/picture/use-marks.ts';
import { RATES, usePlayer } from '../../parts/picture/use-player.ts';
import { toStrike } from '../../parts/picture/words.ts';
import { fileUrl, saveMarks } from './data.ts';
import {
  acceptPoints,
  checkpointAt,
  nearestCheckpoint,
  nextPoint,
  pointsAt,
  withCheckpoint,
  withDrawing,
  withFound,
  withoutCheckpoint,
  withoutPoint,
  withPoint,
  withProposal,
} from './edit-marks.ts';
import { PointsPanel, useLook } from './PointsPanel.tsx';
import { ScaleForm } from './ScaleForm.tsx';
import { Tools } from './Tools.tsx';

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
const Clock = styled.output`
  font-variant-numeric: tabular-nums;
  font-weight: 600;
  min-width: 210px;
`;

const VIEW_OPTIONS = [
  { id: 'face-on', name: 'face-on' },
  { id: 'down-the-line', name: 'down-the-line' },
] as const;
const RATE_NAMES: Record<string, string> = { '1': '1', '0.5': '½', '0.25': '¼', '0.125': '⅛' };

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
    useMemo(() => ({ view: video.view, marks: video.marks }), [video.id]), // eslint-disable-line react-hooks/exhaustive-deps -- the marks live here once opened
    (m) => saveMarks(video, m),
  );
  const { marks, view } = marked;
  const [tool, setTool] = useState<Tool>('move');
  const [place, setPlace] = useState<Place>(WHOLE);
  const [current, setCurrent] = useState<PicturePoint | null>('head');
  const [selected, setSelected] = useState<string | null>(null);
  const [ends, setEnds] = useState<{ a: Px; b: Px } | null>(null);
  const [mirrored, setMirrored] = useState(false);
  const [said, setSaid] = useState('');
  const stage = useRef<Konva.Stage>(null);
  const { look, cancel, share, problem: lookProblem } = useLook();
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
  const propose = async (which = 0): Promise<void> => {
    const found = await look({ kind: 'propose', url, frameTimesS: times, which });
    if (!found || !('proposal' in found)) return;
    const { checkpoints, strikes } = found.proposal;
    edit((m) => withProposal(m, checkpoints));
    setSaid(
      strikes.length > 1
        ? `${strikes.length} swings are in this video (at ${strikes.map((s) => `${times[s].toFixed(1)} s`).join(', ')}). The checkpoints are those of swing ${which + 1}.`
        : 'Checkpoints proposed from the motion: move those that are off.',
    );
    setOthers(strikes.length);
    player.show(checkpoints.strike?.frame ?? 0);
  };
  const [others, setOthers] = useState(1);
  const follow = async (to: number, only: PicturePoint | null): Promise<void> => {
    const from = Object.entries(points).filter(([k, p]) => p.source !== 'proposed' && (!only || k === only));
    const found = await look({
      kind: 'follow',
      url,
      frameTimesS: times,
      slowFactor: marks.slowFactor,
      from: frame,
      to,
      points: Object.fromEntries(from.map(([k, p]) => [k, { x: p.x, y: p.y }])),
    });
    if (!found || !('followed' in found)) return;
    edit((m) => withFound(m, found.followed, 'tracked'));
    setSaid(
      found.lost.length > 0
        ? `Lost on the way: ${found.lost.map((p) => POINT_NAMES[p]).join('; ')}. Go to where each stops and pick it again.`
        : `Followed over ${found.followed.length} frames. Look through them and correct what is off.`,
    );
  };

  const proposePoints = async (): Promise<void> => {
    const at = Object.entries(marks.checkpoints).map(([c, m]) => ({ frame: m.frame, checkpoint: c as Checkpoint }));
    const found = await look({
      kind: 'pose',
      url,
      frameTimesS: times,
      frames: at.length > 0 ? at : [{ frame, checkpoint: null }],
      handedness: video.handedness,
    });
    if (!found || !('followed' in found)) return;
    edit((m) => withFound(m, found.followed, 'proposed'));
    const some = found.followed.filter((f) => Object.keys(f.points).length > 0).length;
    setSaid(
      some > 0
        ? `Body points proposed on ${some} frames, dashed. Look at each, drag what is off, then accept: only then they count. Hands at the top and the finish are yours to pick.`
        : 'No body was found in these frames: pick the points by hand.',
    );
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
  const savePicture = (): void => {
    if (stage.current) saveStage(stage.current, `${video.fileName.replace(/\.\w+$/, '')}-frame-${frame + 1}.png`);
  };
  const savePoints = (): void =>
    saveFile(
      writePointsFile(
        {
          view,
          handedness: video.handedness,
          widthPx: video.widthPx,
          heightPx: video.heightPx,
          frameTimesS: times,
          heightM: video.heightM ?? undefined,
          marks,
        },
        { fileName: video.fileName, sha256: video.sha256 },
      ),
      `${video.fileName.replace(/\.\w+$/, '')}-points.json`,
      'application/json',
    );

  return (
    <Stack>
      <Spread>
        <Choice
          label="View"
          hideLabel
          value={view}
          onChange={(v) => change((now) => ({ ...now, view: v }))}
          options={VIEW_OPTIONS}
        />
        <Row>
          <Soft role="status">{state === 'saved' ? 'saved' : state === 'saving' ? 'saving …' : 'not saved yet'}</Soft>
          <QuietButton onPress={savePicture}>
            <Camera size={18} aria-hidden /> Picture file
          </QuietButton>
          <QuietButton onPress={savePoints}>
            <Download size={18} aria-hidden /> Points file
          </QuietButton>
        </Row>
      </Spread>
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
          onShow={player.show}
          onMark={mark}
        />
      ) : null}
      <Spread>
        <Row>
          <Button aria-label="Frame back" onPress={() => player.step(-1)}>
            <SkipBack size={18} aria-hidden />
          </Button>
          <Button aria-label={player.playing ? 'Stop' : 'Play'} onPress={player.toggle}>
            {player.playing ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
          </Button>
          <Button aria-label="Frame on" onPress={() => player.step(1)}>
            <SkipForward size={18} aria-hidden />
          </Button>
          <Choice
            label="Speed"
            hideLabel
            value={String(player.rate)}
            onChange={(r) => player.setRate(Number(r) as (typeof RATES)[number])}
            options={RATES.map((r) => ({ id: String(r), name: RATE_NAMES[String(r)] }))}
          />
          <Tick isSelected={mirrored} onChange={setMirrored}>
            mirrored
          </Tick>
        </Row>
        <Clock data-testid="clock">
          frame {frame + 1} of {times.length}
          {strike
            ? ` · ${toStrike((times[frame] - times[strike.frame]) / marks.slowFactor)} to strike`
            : ` · ${times[frame].toFixed(3)} s`}
        </Clock>
      </Spread>
      <Row>
        <Select
          label="This frame is"
          value={here ?? checkpoint}
          onChange={onCheckpoint}
          options={CHECKPOINTS.map((c) => ({ id: c, name: `${marks.checkpoints[c] ? '✓ ' : ''}${c}` }))}
        />
        <Button onPress={() => mark(here ?? checkpoint, frame)}>
          {here ? `Confirm ${here}` : `Mark ${checkpoint} here`}
        </Button>
        {here ? <QuietButton onPress={() => edit((m) => withoutCheckpoint(m, here))}>Take it away</QuietButton> : null}
        {share === null ? (
          <Button onPress={() => void propose()}>Propose the checkpoints</Button>
        ) : (
          <Button onPress={cancel}>Looking … {(100 * share).toFixed(0)} % · stop</Button>
        )}
        {others > 1
          ? Array.from({ length: others }, (_, i) => (
              <QuietButton key={i} onPress={() => void propose(i)}>
                Swing {i + 1}
              </QuietButton>
            ))
          : null}
        <Select
          label="Plays"
          value={String(marks.slowFactor)}
          onChange={(f) => edit((m) => ({ ...m, slowFactor: Number(f) }))}
          options={[...new Set([...SLOW_FACTORS, marks.slowFactor])].map((f) => ({
            id: String(f),
            name: f === 1 ? 'as in life' : `${f} × slower`,
          }))}
        />
      </Row>
      {said ? <Notice tone="info">{said}</Notice> : null}
      {lookProblem ? <Failed error={new Error(lookProblem)} /> : null}
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
          onFollow={(to, only) => void follow(to, only)}
          onPropose={video.kind === 'video' ? () => void proposePoints() : undefined}
          busy={share !== null}
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
      <MeasureTable measures={video.measures} checkpoint={nearestCheckpoint(marks, frame)} />
    </Stack>
  );
}
