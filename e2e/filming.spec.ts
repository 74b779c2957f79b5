import { join } from 'node:path';
import { openStudent, choose, expect, fakeDevices, ROOT, signIn, startLesson, test } from './application.ts';
import { clock, FACE_ON, sample } from './pictures.ts';

// The camera hears the demo's swings of a stick, over and over.
test.use({ launchOptions: fakeDevices(join(ROOT, 'demo/samples/swish.wav')) });

test('the machine’s camera films into the lesson, and its sound is listened to', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Camera Maple');
  await startLesson(page);
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Use the camera' }).click();
  await expect(page.getByLabel('What the camera sees')).toBeVisible();
  await page.getByRole('button', { name: 'Film', exact: true }).click();
  await expect(page.getByText('Filming …')).toBeVisible();
  await expect
    .poll(() => page.getByLabel('What the camera sees').evaluate((v) => (v as HTMLVideoElement).currentTime))
    .toBeGreaterThan(5.5);
  await page.getByRole('button', { name: 'Stop filming' }).click();
  await expect(page.getByText('filmed here')).toBeVisible();
  await expect(clock(page)).toContainText(/frame 1 of \d\d/);
  await page.getByRole('button', { name: 'Listen to the swish' }).click();
  await page.getByRole('button', { name: /^Sound of camera/ }).click();
  await expect(page.getByTestId('swish-sentence')).not.toContainText('No swing yet');
});

test('bad videos are refused in words; a minor is not filmed without consent', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Refusing Maple');
  await startLesson(page);
  await page.keyboard.press('3');
  await choose(page, 'Add a video or still', {
    name: 'notes.mp4',
    mimeType: 'video/mp4',
    buffer: Buffer.from('only words, no picture at all'),
  });
  await expect(page.getByRole('alert')).toContainText('notes.mp4 cannot be read as a video');
  await choose(page, 'Add a video or still', {
    name: 'cut.mp4',
    mimeType: 'video/mp4',
    buffer: sample(FACE_ON).buffer.subarray(0, 120_000),
  });
  await expect(page.getByText(/The end of the file is missing: \d+ of \d+ frames/)).toBeVisible();
  await openStudent(page, app, 'Young Maple', { year: String(new Date().getFullYear() - 14) });
  await startLesson(page);
  await page.keyboard.press('3');
  await expect(
    page.getByText('No guardian’s consent on file: no filming, and the films there are stay closed.'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Use the camera' })).toHaveCount(0);
});

test('a camera that is refused says so; one that is unplugged keeps what it filmed; a cut line goes on', async ({
  page,
  app,
}) => {
  await page.addInitScript(() => {
    const media = navigator.mediaDevices;
    const own = media.getUserMedia.bind(media);
    const hold = window as unknown as { refuse: boolean; stream?: MediaStream };
    hold.refuse = true;
    media.getUserMedia = async (wanted) => {
      if (hold.refuse) throw new DOMException('no', 'NotAllowedError');
      hold.stream = await own(wanted);
      return hold.stream;
    };
  });
  await signIn(page, app);
  await openStudent(page, app, 'Unplugging Maple');
  await startLesson(page);
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Use the camera' }).click();
  await expect(page.getByRole('alert')).toContainText('may not use the camera');
  await page.evaluate(() => {
    (window as unknown as { refuse: boolean }).refuse = false;
  });
  await page.getByRole('button', { name: 'Open it again' }).click();
  // The first piece that is sent is lost on the way.
  let cut = true;
  await page.route('**/pieces?**', async (route) => {
    if (cut) {
      cut = false;
      await route.abort();
    } else await route.continue();
  });
  await page.getByRole('button', { name: 'Film', exact: true }).click();
  await expect(page.getByText(/^Filming … [\d.]+ MB/)).toBeVisible();
  await expect
    .poll(() => page.getByLabel('What the camera sees').evaluate((v) => (v as HTMLVideoElement).currentTime))
    .toBeGreaterThan(2);
  await page.evaluate(() => {
    const track = (window as unknown as { stream: MediaStream }).stream.getVideoTracks()[0]!;
    track.stop();
    track.dispatchEvent(new Event('ended'));
  });
  await expect(page.getByRole('alert')).toContainText('unplugged');
  await expect(page.getByText('filmed here')).toBeVisible();
  expect(cut).toBe(false);
});
