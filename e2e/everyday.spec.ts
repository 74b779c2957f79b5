import { addStudent, api, expect, signIn, startLesson, test } from './application.ts';

test('live shots: many come in, repeats are dropped, a reload loses nothing', async ({ page, app }) => {
  await signIn(page, app);
  await addStudent(page, app, 'Many Swings');
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Start the block' }).click();
  await expect(page.getByText('takes what the devices send')).toBeVisible();
  const send = async (from: number, to: number): Promise<unknown> => {
    const shots = Array.from({ length: to - from }, (_, i) => ({
      deviceShotId: String(from + i),
      struckAt: new Date(Date.UTC(2026, 2, 1, 10, 0, from + i)).toISOString(),
      row: {
        club: 'driver',
        club_speed_mph: 88 + ((from + i) % 7),
        ball_speed_mph: 128 + ((from + i) % 7),
        impact_toe_mm: (from + i) % 9,
        impact_high_mm: -3,
      },
    }));
    const res = await page.request.post(`${app.address}/api/feed/shots`, {
      headers: { 'x-feed-key': app.feedKey() },
      data: { deviceId: 'm', shots },
    });
    return res.json();
  };
  expect(await send(0, 150)).toMatchObject({ added: 150, repeated: 0 });
  await expect(page.getByText('150 swings, median')).toBeVisible();
  expect(await send(140, 200)).toMatchObject({ added: 50, repeated: 10 });
  await expect(page.getByText('200 swings, median')).toBeVisible();
  await page.reload();
  await expect(page.getByText('200 swings, median')).toBeVisible();
  await expect(page.getByRole('img', { name: /200 strikes on the face; the last \d mm toe, 3 mm low/ })).toBeVisible();
  await page.getByRole('button', { name: 'Pause live shots' }).click();
  await expect(page.getByRole('button', { name: 'Take live shots' })).toBeVisible();
  expect(await send(200, 201)).toMatchObject({ added: 0, waiting: 1 });
  await expect(page.getByText('One shot waits')).toBeVisible();
  await page.getByRole('button', { name: 'Throw away' }).click();
  await expect(page.getByText('One shot waits')).toBeHidden();
  await expect(page.getByText('200 swings, median')).toBeVisible();
});

test('a left-hander sees the face mirrored, and signs spelled as out and in', async ({ page, app }) => {
  await signIn(page, app);
  await addStudent(page, app, 'Lefty Lund', { left: true });
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Start the block' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Import shots' }).click();
  const text =
    'club,club_speed_mph,path_deg,face_deg,attack_deg,impact_toe_mm,impact_high_mm\ndriver,90,4.1,-2,1.5,12,-6\n';
  await (await chooser).setFiles({ name: 'left.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await expect(page.getByText('12 mm toe, 6 mm low').first()).toBeVisible();
  const row = page.getByRole('row', { name: /^1 90\.0/ });
  await expect(row).toContainText('4.1° in');
  await expect(row).toContainText('2.0° out');
  await expect(row).toContainText('1.5° up');
  const face = page.getByRole('img', { name: /1 strikes on the face/ });
  const box = await face.boundingBox();
  const toe = await face.getByText('toe').boundingBox();
  // Held up before the eyes, a left-hander's toe is on the right.
  expect(toe?.x ?? 0).toBeGreaterThan((box?.x ?? 0) + (box?.width ?? 0) / 2);
  await expect(page.getByText('a left-hander’s toe is on the right')).toBeVisible();
});

test('a student is edited, and the lens changes the order of the drills but not the cautions', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  const studentUrl = await addStudent(page, app, 'Lens Larch');
  await page.getByRole('link', { name: 'Edit' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Lens Larch the second');
  await page.getByLabel('Driver speed aimed at, mph').fill('101');
  await page.getByRole('button', { name: /^Lens/ }).or(page.getByLabel('Lens')).first().click();
  await page.getByRole('option', { name: 'Late set' }).click();
  await page.getByRole('button', { name: 'Save the student' }).click();
  await expect(page.getByRole('heading', { name: 'Lens Larch the second' })).toBeVisible();
  await expect(page.getByText('gain speed to 101 mph')).toBeVisible();
  await startLesson(page);
  const lessonId = /lessons\/([\w-]+)/.exec(page.url())?.[1] ?? '';
  interface Choices {
    choices: { drillId: string; open: boolean; cautions: string[] }[];
  }
  const drills = (): Promise<Choices> =>
    api<Choices>(page, 'GET', `/lessons/${lessonId}/prescribe?fault=early-release`);
  const late = await drills();
  await page.goto(`${app.address}/lessons/${lessonId}/diagnose?fault=early-release`);
  await expect(page.getByTestId('lens')).toContainText(
    'Late set, effect: The angle is lost where it was set too soon.',
  );
  await page.goto(`${app.address}/lessons/${lessonId}/diagnose?fault=off-centre`);
  await expect(page.getByRole('heading', { name: /^Strike off centre/ })).toBeVisible();
  await expect(page.getByTestId('lens')).toHaveCount(0);
  expect(late.choices[0]!.drillId).toBe('late-set-half');
  const id = studentUrl.split('/').pop() ?? '';
  const { student } = await api<{ student: Record<string, unknown> }>(page, 'GET', `/students/${id}`);
  await api(page, 'PUT', `/students/${id}`, { ...student, lens: 'free-swing' });
  const free = await drills();
  expect(free.choices[0]!.drillId).not.toBe('late-set-half');
  const cautions = (c: Choices): string => JSON.stringify(c.choices.map((x) => [x.drillId, x.cautions]).sort());
  expect(cautions(free)).toBe(cautions(late));
});

test('a reason opens its evidence, the ledger folds, and units follow the settings everywhere', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await addStudent(page, app, 'Evidence Elm');
  await startLesson(page);
  await page.keyboard.press('3');
  await page.getByText('strike', { exact: true }).click();
  await page.getByRole('radiogroup', { name: 'Back of the lead hand bends back' }).getByText('clear').click();
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Lead wrist cups before strike');
  await page.getByRole('link', { name: 'Lead wrist cups before strike' }).click();
  await expect(page.getByRole('heading', { name: /^Lead wrist cups before strike/ })).toBeVisible();
  await page.getByRole('button', { name: 'seen at strike' }).click();
  await expect(page).toHaveURL(/\/watch$/);
  await page.getByRole('button', { name: 'Fold the ledger' }).click();
  await expect(page.getByRole('heading', { name: 'Findings' })).toBeHidden();
  await page.getByRole('button', { name: 'Open the ledger' }).click();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Start the block' }).click();
  await page.getByLabel('Club speed, mph').fill('90');
  await page.getByRole('button', { name: 'Add the shot' }).click();
  await expect(page.getByTestId('last-speed')).toContainText('90.0 mph');
  await api(page, 'PUT', '/settings', { speedUnit: 'm/s' });
  await page.reload();
  await expect(page.getByTestId('last-speed')).toContainText('40.2 m/s');
  await page.getByLabel('Club speed, m/s').fill('41');
  await page.getByRole('button', { name: 'Add the shot' }).click();
  await expect(page.getByTestId('last-speed')).toContainText('41.0 m/s');
  await api(page, 'PUT', '/settings', {});
});

test('the record of a lesson is kept when the field is left', async ({ page, app }) => {
  await signIn(page, app);
  const studentUrl = await addStudent(page, app, 'Record Rowan');
  await startLesson(page);
  await page.keyboard.press('6');
  await expect(page.getByTestId('gain-sentence')).toContainText(
    'Nothing to compare yet. Missing: a block of swings under one condition.',
  );
  await page.getByLabel('Record of this lesson').fill('Feet together helped most.');
  await page.getByLabel('Record of this lesson').blur();
  await page.goto(studentUrl);
  await expect(page.getByText('Feet together helped most.')).toBeVisible();
});

test('the drill shelf finds a drill by the fault it treats and shows it in full', async ({ page, app }) => {
  await signIn(page, app);
  await page.goto(`${app.address}/drills`);
  await page.getByLabel('Search drills and faults').fill('hips move to the ball');
  await page.getByRole('button', { name: 'Hip line' }).click();
  const card = page.getByRole('region', { name: 'Hip line' });
  for (const part of ['Keep the chair warm.', 'Contact kept to the ball place', 'common slip', 'Stop on pain'])
    await expect(card).toContainText(part);
  await page.getByLabel('Search drills and faults').fill('no such thing');
  await expect(page.getByText('No drill matches “no such thing”.')).toBeVisible();
});
