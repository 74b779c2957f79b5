import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Secret, TOTP } from 'otpauth';
import { addStudent, Application, expect, PASSWORD, signIn, test } from './application.ts';

test('a colleague joins by a link, logs, and decides nothing; the owner sees what was done and closes the account', async ({
  page,
  app,
  browser,
}) => {
  await signIn(page, app);
  const student = await addStudent(page, app, 'Ada Birch');
  await page.goto(`${app.address}/settings?part=people`);
  await page.getByLabel('Name', { exact: true }).fill('Bo Fen');
  await page.getByRole('radio', { name: 'assistant' }).check({ force: true });
  await page.getByRole('button', { name: 'Make the invitation' }).click();
  const link = (await page.getByTestId('one-time-link').textContent())!;
  const context = await browser.newContext();
  const theirs = await context.newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'Join Test range' })).toBeVisible();
  await theirs.getByLabel('Sign-in name').fill('bo');
  await theirs.getByLabel('Password').fill('long enough 3');
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByRole('navigation', { name: 'Places' })).toBeVisible();
  await theirs.goto(student);
  await expect(theirs.getByRole('heading', { name: 'Ada Birch' })).toBeVisible();
  await expect(theirs.getByRole('link', { name: 'Edit' })).toHaveCount(0);
  await expect(theirs.getByText('Save the record as a file')).toHaveCount(0);
  await theirs.getByRole('button', { name: 'Start a lesson' }).click();
  await theirs.getByRole('link', { name: /^Diagnose/ }).click();
  await expect(theirs.getByText('You see and log here; this is for an instructor.')).toBeVisible();
  await theirs.goto(`${app.address}/settings`);
  await expect(theirs.getByRole('link', { name: 'Your account' })).toBeVisible();
  await expect(theirs.getByRole('link', { name: 'People' })).toHaveCount(0);
  // The link is used up.
  await theirs.goto(link);
  await expect(theirs.getByRole('alert')).toContainText('This link is not valid any more');

  await page.getByRole('link', { name: 'Who did what' }).click();
  await expect(page.getByRole('row', { name: /Bo Fen started a lesson Ada Birch/ })).toBeVisible();
  await page.getByRole('link', { name: 'People' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByText('· closed')).toBeVisible();
  await theirs.goto(app.address);
  await expect(theirs.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await context.close();
});

test('a second factor: set up, asked for at the next sign-in, taken off again', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/settings?part=account`);
  await page.getByRole('button', { name: 'Set it up' }).click();
  const secret = (await page.getByRole('region', { name: 'Second factor' }).locator('code').textContent())!;
  // The code of now and the next one: both hold on for a step, whenever the step changes in here.
  const code = (steps: number): string =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + steps * 30_000 });
  await page.getByLabel('Six digits').fill(code(0));
  await page.getByRole('button', { name: 'Turn it on' }).click();
  await expect(page.getByText('On: signing in asks for the six digits')).toBeVisible();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByLabel('Sign-in name').fill('tester');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByLabel('One-time code')).toBeFocused();
  await page.getByLabel('One-time code').fill(code(1));
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  await page.goto(`${app.address}/settings?part=account`);
  await page.getByRole('button', { name: 'Take it off …' }).click();
  await page.getByLabel('Your password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Take it off', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Set it up' })).toBeVisible();
});

test('a student’s record is saved, the student erased with a second look, and brought back from the record', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  const student = await addStudent(page, app, 'Cleo Dunn');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the record as a file' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('record-Cleo-Dunn.zip');
  const record = await file.path();
  await page.getByRole('button', { name: 'Erase the student …' }).click();
  await expect(page.getByText('This erases Cleo Dunn for good')).toBeVisible();
  await page.getByLabel(/^Type the name/).fill('Cleo');
  await page.getByRole('button', { name: 'Erase for good' }).click();
  await expect(page.getByRole('alert').last()).toContainText('Type the student’s name as it stands');
  await page.getByLabel(/^Type the name/).fill('Cleo Dunn');
  await page.getByRole('button', { name: 'Erase for good' }).click();
  await expect(page.getByRole('heading', { name: 'Students', level: 1 })).toBeVisible();
  await expect(page.getByRole('link', { name: /Cleo Dunn/ })).toHaveCount(0);
  await page.goto(student);
  await expect(page.getByRole('alert')).toContainText('was not found');
  await page.goto(`${app.address}/settings?part=data`);
  await expect(page.getByText(/: one student with 0 lessons/)).toBeVisible();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Bring a record in' }).click();
  await (await chooser).setFiles({ name: 'record.zip', mimeType: 'application/zip', buffer: readFileSync(record) });
  await expect(page.getByText('Cleo Dunn came in')).toBeVisible();
  await page.goto(student);
  await expect(page.getByRole('heading', { name: 'Cleo Dunn' })).toBeVisible();
});

test('a practice comes back from its backup on the page of the first start', async ({ page, app, browser }) => {
  await signIn(page, app);
  await addStudent(page, app, 'Kept Safe');
  await page.goto(`${app.address}/settings?part=data`);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText('Last good backup: today')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: /MB$/ }).first().click();
  const backup = await (await download).path();
  const empty = new Application();
  await empty.start();
  const context = await browser.newContext();
  const fresh = await context.newPage();
  await fresh.goto(`${empty.address}/?code=${empty.code}`);
  await fresh.getByRole('button', { name: 'Put a backup back instead' }).click();
  const chooser = fresh.waitForEvent('filechooser');
  await fresh.getByRole('button', { name: 'Choose the backup (ZIP)' }).click();
  await (await chooser).setFiles({ name: 'b.zip', mimeType: 'application/zip', buffer: readFileSync(backup) });
  await fresh.getByRole('button', { name: 'Put it back' }).click();
  await expect(fresh.getByRole('status')).toContainText('counts and hashes checked');
  await fresh.getByRole('button', { name: 'Sign in' }).click();
  await fresh.getByLabel('Sign-in name').fill('tester');
  await fresh.getByLabel('Password').fill(PASSWORD);
  await fresh.getByRole('button', { name: 'Sign in' }).click();
  await fresh.getByRole('link', { name: 'Students', exact: true }).click();
  await expect(fresh.getByRole('link', { name: /Kept Safe/ })).toBeVisible();
  expect(JSON.parse(readFileSync(join(empty.folder, 'feed.json'), 'utf8'))).toMatchObject({
    keys: [expect.any(String)],
  });
  await context.close();
  await empty.stop();
});
