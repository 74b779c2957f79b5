import { readFile } from 'node:fs/promises';
import { openStudent, api, earlierLesson, expect, signIn, test } from './application.ts';

test('the programme: laid, a session moved by the keyboard and by drag, a refusal says what it would break', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  const studentUrl = await openStudent(page, app, 'To A Date');
  await page.goto(`${studentUrl}/programme`);
  await page.getByRole('button', { name: 'Lay it' }).click();
  await expect(page.getByText('learn', { exact: true })).toBeVisible();
  const row = page.getByRole('row');
  const session = row.filter({ hasText: 'practice' }).first();
  await session.focus();
  const from = (await session.getAttribute('data-key')) ?? '';
  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.getByRole('status')).toContainText('Moved from');
  await expect(page.locator(`[data-key="${from}"]`)).not.toContainText('practice');
  const lesson = row.filter({ hasText: 'lesson' }).nth(1);
  await row.filter({ hasText: 'practice' }).first().dragTo(lesson);
  await expect(page.getByRole('alert')).toContainText('a lesson lies on this day');
  await expect(lesson).not.toContainText('practice');
});

test('a protocol: run by its steps, each its own block; the instructor’s word where figures cannot say', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  const studentUrl = await openStudent(page, app, 'In Steps');
  const lessonId = crypto.randomUUID();
  await api(page, 'POST', `/students/${studentUrl.split('/').pop() ?? ''}/lessons`, {
    id: lessonId,
    startsAt: new Date().toISOString(),
  });
  await page.goto(`${app.address}/lessons/${lessonId}/measure?view=session`);
  await page.getByRole('button', { name: 'Run it', exact: true }).click();
  await page.getByRole('button', { name: 'Start this step' }).click();
  await expect(page.getByText('0 of 5')).toBeVisible();
  await page.getByRole('button', { name: 'Ask the gate' }).click();
  await expect(page.getByText('0 of 5 swings so far.')).toBeVisible();
  await page.getByRole('button', { name: 'Met, by my word' }).click();
  await expect(page.getByRole('heading', { name: 'Step 2 of 5: Add the chest' })).toBeVisible();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Step 2 of 5: Add the chest' })).toBeVisible();
  await page.getByRole('button', { name: 'End the run' }).click();
  await expect(page.getByRole('button', { name: 'Run it', exact: true })).toBeVisible();
});

test('a flow on the phone: each step with its counter, logged once at its end', async ({ page, app, browser }) => {
  await signIn(page, app);
  const studentUrl = await openStudent(page, app, 'One Flow');
  const studentId = studentUrl.split('/').pop() ?? '';
  await earlierLesson(page, studentId, 1, 90);
  const own = crypto.randomUUID();
  const step = {
    how: 'Easy.',
    drillId: '',
    club: 'none',
    withBall: false,
    aid: '',
    direction: 'own',
    restS: 0,
    effort: 3,
  };
  await api(page, 'PUT', `/protocols/${own}`, {
    name: 'Two steps',
    what: '',
    steps: [
      { ...step, name: 'First', condition: 'first', swings: 2, gate: { kind: 'done' } },
      {
        ...step,
        name: 'Second',
        condition: 'second',
        swings: 2,
        gate: { kind: 'seen', text: 'quiet', passed: 1, of: 2 },
      },
    ],
  });
  await api(page, 'PUT', `/students/${studentId}/phone-protocol`, { protocol: own });
  const { path } = await api<{ path: string }>(page, 'POST', `/students/${studentId}/practice-link`, {});
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await phone.goto(`${app.address}${path}`);
  await phone.getByRole('button', { name: 'Start the flow' }).click();
  for (let i = 0; i < 2; i++) await phone.getByRole('button', { name: /^Done/ }).click();
  await phone.getByRole('button', { name: 'On to the next step' }).click();
  await phone.getByRole('button', { name: /^Passed/ }).click();
  await phone.reload();
  await phone.getByRole('button', { name: 'Reset, 0 so far' }).click();
  await phone.getByRole('button', { name: 'To the end' }).click();
  await phone.getByText('no pain', { exact: true }).click();
  await phone.getByRole('button', { name: 'Log it' }).click();
  await expect(phone.getByRole('button', { name: 'Start the flow' })).toBeVisible();
  await phone.close();
});

test('a drill of one’s own: copied, its safety computed, saved as JSON, read again as the next version, given with a reason', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await page.goto(`${app.address}/drills?drill=feet-together`);
  await page.getByRole('button', { name: 'Copy it' }).click();
  const form = page.getByRole('region', { name: 'Write a drill' });
  await form.getByLabel('Name').fill('Feet on one line');
  await form.getByText('throws a weight', { exact: true }).click();
  await expect(form.getByText('Computed from what it asks: maximal')).toBeVisible();
  await form.getByText('throws a weight', { exact: true }).click();
  await form.getByRole('button', { name: 'Keep this version' }).click();
  const card = page.getByRole('region', { name: 'Feet on one line' });
  await expect(card.getByText(/^Version 1 of/)).toBeVisible();
  await card.getByRole('button', { name: 'Make it a favourite' }).click();
  await expect(page.getByRole('button', { name: '★ Feet on one line' })).toBeVisible();
  await card.getByRole('button', { name: 'Show it in motion' }).click();
  await expect(card.getByRole('img', { name: 'The drill in motion' })).toBeVisible();
  const saved = page.waitForEvent('download');
  await card.getByRole('button', { name: 'Save as JSON' }).click();
  const text = (await readFile(await (await saved).path(), 'utf8')).replace('"reps": 8', '"reps": 9');
  const read = async (content: string): Promise<void> => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Drills from a file' }).click();
    await (await chooser).setFiles({ name: 'ours.json', mimeType: 'application/json', buffer: Buffer.from(content) });
  };
  await read(text);
  await expect(page.getByText('1 drill of “ours.json” on the shelf.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Feet on one line' }).getByText(/^Version 2 of/)).toBeVisible();
  await read('{"format": "drills"}');
  await expect(page.getByText(/this program reads version 1|holds no drills/)).toBeVisible();

  const studentUrl = await openStudent(page, app, 'Given Anyway');
  const lessonId = await earlierLesson(page, studentUrl.split('/').pop() ?? '', 1, 90);
  await page.goto(`${app.address}/lessons/${lessonId}/prescribe`);
  await page.getByRole('button', { name: /Drills for/ }).click();
  await page.getByRole('option', { name: 'Throws the angle early' }).click();
  await page.getByRole('button', { name: /Another drill of the shelf/ }).click();
  await page.getByRole('option', { name: 'Feet on one line' }).click();
  await page.getByRole('button', { name: 'Give it for this target' }).click();
  await page.getByRole('button', { name: 'Make the week' }).click();
  await expect(page.getByRole('alert')).toContainText('say why it is given');
  await page.getByLabel('Why it is given for this target').fill('Balance first.');
  await page.getByRole('button', { name: 'Make the week' }).click();
  await expect(page.getByRole('region', { name: 'Plan of this lesson' })).toContainText('Feet on one line');
});
