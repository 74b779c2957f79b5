import { openStudent, api, earlierLesson, expect, signIn, test } from './application.ts';

test('a returning student: the lesson opens on the thread, a decision holds, the plan goes on in three clicks', async ({
  page,
  app,
  browser,
}) => {
  await signIn(page, app);
  const studentUrl = await openStudent(page, app, 'Second Lesson');
  const studentId = studentUrl.split('/').pop() ?? '';
  const first = await earlierLesson(page, studentId, 7, 90);
  await api(page, 'PUT', `/lessons/${first}/signs/sway-hip`, { id: crypto.randomUUID(), grade: 'clear', note: '' });
  await api(page, 'POST', `/lessons/${first}/verdict`, {
    id: crypto.randomUUID(),
    target: 'early-release',
    reason: 'heard it',
  });
  await api(page, 'POST', `/lessons/${first}/plan`, {
    id: crypto.randomUUID(),
    target: 'early-release',
    startsOn: new Date(Date.now() - 7 * 86_400_000).toISOString().slice(0, 10),
    drills: [
      ['throw-bend-extend', 'half/part/short-iron/none/on/garden'],
      ['upside-down-swish', 'half/whole/stick/none/on/garden'],
    ].map(([drillId, rung]) => ({
      id: crypto.randomUUID(),
      drillId,
      rung,
      cue: 'as given',
      sets: 2,
      reps: 6,
      sessionsPerWeek: 3,
    })),
  });
  const { path } = await api<{ path: string }>(page, 'POST', `/students/${studentId}/practice-link`, {});
  const today = crypto.randomUUID();
  await api(page, 'POST', `/students/${studentId}/lessons`, { id: today, startsAt: new Date().toISOString() });

  await test.step('Diagnose opens on the running target, with what was carried over and its age', async () => {
    await page.goto(`${app.address}/lessons/${today}/diagnose`);
    await expect(page.getByRole('region', { name: 'Running target' })).toContainText('Runs: “Throws the angle early”');
    await expect(page.getByRole('heading', { name: 'Keep the running target' })).toBeVisible();
    await page.goto(`${app.address}/lessons/${today}/diagnose?fault=sway`);
    await expect(page.getByRole('list', { name: 'Reasons for and against' })).toContainText(
      /from \d+ \w+, counts 85 %/,
    );
  });

  await test.step('Review: changing the cue asks for the new one', async () => {
    await page.goto(`${app.address}/lessons/${today}/review`);
    const decision = page.getByRole('region', { name: 'Decision on Bend and extend' });
    await decision.getByRole('button', { name: /Your decision/ }).click();
    await page.getByRole('option', { name: 'change the cue' }).click();
    await expect(decision.getByRole('button', { name: 'Decide' })).toBeDisabled();
    await decision.getByLabel('New cue (the phone shows it at once)').fill('like shutting a drawer');
    await decision.getByRole('button', { name: 'Decide' }).click();
    await expect(page.getByText('cue “like shutting a drawer”')).toBeVisible();
    const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await phone.goto(`${app.address}${path}`);
    await phone.getByRole('region', { name: 'Bend and extend' }).getByRole('button', { name: 'Start' }).click();
    await expect(phone.getByText('like shutting a drawer')).toBeVisible();
    await phone.close();
  });

  await test.step('from Today, the plan goes on in three clicks', async () => {
    await page.goto(app.address);
    const card = page.getByRole('listitem').filter({ hasText: 'Second Lesson' });
    await card.getByRole('link', { name: 'Open', exact: true }).first().click();
    await page.getByRole('link', { name: /^Prescribe/ }).click();
    await page.getByRole('button', { name: 'Continue the plan' }).click();
    const plan = page.getByRole('region', { name: 'Plan of this lesson' });
    await expect(plan).toContainText('cue “like shutting a drawer”');
    await expect(plan).toContainText('Upside-down swish');
  });
});
