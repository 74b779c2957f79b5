import { readFileSync } from 'node:fs';
import { openStudent, api, choose, expect, signIn, startBlock, startLesson, test, textFile } from './application.ts';

const FOREIGN = [
  'Date;Club;Club Speed [km/h];Ball Speed [km/h];Launch Angle;Back Spin;Carry (m);Remark',
  ...[150, 152, 148, 151].map(
    (v, i) => `2026-03-01 10:0${i}:00;Driver;${v},5;${(v * 1.46).toFixed(0)},2;12,${i};2700;190,5;ok`,
  ),
  ...[128, 127, 129].map(
    (v, i) => `2026-03-01 10:1${i}:00;7-iron;${v},0;${(v * 1.3).toFixed(0)},0;19,${i};6200;140,0;ok`,
  ),
].join('\r\n');

test('a foreign file: columns guessed, several clubs split, remembered, undone as a whole', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Foreign Fern');
  await startBlock(page);
  await choose(page, 'Import shots', textFile('export.csv', FOREIGN));
  const panel = page.getByRole('region', { name: 'Import a foreign file' });
  await expect(panel.getByRole('heading', { name: 'export.csv: 7 rows' })).toBeVisible();
  await expect(panel.getByRole('button', { name: /What Club Speed \[km\/h\] is/ })).toContainText('club speed');
  await expect(panel.getByRole('button', { name: /Unit of Club Speed \[km\/h\]/ })).toContainText('kmh');
  // 150.5 km/h in SI.
  await expect(panel.getByRole('row', { name: /^Club Speed/ })).toContainText('41.8 m/s');
  await expect(panel).toContainText('4 × driver into block 1 (driver); 3 × 7-iron into a new block');
  // A wrong guess is put right by hand, and back.
  await panel.getByRole('button', { name: /What Remark is/ }).click();
  await page.getByRole('option', { name: 'side', exact: true }).click();
  await expect(panel.getByRole('button', { name: 'Import these shots' })).toBeVisible();
  await panel.getByRole('button', { name: /What Remark is/ }).click();
  await page.getByRole('option', { name: '– leave out –' }).click();
  await panel.getByRole('button', { name: 'Import these shots' }).click();
  await expect(page.getByText('export.csv: 7 shots read.')).toBeVisible();
  await expect(page.getByText('2 · 7-iron', { exact: true })).toBeVisible();

  await page.getByRole('button', { name: 'Undo the import of export.csv' }).click();
  await expect(page.getByText('2 · 7-iron', { exact: true })).toBeHidden();
  await expect(page.getByText('No swing in this block yet.')).toBeVisible();

  await choose(page, 'Import shots', textFile('export-2.csv', FOREIGN.replaceAll('150,5', '149,5')));
  await expect(panel).toContainText('read as you read this header before');
  await panel.getByRole('button', { name: 'Import these shots' }).click();
  await expect(page.getByText('export-2.csv: 7 shots read.')).toBeVisible();
});

test('mixed units and impossible values: a repair is offered, what cannot be is kept set aside', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Mixed Maple');
  await startBlock(page);
  const rows = Array.from({ length: 12 }, (_, i) =>
    i < 3 ? `driver,${(41 + i / 10).toFixed(1)},2900` : `driver,${92 + (i % 3)},${i === 5 ? -3000 : 2800}`,
  );
  await choose(page, 'Import shots', textFile('mixed.csv', ['club,club_speed_mph,spin_rpm', ...rows].join('\n')));
  const panel = page.getByRole('region', { name: 'Import a foreign file' });
  await expect(panel).toContainText('3 of 12 values of club speed look like another unit (mph and m/s).');
  await expect(panel).toContainText('1 row holds what cannot be (line 7: spin −3000 rpm');
  await panel.getByRole('button', { name: 'Convert those 3 values' }).click();
  await expect(panel).toContainText('1 repair will be applied.');
  await panel.getByRole('button', { name: 'Import these shots' }).click();
  await expect(page.getByText('mixed.csv: 12 shots read. 1 are set aside with the reason.')).toBeVisible();
  await expect(page.getByText(/^11 swings, median 9\d\.\d mph/)).toBeVisible();
});

test('set-up with values, compared with last time, and what it says in the ledger', async ({ page, app }) => {
  await signIn(page, app);
  const url = await openStudent(page, app, 'Setup Sorrel');
  const studentId = url.split('/').pop() ?? '';
  const earlier = crypto.randomUUID();
  await api(page, 'POST', `/students/${studentId}/lessons`, {
    id: earlier,
    startsAt: new Date(Date.now() - 7 * 86_400_000).toISOString(),
  });
  await api(page, 'PUT', `/lessons/${earlier}/setups`, {
    id: crypto.randomUUID(),
    club: 'driver',
    gripHold: 'fingers',
    elbow: 'soft',
    stanceWidthMm: 520,
    sideTiltDeg: 9,
  });
  await page.goto(url);
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('link', { name: 'Set-up', exact: true }).click();
  await expect(page.getByRole('row', { name: /^Stance width/ })).toContainText('520 mm');
  await page.getByText('the palm', { exact: true }).click();
  await page.getByText('locked', { exact: true }).click();
  await page.getByLabel('Stance width, mm').fill('330');
  await page.getByLabel('Side tilt away from the target, °').fill('-2');
  await page.getByLabel('Height of the hands, mm').fill('5000');
  await page.getByRole('button', { name: 'Record the set-up' }).click();
  await expect(page.getByRole('alert')).toContainText('1300 mm');
  await page.getByLabel('Height of the hands, mm').fill('780');
  await page.getByRole('button', { name: 'Record the set-up' }).click();
  await expect(page.getByText('Recorded; findings are in the ledger.')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Set-up too level for driver');
  await expect(page.getByText('Broken lines: lesson of')).toBeVisible();
});

test('the shot table sorts, filters, chooses columns and saves as CSV', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Table Teak');
  await startBlock(page);
  const rows = [90, 95, 92, 88, 97].map((v) => `driver,${v},${(v * 1.45).toFixed(1)}`);
  await choose(page, 'Import shots', textFile('t.csv', ['club,club_speed_mph,ball_speed_mph', ...rows].join('\n')));
  const table = page.getByRole('region', { name: 'Table of shots' });
  const first = table.getByRole('row').nth(1);
  await expect(first).toContainText('90.0');
  await table.getByRole('button', { name: /^club/ }).click();
  await expect(first).toContainText('88.0');
  await table.getByRole('button', { name: /^club/ }).click();
  await expect(first).toContainText('97.0');
  await page
    .getByRole('button', { name: /Columns|Sort|Filter/ })
    .first()
    .click();
  await page.getByLabel('at most').fill('93');
  await expect(table.getByRole('row')).toHaveCount(4);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: /CSV/ }).click();
  const saved = readFileSync((await (await download).path()) ?? '', 'utf8');
  expect(saved.split(/\r?\n/)[0]).toContain('club_speed_mph');
  expect(saved.trim().split(/\r?\n/)).toHaveLength(6);
});

test('bench: the strike spot is dragged and moved by keys; launch, tee and budget answer', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/bench?tool=impact`);
  const figures = page.getByRole('region', { name: 'Strike', exact: true });
  const spot = page
    .getByRole('slider', { name: /Strike spot on the face/ })
    .or(page.getByLabel(/Strike spot on the face/));
  await expect(figures).toContainText('8 mm toe, 4 mm low');
  await spot.first().focus();
  // The toe of a right-hander's club is on the left.
  await page.keyboard.press('ArrowLeft');
  await expect(figures).toContainText('9 mm toe, 4 mm low');
  const face = await spot.first().boundingBox();
  if (!face) throw new Error('no face');
  await page.mouse.move(face.x + face.width * 0.44, face.y + face.height * 0.55);
  await page.mouse.down();
  await page.mouse.move(face.x + face.width * 0.7, face.y + face.height * 0.4, { steps: 4 });
  await page.mouse.up();
  await expect(figures).toContainText(/\d+ mm heel, \d+ mm high/);

  await page.getByRole('link', { name: 'Best launch' }).click();
  const best = page.getByRole('region', { name: 'Best launch' });
  await expect(best).toContainText(/Farthest at 1\d\.\d° launch and \d{4} rpm/);
  const before = await best.textContent();
  await page.getByRole('slider', { name: 'Attack' }).focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await expect(best).not.toHaveText(before ?? '');

  await page.getByRole('link', { name: 'Tee and attack' }).click();
  await expect(page.getByText('Ball 150 mm toward the target; tee 6 mm higher.')).toBeVisible();

  await page.getByRole('link', { name: 'Distance budget' }).click();
  await expect(page.getByTestId('budget-sentence')).toBeVisible();
  await page.getByRole('textbox', { name: 'Shots' }).fill('club,club_speed_mph\ndriver,fast\n');
  await expect(page.getByText(/line 2/)).toBeVisible();
});

test('what if: a slider changes speed, curves and prices, and one thing is put right', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/bench?tool=swing`);
  const sentence = page.getByTestId('what-if');
  await expect(sentence).toContainText('as at the start');
  const turn = page.getByRole('slider', { name: 'chest turn missing at the top' });
  await turn.focus();
  for (let i = 0; i < 15; i++) await page.keyboard.press('ArrowRight');
  await expect(sentence).toContainText(/[23]\.\d mph less than at the start/);
  const prices = page.getByRole('region', { name: 'Price list' });
  await expect(prices).toContainText(/Short backswing 15°/);
  const moment = page.getByRole('slider', { name: /^Moment of the swing/ });
  await moment.focus();
  await page.keyboard.press('End');
  await expect(page.getByText('0 ms before strike')).toBeVisible();
  await prices.getByRole('button', { name: 'Put right: Short backswing' }).click();
  await expect(sentence).toContainText('as at the start');
  await expect(prices).toContainText('Nothing to put right');
  await page.getByRole('slider', { name: 'hips start later by' }).focus();
  for (let i = 0; i < 60; i++) await page.keyboard.press('ArrowRight');
  await expect(sentence).toContainText(/\d\.\d mph (less|more) than at the start/);
});
