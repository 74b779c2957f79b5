import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import type { VideoTruth } from '../stand-ins/camera/record-video.ts';
import { choose, expect, ROOT, startLesson } from './application.ts';

/** A video of the demo for a file chooser. */
export const sample = (name: string) => ({
  name,
  mimeType: 'video/mp4',
  buffer: readFileSync(join(ROOT, 'demo/samples', name)),
});
/** What the stand-in knows of it. */
export const truthOf = (name: string): VideoTruth =>
  JSON.parse(readFileSync(join(ROOT, 'demo/samples', `${name}.json`), 'utf8')) as VideoTruth;
export const FACE_ON = 'dov-face-on-before.mp4';
export const AFTER = 'dov-face-on-after.mp4';

export const lessonId = (page: Page): string => /lessons\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
export const clock = (page: Page) => page.getByTestId('clock');

/** A lesson at Watch with one video open. */
export async function withVideo(page: Page, name = FACE_ON): Promise<void> {
  await startLesson(page);
  await page.keyboard.press('3');
  await choose(page, 'Add a video or still', sample(name));
  await expect(clock(page)).toContainText(`frame 1 of ${truthOf(name).frameTimesS.length}`);
}

/** Taps a place of the picture, given in the video's own pixels. */
export async function tap(page: Page, truth: VideoTruth, [x, y]: readonly [number, number]): Promise<void> {
  await page.getByTestId('picture').evaluate((e) => e.scrollIntoView({ block: 'center' }));
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('The picture is not there.');
  const scale = Math.min(box.width / truth.widthPx, box.height / truth.heightPx);
  await page.mouse.click(
    box.x + box.width / 2 + (x - truth.widthPx / 2) * scale,
    box.y + box.height / 2 + (y - truth.heightPx / 2) * scale,
  );
}
