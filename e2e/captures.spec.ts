import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { readMotionCsv } from '../core/formats/motion-csv.ts';
import { writeC3d } from '../core/formats/c3d-write.ts';
import { SEGMENTS } from '../core/capture/motion.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { markersOf } from '../stand-ins/motion-rig/markers.ts';
import { openStudent, choose, expect, ROOT, signIn, startBlock, startLesson, test, textFile } from './application.ts';

const fixture = (name: string): string => readFileSync(join(ROOT, `core/capture/fixtures/motion/${name}.csv`), 'utf8');
const GROUND = readFileSync(join(ROOT, 'demo/samples/ground-hanging-back.csv'), 'utf8');
const swing = readMotionCsv(fixture('00-even-240hz'));
const bytesFile = (name: string, bytes: Uint8Array) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(bytes),
});
/** The swing as a laboratory of markers would hand it over. */
const markers = bytesFile(
  'lab.c3d',
  writeC3d(markersOf(swing, { rateHz: 240, noiseM: 0.0003, dropoutsPerS: 0, random: seededRandom('e2e') })),
);

/** Picks an option of a select by its label. */
async function pick(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByLabel(label, { exact: true }).click();
  await page.getByRole('option', { name: option }).first().click();
}

test('markers of a C3D: names are asked once, put right, remembered', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Marker Maple');
  await startBlock(page);
  await choose(page, 'Import a captured swing', markers);
  const step = page.getByRole('region', { name: 'What lab.c3d holds' });
  await expect(step).toContainText('11 points');
  await expect(step.getByLabel('LASIS', { exact: true })).toContainText('hips');
  await expect(step.getByLabel('ClubHead', { exact: true })).toContainText('club head');
  // Without the head there is no club: said, and the file cannot be read.
  await pick(page, 'ClubHead', 'nothing');
  await expect(step.getByRole('alert')).toContainText('Nothing gives the club');
  await expect(step.getByRole('button', { name: 'Read the file so' })).toBeDisabled();
  await pick(page, 'ClubHead', 'club head');
  await pick(page, 'Up is', '+x');
  await expect(step.getByRole('alert')).toContainText('two different axes');
  await pick(page, 'Up is', '+z');
  await step.getByRole('button', { name: 'Read the file so' }).click();
  const panel = page.getByRole('region', { name: 'Sequence, lab.c3d' });
  await expect(panel).toContainText('From points: hips, chest, lead arm, club.');
  await expect(panel.getByRole('img', { name: /^Wrist angle: \d+° at the top/ })).toBeVisible();
  await expect(panel.getByRole('img', { name: /^Stick figure/ })).toBeVisible();

  await openStudent(page, app, 'Marker Sapling');
  await startBlock(page);
  await choose(page, 'Import a captured swing', markers);
  await expect(step).toContainText('as you read these names before');
});

test('bad captures: radians are asked about; a cut C3D, a putt and a long gap are refused in words', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await openStudent(page, app, 'Radian Rowan');
  await startBlock(page);
  const rows = (factor: number, hole = -1): string =>
    [
      'time_s,hips_dps,chest_dps,lead_arm_dps,club_dps',
      ...swing.timeS.map((t, i) =>
        [
          t,
          ...SEGMENTS.map((s) =>
            i > hole && i < hole + 30 && hole > 0 && s === 'leadArm'
              ? ''
              : ((swing.ratesRadPerS[s]?.[i] ?? 0) * factor).toFixed(4),
          ),
        ].join(','),
      ),
    ].join('\n');
  const degrees = 180 / Math.PI;
  const file = async (name: string, text: string): Promise<void> =>
    choose(page, 'Import a captured swing', textFile(name, text));
  const said = page.getByRole('alert');
  await choose(page, 'Import a captured swing', bytesFile('half.c3d', markers.buffer.subarray(0, 9000)));
  await expect(said).toContainText(/half\.c3d/);
  await file('putt.csv', rows(0.05 * degrees));
  await expect(said).toContainText('a putt, a chip or a waggle');
  await file('gap.csv', rows(degrees, 250));
  await expect(said).toContainText(/lead arm curve is missing from .* gaps up to 50 ms/);
  await file('radians.csv', rows(1));
  await page.getByRole('button', { name: 'Yes, radians a second' }).click();
  await expect(page.getByRole('region', { name: 'Sequence, radians.csv' })).toContainText('radians a second, as said');
});

test('several swings: band of the block, one laid over another of an earlier lesson, fit kept', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  const student = await openStudent(page, app, 'Band Birch');
  await startBlock(page);
  await choose(page, 'Import a captured swing', textFile('earlier.csv', fixture('05-short-100hz')));
  await expect(page.getByRole('region', { name: 'Sequence, earlier.csv' })).toBeVisible();
  await page.goto(student);
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Start the block' }).click();
  for (const [name, from] of [
    ['one.csv', '04-stall-500hz'],
    ['two.csv', '03-together-240hz'],
  ] as const) {
    await choose(page, 'Import a captured swing', textFile(name, fixture(from)));
    await expect(page.getByRole('region', { name: `Sequence, ${name}` })).toBeVisible();
  }
  await expect(page.getByTestId('block-swings')).toContainText('Over 2 swings the peaks come:');
  const panel = page.getByRole('region', { name: 'Sequence, one.csv' });
  await panel.getByLabel('Lay it over').click();
  await page.getByRole('option', { name: /earlier\.csv/ }).click();
  await expect(panel).toContainText('Thin lines: earlier.csv, laid over at the strike.');
  await expect(panel.getByRole('row', { name: /lead arm .* °\/s/ })).toBeVisible();

  await panel.getByRole('button', { name: 'Fit the swing model to it' }).click();
  await expect(panel.getByTestId('fit-sentence')).toContainText(/body stops, hands pass costs about/);
  await page.reload();
  await expect(panel.getByTestId('fit-sentence')).toContainText(/body stops, hands pass costs about/);
  await expect(panel.getByRole('button', { name: 'Fit it again' })).toBeVisible();
  await page.getByLabel('Club speed, mph').fill('91');
  await page.getByRole('button', { name: 'Add the shot' }).click();
  await expect(page.getByTestId('price-together')).toContainText(/All put right together: .* mph/);
});

test('one swing, all its records: joined at the strike, shifted, parted', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Joined Juniper');
  await startBlock(page);
  await choose(page, 'Import a captured swing', textFile('swing.csv', fixture('00-even-240hz')));
  await choose(page, 'Import its ground', textFile('hang.csv', GROUND));
  const joined = page.getByRole('region', { name: 'Swings joined at the strike' });
  const panel = page.getByRole('region', { name: 'Hands and legs' });
  const apart = panel.getByRole('row', { name: /^greatest push of the lead leg/ });
  await expect(apart).toContainText('cannot say');
  await joined.getByRole('button', { name: 'Join the two in their order' }).click();
  await expect(apart).toContainText(/\d+ ms ± \d+ ms/);
  await expect(page.getByTestId('push-and-release')).toContainText(
    /The legs push most \d+ ms (before|after) the release/,
  );
  const push = joined.getByRole('row', { name: /greatest vertical push/ });
  const before = Number(/(\d+) ms before/.exec((await push.textContent()) ?? '')?.[1]);
  const slider = joined.getByRole('slider', { name: 'ground laid later by' });
  await slider.focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight');
  await joined.getByRole('button', { name: 'Keep' }).last().click();
  await expect(push).toContainText(`${before - 10} ms before`);
  await joined.getByRole('button', { name: 'Part them again' }).click();
  await expect(joined.getByRole('button', { name: 'Join the two in their order' })).toBeVisible();
});

test('ground of a swing: imported, drawn, and in the ledger', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Ground Gum');
  await startBlock(page);
  const text = readFileSync(join(ROOT, 'demo/samples/ground-hanging-back.csv'), 'utf8');
  await choose(page, 'Import its ground', textFile('hang.csv', text));
  const panel = page.getByRole('region', { name: 'Ground, hang.csv' });
  await expect(panel).toContainText(/The lead foot carries 3\d % at the top and 5\d % at strike/);
  await expect(panel.getByRole('img', { name: /Way of the pressure under trail and lead foot/ })).toBeVisible();
  await expect(panel).toContainText('outer or front third');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Stays on the trail side');
});
