import { tuple } from '../core/numeric/tuple.ts';
import { AxeBuilder } from '@axe-core/playwright';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LedgerAnswer, LessonAnswer } from '../api/types.ts';
import type { VideoAnswer } from '../api/capture-types.ts';
import type { Checkpoint } from '../core/catalogue/stages.ts';
import { POINT_NAMES, type PicturePoint } from '../core/picture/marks.ts';
import { handPicked } from '../demo/film.ts';
import { openStudent, api, choose, expect, signIn, startLesson, test } from './application.ts';
import { AFTER, clock, FACE_ON, lessonId, tap, truthOf, withVideo } from './pictures.ts';

const SHADED = join(import.meta.dirname, 'fixtures/shaded-swing.mp4');

test('a video is stepped, its checkpoints proposed, scaled, points picked, and what they say becomes a finding', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Picture Maple');
  const truth = truthOf(FACE_ON);
  await withVideo(page);
  // Frame by frame, both ways, by keys.
  await page.keyboard.press('ArrowRight');
  await expect(clock(page)).toContainText('frame 2 of');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(clock(page)).toContainText('frame 12 of');
  await page.keyboard.press('ArrowLeft');
  await expect(clock(page)).toContainText('frame 11 of');

  await page.getByRole('button', { name: 'Propose the checkpoints' }).click();
  await expect(page.getByText(/Checkpoints proposed from/)).toBeVisible({ timeout: 120_000 });
  const strike = page.getByRole('button', { name: /^strike, frame/ });
  const proposed = Number(/frame (\d+)/.exec((await strike.getAttribute('aria-label')) ?? '')?.[1]) - 1;
  expect(Math.abs(truth.frameTimesS[proposed]! - truth.checkpoints.strike.timeS)).toBeLessThan(0.04);
  // A proposed flag is moved by keys and is then a picked one.
  await strike.focus();
  const step = truth.checkpoints.strike.frame - proposed;
  for (let i = 0; i < Math.max(1, Math.abs(step)); i++)
    await page.keyboard.press(step >= 0 ? 'Shift+ArrowRight' : 'Shift+ArrowLeft');
  await expect(page.getByRole('button', { name: /^strike, frame \d+$/ })).toBeVisible();

  // A known length: an alignment stick on the floor.
  await page.getByRole('button', { name: 'Scale' }).click();
  await tap(page, truth, [40, 440]);
  await tap(page, truth, [40 + 1.2 * truth.pxPerMetre, 440]);
  await page.getByLabel('Length, m').fill('1.2');
  await page.getByRole('button', { name: 'Set the scale' }).click();
  await expect(page.getByRole('button', { name: 'Set the scale' })).toHaveCount(0);

  // Points at set-up and strike, in the order of the list.
  const name = async (p: PicturePoint): Promise<void> => {
    await page.getByLabel('The next tap is').click();
    await page.getByRole('option', { name: new RegExp(`${POINT_NAMES[p]}$`) }).click();
  };
  const pick = async (frame: number, points: readonly PicturePoint[]): Promise<void> => {
    for (const p of points) {
      await name(p);
      await tap(page, truth, truth.points[frame]![p]);
    }
  };
  await page.getByRole('button', { name: /^set-up, frame/ }).click();
  await page.getByRole('button', { name: 'Points', exact: true }).click();
  const setUpFrame = Number(/frame (\d+)/.exec((await clock(page).textContent()) ?? '')?.[1]) - 1;
  await pick(setUpFrame, ['leadHip', 'trailHip', 'leadAnkle', 'trailAnkle', 'head']);
  await page.getByRole('button', { name: /^strike, frame/ }).click();
  await expect(clock(page)).toContainText('0.000 s to strike');
  const strikeFrame = Number(/frame (\d+)/.exec((await clock(page).textContent()) ?? '')?.[1]) - 1;
  await pick(strikeFrame, ['leadHip', 'trailHip', 'head']);

  const row = page.getByRole('row', { name: /middle of the hips in the stance/ });
  await expect(row).toContainText('%');
  const share = Number(/(\d+) %/.exec((await row.textContent()) ?? '')?.[1]);
  expect(Math.abs(share - 100 * truth.body.hipPlaceAtStrike)).toBeLessThan(8);
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Slides too far');
  const ledger = await api<LedgerAnswer>(page, 'GET', `/lessons/${lessonId(page)}/ledger`);
  expect(ledger.findings.find((f) => f.id.startsWith('hips-past'))?.source.label).toContain(`frame ${strikeFrame + 1}`);

  // Undo takes the last point back; a reload keeps the rest.
  await page.keyboard.press('z');
  await expect(page.getByRole('row', { name: /head moved sideways/ })).toHaveCount(0);
  // A point that falls on another is placed there and leaves the other where it was.
  const hip = truth.points[strikeFrame]!.leadHip;
  await name('hands');
  await tap(page, truth, [hip[0] + 5, hip[1]]);
  const [{ id: video }] = tuple(1, (await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`)).videos);
  await expect
    .poll(async () => {
      const { marks } = await api<VideoAnswer>(page, 'GET', `/videos/${video}`);
      const at = marks.frames.find((f) => f.frame === strikeFrame)?.points ?? {};
      return [at.leadHip, at.hands].map((p, i) => p !== undefined && Math.abs(p.x - hip[0] - [0, 5][i]!) < 2);
    })
    .toEqual([true, true]);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^strike, frame \d+$/ })).toBeVisible();
});

test('drawing: held and on one frame, zoomed, saved as a picture with its points', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Drawing Maple');
  const truth = truthOf(FACE_ON);
  await withVideo(page);
  await page.getByRole('button', { name: 'Head box' }).click();
  await tap(page, truth, [200, 150]);
  await tap(page, truth, [260, 210]);
  await expect(page.getByText('held through the swing')).toBeVisible();
  await page.getByRole('button', { name: 'Angle' }).click();
  await tap(page, truth, [200, 300]);
  await tap(page, truth, [250, 300]);
  await tap(page, truth, [250, 350]);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  const [{ id }] = tuple(1, (await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`)).videos);
  const drawings = async () => (await api<VideoAnswer>(page, 'GET', `/videos/${id}`)).marks.drawings;
  await expect
    .poll(async () => (await drawings()).map((d) => [d.kind, d.frame]))
    .toEqual([
      ['head-box', null],
      ['angle', 0],
    ]);
  // Zoomed in, a drawing's corners stay on the same place of the picture.
  const before = await drawings();
  await page.getByRole('button', { name: 'Zoom in' }).click();
  await page.getByRole('button', { name: 'Line', exact: true }).click();
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('no picture');
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.click(box.x + box.width / 2 + 40, box.y + box.height / 2);
  await expect.poll(async () => (await drawings()).length).toBe(3);
  const now = await drawings();
  expect(now.slice(0, 2)).toEqual(before);
  expect(Math.abs(now[2]!.points[0]!.x - truth.widthPx / 2)).toBeLessThan(2);
  // Undo, by the button.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await drawings()).length).toBe(2);

  await page.getByRole('button', { name: 'Points', exact: true }).click();
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes[0]!.html}`)).toEqual([]);

  const picture = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Picture file' }).click();
  const png = readFileSync(await (await picture).path());
  expect(png.subarray(1, 4).toString()).toBe('PNG');
  const points = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Points file', exact: true }).click();
  const json = JSON.parse(readFileSync(await (await points).path(), 'utf8')) as { kind: string; frameTimesS: number[] };
  expect(json).toMatchObject({ kind: 'points' });
  expect(json.frameTimesS).toHaveLength(truth.frameTimesS.length);
  // The file gives back what was taken away; one of another video is refused.
  const saved = { name: 'points.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(json)) };
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await drawings()).length).toBe(1);
  await choose(page, 'Load a points file', saved);
  await expect.poll(async () => (await drawings()).length).toBe(2);
  const other = { ...json, frameTimesS: json.frameTimesS.slice(0, 20) };
  await choose(page, 'Load a points file', { ...saved, buffer: Buffer.from(JSON.stringify(other)) });
  await expect(page.getByRole('alert')).toContainText('belongs to a video of 20 frames');
});

test('two lessons beside each other play in step at different frame rates; the pair is one picture', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  const student = await openStudent(page, app, 'Comparing Maple');
  const mark = async (name: string): Promise<void> => {
    const lesson = await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`);
    const video = lesson.videos[0]!;
    await api(page, 'PUT', `/videos/${video.id}/marks`, { view: 'face-on', marks: handPicked(truthOf(name), name) });
  };
  await withVideo(page, FACE_ON);
  await mark(FACE_ON);
  await page.goto(student);
  await withVideo(page, AFTER);
  await mark(AFTER);
  await page.reload();
  await page.getByRole('button', { name: 'Compare with another' }).click();
  await page.getByLabel('Beside').click();
  await page.getByRole('option', { name: new RegExp(FACE_ON) }).click();
  const [after, before] = [truthOf(AFTER), truthOf(FACE_ON)];
  const inStep = page.getByTestId('in-step');
  const [a, b] = [after.checkpoints.strike.frame, before.checkpoints.strike.frame];
  await expect(inStep).toContainText(`frame ${a + 1} beside frame ${b + 1}`);
  // 120 against 60 frames a second: twenty frames of the one are ten of the other.
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(inStep).toContainText(`frame ${a - 9} beside frame`);
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(inStep).toContainText(`frame ${a - 19} beside frame ${b - 9}`);
  await expect(page.getByRole('table', { name: 'Differences' })).toContainText('middle of the hips in the stance');
  await expect(page.getByRole('row', { name: /middle of the hips in the stance/ })).toContainText('yes');

  const pair = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the pair as a picture' }).click();
  expect(
    readFileSync(await (await pair).path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
  await page.getByText('laid over').click();
  await expect(page.getByTestId('laid-over')).toBeVisible();
  await page.getByText('second mirrored').click();
  await page.getByRole('button', { name: 'Strip of before and after' }).click();
  await expect(page.getByTestId('strip').locator('canvas')).toBeVisible();
});

test('points are followed in the background and can be corrected', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Following Maple');
  const truth = truthOf(FACE_ON);
  await withVideo(page);
  await page.getByRole('button', { name: 'Points', exact: true }).click();
  await tap(page, truth, truth.points[0]!.head);
  await page.getByLabel('The next tap is').click();
  await page.getByRole('option', { name: /head, middle$/ }).click();
  await page.getByRole('button', { name: 'Follow this one' }).click();
  await expect(page.getByText(/Followed over \d+ frames/)).toBeVisible();
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  const [{ id }] = tuple(1, (await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`)).videos);
  await expect
    .poll(async () => (await api<VideoAnswer>(page, 'GET', `/videos/${id}`)).marks.frames.length)
    .toBeGreaterThan(90);
  const { marks } = await api<VideoAnswer>(page, 'GET', `/videos/${id}`);
  const errors = marks.frames.flatMap(({ frame, points }) => {
    const [x, y] = truth.points[frame]!.head;
    return points.head?.source === 'tracked' ? [Math.hypot(points.head.x - x, points.head.y - y)] : [];
  });
  expect([...errors].sort((p, q) => p - q)[errors.length >> 1]).toBeLessThan(4);
  // A corrected point is a picked one.
  await page.getByLabel('Frame', { exact: true }).first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(clock(page)).toContainText('frame 2 of');
  await tap(page, truth, [truth.points[1]!.head[0] + 30, truth.points[1]!.head[1] - 30]);
  await expect
    .poll(async () => {
      const answer = await api<VideoAnswer>(page, 'GET', `/videos/${id}`);
      return answer.marks.frames.find((f) => f.frame === 1)?.points.head?.source;
    })
    .toBe('picked');
});

test('body points are proposed and count only once accepted', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Proposing Maple');
  await withVideo(page);
  const [{ id }] = tuple(1, (await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`)).videos);
  const truth = truthOf(FACE_ON);
  const { checkpoints } = handPicked(truth, 'pose');
  const own = await api<VideoAnswer>(page, 'GET', `/videos/${id}`);
  await api(page, 'PUT', `/videos/${id}/marks`, { view: 'face-on', marks: { ...own.marks, checkpoints } });
  await page.reload();
  await page.getByRole('button', { name: /^strike, frame/ }).click();
  await page.getByRole('button', { name: 'Points', exact: true }).click();
  await page.getByRole('button', { name: 'Propose body points' }).click();
  await expect(page.getByText(/Body points proposed on \d+ frames/)).toBeVisible({ timeout: 90_000 });
  await expect(page.getByText('Nothing measured yet')).toBeVisible();
  const hip = (await api<VideoAnswer>(page, 'GET', `/videos/${id}`)).marks.frames.length;
  expect(hip).toBeLessThanOrEqual(10);
  await page.getByRole('button', { name: /^Accept \d+ proposed points here/ }).click();
  await expect(page.getByRole('table', { name: 'Measured at strike' })).toContainText('lead knee');
  const { marks } = await api<VideoAnswer>(page, 'GET', `/videos/${id}`);
  const at = marks.frames.find((f) => f.frame === truth.checkpoints.strike.frame)?.points.leadHip;
  const [x, y] = truth.points[truth.checkpoints.strike.frame]!.leadHip;
  expect(Math.hypot((at?.x ?? 0) - x, (at?.y ?? 0) - y)).toBeLessThan(25);
});

test('a slow-motion file is recognised by its downswing and put right', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Slow Maple');
  const truth = truthOf(FACE_ON);
  await withVideo(page);
  const [{ id }] = tuple(1, (await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`)).videos);
  const own = await api<VideoAnswer>(page, 'GET', `/videos/${id}`);
  const { checkpoints } = handPicked(truth, 'slow');
  // A strike that is marked a second after the top is no player's.
  const far = { ...checkpoints, top: { frame: 25, source: 'picked' as const } };
  await api(page, 'PUT', `/videos/${id}/marks`, { view: 'face-on', marks: { ...own.marks, checkpoints: far } });
  await page.reload();
  await expect(page.getByText(/this file seems to play 4 times slower/)).toBeVisible();
  await page.getByLabel('Plays').click();
  await page.getByRole('option', { name: '4 × slower' }).click();
  await expect(page.getByText(/this file seems to play/)).toHaveCount(0);
});

test('on a film of another kind body and click find the checkpoints of a left-hander; what hangs on them is provisional', async ({
  page,
  app,
}) => {
  test.setTimeout(300_000);
  await signIn(page, app);
  await openStudent(page, app, 'Shaded Maple', { left: true });
  await startLesson(page);
  await page.keyboard.press('3');
  await choose(page, 'Add a video or still', {
    name: 'shaded.mp4',
    mimeType: 'video/mp4',
    buffer: readFileSync(SHADED),
  });
  await expect(clock(page)).toContainText('frame 1 of 252');
  await page.getByRole('button', { name: 'Propose the checkpoints' }).click();
  await expect(page.getByText('from the body and the click of the strike')).toBeVisible({ timeout: 240_000 });
  const [{ id }] = tuple(1, (await api<LessonAnswer>(page, 'GET', `/lessons/${lessonId(page)}`)).videos);
  const kept = (): Promise<VideoAnswer> => api<VideoAnswer>(page, 'GET', `/videos/${id}`);
  await expect.poll(async () => (await kept()).marks.checkpoints.strike?.source).toBe('proposed');
  const { marks, frameTimesS } = await kept();
  const offS = (at: Checkpoint, trueS: number): number => Math.abs(frameTimesS[marks.checkpoints[at]!.frame]! - trueS);
  // When things happened in this film, by how it was drawn.
  expect(offS('takeaway', 1.2)).toBeLessThan(0.08);
  expect(offS('top', 2.2205)).toBeLessThan(0.05);
  expect(offS('strike', 2.53)).toBeLessThan(0.025);
  await expect(page.getByText(/^provisional, 0\.\d+ s ±/)).toBeVisible();
  for (const at of ['takeaway', 'top', 'strike']) {
    await page.getByRole('button', { name: new RegExp(`^${at}, frame`) }).click();
    await page.getByRole('button', { name: `Confirm ${at}` }).click();
    await expect(page.getByRole('button', { name: new RegExp(`^${at}, frame \\d+$`) })).toBeVisible();
  }
  await expect(page.getByText(/^0\.\d+ s ±/)).toBeVisible();
  await expect(page.getByText(/^provisional, 0\.\d+ s ±/)).toHaveCount(0);
});
