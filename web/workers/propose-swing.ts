import { CannotSayError } from '../../core/errors/input-error.ts';
import { proposeCheckpoints, type ProposeFrom, type Proposal } from '../../core/picture/propose-checkpoints.ts';
import type { BodyFrame } from '../../core/picture/body-track.ts';
import type { BodyRequest } from './pose.worker.ts';
import { runBody, runPicture } from './run-picture.ts';

/** A video whose checkpoints are asked for. */
export type ProposalRequest = Omit<BodyRequest, 'kind'> & Pick<ProposeFrom, 'cameraDistanceM'>;

/** A proposal, and why the body was not looked for where it could not be. */
export type FoundProposal = Proposal & { readonly bodyProblem: string };

/**
 * Proposes the checkpoints of a video: picture and sound are gone through in one worker, the body in another.
 * @throws Error in words for the eye where no swing stands out
 */
export function runProposal(
  request: ProposalRequest,
  onProgress: (share: number) => void,
): { answer: Promise<FoundProposal>; stop: () => void } {
  const { cameraDistanceM, ...video } = request;
  const done = { sense: 0, body: 0 };
  const tell = (part: keyof typeof done) => (share: number) => {
    done[part] = share;
    onProgress(Math.min(done.sense, done.body));
  };
  const sense = runPicture({ kind: 'sense', url: video.url, frameTimesS: video.frameTimesS }, tell('sense'));
  const body = runBody({ kind: 'body', ...video }, tell('body'));
  const withoutBody = (error: unknown): { frames: readonly BodyFrame[]; problem: string } => {
    done.body = 1;
    return { frames: [], problem: error instanceof Error ? error.message : 'The body was not found.' };
  };
  const find = async (): Promise<FoundProposal> => {
    const seen = body.answer.then((frames) => ({ frames, problem: '' }), withoutBody);
    const result = await sense.answer;
    if (!('sensed' in result)) throw new Error('The video could not be looked through.');
    const { frames, problem } = await seen;
    try {
      const found = proposeCheckpoints({
        ...result.sensed,
        ...video,
        timesS: video.frameTimesS,
        cameraDistanceM,
        body: frames,
      });
      return { ...found, bodyProblem: problem };
    } catch (error) {
      if (error instanceof CannotSayError) throw new Error(`${error.message} Missing: ${error.missing}.`);
      throw error;
    }
  };
  const stop = (): void => {
    sense.stop();
    body.stop();
  };
  return { answer: find().finally(stop), stop };
}
