import { useEffect, useRef, useState } from 'react';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import type { Checkpoint } from '../../../core/catalogue/stages.ts';
import { POINT_NAMES, type PictureMarks, type PicturePoint, type View } from '../../../core/picture/marks.ts';
import { sdOf } from '../../../core/catalogue/uncertainties.ts';
import { soundWay } from '../../../core/picture/sound-way.ts';
import type { PictureRequest, PictureResult } from '../../workers/picture.worker.ts';
import type { PoseRequest } from '../../workers/pose.worker.ts';
import { runProposal, type FoundProposal } from '../../workers/propose-swing.ts';
import { runPicture } from '../../workers/run-picture.ts';
import { fileUrl } from './data.ts';
import { pointsAt, withFound, withMoment, withProposal } from './edit-marks.ts';

/** A swish this near to the strike is this swing's. */
const SWISH_WITHIN_S = 0.15;

/** A look through the video that runs in the background, with how far it is. */
function useLook() {
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState('');
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  const wait = async <R>(
    start: (onProgress: (share: number) => void) => { answer: Promise<R>; stop: () => void },
  ): Promise<R | null> => {
    stop.current?.();
    setProblem('');
    setShare(0);
    const run = start(setShare);
    stop.current = run.stop;
    try {
      return await run.answer;
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'The video could not be looked through.');
      return null;
    } finally {
      setShare(null);
    }
  };
  const look = (request: PictureRequest | PoseRequest): Promise<PictureResult | null> =>
    wait((onProgress) => runPicture(request, onProgress));
  const cancel = (): void => {
    stop.current?.();
    setShare(null);
  };
  return { look, wait, cancel, share, problem };
}

/** What a proposal was seen and heard by, in words. */
function seenBy({ by, bodyProblem }: FoundProposal): string {
  if (by.includes('sound')) return 'the body and the click of the strike';
  if (by.includes('body')) return 'the body';
  return bodyProblem
    ? `motion alone (${bodyProblem}), which is unsure`
    : 'motion alone, for no body shows a swing; they are unsure';
}

/** What the machine looks for in a video: checkpoints, points followed, body points proposed. */
export function useLooks({
  video,
  view,
  marks,
  frame,
  edit,
  show,
}: {
  video: VideoAnswer;
  view: View;
  marks: PictureMarks;
  frame: number;
  edit: (how: (m: PictureMarks) => PictureMarks) => void;
  show: (frame: number) => void;
}) {
  const { look, wait, cancel, share, problem } = useLook();
  const [said, setSaid] = useState('');
  const [swings, setSwings] = useState(1);
  const url = fileUrl(video.id);
  const times = video.frameTimesS;
  const points = pointsAt(marks, frame);
  const propose = async (which = 0): Promise<void> => {
    const found = await wait((onProgress) =>
      runProposal(
        {
          url,
          frameTimesS: times,
          handedness: video.handedness,
          view,
          slowFactor: marks.slowFactor,
          cameraDistanceM: marks.cameraDistanceM,
          which,
        },
        onProgress,
      ),
    );
    if (!found) return;
    const { checkpoints, strikes } = found;
    edit((m) => withProposal(m, checkpoints));
    setSaid(
      [
        strikes.length > 1
          ? `${strikes.length} swings are in this video (at ${strikes.map((s) => `${times[s]!.toFixed(1)} s`).join(', ')}). The checkpoints are those of swing ${which + 1}.`
          : '',
        `Checkpoints proposed from ${seenBy(found)}. What hangs on them is provisional until each is confirmed or moved.`,
      ]
        .filter(Boolean)
        .join(' '),
    );
    setSwings(strikes.length);
    show(checkpoints.strike?.frame ?? 0);
  };
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
      view,
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

  /** The swish nearest to the strike, taken back by the sound's way to the camera. */
  const hearSwish = async (): Promise<void> => {
    const { strike } = marks.checkpoints;
    const found = await look({ kind: 'swish', url });
    if (!found || !('swishPeaksS' in found) || !strike) return;
    const way = soundWay(marks.cameraDistanceM);
    const near = found.swishPeaksS
      .map((s) => ({ timeS: s - way.s, off: Math.abs(s - way.s - times[strike.frame]!) }))
      .filter((s) => s.off <= SWISH_WITHIN_S && s.timeS >= 0)
      .sort((a, b) => a.off - b.off)[0];
    if (near) {
      const mark = { timeS: near.timeS, sdS: Math.hypot(sdOf('swishPlace') / 1000, way.sdS), by: 'ear' } as const;
      edit((m) => withMoment(m, 'swish peak', mark));
    }
    setSaid(
      near
        ? 'The swish was heard; the sound’s way to the camera is taken off.'
        : `No swish stands out within ${(1000 * SWISH_WITHIN_S).toFixed(0)} ms of the strike: it takes a stick or a club without a ball, and a quiet place.`,
    );
  };

  return { propose, follow, proposePoints, hearSwish, said, swings, share, cancel, problem };
}
