import { AxeBuilder } from '@axe-core/playwright';
import { openStudent, api, expect, signIn, startLesson, test } from './application.ts';
import { lessonId } from './pictures.ts';

test('a lesson goes home on one page: from Review, in print without bars, and behind the private link', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  const address = await openStudent(page, app, 'Paper Maple', { left: true });
  const studentId = address.split('/').at(-1)!;
  await startLesson(page);
  const id = lessonId(page);
  await api(page, 'POST', `/lessons/${id}/verdict`, {
    id: crypto.randomUUID(),
    target: 'tension',
    reason: 'grips hard',
  });
  await page.keyboard.press('6');
  await page.getByRole('link', { name: 'The lesson on one page, for the student' }).click();
  const sheet = page.getByRole('article', { name: 'The lesson on one page' });
  await expect(sheet.getByRole('heading', { name: 'Paper Maple' })).toBeVisible();
  await expect(sheet.getByText('The one change is now')).toBeVisible();
  await expect(sheet.getByText('Stop on pain')).toBeVisible();
  await expect(sheet).toContainText('No gain can be said yet');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
  await expect(sheet).toBeVisible();
  await page.emulateMedia({ media: 'screen' });

  const { path } = await api<{ path: string }>(page, 'POST', `/students/${studentId}/practice-link`, { days: 30 });
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${app.address}${path}/lesson`);
  await expect(sheet.getByRole('heading', { name: 'Paper Maple' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
});

test('a season stands on one page under the stick, for the days that are chosen', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Season Maple');
  await page.getByRole('link', { name: 'Season' }).click();
  const sheet = page.getByRole('article', { name: 'The season on one page' });
  await expect(sheet).toContainText('0 lessons, practice on 0 days');
  await expect(sheet).toContainText('No club head speed was measured in this time.');
  await page.getByLabel('From').fill('2031-01-01');
  await expect(page.getByRole('alert')).toContainText('from must not lie after to');
});

test('a photo wants the student’s word, is shown, and goes', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Face Maple');
  const card = page.getByRole('region', { name: 'Photo' });
  await expect(card.getByRole('button', { name: 'Add a photo' })).toBeDisabled();
  await card.getByText('the student agrees to it').click();
  const picture = await page.locator('body').screenshot();
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    card.getByRole('button', { name: 'Add a photo' }).click(),
  ]);
  await chooser.setFiles({ name: 'face.png', mimeType: 'image/png', buffer: picture });
  const face = page.getByRole('img', { name: 'Photo of Face Maple' });
  await expect(face).toBeVisible();
  await expect.poll(() => face.evaluate((e) => (e as HTMLImageElement).naturalWidth)).toBe(256);
  await card.getByRole('button', { name: 'Take the photo away' }).click();
  await expect(face).toHaveCount(0);
});
