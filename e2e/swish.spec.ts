import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeWav } from '../core/formats/wav.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { recordSwish, recordVoice, type SwishTruth } from '../stand-ins/microphone/swish-sound.ts';
import { openStudent, choose, expect, fakeDevices, signIn, startLesson, test } from './application.ts';

const RATE = 48_000;
const swing = (ballS: number, offsetS: number): SwishTruth => ({
  ballS,
  offsetS,
  tipMps: 40,
  riseS: 0.065,
  fallS: 0.06,
});
const wav = (swings: readonly SwishTruth[], lengthS: number): Uint8Array =>
  writeWav({
    rateHz: RATE,
    samples: recordSwish(swings, {
      rateHz: RATE,
      diameterM: 0.0095,
      ball: 'tee',
      background: 'quiet',
      lengthS,
      random: seededRandom('e2e'),
    }),
  });
const file = (name: string, bytes: Uint8Array) => ({ name, mimeType: 'audio/wav', buffer: Buffer.from(bytes) });
// Heard over and over by the browser's stand-in microphone: every swing past the ball.
const heard = join(mkdtempSync(join(tmpdir(), 'swish-')), 'heard.wav');
writeFileSync(heard, wav([swing(1.5, 0.035), swing(4, 0.035)], 5));

test.use({ launchOptions: fakeDevices(heard) });

test('a recording: counted, placed, balanced against the other direction; bad ones refused in words', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await page.goto(`${app.address}/bench?tool=swish`);
  const panel = page.getByRole('region', { name: 'Swish', exact: true });
  await expect(panel).toContainText('No swing yet.');
  await choose(page, 'Load a WAV', file('set.wav', wav([swing(1, -0.03), swing(3.5, 0.03)], 5)));
  await expect(page.getByTestId('swish-sentence')).toContainText(/Fastest \d+ cm past the ball \(± \d+ cm\)/);
  await expect(panel.getByRole('img', { name: /Fastest \d+ cm past the ball/ })).toBeVisible();
  await expect(panel.getByRole('row', { name: /^2 usual .* 2\.5 s$/ })).toBeVisible();
  await page.getByText('the other way', { exact: true }).click();
  await choose(page, 'Load a WAV', file('other.wav', wav([swing(1.5, 0)], 3)));
  await expect(panel).toContainText(/other direction(balanced|\d+ % (slower|faster))/);

  const bytes = wav([swing(1.5, 0)], 3);
  await choose(page, 'Load a WAV', file('half.wav', bytes.slice(0, 50_000)));
  await expect(page.getByRole('alert')).toContainText(/half\.wav: its header says .* cut off or its header lies/);
  const talk = writeWav({ rateHz: 16_000, samples: recordVoice(3, 16_000, seededRandom('talk')) });
  await choose(page, 'Load a WAV', file('talk.wav', talk));
  await expect(panel).toContainText('talk.wav: No swing was heard.');
});

test('live: after each swing one mark on the arc', async ({ page, app, context }) => {
  await context.grantPermissions(['microphone']);
  await signIn(page, app);
  await page.goto(`${app.address}/bench?tool=swish`);
  await page.getByRole('button', { name: 'Listen', exact: true }).click();
  await expect(page.getByText('Listening: swing when you like.')).toBeVisible();
  await expect(page.getByTestId('swish-sentence')).toContainText(/past the ball/);
  // A new set begins with the next swing; those of the old one do not come back.
  const panel = page.getByRole('region', { name: 'Swish', exact: true });
  await page.getByRole('button', { name: 'New set' }).click();
  await expect(page.getByTestId('swish-sentence')).toContainText('No swing yet.');
  await expect(page.getByTestId('swish-sentence')).toContainText(/past the ball/);
  await expect(panel).toContainText(/swings heard1/);
  await page.getByRole('button', { name: 'Stop listening' }).click();
  await expect(page.getByRole('button', { name: 'Save the sound' })).toBeVisible();
});

test('a set kept in the lesson is evidence in the ledger', async ({ page, app }) => {
  await signIn(page, app);
  await openStudent(page, app, 'Swish Sycamore');
  await startLesson(page);
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Listen to the swish' }).click();
  const early = wav([swing(1, -0.035), swing(3.5, -0.03), swing(6, -0.035)], 7.5);
  await choose(page, 'Load a WAV', file('early.wav', early));
  await expect(page.getByTestId('swish-sentence')).toContainText('before the ball');
  await page.getByRole('button', { name: 'Keep this set in the lesson' }).click();
  await expect(page.getByRole('region', { name: 'Heard in this lesson' })).toContainText('3 / 0 / 0');
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Speed peaks before the ball');
  await page.getByRole('button', { name: 'Remove set 1' }).click();
  await expect(page.getByRole('region', { name: 'Heard in this lesson' })).toBeHidden();
});
