import { AxeBuilder } from '@axe-core/playwright';
import { addStudent, api, expect, PASSWORD, signIn, startLesson, test, textFile } from './application.ts';

const PEOPLE = ['data', 'account', 'people', 'log'].map((part) => `/settings?part=${part}`);

test('bad files are refused with place and reason, and nothing is kept', async ({ page, app }) => {
  await signIn(page, app);
  await addStudent(page, app, 'Bad Files');
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Start the block' }).click();
  const send = async (button: string, file: { name: string; mimeType: string; buffer: Buffer }): Promise<void> => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: button }).click();
    await (await chooser).setFiles(file);
  };
  const alert = page.getByRole('alert');
  await send('Import shots', textFile('a.csv', 'club,club_speed_mph\ndriver,90\ndriver,fast\n'));
  const panel = page.getByRole('region', { name: 'Import a foreign file' });
  await expect(panel).toContainText('1 row holds what cannot be (line 3: club speed "fast" is no number).');
  await panel.getByRole('button', { name: 'Not now' }).click();
  await send('Import shots', textFile('b.csv', ''));
  await expect(alert).toContainText('b.csv is empty');
  await send('Import a captured swing', textFile('c.csv', 'time_s,club_dps\n0,0\n'));
  await expect(alert).toContainText('needs at least 30');
  await send('Import shots', {
    name: 'big.csv',
    mimeType: 'text/csv',
    buffer: Buffer.alloc(21 * 1024 * 1024, 'x'),
  });
  await expect(alert).toContainText('files up to 20 MB can be read');
  await expect(page.getByText('No swing in this block yet.')).toBeVisible();
  await send('Import shots', textFile('good.csv', 'club,club_speed_mph\ndriver,90\ndriver,91\n'));
  await expect(page.getByText('good.csv: 2 shots read.')).toBeVisible();
  await send('Import shots', textFile('again.csv', 'club,club_speed_mph\ndriver,90\ndriver,91\n'));
  await expect(alert).toContainText('already here');
});

test('forms say what is wrong where it is wrong, and keep what was typed', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/students/new`);
  await page.getByLabel('Birth year').fill('1812');
  await page.getByLabel('Height, cm').fill('17');
  await page.getByRole('button', { name: 'Save the student' }).click();
  await expect(page.getByText('Name: is needed')).toBeVisible();
  await expect(page.getByText('Birth year: must be 1900 or later')).toBeVisible();
  await expect(page.getByText('Height, cm: must be 60 to 250 cm')).toBeVisible();
  await expect(page.getByLabel('Birth year')).toHaveValue('1812');
});

test('safety: a flag closes the plan, a minor needs consent, and both are said', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/students/new`);
  await page.getByLabel('Name', { exact: true }).fill('Young Flag');
  await page.getByLabel('Birth year').fill(String(new Date().getFullYear() - 15));
  await expect(page.getByText('a guardian’s consent must be on file')).toBeVisible();
  await page.getByText('Heart condition', { exact: true }).click();
  await expect(page.getByText('The plan stays closed until you record the clearance.')).toBeVisible();
  await page.getByRole('button', { name: 'Save the student' }).click();
  await startLesson(page);
  await expect(page.getByText('Waits for a recorded clearance (Heart condition)').first()).toBeVisible();
  await expect(page.getByText('do not film').first()).toBeVisible();
  await page.keyboard.press('5');
  await expect(page.getByText('The plan is closed until a clearance is recorded in Know.')).toBeVisible();
});

test('the server goes away and comes back: said, nothing lost', async ({ page, app }) => {
  await signIn(page, app);
  await addStudent(page, app, 'Away Home');
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Start the block' }).click();
  await page.getByLabel('Club speed, mph').fill('88.8');
  const { port } = app;
  await app.stop();
  await page.getByRole('button', { name: 'Add the shot' }).click();
  const notice = page.getByText('Kept here until the server answers');
  await expect(notice).toContainText('shot 88.8 mph');
  // A second one waits behind it.
  await page.getByLabel('Club speed, mph').fill('90.2');
  await page.getByRole('button', { name: 'Add the shot' }).click();
  await expect(notice).toContainText('shot 90.2 mph');
  await app.start(port);
  await expect(page.getByText('2 swings, median')).toBeVisible();
  await expect(page.getByTestId('last-speed')).toContainText('90.2');
  await expect(notice).toBeHidden();
  await page.reload();
  await expect(page.getByText('2 swings, median')).toBeVisible();
});

test('keys: places, stations, help; none fire while typing', async ({ page, app }) => {
  await signIn(page, app);
  await page.keyboard.press('g');
  await page.keyboard.press('s');
  await expect(page.getByRole('heading', { name: 'Students', level: 1 })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByLabel('Search by name')).toBeFocused();
  await page.keyboard.type('gtnothing?');
  await expect(page.getByLabel('Search by name')).toHaveValue('gtnothing?');
  await expect(page.getByText('Nobody is called “gtnothing?”.')).toBeVisible();
  await page.getByRole('heading', { name: 'Students' }).click();
  await page.keyboard.press('g');
  await page.keyboard.press('d');
  await expect(page.getByRole('heading', { name: 'Drill shelf' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('station of the lesson');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('g');
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'Bench: ball flight' })).toBeVisible();
});

test('the bench answers a slider, in the units that are set', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/bench`);
  const carry = page.getByText('carry', { exact: true }).locator('xpath=following-sibling::dd');
  const before = await carry.textContent();
  const slider = page.getByRole('slider', { name: 'Ball speed' });
  await slider.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(carry).not.toHaveText(before ?? '');
  await page.goto(`${app.address}/settings`);
  await page.getByText('metres', { exact: true }).click();
  await page.getByText('m/s', { exact: true }).click();
  await expect(page.getByRole('radio', { name: 'm/s' })).toBeChecked();
  await page.goto(`${app.address}/bench`);
  await expect(carry).toContainText(' m');
  await api(page, 'PUT', '/settings', {});
});

for (const theme of ['paper', 'bay'] as const)
  test(`${theme} theme: holds the contrast and names every control`, async ({ page, app }) => {
    await signIn(page, app);
    const studentUrl = await addStudent(
      page,
      app,
      'A very long name that goes on and on, von und zu der Hohen Warte am Fährhaus',
      { left: true },
    );
    await startLesson(page);
    await page.keyboard.press('2');
    await page.getByRole('button', { name: 'Start the block' }).click();
    await page.getByLabel('Club speed, mph').fill('91');
    await page.getByRole('button', { name: 'Add the shot' }).click();
    await expect(page.getByTestId('last-speed')).toContainText('91');
    const lessonUrl = page.url().replace(/\/\w+$/, '');
    await api(page, 'PUT', '/settings', { theme });
    for (const address of [
      app.address,
      studentUrl,
      `${lessonUrl}/measure`,
      `${lessonUrl}/watch`,
      `${lessonUrl}/diagnose`,
      `${app.address}/drills`,
      `${app.address}/settings`,
      `${app.address}/settings?part=faults&number=leak:sway`,
      `${app.address}/settings?part=signs&number=sign:toe-extension`,
      `${app.address}/settings?part=history`,
      ...PEOPLE.map((part) => `${app.address}${part}`),
    ]) {
      await page.goto(address);
      await expect(page.getByRole('heading').first()).toBeVisible();
      await expect(page.getByText('Fetching')).toHaveCount(0);
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
      expect(violations.map((v) => `${theme} ${address}: ${v.id} ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    }
    await api(page, 'PUT', '/settings', {});
  });

test('at 200 % zoom nothing is cut off sideways', async ({ page, app }) => {
  await signIn(page, app);
  await page.setViewportSize({ width: 640, height: 400 });
  for (const path of ['/', '/students', '/drills', '/bench', '/settings', '/settings?part=signs', ...PEOPLE]) {
    await page.goto(`${app.address}${path}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(640);
  }
});

test('signing out ends it, a wrong password is refused, and a withdrawn link says so', async ({ page, app }) => {
  await signIn(page, app);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('Sign-in name').fill('tester');
  await page.getByLabel('Password').fill('wrong one here');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('Name or password is not right.');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  await page.goto(`${app.address}/practice/AAAAAAAAAAAAAAAAAAAAAA`);
  await expect(page.getByRole('alert')).toContainText('This practice link is not valid any more.');
});
