import { openStudent, expect, signIn, startLesson, test } from './application.ts';

test('a sign seen opens the fault’s page; two schools part, and one press asks the question as a trial', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Lens Larch');
  await startLesson(page);
  await page.keyboard.press('3');
  await page.getByText('lead arm level (down)', { exact: true }).click();
  const sign = page.getByRole('radiogroup', { name: 'Angle gone by half-way down' });
  await sign.getByText('clear').click();
  await expect(sign.getByRole('radio', { name: 'clear' })).toBeChecked();
  await page.keyboard.press('4');
  const tray = page.getByRole('complementary', { name: 'Ledger' });
  await expect(tray.getByText('Throws the angle early')).toBeVisible();
  // What would tell most is one press away, from the verdict and from the ledger.
  await expect(tray.getByRole('button', { name: /^Begin: / })).toBeVisible();

  await tray.getByRole('link', { name: 'about it' }).first().click();
  await expect(page.getByRole('heading', { name: /^Throws the angle early/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Sound and faulty at lead arm level \(down\)/ })).toBeVisible();
  await page.locator('label').getByText('left-handed', { exact: true }).click();
  await expect(page.getByRole('img', { name: /left-handed: / })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Looks like' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What it costs' }).getByText(/^A typical player/)).toBeVisible();
  await page.getByRole('link', { name: 'Back to Diagnose' }).click();
  // So does the chip of the chain, pressed when it is the chosen one.
  const chain = page.getByRole('group', { name: 'Chain of likely faults from body to strike' });
  await chain.getByRole('button', { name: /^Throws the angle early/ }).click();
  await page.waitForURL(/fault=early-release|\/faults\/early-release/);
  if (!page.url().includes('/faults/')) await chain.getByRole('button', { name: /; press for its page$/ }).click();
  await expect(page.getByRole('heading', { name: /^Throws the angle early/ })).toBeVisible();
  await page.getByRole('link', { name: 'Back to Diagnose' }).click();

  await page.getByText('Through other eyes: the schools beside each other').click();
  const eyes = page.getByRole('region', { name: 'Through other eyes' });
  await expect(eyes.getByRole('region', { name: 'Lens Measured' })).toBeVisible();
  await eyes.locator('label').getByText('Hands and arms', { exact: true }).first().click();
  await expect(eyes.getByRole('region', { name: 'Lens Hands and arms' })).toContainText(
    'Would work on “Throws the angle early”',
  );
  await expect(eyes.getByTestId('disagreement')).toContainText('Hands and arms');
  await eyes.getByRole('button', { name: /^Ask it: a trial of/ }).click();
  await expect(page.getByText('Next: As usual')).toBeVisible();
});

test('steps on top of each other go up and down, and the ledger leads back to the last good one', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Stack Larch');
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('link', { name: 'Try', exact: true }).click();
  await page.locator('label').getByText('Step on step', { exact: true }).click();
  await expect(page.getByRole('region', { name: 'Step on step' })).toBeVisible();
  for (const label of ['Tee 8 mm higher', 'Ball forward']) {
    await page.getByLabel('One more, in your words').fill(label);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('checkbox', { name: label })).toBeChecked();
  }
  await page.getByRole('button', { name: 'Begin: 18 swings' }).click();
  const card = page.getByRole('region', { name: 'Trial: As usual / + Tee 8 mm higher / + Ball forward' });
  const now = card.getByRole('status');
  const ORDER = ['As usual', '+ Tee 8 mm higher', '+ Ball forward', '+ Ball forward', '+ Tee 8 mm higher', 'As usual'];
  for (const [turn, label] of ORDER.entries()) {
    const name = turn === 0 ? 'Start: As usual ⏎' : 'The next one ⏎';
    await card.getByRole('button', { name }).click();
    await expect(now.getByText(turn < 3 ? /round 1 of 2/ : /round 2 of 2/)).toBeVisible();
    await expect(now.locator('div').first()).toHaveText(label);
    // Without a device: how free it felt, by one tap.
    const ease = label === '+ Ball forward' ? '3' : '7';
    await card.locator('label').getByText(ease, { exact: true }).first().click();
    await expect(card.getByRole('radio', { name: ease, exact: true }).first()).toBeChecked();
  }
  await card.getByRole('button', { name: 'See what it says ⏎' }).click();
  await expect(card.getByTestId('trial-sentence')).toContainText('Cannot say yet');
  await expect(page.getByRole('button', { name: 'One more round' })).toBeVisible();
});
