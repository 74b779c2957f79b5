import { readFileSync } from 'node:fs';
import type { LedgerAnswer } from '../api/types.ts';
import { openStudent, api, choose, expect, signIn, startLesson, test, textFile } from './application.ts';

test('numbers of the diagnosis: changed with a reason, refused out of range, in the ledger, saved, put back', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Nela Swift');
  await startLesson(page);
  const lessonId = /lessons\/([\w-]+)/.exec(page.url())?.[1] ?? '';
  const chance = async (): Promise<number> => {
    const { diagnosis } = await api<LedgerAnswer>(page, 'GET', `/lessons/${lessonId}/ledger`);
    return diagnosis.faults.find((f) => f.id === 'sway')?.presentChance ?? 0;
  };
  const before = await chance();
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('link', { name: 'Faults', exact: true }).click();
  await page.getByLabel('Search').fill('sways');
  await page.getByRole('button', { name: /Hip sways out/ }).click();
  const card = page.getByRole('region', { name: 'Hip sways out' });
  await card.getByLabel('Own value, %').fill('95');
  await expect(card.getByRole('alert')).toContainText('(0.2 % to 50 %); 0.95 (95 %) was given');
  await expect(card.getByRole('button', { name: 'Keep' })).toBeDisabled();
  await card.getByLabel('Own value, %').fill('12.5');
  await card.getByLabel('Why (kept with it)').fill('Half my winter group');
  await card.getByLabel('Why (kept with it)').press('Enter');
  await expect(card.getByText('yours: 12.5 %')).toBeVisible();
  await expect(card.getByRole('row', { name: /12.5 %.*Half my winter group/ })).toBeVisible();
  expect(await chance()).toBeGreaterThan(before + 0.05);

  await page.getByRole('link', { name: 'Signs', exact: true }).click();
  await page.getByLabel('Search').fill('big-toe');
  const sign = page.getByRole('region', { name: /big-toe extension/ });
  await expect(sign.getByRole('img', { name: /from 42.6° on/ })).toBeVisible();
  await sign.getByLabel('With the fault: mean').fill('70');
  await expect(sign.getByRole('alert')).toContainText('change sides');
  await sign.getByLabel('With the fault: mean').fill('35');
  await expect(sign.getByRole('img', { name: /with it around 35°/ })).toBeVisible();
  await sign.getByRole('button', { name: 'Keep' }).click();
  await expect(sign.getByText('yours: 58 ± 11 against 35 ± 9 °')).toBeVisible();

  await page.getByRole('link', { name: 'Learned and changed' }).click();
  await expect(page.getByText('2 numbers are your own')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const saved = await (await download).path();
  expect(JSON.parse(readFileSync(saved, 'utf8'))).toMatchObject({ leaks: { sway: 0.125 } });
  await page.getByRole('button', { name: 'Put all back' }).click();
  await expect(page.getByText('All numbers are the catalogue’s')).toBeVisible();
  expect(await chance()).toBeCloseTo(before, 9);

  await choose(page, 'Read a file', textFile('notes.json', 'no json'));
  await expect(page.getByRole('alert')).toContainText('“notes.json” is not JSON');
  await choose(page, 'Read a file', textFile('bad.json', '{"leaks":{"sway":4}}'));
  await expect(page.getByRole('alert')).toContainText('(0.2 % to 50 %); 4 (400 %) was given');
  await expect(page.getByText('All numbers are the catalogue’s')).toBeVisible();
  await choose(page, 'Read a file', textFile('mine.json', readFileSync(saved, 'utf8')));
  await expect(page.getByText('2 numbers are your own')).toBeVisible();
  await page.getByRole('button', { name: 'Put all back' }).click();
  await expect(page.getByText('All numbers are the catalogue’s')).toBeVisible();
});

test('a backup is made from the page, read back, and can be saved', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/settings?part=data`);
  await expect(page.getByText('None. What was sent is all here.')).toBeVisible();
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText(/Last good backup: today at \d\d:\d\d, .* read back and found whole/)).toBeVisible();
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: /MB$/ }).first().click();
  expect((await saving).suggestedFilename()).toMatch(/^practice-\d{4}-\d\d-\d\dT\d{6}Z\.zip$/);
});
