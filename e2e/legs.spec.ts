import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LedgerAnswer, LessonAnswer } from '../api/types.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { tuple } from '../core/numeric/tuple.ts';
import { handPicked } from '../demo/film.ts';
import { withSound } from '../stand-ins/camera/add-sound.ts';
import { recordSwish } from '../stand-ins/microphone/swish-sound.ts';
import { openStudent, api, choose, expect, ROOT, signIn, startLesson, test } from './application.ts';
import { clock, FACE_ON, lessonId, truthOf } from './pictures.ts';

test('legs against release on a film with sound: moments marked, the swish heard, a late push in the ledger', async ({
  page,
  app,
}) => {
  const truth = truthOf(FACE_ON);
  const strikeS = truth.checkpoints.strike.timeS;
  const pastBallS = 0.022;
  const sound = recordSwish([{ ballS: strikeS, offsetS: pastBallS, tipMps: 44, riseS: 0.05, fallS: 0.05 }], {
    rateHz: 24_000,
    diameterM: 0.0127,
    ball: 'tee',
    background: 'quiet',
    lengthS: truth.frameTimesS.at(-1) ?? 0,
    random: seededRandom('legs'),
  });
  const film = await withSound(readFileSync(join(ROOT, 'demo/samples', FACE_ON)), sound, 24_000);
  await signIn(page, app);
  await openStudent(page, app, 'Legs Maple');
  await startLesson(page);
  await page.keyboard.press('3');
  await choose(page, 'Add a video or still', { name: 'heard.mp4', mimeType: 'video/mp4', buffer: Buffer.from(film) });
  await expect(clock(page)).toContainText('frame 1 of');
  const panel = page.getByRole('table', { name: 'Legs and release on this film' });
  await page.getByText('Legs and release on this film').click();
  // Without the strike there is nothing to listen around.
  await expect(panel.getByRole('row', { name: /^swish peak/ })).toContainText('Mark the strike first');

  const [{ id }] = tuple(1, (await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`)).videos);
  await api(page, 'PUT', `/videos/${id}/marks`, { view: 'face-on', marks: handPicked(truth, 'legs') });
  await page.reload();
  await page.getByRole('button', { name: /^strike, frame \d+$/ }).click();
  await expect(clock(page)).toContainText('0.000 s to strike');
  await page.getByText('Legs and release on this film').click();
  await panel.getByRole('button', { name: 'Hear the swish' }).click();
  const heard = panel.getByRole('row', { name: /^swish peak/ });
  await expect(heard).toContainText(/\d+ ms after strike/);
  const ms = Number(/(\d+) ms after strike/.exec((await heard.textContent()) ?? '')?.[1]);
  expect(Math.abs(ms - 1000 * pastBallS)).toBeLessThan(14);

  // The release twelve frames before the strike, the leg only five frames after it.
  const step = async (name: 'Frame back' | 'Frame on', times: number): Promise<void> => {
    for (let i = 0; i < times; i++) await page.getByRole('button', { name, exact: true }).click();
  };
  await step('Frame back', 12);
  await panel.getByRole('button', { name: 'release starts: this frame' }).click();
  await step('Frame on', 17);
  await panel.getByRole('button', { name: 'lead leg straightens: this frame' }).click();
  await expect(panel.getByRole('row', { name: /^lead leg straightens/ })).toContainText('ms after strike');
  await expect(page.getByText(/The lead leg starts to straighten \d+ ms .* after the release starts/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Legs push after the release' }).first()).toBeVisible();
  await expect
    .poll(async () =>
      (await api<LedgerAnswer>(page, 'GET', `/lessons/${lessonId(page)}/ledger`)).findings
        .filter((f) => f.fault === 'legs-late')
        .map((f) => f.sign)
        .sort(),
    )
    .toEqual(['push-after-release', 'push-after-swish']);
  // Taken away, it speaks no more; what is left stands after a reload.
  await panel.getByRole('button', { name: 'Take lead leg straightens away' }).click();
  await expect(page.getByText(/The lead leg starts to straighten/)).toHaveCount(0);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(panel.getByRole('row', { name: /^release starts/ })).toContainText('ms before strike');
  await expect(panel.getByRole('row', { name: /^lead leg straightens/ })).not.toContainText('strike ±');
});
