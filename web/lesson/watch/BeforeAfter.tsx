import { useState } from 'react';
import styled from 'styled-components';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import type { Checkpoint } from '../../../core/catalogue/stages.ts';
import { insideFrameS } from '../../../core/picture/frame-times.ts';
import { Button } from '../../kit/controls.tsx';
import { Failed, Row, Soft } from '../../kit/layout.tsx';
import { savePng } from '../../kit/save-file.ts';
import { fileUrl } from './data.ts';

const CELL_PX = 200;
const NAME_PX = 26;

const Strip = styled.div`
  overflow-x: auto;
  canvas {
    display: block;
    border-radius: var(--radius);
  }
`;

/** Draws the frames of one video at the checkpoints, each into its cell. */
async function drawRow(
  g: CanvasRenderingContext2D,
  video: VideoAnswer,
  checkpoints: readonly Checkpoint[],
  top: number,
  mirrored: boolean,
): Promise<void> {
  const element = document.createElement('video');
  element.muted = true;
  element.preload = 'auto';
  const ready = (name: 'loadeddata' | 'seeked'): Promise<void> =>
    new Promise((resolve, reject) => {
      element.addEventListener(name, () => resolve(), { once: true });
      element.addEventListener('error', () => reject(new Error('The video cannot be played.')), { once: true });
    });
  const loaded = ready('loadeddata');
  element.src = fileUrl(video.id);
  await loaded;
  const [w, h] = [video.widthPx, video.heightPx];
  for (const [i, c] of checkpoints.entries()) {
    const frame = video.marks.checkpoints[c]?.frame ?? 0;
    const sought = ready('seeked');
    element.currentTime = insideFrameS(video.frameTimesS, frame);
    await sought;
    const side = Math.min(w, h);
    g.save();
    g.translate(i * CELL_PX + (mirrored ? CELL_PX : 0), top);
    if (mirrored) g.scale(-1, 1);
    g.drawImage(element, (w - side) / 2, (h - side) / 2, side, side, 0, 0, CELL_PX, CELL_PX);
    g.restore();
  }
  element.removeAttribute('src');
  element.load();
}

/** Before and after at every checkpoint that both videos have, as one strip to save. */
export function BeforeAfter({
  first,
  second,
  checkpoints,
  mirrored,
}: {
  first: VideoAnswer;
  second: VideoAnswer;
  checkpoints: readonly Checkpoint[];
  mirrored: boolean;
}) {
  const [strip, setStrip] = useState<HTMLCanvasElement | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<unknown>(null);
  if (checkpoints.length === 0 || first.kind === 'still' || second.kind === 'still') return null;
  const make = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const canvas = document.createElement('canvas');
    canvas.width = CELL_PX * checkpoints.length;
    canvas.height = 2 * CELL_PX + NAME_PX;
    const g = canvas.getContext('2d');
    if (!g) return;
    const style = getComputedStyle(document.body);
    g.fillStyle = style.getPropertyValue('--paper').trim() || 'white';
    g.fillRect(0, 0, canvas.width, canvas.height);
    g.fillStyle = style.getPropertyValue('--ink').trim() || 'black';
    g.font = `600 15px ${style.fontFamily}`;
    checkpoints.forEach((c, i) => g.fillText(c, i * CELL_PX + 6, CELL_PX + 18, CELL_PX - 12));
    const [older, newer] = first.addedAt <= second.addedAt ? [first, second] : [second, first];
    try {
      await drawRow(g, older, checkpoints, 0, mirrored && older === second);
      await drawRow(g, newer, checkpoints, CELL_PX + NAME_PX, mirrored && newer === second);
      setStrip(canvas);
    } catch (error) {
      setProblem(error);
    }
    setBusy(false);
  };
  return (
    <>
      <Row>
        <Button onPress={() => void make()} isDisabled={busy}>
          {busy ? 'Drawing …' : 'Strip of before and after'}
        </Button>
        {strip ? <Button onPress={() => savePng(strip, 'before-and-after.png')}>Save the strip</Button> : null}
        <Soft>The older video above, the newer below.</Soft>
      </Row>
      {problem ? <Failed error={problem} /> : null}
      {strip ? (
        <Strip
          ref={(box) => {
            box?.replaceChildren(strip);
          }}
          role="img"
          aria-label={`Before and after at ${checkpoints.join(', ')}`}
          data-testid="strip"
        />
      ) : null}
    </>
  );
}
