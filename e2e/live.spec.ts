import { openStudent, expect, signIn, startBlock, test, type Application } from './application.ts';
import type { Page, Request } from '@playwright/test';

let number = 0;
/** One shot as a device sends it. */
async function deviceShot(app: Application, mph: number): Promise<void> {
  const answer = await fetch(`${app.address}/api/feed/shots`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-feed-key': app.feedKey() },
    body: JSON.stringify({
      deviceId: 'monitor',
      shots: [
        {
          deviceShotId: `s${number++}`,
          struckAt: new Date().toISOString(),
          row: { club: 'driver', club_speed_mph: mph },
        },
      ],
    }),
  });
  expect(answer.status).toBe(201);
}

/** Requests that a page makes, by the end of their address. */
function requestsOf(page: Page): string[] {
  const seen: string[] = [];
  page.on('request', (r: Request) => seen.push(new URL(r.url()).pathname));
  return seen;
}

test('three tabs hold one event stream; a shot is put in place in each without a load; the next tab takes the stream over', async ({
  page,
  context,
  app,
}) => {
  const first = requestsOf(page);
  await signIn(page, app);
  await openStudent(page, app, 'Live Wire');
  await startBlock(page);
  const lesson = page.url();
  const second = await context.newPage();
  const third = await context.newPage();
  const [secondSeen, thirdSeen] = [requestsOf(second), requestsOf(third)];
  for (const tab of [second, third]) {
    await tab.goto(lesson);
    await expect(tab.getByText('takes what the devices send')).toBeVisible();
  }
  const streams = (): number => [first, secondSeen, thirdSeen].flat().filter((p) => p === '/api/events').length;
  expect(streams()).toBe(1);

  await deviceShot(app, 91.4);
  for (const tab of [page, second, third]) await expect(tab.getByText('91.4').first()).toBeVisible();
  // The ledger follows when the swings pause; until then a swing asks for nothing.
  const loads = (): number => secondSeen.filter((p) => /\/(lessons|blocks)\//.test(p)).length;
  await expect.poll(async () => (await second.evaluate(() => document.readyState)) === 'complete').toBe(true);
  const before = loads();
  await deviceShot(app, 92.6);
  await expect(second.getByText('92.6').first()).toBeVisible();
  await deviceShot(app, 93.8);
  await expect(second.getByText('93.8').first()).toBeVisible();
  expect(loads()).toBe(before);

  await page.close();
  await expect.poll(streams).toBe(2);
  await deviceShot(app, 94.9);
  for (const tab of [second, third]) await expect(tab.getByText('94.9').first()).toBeVisible();
});
