import { AxeBuilder } from '@axe-core/playwright';
import { addStudent, expect, signIn, startLesson, test } from './application.ts';

test('a lesson is booked as a series, moved, cancelled and brought back, opened and ticked off', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await addStudent(page, app, 'Åse Øglænd');
  await page.goto(app.address);
  await page.getByRole('button', { name: 'New appointment' }).click();
  const form = page.getByRole('region', { name: 'New appointment' });
  await form.getByLabel('Student').fill('ase ogl');
  await form.getByRole('button', { name: 'Åse Øglænd' }).click();
  await form.getByLabel('Time').fill('23:10');
  await form.getByLabel('Minutes').fill('30');
  await form.getByText('every week', { exact: true }).click();
  await form.getByLabel('Lessons').fill('3');
  await form.getByRole('button', { name: 'Make it' }).click();
  const line = page.getByRole('listitem', { name: 'Åse Øglænd, 23:10' });
  await expect(line).toContainText('30 min');
  await line.getByRole('button', { name: 'What is due: Åse Øglænd, 23:10' }).click();
  await expect(line.getByRole('list', { name: /^Minutes of the lesson/ })).toContainText('Warm up');
  await expect(line).toContainText('27–30 min');

  await line.getByRole('button', { name: 'Move or cancel' }).click();
  await line.getByText('the 2 later ones of the series as well').click();
  await line.getByLabel('Time').fill('22:40');
  await line.getByRole('button', { name: 'Keep the change' }).click();
  const moved = page.getByRole('listitem', { name: 'Åse Øglænd, 22:40' });
  await expect(moved).toBeVisible();

  await page.getByRole('link', { name: 'The week' }).click();
  await page.getByRole('button', { name: /22:40.*Åse/ }).click();
  await page.getByRole('button', { name: '15 min later' }).click();
  await expect(page.getByRole('button', { name: /22:55.*Åse/ })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel the lesson' }).click();
  await expect(page.getByRole('button', { name: /22:55.*Åse/ })).toBeHidden();
  await page.getByRole('button', { name: 'Bring back a lesson to come' }).click();
  await expect(page.getByRole('button', { name: /22:55.*Åse/ })).toBeVisible();

  await page.getByRole('link', { name: 'Today' }).first().click();
  const last = page.getByRole('listitem', { name: 'Åse Øglænd, 22:55' });
  await last.getByRole('button', { name: 'Start the lesson' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Åse Øglænd');
  await page.getByRole('link', { name: 'Today' }).click();
  await last.getByText('done', { exact: true }).click();
  await expect(last.getByRole('checkbox', { name: 'done' })).toBeChecked();
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
});

test('students are found without accents, Enter opens the only one; the table, the archive, a lesson removed by mistake', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await addStudent(page, app, 'Zoë Ström');
  await startLesson(page);
  await page.goto(`${app.address}/students`);
  await page.getByLabel('Search by name').fill('zoe str');
  await expect(page.getByRole('link', { name: 'Zoë Ström' })).toBeVisible();
  await expect(page.getByRole('heading', { level: 2 })).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Zoë Ström', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: /^Remove the lesson of/ }).click();
  await expect(page.getByText('No lesson yet. Start one to measure a baseline.')).toBeVisible();
  await page.getByRole('button', { name: /^Bring back the lesson of/ }).click();
  await expect(page.getByRole('region', { name: 'The record on one time axis' })).toBeVisible();
  await page.getByRole('link', { name: /^Lesson of/ }).click();
  await expect(page).toHaveURL(/lessons\/.*\/review/);
  await page.goBack();
  await page.getByRole('button', { name: 'Archive', exact: true }).click();
  await expect(page.getByText('Archived: in no list')).toBeVisible();
  await page.goto(`${app.address}/students?as=table&state=archived`);
  const table = page.getByRole('region', { name: 'Table of students' });
  await expect(table.getByRole('row')).toHaveCount(2);
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
});

test('at twice the size the work has the room, bars fold, and a station’s main thing is few Tabs away', async ({
  page,
  app,
}) => {
  await signIn(page, app);
  await addStudent(page, app, 'Zoomed In');
  await startLesson(page);
  const lesson = new URL(page.url()).pathname.split('/').slice(0, 3).join('/');
  await page.keyboard.press('n');
  await expect(page.getByRole('button', { name: 'Start the block' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Club speed, mph')).toBeVisible();
  await page.setViewportSize({ width: 640, height: 400 });
  for (const station of ['know', 'measure', 'watch', 'diagnose', 'prescribe', 'review']) {
    await page.goto(`${app.address}${lesson}/${station}`);
    const work = page.locator('#work');
    await expect(work).toBeVisible();
    const box = await work.boundingBox();
    expect(box!.width).toBeGreaterThan(560);
    // What lies over the page in its place leaves most of the height.
    expect(box!.y).toBeLessThan(160);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${app.address}${lesson}/measure`);
  const button = await page.getByRole('button', { name: 'Add the shot' }).boundingBox();
  expect(button!.y + button!.height).toBeLessThan(732);
  await page.getByLabel('Club speed, mph').focus();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Add the shot' })).toBeFocused();
  await page.goto(`${app.address}/students`);
  await expect(page.getByRole('heading', { name: 'Students', level: 1 })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the work' })).toBeFocused();
});
