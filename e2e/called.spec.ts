import { openStudent, expect, signIn, startLesson, test, type Application } from './application.ts';

let number = 0;
/** One shot as a device sends it, now. */
async function shot(app: Application, pathDeg: number): Promise<void> {
  const answer = await fetch(`${app.address}/api/feed/shots`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-feed-key': app.feedKey() },
    body: JSON.stringify({
      deviceId: 'path monitor',
      shots: [
        {
          deviceShotId: `p${number++}`,
          struckAt: new Date().toISOString(),
          row: { club: 'driver', club_speed_mph: 90, path_deg: pathDeg },
        },
      ],
    }),
  });
  expect(answer.status).toBe(201);
}

test('path called from much more in to much more out: the shot answers, the line says what to ask for', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Called Larch');
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('link', { name: 'Try', exact: true }).click();
  await page.locator('label').getByText('Called and done', { exact: true }).click();
  await page.getByLabel(/^Aimed at/).fill('0');
  await page.getByRole('button', { name: 'Begin to call' }).click();
  const card = page.getByRole('region', { name: 'Called: club path' });
  const now = card.getByRole('status');
  await expect(now.getByText('What is called?')).toBeVisible();
  const CALLS = [
    ['much more in', -6],
    ['more out', 3],
    ['usual', 0],
    ['much more out', 6],
    ['more in', -3],
    ['much more out', 6],
  ] as const;
  for (const [i, [words, deg]] of CALLS.entries()) {
    await card.getByRole('button', { name: `Call ${words}`, exact: true }).click();
    await expect(now.getByText(`Called: ${words}`)).toBeVisible();
    const path = -4 + 0.5 * deg + (i % 2 ? 0.2 : -0.2);
    await shot(app, path);
    await expect(now.getByText(/^Done: \d\.\d° in$/)).toBeVisible();
  }
  await card.getByRole('button', { name: 'That is all' }).click();
  await expect(card.getByTestId('called-sentence')).toContainText('Done in part: of each step (taken as 3.0°)');
  await expect(card.getByTestId('called-sentence')).toContainText('To get 0.0° ask for');
  await expect(card.getByRole('img', { name: /^Done over called/ })).toBeVisible();
  // Aimed somewhere else: the answer follows.
  await card.getByText('Aimed at: 0.0°').click();
  await card.getByLabel(/^Aim at/).fill('-2');
  await page.keyboard.press('Enter');
  await expect(card.getByTestId('called-sentence')).toContainText('To get 2.0° in ask for');
  await page.reload();
  await expect(page.getByTestId('called-sentence')).toContainText('To get 2.0° in ask for');
  await page.getByRole('button', { name: 'Remove it (its blocks stay)' }).click();
  await expect(page.getByRole('region', { name: 'Called: club path' })).toBeHidden();
});
