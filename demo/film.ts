import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PictureMarks } from '../core/picture/marks.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { marksOfTruth } from '../stand-ins/camera/marks-of-truth.ts';
import type { VideoTruth } from '../stand-ins/camera/record-video.ts';
import type { DemoClient } from './client.ts';
import { DEMO_VIDEOS, type DemoVideo } from './videos.ts';

export const SAMPLES = join(import.meta.dirname, 'samples');
/** A careful hand is off by so much, px. */
const HAND_PX = 1.2;

/** What an instructor has picked by hand in a video: the truth, as well as a hand meets it. */
export function handPicked(truth: VideoTruth, seed: string): PictureMarks {
  const random = seededRandom(seed);
  return { ...marksOfTruth(truth, () => HAND_PX * random.normal()), cameraDistanceM: 5 };
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
