import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CHECKPOINTS } from '../core/catalogue/stages.ts';
import { NO_MARKS, PICTURE_POINTS, type PictureMarks } from '../core/picture/marks.ts';
import { seededRandom } from '../core/numeric/random.ts';
import type { VideoTruth } from '../stand-ins/camera/record-video.ts';
import type { DemoClient } from './client.ts';
import { DEMO_VIDEOS, type DemoVideo } from './videos.ts';

export const SAMPLES = join(import.meta.dirname, 'samples');
/** A careful hand is off by so much, px. */
const HAND_PX = 1.2;
const STICK_M = 1.2;

/** What an instructor has picked by hand in a video: the truth, as well as a hand meets it. */
export function handPicked(truth: VideoTruth, seed: string): PictureMarks {
  const random = seededRandom(seed);
  const strike = truth.checkpoints.strike.frame;
  const frames = [...new Set([...CHECKPOINTS.map((c) => truth.checkpoints[c].frame), strike - 1, strike - 2])];
  const round = (v: number): number => Math.round(10 * v) / 10;
  const floor = 0.93 * truth.heightPx;
  return {
    ...NO_MARKS,
    checkpoints: Object.fromEntries(
      CHECKPOINTS.map((c) => [c, { frame: truth.checkpoints[c].frame, source: 'picked' as const }]),
    ),
    frames: frames
      .sort((a, b) => a - b)
      .map((frame) => ({
        frame,
        points: Object.fromEntries(
          PICTURE_POINTS.filter((p) => p !== 'hipBack' || truth.view === 'down-the-line').map((p) => {
            const [x, y] = truth.points[frame][p];
            const at = { x: round(x + HAND_PX * random.normal()), y: round(y + HAND_PX * random.normal()) };
            return [p, { ...at, source: 'picked' as const }];
          }),
        ),
      })),
    scale: {
      a: { x: 30, y: round(floor) },
      b: { x: round(30 + STICK_M * truth.pxPerMetre), y: round(floor) },
      lengthM: STICK_M,
      lengthSdM: 0.01,
      at: 'body',
    },
    cameraDistanceM: 5,
  };
}

async function send(client: DemoClient, lessonId: string, video: DemoVideo): Promise<void> {
  const path = join(SAMPLES, video.file);
  const bytes = new Uint8Array(readFileSync(path));
  const id = randomUUID();
  const { file: fileName, view } = video;
  await client.call('POST', `/lessons/${lessonId}/videos`, { id, fileName, sizeBytes: bytes.length, view });
  await client.call('POST', `/videos/${id}/pieces?from=0`, bytes, 'application/octet-stream');
  await client.call('POST', `/videos/${id}/done`);
  if (!video.marked) return;
  const truth = JSON.parse(readFileSync(`${path}.json`, 'utf8')) as VideoTruth;
  await client.call('PUT', `/videos/${id}/marks`, { view, marks: handPicked(truth, fileName) });
}

/** Videos of one lesson, sent as the page would send them. */
export async function film(client: DemoClient, student: string, lessonId: string, lesson: number): Promise<void> {
  for (const video of DEMO_VIDEOS) {
    if (video.student !== student || video.lesson !== lesson) continue;
    if (!existsSync(join(SAMPLES, video.file))) throw new Error(`${video.file} is missing in demo/samples.`);
    await send(client, lessonId, video);
  }
}
