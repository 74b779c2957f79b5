import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  addStudent,
  api,
  choose,
  expect,
  ROOT,
  signIn,
  startLesson,
  test,
  textFile,
  earlierLesson,
  spread,
  DAY_MS,
} from './application.ts';

const CAST = readFileSync(join(ROOT, 'core/capture/fixtures/motion/01-cast-500hz.csv'), 'utf8');
const csv = (mph: number): string =>
  [
    'club,club_speed_mph,ball_speed_mph,path_deg,face_deg',
    ...spread(mph).map((v) => `driver,${v.toFixed(1)},${(v * 1.45).toFixed(1)},-1,0.5`),
  ].join('\n');

test('a first lesson, end to end: from a student to a verified gain', async ({ page, app, browser }) => {
  await signIn(page, app);
  const studentUrl = await addStudent(page, app, 'Ilse Oakley');
  const studentId = studentUrl.split('/').pop() ?? '';
  for (const [daysAgo, mph] of [
    [21, 90],
    [14, 90.2],
  ] as const)
    await earlierLesson(page, studentId, daysAgo, mph);

  await test.step('Know: the screen is kept', async () => {
    await page.goto(studentUrl);
    await startLesson(page);
    await page.getByRole('link', { name: /^Know/ }).click();
    await page.getByLabel('Trunk turn to lead, °').fill('52');
    await page.getByLabel('Trunk turn to trail, °').fill('50');
    await page.getByRole('button', { name: 'Keep the results' }).click();
    await expect(page.getByRole('cell', { name: '52' })).toBeVisible();
    await expect(page.getByText('Warm up first')).toBeVisible();
  });

  await test.step('Measure: a block with typed, imported and live shots', async () => {
    await page.keyboard.press('n');
    await page.getByLabel('Cue (what the student attends to)').fill('past the ball');
    await page.getByLabel('Feel, in the student’s own word').fill('whippy');
    await page.getByText('7', { exact: true }).click();
    await page.getByRole('button', { name: 'Start the block' }).click();
    await page.getByLabel('Club speed, mph').fill('90.4');
    await page.getByLabel('Ball speed, mph').fill('131');
    await page.getByRole('button', { name: 'Add the shot' }).click();
    await expect(page.getByTestId('last-speed')).toContainText('90.4');
    await choose(page, 'Import shots', textFile('range.csv', csv(90.2)));
    await expect(page.getByText('range.csv: 8 shots read.')).toBeVisible();
    await expect(page.getByText('9 swings, median')).toBeVisible();
    await app.rangeMonitor('--speed', '90', '--count', '3', '--every', '0', '--seed', '7');
    await expect(page.getByText('12 swings, median')).toBeVisible();
    await expect(page.getByText('feel: “whippy”')).toBeVisible();
  });

  await test.step('Measure: a shot is set aside with a reason and brought back', async () => {
    await page.getByRole('button', { name: 'Set swing 3 aside' }).click();
    await page.getByText('mishit', { exact: true }).click();
    await expect(page.getByText('11 swings, median')).toBeVisible();
    await page.getByRole('button', { name: 'Bring back' }).click();
    await expect(page.getByText('12 swings, median')).toBeVisible();
    await page.locator('body').press('x');
    await expect(page.getByText('11 swings, median')).toBeVisible();
    await page.locator('body').press('z');
    await expect(page.getByText('12 swings, median')).toBeVisible();
  });

  await test.step('Measure: a captured swing is read', async () => {
    await choose(page, 'Import a captured swing', textFile('swing.csv', CAST));
    await expect(page.getByRole('heading', { name: 'Sequence' })).toBeVisible();
    await expect(page.getByText(/Peaks: hips/)).toBeVisible();
    await page.getByRole('button', { name: 'Show the numbers' }).click();
    await expect(page.getByRole('rowheader', { name: 'lead arm', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Fit the swing model to it' }).click();
    await expect(page.getByTestId('fit-sentence')).toContainText(/In the fitted model .+ costs about \d/);
    await expect(page.getByText(/Misfit as a share of each peak: hips/)).toBeVisible();
    await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Throws the angle early');
  });

  await test.step('Watch: seen signs join the measured ones', async () => {
    await page.keyboard.press('3');
    await page.getByText('lead arm level (down)', { exact: true }).click();
    await page.getByRole('radiogroup', { name: 'Angle gone by half-way down' }).getByText('clear').click();
    await expect(
      page.getByRole('radiogroup', { name: 'Angle gone by half-way down' }).getByRole('radio', { name: 'clear' }),
    ).toBeChecked();
    await page.getByLabel('Note').fill('gone at hip height');
    await page.getByLabel('Note').blur();
  });

  await test.step('Diagnose: one sentence, reasons, and the verdict is taken', async () => {
    await page.keyboard.press('4');
    await expect(page.getByTestId('diagnosis')).toContainText(/“Throws the angle early” \(cause \d+ %, there 9\d %\)/);
    await expect(page.getByTestId('diagnosis')).toContainText('What would tell most for its time');
    await expect(page.getByRole('list', { name: 'Reasons for and against' })).toContainText(
      'Angle gone by half-way down: clear (“gone at hip height”)',
    );
    await expect(page.getByText(/loss of the wrist angle, all figures together/).first()).toBeVisible();
    await page.getByLabel('Your reason (kept with the verdict)').fill('plain on film');
    await page.getByRole('button', { name: 'Make “Throws the angle early” the target' }).click();
    await expect(page.getByText('Target: Throws the angle early')).toBeVisible();
  });

  let practiceAddress = '';
  await test.step('Prescribe: two drills, closed ones with why, a week', async () => {
    await page.keyboard.press('5');
    await expect(page.getByRole('heading', { name: 'One change: Throws the angle early' })).toBeVisible();
    await expect(page.getByText(/Needs flexible stick|Needs alignment stick/).first()).toBeVisible();
    for (const drill of ['Bend and extend', 'Upside-down swish']) {
      await page.getByRole('region', { name: drill, exact: true }).getByRole('button', { name: 'Choose' }).click();
    }
    await expect(page.getByText('Hold the head end tightly; nobody in line with it.').first()).toBeVisible();
    await page.getByRole('button', { name: 'Make the week' }).click();
    await expect(page.getByRole('region', { name: 'Plan of this lesson' })).toBeVisible();
    await expect(page.getByRole('list', { name: 'Practice week' }).getByText('Bend and extend').first()).toBeVisible();
    await page.goto(studentUrl);
    await page.getByRole('button', { name: 'Make the link' }).click();
    practiceAddress = (await page.getByTestId('practice-address').textContent()) ?? '';
    expect(practiceAddress).toMatch(/\/practice\/[\w-]{22}$/);
  });

  await test.step('the student logs a set on a phone, cautions first', async () => {
    const phone = await browser.newPage({ viewport: { width: 390, height: 800 } });
    await phone.goto(practiceAddress);
    await expect(phone.getByText('Stop on pain').first()).toBeVisible();
    await phone.getByRole('region', { name: 'Bend and extend' }).getByRole('button', { name: 'Start' }).click();
    await expect(phone.getByText('Fold the elbow, then straighten it')).toBeVisible();
    for (let i = 1; i <= 7; i++) await phone.getByRole('button', { name: /^Passed/ }).click();
    await phone.getByRole('button', { name: /^Reset/ }).click();
    await phone.getByRole('button', { name: 'Finish and log' }).click();
    await phone.getByText('past the ball', { exact: true }).click();
    await phone.getByRole('radiogroup', { name: 'Ease with a ball, 0–10' }).getByText('8', { exact: true }).click();
    await phone.getByText('no pain', { exact: true }).click();
    await phone.getByRole('button', { name: 'Log it' }).click();
    await expect(phone.getByText('Logged: 7 of 8 passed.')).toBeVisible();
    expect(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    await phone.close();
  });

  await test.step('Review: the next lessons show practice, the block to repeat, the gain and its notch', async () => {
    // A month on: four lessons since the one above, which was the third of the baseline.
    for (const [days, mph] of [
      [-7, 96],
      [-14, 96.2],
      [-21, 96.1],
    ] as const)
      await earlierLesson(page, studentId, days, mph);
    const second = await earlierLesson(page, studentId, -28, 96.3);
    await page.goto(`${app.address}/lessons/${second}`);
    await expect(page.getByTestId('gain-sentence')).toContainText(
      /^Gained (5\.[5-9]|6\.[0-5]) mph \(90 % sure between/,
    );
    await expect(page.getByText('A notch is cut at')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Practised since last time' })).toContainText('7 of 8');
    const decision = page.getByRole('region', { name: 'Decision on Bend and extend' });
    await expect(decision).toContainText('Proposed: stay');
    await decision.getByLabel('Passed, just now').fill('8');
    await decision.getByLabel('Reset, just now').fill('0');
    await decision.getByRole('button', { name: 'Log a set you saw' }).click();
    await expect(decision.getByLabel('Passed, just now')).toHaveValue('');
    await page.reload();
    await expect(page.getByRole('region', { name: 'Practised since last time' })).toContainText('8 of 8');
    await page
      .getByRole('region', { name: 'Decision on Upside-down swish' })
      .getByRole('button', { name: 'Decide' })
      .click();
    await expect(page.getByText('Decided: stay')).toBeVisible();
    await page.goto(studentUrl);
    await expect(page.getByRole('img', { name: /1 notch, the last at 9\d\.\d mph/ })).toBeVisible();
  });

  await test.step('a lesson that is just opened offers the same block again', async () => {
    const third = crypto.randomUUID();
    await api(page, 'POST', `/students/${studentId}/lessons`, {
      id: third,
      startsAt: new Date(Date.now() + 35 * DAY_MS).toISOString(),
    });
    await page.goto(`${app.address}/lessons/${third}`);
    await expect(page.getByText('Repeat the same block: driver, ball, normal.')).toBeVisible();
    await page.getByRole('button', { name: 'Start this block' }).click();
    await expect(page.getByText('Block 1 · driver · ball · normal')).toBeVisible();
  });
});

test('the instructor overrules with a reason, and the verdict keeps both', async ({ page, app }) => {
  await signIn(page, app);
  const studentUrl = await addStudent(page, app, 'Over Ruled');
  await page.goto(studentUrl);
  await startLesson(page);
  await page.keyboard.press('3');
  await page.getByText('top', { exact: true }).click();
  await page.getByRole('radiogroup', { name: 'Trail hip outside the trail foot' }).getByText('clear').click();
  await page.getByRole('radiogroup', { name: 'Lead knee not behind the ball' }).getByText('clear').click();
  await page.keyboard.press('4');
  await page.getByText('All faults, in the order worth looking at').click();
  await page.getByRole('button', { name: 'Tension', exact: true }).click();
  const make = page.getByRole('button', { name: 'Make “Tension” the target' });
  await expect(make).toBeDisabled();
  await page.getByLabel('Your reason (kept with the verdict)').fill('White knuckles all morning');
  await make.click();
  await expect(page.getByText('“White knuckles all morning”')).toBeVisible();
});

test('pain on the practice page stops the session with advice', async ({ page, app }) => {
  await signIn(page, app);
  const studentUrl = await addStudent(page, app, 'Paul Sore');
  const studentId = studentUrl.split('/').pop() ?? '';
  const lesson = await earlierLesson(page, studentId, 3, 80);
  const drills = [
    { id: crypto.randomUUID(), drillId: 'feet-together', rung: 2, cue: '', sets: 2, reps: 8, sessionsPerWeek: 3 },
  ];
  await api(page, 'POST', `/lessons/${lesson}/plan`, {
    id: crypto.randomUUID(),
    target: 'tension',
    startsOn: new Date().toISOString().slice(0, 10),
    drills,
  });
  const { path } = await api<{ path: string }>(page, 'POST', `/students/${studentId}/practice-link`, {});
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto(`${app.address}${path}`);
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: /^Passed/ }).click();
  await page.getByRole('button', { name: 'Rest 45 s' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.getByRole('button', { name: /Go on/ }).click();
  await expect(page.getByText('set 2 of 2')).toBeVisible();
  await page.getByRole('button', { name: 'Finish and log' }).click();
  await page.getByText('pain', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'Log it' })).toBeDisabled();
  await page.getByRole('radiogroup', { name: 'Where?' }).getByText('wrist', { exact: true }).click();
  await page.getByRole('radiogroup', { name: 'What kind?' }).getByText('dull or stiff').click();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByRole('alert')).toContainText('Stop for today.');
  await expect(page.getByRole('alert')).toContainText('doctor or physiotherapist');
  // Neither a reload nor another visit brings a Start back.
  await expect(page.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('alert')).toContainText('Stop for today.');
  await expect(page.getByRole('button', { name: 'Start' })).toHaveCount(0);
  await page.goto(app.address);
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.getByRole('complementary', { name: 'Came in since yesterday' })).toContainText('Paul Sore');
});
