import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
/** The embedded database is compiled quickly rather than thoroughly: a test's program does not live long enough to gain from it. */
const QUICK_DATABASE = '--liftoff-only';
const SERVER = `
import('./scripts/prepare.mjs').then(async ({ ready, built }) => {
  ready();
  const { start } = await built('server/start');
  const { filesFrom } = await built('server/content/files-from');
  const databaseUrl = process.env.DATABASE_URL;
  const files = filesFrom(process.env);
  const running = await start({ dataFolder: process.argv[1], webFolder: '/none', host: '127.0.0.1', port: 0, databaseUrl, files });
  if (process.env.SEED_DEMO) {
    const { seedDemo } = await built('demo/seed');
    const [first, again] = [await seedDemo(running.address, () => {}), await seedDemo(running.address, () => {})];
    console.log('seeded: ' + first + ', again: ' + again);
  }
  console.log('at ' + running.address);
}).catch((error) => { console.error(error.message); process.exit(1); });
`;

export interface Launched {
  readonly child: ChildProcess;
  /** Absent where it ended instead. */
  readonly address?: string;
  readonly said: string;
}

/** Server processes of a test, as they are built; all that still run are killed by `end`. */
export class Processes {
  private readonly children: ChildProcess[] = [];

  /** Starts the server on a folder; resolves with its address, or with what it said when it ended. */
  launch(folder: string, env: Readonly<Record<string, string>> = {}): Promise<Launched> {
    const child = spawn(process.execPath, [QUICK_DATABASE, '--eval', SERVER, folder], {
      cwd: ROOT,
      env: { ...process.env, ...env },
    });
    this.children.push(child);
    return new Promise((resolve) => {
      let said = '';
      const read = (data: Buffer): void => {
        said += data.toString();
        const match = /at (http:\S+)/.exec(said);
        if (match) resolve({ child, address: match[1], said });
      };
      child.stdout.on('data', read);
      child.stderr.on('data', read);
      child.on('exit', () => resolve({ child, said }));
    });
  }

  end(): void {
    for (const child of this.children) child.kill('SIGKILL');
  }
}

export const ended = (child: ChildProcess): Promise<void> =>
  new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) resolve();
    else child.once('exit', () => resolve());
  });
