import { openStudent, expect, signIn, startLesson, test, type Application } from './application.ts';

let number = 0;
/** One shot as a device sends it, now. */
async function shot(app: Application, mph: number): Promise<void> {
  const answer = await fetch(`${app.address}/api/feed/shots`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-feed-key': app.feedKey() },
    body: JSON.stringify({
      deviceId: 'trial monitor',
      shots: [
        {
          deviceShotId: `t${number++}`,
          struckAt: new Date().toISOString(),
          row: { club: 'driver', club_speed_mph: mph },
        },
      ],
    }),
  });
  expect(answer.status).toBe(201);
}

test('a trial from N: two cues against the usual, led through live, the winner kept and offered next time', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Trial Larch');
  await startLesson(page);
  await page.keyboard.press('n');
  await page.getByRole('button', { name: 'Try several against each other' }).click();
  const add = async (label: string): Promise<void> => {
    await page.getByLabel('One more, in your words').fill(label);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('checkbox', { name: label })).toBeChecked();
  };
  await add('Throw it past');
  await add('Hips first');
  await page.getByRole('button', { name: 'Begin: 18 swings' }).click();

  const card = page.getByRole('region', { name: 'Trial: As usual / Throw it past / Hips first' });
  await expect(card.getByText('Next: As usual')).toBeVisible();
  await card.getByRole('button', { name: 'Start: As usual' }).click();
  // What stands large is what is swung; after its two swings the next one stands there by itself.
  const now = card.getByRole('status');
  const MPH: Readonly<Record<string, number>> = { 'As usual': 90, 'Throw it past': 96, 'Hips first': 90 };
  let before = '';
  for (let turn = 0; turn < 9; turn++) {
    await expect(now.getByText('0 of 2 swings')).toBeVisible();
    const label = (await now.locator('div').first().textContent()) ?? '';
    expect(label).not.toBe(before);
    before = label;
    for (let s = 0; s < 2; s++) {
      await shot(app, (MPH[label] ?? 0) + 0.5 * s + 0.1 * turn);
      if (s === 0) await expect(now.getByText('1 of 2 swings')).toBeVisible();
    }
  }
  await expect(now.getByText('2 of 2 swings')).toBeVisible();
  // The student's word on the last turn, by one tap.
  await card.locator('label').getByText('8', { exact: true }).first().click();
  await page.getByRole('button', { name: 'See what it says' }).click();
  await expect(card.getByTestId('trial-sentence')).toContainText('“Throw it past” is the best of these');
  await expect(card.getByRole('row', { name: /^club head speed/ })).toContainText('faster');
  await card.getByRole('button', { name: 'Keep “Throw it past”' }).click();
  await expect(card.getByText('is this student’s own from now on')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Throw it past' })).toBeVisible();

  await page.reload();
  await expect(page.getByRole('button', { name: 'Kept: “Throw it past”' })).toBeVisible();
});

test('a trial without a device: ease and the ear, a mark on the face, ended early; from a fault in two presses', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'By Ear');
  await startLesson(page);
  await page.goto(`${page.url().replace(/\/[a-z]+(\?.*)?$/, '')}/prescribe`);
  await page.getByRole('button', { name: /Drills for/ }).click();
  await page.getByRole('option', { name: 'Throws the angle early' }).click();
  await page.getByRole('button', { name: 'Try cues for it against each other' }).click();
  await page.getByRole('button', { name: /^Begin: 18 swings/ }).click();
  await page.getByRole('button', { name: /^Start: As usual/ }).click();
  for (let turn = 0; turn < 4; turn++) {
    await expect(page.getByRole('status').getByText('0 of 2 swings')).toBeVisible();
    await expect(page.getByText(/round \d of 3$/)).toBeVisible();
    await page
      .locator('label')
      .getByText(turn === 1 ? '9' : '4', { exact: true })
      .first()
      .click();
    if (turn < 3) await page.keyboard.press('Enter');
  }
  await page.getByText('By the ear and by marks').first().click();
  await page.locator('label').getByText('past', { exact: true }).first().click();
  await expect(page.getByText('· swish past')).toBeVisible();
  await page.getByRole('button', { name: 'End it here' }).click();
  await expect(page.getByTestId('trial-sentence')).toContainText('Cannot say yet');
});
