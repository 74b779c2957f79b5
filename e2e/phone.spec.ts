import type { Browser, Page } from '@playwright/test';
import { openStudent, api, earlierLesson, expect, signIn, test, type Application } from './application.ts';

const today = (): string => new Date().toISOString().slice(0, 10);

/** A student with a plan from yesterday's lesson, and the phone's address. */
async function withPlan(
  page: Page,
  app: Application,
  name: string,
  drills: readonly { drillId: string; rung: number }[],
  target: string,
): Promise<{ studentId: string; lessonId: string; link: string }> {
  const studentUrl = await openStudent(page, app, name);
  const studentId = studentUrl.split('/').pop() ?? '';
  const lessonId = await earlierLesson(page, studentId, 1, 90);
  await api(page, 'POST', `/lessons/${lessonId}/plan`, {
    id: crypto.randomUUID(),
    target,
    startsOn: today(),
    drills: drills.map((d) => ({
      id: crypto.randomUUID(),
      cue: 'like a door',
      sets: 2,
      reps: 5,
      sessionsPerWeek: 3,
      ...d,
    })),
  });
  const { path } = await api<{ path: string }>(page, 'POST', `/students/${studentId}/practice-link`, {});
  return { studentId, lessonId, link: `${app.address}${path}` };
}

const phoneOf = async (browser: Browser) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  return { context, phone: await context.newPage() };
};

async function countTo(phone: Page, passed: number): Promise<void> {
  for (let i = 0; i < passed; i++) await phone.getByRole('button', { name: /^Passed/ }).click();
}
async function finish(phone: Page): Promise<void> {
  await phone.getByRole('button', { name: 'Finish and log' }).click();
  await phone.getByText('no pain', { exact: true }).click();
  await phone.getByRole('button', { name: 'Log it' }).click();
}

test('a count survives a reload and the way back; counters lie in the thumb’s reach', async ({
  page,
  app,
  browser,
}) => {
  await signIn(page, app);
  const { link } = await withPlan(page, app, 'Thumb Only', [{ drillId: 'feet-together', rung: 2 }], 'tension');
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  await phone.getByRole('button', { name: 'Start' }).click();
  await countTo(phone, 3);
  const box = await phone.getByRole('button', { name: /^Passed/ }).boundingBox();
  expect(box!.y + box!.height).toBeLessThanOrEqual(844);
  expect(box!.y).toBeGreaterThan(844 / 2);
  await phone.reload();
  await expect(phone.getByRole('button', { name: 'Passed, 3 so far' })).toBeVisible();
  await phone.goBack();
  await expect(phone.getByRole('button', { name: 'Go on: 3 so far' })).toBeVisible();
  await phone.getByRole('button', { name: 'Go on: 3 so far' }).click();
  await countTo(phone, 1);
  await finish(phone);
  await expect(phone.getByText('Logged: 4 of 4 passed.')).toBeVisible();
  await phone.getByRole('button', { name: 'Back to the plan' }).click();
  await expect(phone.getByText('✓ done today')).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  await context.close();
});

test('without a connection the page opens, logs are kept and sent once', async ({ page, app, browser }) => {
  await signIn(page, app);
  const { link, lessonId } = await withPlan(page, app, 'No Bars', [{ drillId: 'feet-together', rung: 2 }], 'tension');
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  // What was seen once is there without a connection.
  await expect(phone.getByRole('button', { name: 'Start' })).toBeVisible();
  await phone.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await context.setOffline(true);
  await phone.goto(link);
  await expect(phone.getByText(/No connection: the plan of/)).toBeVisible();
  await phone.getByRole('button', { name: 'Start' }).click();
  await countTo(phone, 2);
  await phone.reload();
  await expect(phone.getByRole('button', { name: 'Passed, 2 so far' })).toBeVisible();
  await finish(phone);
  await expect(phone.getByText('Kept on this phone; it is sent once there is a connection.')).toBeVisible();
  await phone.reload();
  await expect(phone.getByText('Kept on this phone until there is a connection')).toBeVisible();
  await context.setOffline(false);
  await expect(phone.getByText('Kept on this phone until there is a connection')).toHaveCount(0);
  await phone.reload();
  const later = crypto.randomUUID();
  await api(
    page,
    'POST',
    `/students/${(await api<{ student: { id: string } }>(page, 'GET', `/lessons/${lessonId}`)).student.id}/lessons`,
    {
      id: later,
      startsAt: new Date().toISOString(),
    },
  );
  const { practice } = await api<{ practice: { passed: number }[] }>(page, 'GET', `/lessons/${later}/review`);
  expect(practice.map((s) => s.passed)).toEqual([2]);
  await context.close();
});

test('full-speed drills: warm-up first, the rest is not cut short, the cap ends the count', async ({
  page,
  app,
  browser,
}) => {
  await signIn(page, app);
  const studentUrl = await openStudent(page, app, 'Full Speed');
  const studentId = studentUrl.split('/').pop() ?? '';
  const { student } = await api<{ student: Record<string, unknown> }>(page, 'GET', `/students/${studentId}`);
  await api(page, 'PUT', `/students/${studentId}`, {
    ...student,
    kit: ['driver', 'iron', 'light stick'],
    goalKind: 'win-back',
  });
  const lessonId = await earlierLesson(page, studentId, 1, 90);
  await api(page, 'POST', `/lessons/${lessonId}/plan`, {
    id: crypto.randomUUID(),
    target: 'effort-over-speed',
    startsOn: today(),
    drills: [
      { id: crypto.randomUUID(), drillId: 'light-fast', rung: 3, cue: '', sets: 4, reps: 5, sessionsPerWeek: 3 },
    ],
  });
  const { path } = await api<{ path: string }>(page, 'POST', `/students/${studentId}/practice-link`, {});
  const { context, phone } = await phoneOf(browser);
  await phone.goto(`${app.address}${path}`);
  await phone.getByRole('button', { name: 'Start' }).click();
  await expect(phone.getByRole('heading', { name: 'Warm up first' })).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Warm: go on' })).toBeDisabled();
  for (const step of [/Walk or skip/, /Hips, trunk/, /Swings from slow/]) await phone.getByText(step).click();
  await phone.getByRole('button', { name: 'Warm: go on' }).click();
  await countTo(phone, 5);
  await phone.getByRole('button', { name: /^Rest/ }).click();
  await expect(phone.getByRole('button', { name: 'Go on' })).toBeDisabled();
  // A reload does not shorten it.
  await phone.reload();
  await expect(phone.getByRole('button', { name: 'Go on' })).toBeDisabled();
  await phone.evaluate(() => {
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith('practice-run:'))) {
      const kept = JSON.parse(localStorage.getItem(key) ?? '{}') as { run: { restEndsAt: number } };
      kept.run.restEndsAt = Date.now() - 1;
      localStorage.setItem(key, JSON.stringify(kept));
    }
  });
  await phone.reload();
  await phone.getByRole('button', { name: 'Go on' }).click();
  await countTo(phone, 15);
  await expect(phone.getByRole('alert')).toContainText('cap of full-speed swings');
  await expect(phone.getByRole('button', { name: /^Passed/ })).toBeDisabled();
  await finish(phone);
  await phone.getByRole('button', { name: 'Back to the plan' }).click();
  await expect(phone.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await context.close();
});

test('a red flag closes the phone; a log over a withdrawn link is let in by the instructor', async ({
  page,
  app,
  browser,
}) => {
  await signIn(page, app);
  const { link, studentId } = await withPlan(page, app, 'Red Flag', [{ drillId: 'feet-together', rung: 2 }], 'tension');
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  await phone.getByRole('button', { name: 'Start' }).click();
  await countTo(phone, 2);
  await api(page, 'DELETE', `/students/${studentId}/practice-link`);
  await finish(phone);
  await expect(phone.getByText('Logged: 2 of 2 passed.')).toBeVisible();
  await page.goto(`${app.address}/students/${studentId}`);
  await expect(page.getByText('came over a link that was not open any more')).toBeVisible();
  await page.getByRole('button', { name: 'Let it in' }).click();
  await expect(page.getByText('came over a link that was not open any more')).toHaveCount(0);
  await api(page, 'POST', `/students/${studentId}/pains`, { id: crypto.randomUUID(), part: 'knee', kind: 'sharp' });
  const { path } = await api<{ path: string }>(page, 'POST', `/students/${studentId}/practice-link`, {});
  await phone.goto(`${app.address}${path}`);
  await expect(phone.getByRole('alert')).toContainText('Your plan is closed.');
  await expect(phone.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByText('Pain that needs a clearance first').first()).toBeVisible();
  await page.getByLabel('Your word: what you asked and saw (kept)').fill('says it is better');
  await page.getByRole('button', { name: 'Reopen the work' }).click();
  await expect(page.getByText('needs a clearance by a doctor')).toBeVisible();
  await context.close();
});

test('the swish is called before the swing and heard after it; the next day’s call takes the lead into account', async ({
  page,
  app,
  browser,
}) => {
  await signIn(page, app);
  const { link } = await withPlan(
    page,
    app,
    'Call Willow',
    [{ drillId: 'upside-down-swish', rung: 2 }],
    'early-release',
  );
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  await expect(phone.getByText('The one change is now: Throws the angle early.')).toBeVisible();
  await phone.getByRole('button', { name: 'Start' }).click();
  const warm = phone.getByRole('button', { name: 'Warm: go on' });
  const calls = phone.getByRole('region', { name: 'Call it, then hear it' });
  await expect(warm.or(calls)).toBeVisible();
  if (await warm.isVisible()) {
    for (const box of await phone.getByRole('checkbox').all()) await box.check({ force: true });
    await warm.click();
  }
  for (const [i, place] of ['past', 'well past', 'at the ball', 'past', 'well past'].entries()) {
    await calls.getByRole('radiogroup', { name: 'It shall be' }).getByText(place, { exact: true }).click();
    await calls.getByRole('radiogroup', { name: 'It was' }).getByText(i % 2 ? 'at the ball' : 'before', { exact: true }).click(); // prettier-ignore
    await expect(calls.getByText(`${i + 1} called.`)).toBeVisible();
  }
  // Each swing was counted by where it was heard.
  await expect(phone.getByRole('button', { name: 'Passed, 2 so far' })).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Reset, 3 so far' })).toBeVisible();
  await finish(phone);
  await expect(phone.getByText('Logged: 2 of 5 passed.')).toBeVisible();
  await phone.getByRole('button', { name: 'Back to the plan' }).click();
  await phone.reload();
  await phone.getByRole('button', { name: 'Start' }).click();
  await expect(
    calls.getByText(/^The swish comes 54 cm before where it is called \(5 swings\): call it 85 cm past/),
  ).toBeVisible();
  await context.close();
});
