import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test as base, type Page } from '@playwright/test';
import { BROWSER } from './browser.ts';

export const ROOT = join(import.meta.dirname, '..');
export const PASSWORD = 'a password of the tests';
/** The embedded database is compiled quickly rather than thoroughly: a test's program does not live long enough to gain from it. */
const QUICK_DATABASE = '--liftoff-only';

/** The application as `npm start` runs it, on an empty data folder and any free port. */
export class Application {
  readonly folder = mkdtempSync(join(tmpdir(), 'maple-e2e-'));
  address = '';
  /** One-time code of the first start. */
  code = '';
  /** The account of the tests is there. */
  hasAccount = false;
  private child: ChildProcess | undefined;

  /** @param port the same port again after a stop, so that open pages find it */
  start(port = 0): Promise<void> {
    const child = spawn(
      process.execPath,
      [QUICK_DATABASE, 'scripts/start.mjs', '--data', this.folder, '--port', String(port)],
      { cwd: ROOT },
    );
    this.child = child;
    return new Promise((resolve, reject) => {
      let said = '';
      const read = (data: Buffer): void => {
        said += data.toString();
        const match = /is at (http:\S+)/.exec(said);
        if (!match) return;
        this.address = match[1]!;
        this.code = /\(code (\w+)\)/.exec(said)?.[1] ?? this.code;
        if (said.includes('Stop it with')) resolve();
      };
      child.stdout.on('data', read);
      child.stderr.on('data', read);
      child.on('exit', () => reject(new Error(said)));
    });
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await ended;
  }

  get port(): number {
    return Number(new URL(this.address).port);
  }

  /** Key of the open feed, as the devices find it. */
  feedKey(): string {
    return (JSON.parse(readFileSync(join(this.folder, 'feed.json'), 'utf8')) as { keys: string[] }).keys[0]!;
  }

  /** Runs the simulated range monitor against this application; resolves when its shots are sent. */
  rangeMonitor(...args: string[]): Promise<string> {
    const child = spawn(process.execPath, ['scripts/stand-in.mjs', 'range-monitor', ...args], {
      cwd: ROOT,
      env: { ...process.env, MAPLE_DATA: this.folder },
    });
    return new Promise((resolve) => {
      let said = '';
      child.stdout.on('data', (d: Buffer) => (said += d.toString()));
      child.stderr.on('data', (d: Buffer) => (said += d.toString()));
      child.on('exit', () => resolve(said));
    });
  }
}

/** One application for all tests of a file, and no error in the console of any page. */
export const test = base.extend<{ app: Application; quiet: void }, { shared: Application }>({
  shared: [
    async ({}, use) => {
      const app = new Application();
      await app.start();
      await use(app);
      await app.stop();
    },
    { scope: 'worker', timeout: 600_000 },
  ],
  app: async ({ shared }, use) => use(shared),
  quiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (e) => errors.push(e.message));
      await use();
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Signs in, making the account where there is none yet: by the page what is new, by the API what other tests have done by the page. */
export async function signIn(page: Page, app: Application): Promise<void> {
  if (app.hasAccount)
    await page.request.post(`${app.address}/api/session`, {
      data: { signIn: 'tester', password: PASSWORD },
      headers: { origin: app.address },
    });
  await page.goto(app.address);
  if (app.hasAccount) {
    await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
    return;
  }
  const first = page.getByRole('heading', { name: 'Set up your practice' });
  await expect(first.or(page.getByRole('heading', { name: 'Sign in' }))).toBeVisible();
  if (await first.isVisible()) {
    await page.getByLabel('Name of the practice').fill('Test range');
    await page.getByLabel('Your name').fill('Tester');
    await page.getByLabel('Sign-in name').fill('tester');
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByLabel('Code of the first start').fill(app.code);
    await page.getByRole('button', { name: 'Create the account' }).click();
  } else {
    await page.getByLabel('Sign-in name').fill('tester');
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
  }
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  app.hasAccount = true;
}

/** Opens the page of a new student, who is added as the form would, without the form. @returns the page's address */
export async function openStudent(
  page: Page,
  app: Application,
  name: string,
  options: { left?: boolean; year?: string; kit?: readonly string[] } = {},
): Promise<string> {
  const id = crypto.randomUUID();
  await api(page, 'PUT', `/students/${id}`, {
    name,
    handedness: options.left ? 'left' : 'right',
    birthYear: Number(options.year ?? 1988),
    heightM: 1.78,
    massKg: 78,
    level: 'club',
    goalKind: 'gain',
    kit: ['driver', 'iron', ...(options.kit ?? ['racket', 'light stick'])],
    places: ['range', 'garden'],
  });
  await page.goto(`${app.address}/students/${id}`);
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
  return page.url();
}

/** Adds a student through the form. @returns the address of the student's page */
export async function addStudent(
  page: Page,
  app: Application,
  name: string,
  options: { left?: boolean; year?: string; kit?: readonly string[] } = {},
): Promise<string> {
  await page.goto(`${app.address}/students/new`);
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Birth year').fill(options.year ?? '1988');
  await page.getByLabel('Height, cm').fill('178');
  await page.getByLabel('Mass, kg').fill('78');
  if (options.left) await page.getByText('left-handed', { exact: true }).click();
  for (const kit of options.kit ?? ['racket', 'light stick']) await page.getByText(kit, { exact: true }).click();
  await page.getByText('garden', { exact: true }).click();
  await page.getByRole('button', { name: 'Save the student' }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
  return page.url();
}

/** A browser whose camera and microphone are stand-ins; the microphone hears a WAV, over and over. */
export const fakeDevices = (heard: string): { executablePath: string | undefined; args: string[] } => ({
  executablePath: BROWSER,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-audio-capture=${heard}`,
  ],
});

/** Answers the file chooser that a button opens. */
export async function choose(page: Page, button: string, file: ReturnType<typeof textFile>): Promise<void> {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: button }).click();
  await (await chooser).setFiles(file);
}

/** A lesson at Measure with a driver block that takes shots. */
export async function startBlock(page: Page): Promise<void> {
  await startLesson(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Start the block' }).click();
  await expect(page.getByText('takes what the devices send')).toBeVisible();
}

/** Calls the API with the page's own sign-in, as the page would. */
export async function api<T>(
  page: Page,
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
): Promise<T> {
  return page.evaluate(
    async ([m, p, b]) => {
      const res = await fetch(`/api${p}`, {
        method: m,
        headers: b === undefined ? {} : { 'content-type': 'application/json' },
        body: b,
      });
      return res.status === 204 ? undefined : res.json();
    },
    [method, path, body === undefined ? undefined : JSON.stringify(body)] as const,
  ) as Promise<T>;
}

/** An earlier lesson with one block, so that there is something to compare with. */
export const DAY_MS = 86_400_000;
/** Eight swings about a speed. */
export const spread = (mph: number): number[] => [-1, -0.5, 0, 0.5, 1, -0.3, 0.3, 0.1].map((d) => mph + d);

export async function earlierLesson(page: Page, studentId: string, daysAgo: number, mph: number): Promise<string> {
  const [lesson, block] = [crypto.randomUUID(), crypto.randomUUID()];
  await api(page, 'POST', `/students/${studentId}/lessons`, {
    id: lesson,
    startsAt: new Date(Date.now() - daysAgo * DAY_MS).toISOString(),
  });
  await api(page, 'POST', `/lessons/${lesson}/blocks`, {
    id: block,
    club: 'driver',
    withBall: true,
    condition: 'normal',
  });
  for (const v of spread(mph)) {
    await api(page, 'POST', `/blocks/${block}/shots`, {
      id: crypto.randomUUID(),
      values: { clubSpeedMps: v * 0.44704 },
    });
  }
  return lesson;
}

/** Starts a lesson from the student's page that is open, and waits for its stations. */
export async function startLesson(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Start a lesson' }).click();
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible();
}

/** A file for a file chooser, made of text. */
export const textFile = (name: string, text: string): { name: string; mimeType: string; buffer: Buffer } => ({
  name,
  mimeType: 'text/csv',
  buffer: Buffer.from(text),
});
