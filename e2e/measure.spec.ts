import { openStudent, choose, expect, signIn, startBlock, startLesson, test, textFile } from './application.ts';

/** Shots of one club, all struck near the same spot, as a device exports them. */
const shots = (club: string, mph: number, toe: number, high: number, count = 12): string[] =>
  Array.from({ length: count }, (_, i) => {
    const d = ((i * 7) % 5) - 2;
    const speed = mph + 0.5 * d;
    // Smash, launch and spin as they come from so far off the centre.
    const off = toe * toe + high * high;
    return [
      club,
      speed.toFixed(1),
      (speed * (1.48 - 0.00016 * off)).toFixed(1),
      (13 + 0.12 * high + 0.2 * d).toFixed(1),
      (1 + 0.3 * d).toFixed(1),
      (2900 - 45 * high + 30 * d).toFixed(0),
      (-2 + d).toFixed(1),
      (0.5 + 0.2 * d).toFixed(1),
      (-1 + 0.2 * d).toFixed(1),
      (0.5 + 0.2 * d).toFixed(1),
      '14',
      String(toe + d),
      String(high + ((i * 3) % 5) - 2),
    ].join(',');
  });
const HEADER =
  'club,club_speed_mph,ball_speed_mph,launch_deg,launch_direction_deg,spin_rpm,spin_axis_deg,attack_deg,path_deg,face_deg,dynamic_loft_deg,impact_toe_mm,impact_high_mm';
const fileOf = (name: string, rows: readonly string[]) => textFile(name, [HEADER, ...rows].join('\n'));

test('the whole isolation battery: each test taken live, the limit named, findings in the ledger', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Battery Birch', { kit: ['light stick', 'heavy stick'] });
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('link', { name: 'Tests' }).click();
  await page.getByRole('button', { name: 'Start the full swing' }).click();
  await expect(page.getByText('takes what the devices send')).toBeVisible();
  const swing = (count: number, seed: number): Promise<string> =>
    app.rangeMonitor('--limited-by', 'legs', '--count', String(count), '--every', '0', '--seed', String(seed));
  await swing(8, 100);
  await expect(page.getByText(/Full swing with the driver: \d+\.\d mph, median of 8/)).toBeVisible();
  await expect(page.getByTestId('limit')).toContainText('Not enough to say');
  const tests = page.getByRole('list', { name: 'Tests' }).getByRole('listitem');
  await expect(tests).toHaveCount(11);
  for (let i = 0; i < 11; i++) {
    const card = tests.nth(i);
    await expect(card).toContainText('Safety:');
    if (i === 7) {
      // Six tests of five full-speed swings: the day's cap. It stops, and is overruled with a reason.
      await expect(page.getByText('No more full-intent swings today.')).toBeVisible();
      await page.getByLabel('Your reason to go on (kept)').fill('a stand-in swings, no body is loaded');
      await page.getByRole('button', { name: 'Overrule for today' }).click();
      await expect(page.getByText(/Overruled for today by Tester/)).toBeVisible();
    }
    await card.getByRole('button', { name: 'Start this test' }).click();
    await expect(card.getByRole('button', { name: 'Takes live swings now' })).toBeVisible();
    await swing(5, 101 + i);
    await expect(card).toContainText(/5 of \d swings · \d+ % \(\d+ %–\d+ %\)/);
  }
  await expect(page.getByTestId('limit')).toHaveText(
    /^The pattern points to the legs and the ground as the limit, at (\d+|over 99) %\.$/,
  );
  await expect(page.getByTestId('load-velocity')).toContainText('Slope −0.');
  await expect(page.getByTestId('reading-step-into-it')).toContainText('Shift or push is missing');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Legs do not push');
});

test('the feed is cut and comes back: nothing lost, nothing twice, late shots in their place', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Feed Fir');
  await startBlock(page);
  const lessonUrl = page.url();
  const device = app.rangeMonitor('--count', '6', '--every', '1', '--lose', '2', '--repeat', '--seed', '50');
  await expect(page.getByText('range monitor is heard')).toBeVisible();
  expect(await device).toContain('(kept, sent later)');
  await expect(page.getByText('6 swings, median')).toBeVisible();
  await expect(page.getByText(/range monitor lost: last heard at/)).toBeVisible();

  await test.step('shots that come while the page is away are there on return', async () => {
    await page.goto(app.address);
    await app.rangeMonitor('--count', '2', '--every', '0', '--seed', '51');
    await page.goto(lessonUrl);
    await expect(page.getByText('8 swings, median')).toBeVisible();
    await expect(page.getByText('range monitor is heard')).toBeVisible();
  });

  await test.step('the server goes away in the middle of a run', async () => {
    const { port } = app;
    const running = app.rangeMonitor('--count', '5', '--every', '1', '--seed', '52');
    await expect(page.getByText('9 swings, median')).toBeVisible();
    await app.stop();
    await app.start(port);
    expect(await running).toContain('shot 5');
    await expect(page.getByText('13 swings, median')).toBeVisible();
  });

  await test.step('paused: what comes waits and is put in or thrown away by hand', async () => {
    await page.getByRole('button', { name: 'Pause live shots' }).click();
    await expect(page.getByRole('button', { name: 'Take live shots' })).toBeVisible();
    const shot = (id: string) => ({
      deviceShotId: id,
      struckAt: new Date().toISOString(),
      row: { club: 'driver', club_speed_mph: 91 },
    });
    for (const id of ['a', 'b']) {
      await page.request.post(`${app.address}/api/feed/shots`, {
        headers: { 'x-feed-key': app.feedKey() },
        data: { deviceId: 'by hand', shots: [shot(id)] },
      });
    }
    await expect(page.getByText('2 shots wait')).toBeVisible();
    await page.getByRole('button', { name: 'Put into block 1' }).click();
    await expect(page.getByText('15 swings, median')).toBeVisible();
  });
});

test('glance: large figures, sound off, Esc goes back', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Glance Gorse');
  await startBlock(page);
  await choose(page, 'Import shots', fileOf('g.csv', shots('driver', 92, 6, 4)));
  await expect(page.getByText('12 swings, median')).toBeVisible();
  await page.locator('body').press('f');
  const glance = page.getByRole('dialog', { name: 'Glance' });
  await expect(glance.getByRole('button', { name: 'Sound off' })).toBeVisible();
  const size = await page.getByTestId('glance-speed').evaluate((e) => parseFloat(getComputedStyle(e).fontSize));
  expect(size).toBeGreaterThan(150);
  await page.keyboard.press('Escape');
  await expect(glance).toBeHidden();
});

test('a tap on the face marks the strike by hand, and what it costs is said', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Tap Thorn');
  await startBlock(page);
  await page.getByLabel('Club speed, mph').fill('95');
  await page.getByRole('button', { name: 'Add the shot' }).click();
  await expect(page.getByText('Tap the face where the dot left its mark.')).toBeVisible();
  const face = page.getByRole('img', { name: 'No strike on the face yet.' });
  const box = await face.boundingBox();
  if (!box) throw new Error('no face');
  await face.click({ position: { x: box.width * 0.35, y: box.height * 0.6 } });
  await expect(page.getByText(/\d+ mm toe, \d+ mm low \(by hand\)/)).toBeVisible();
  await expect(page.getByText(/costs \d+\.\d mph of ball speed/)).toBeVisible();
  await expect(page.getByText(/estimated, not measured: ball speed/)).toBeVisible();
});

test('strike first or speed first: the budget says it, the pattern shows it, two blocks are compared', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Budget Beech');
  await startBlock(page);
  await choose(page, 'Import shots', fileOf('off.csv', shots('driver', 97, -19, 15)));
  await expect(page.getByText('12 swings, median')).toBeVisible();
  await page.getByRole('link', { name: 'Budget', exact: true }).click();
  await expect(page.getByTestId('budget-sentence')).toContainText(/^Not speed first: centre the strike/);
  await expect(page.getByRole('img', { name: /^Missing distance: strike spot \d+/ })).toBeVisible();
  await expect(page.getByText('worth of one mph more')).toBeVisible();

  await page.locator('body').press('n');
  await page.getByLabel('Cue (what the student attends to)').fill('brush the tee');
  await page.getByRole('button', { name: 'Device, ball, place, air, club' }).click();
  await page.getByRole('textbox', { name: 'Device' }).fill('another radar');
  await page.getByRole('button', { name: 'Start the block' }).click();
  await page.getByRole('link', { name: 'Block', exact: true }).click();
  await expect(page.getByText('No swing in this block yet.')).toBeVisible();
  await choose(page, 'Import shots', fileOf('centred.csv', shots('driver', 99, 1, 0)));
  await page.getByRole('link', { name: 'Budget', exact: true }).click();
  await expect(page.getByTestId('budget-sentence')).toContainText(/^Train speed first/);

  await page.getByRole('link', { name: 'Pattern', exact: true }).click();
  await page.getByRole('button', { name: /Compare with/ }).click();
  await page.getByRole('option', { name: /^1 · driver/ }).click();
  await expect(page.getByRole('img', { name: /block 2.*block 1/ })).toBeVisible();

  await page.getByRole('link', { name: 'Compare', exact: true }).click();
  await expect(page.getByTestId('comparison')).toContainText(/Block 2 is .*faster.*: 1\.\d mph/);
  await expect(page.getByText('Not like with like: device')).toBeVisible();
  await page.getByRole('button', { name: /^Next run: A/ }).click();
  await expect(page.getByText('Block 3 · driver · ball · normal')).toBeVisible();
});
