// `npm run bench -- pauses`: the longest pause of the server's event loop while large files are imported and lessons are weighed.
import { fork } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { built, ROOT } from './prepare.mjs';

const SELF = join(import.meta.dirname, 'bench-pauses.mjs');
const [CSV_ROWS, C3D_BYTES] = [50_000, 95 * 1024 * 1024];

/** What is asked of the server, in a process of its own. */
async function ask({ address }) {
  let cookie = '';
  const call = async (method, path, body, type = 'application/json') => {
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'content-type': type, cookie },
      body: type === 'application/json' ? body && JSON.stringify(body) : body,
    });
    const set = answer.headers.get('set-cookie');
    if (set) cookie = set.split(';')[0];
    const text = await answer.text();
    return { status: answer.status, body: text && JSON.parse(text) };
  };
  const id = () => crypto.randomUUID();
  await call('POST', '/setup', {
    practiceName: 'Bench',
    name: 'B',
    signIn: 'b',
    password: 'the password of the bench',
  });
  const [student, lesson, block] = [id(), id(), id()];
  const kit = { kit: ['driver'], places: ['range'], level: 'club', goalKind: 'gain', handedness: 'right' };
  await call('PUT', `/students/${student}`, { name: 'Big Files', birthYear: 1985, ...kit });
  await call('POST', `/students/${student}/lessons`, { id: lesson, startsAt: new Date().toISOString() });
  await call('POST', `/lessons/${lesson}/blocks`, { id: block, club: 'driver', withBall: true, condition: 'normal' });
  const step = async (name, work) => {
    process.send({ from: name });
    const at = performance.now();
    const status = await work();
    process.send({ to: name, ms: performance.now() - at, status });
    await new Promise((resolve) => process.once('message', resolve));
  };
  const swing = readFileSync(join(ROOT, 'demo/samples/swing-arms-first.csv'), 'utf8');
  await step(
    'a captured swing',
    async () =>
      (await call('POST', `/blocks/${block}/imports/motion?id=${id()}&name=swing.csv`, swing, 'text/csv')).status,
  );
  await step('its lesson weighed', async () => (await call('GET', `/lessons/${lesson}/ledger`)).status);
  const rows = Array.from({ length: CSV_ROWS }, (_, i) => `driver,${(85 + (i % 90) / 10).toFixed(1)}`);
  const csv = ['club,club_speed_mph', ...rows].join('\n');
  await step(
    '50,000 rows of shots',
    async () => (await call('POST', `/blocks/${block}/imports/shots?id=${id()}&name=many.csv`, csv, 'text/csv')).status,
  );
  await step('the lesson with them', async () => (await call('GET', `/lessons/${lesson}`)).status);
  // A true C3D with filling after its frames: received, hashed, kept and read.
  const large = Buffer.alloc(C3D_BYTES, readFileSync(join(ROOT, 'demo/samples/swing.c3d')));
  await step(
    'a C3D of 95 MB',
    async () =>
      (
        await call(
          'POST',
          `/blocks/${block}/imports/motion?id=${id()}&name=large.c3d`,
          large,
          'application/octet-stream',
        )
      ).status,
  );
  process.exit(0);
}

export async function benchPauses() {
  const { start } = await built('server/start');
  const folder = mkdtempSync(join(tmpdir(), 'maple-pauses-'));
  const running = await start({ dataFolder: folder, webFolder: '/none', host: '127.0.0.1', port: 0 });
  const delay = monitorEventLoopDelay({ resolution: 2 });
  const client = fork(SELF, ['ask'], { stdio: 'inherit' });
  client.send({ address: running.address });
  client.on('message', ({ from, to, ms, status }) => {
    if (from) {
      delay.reset();
      delay.enable();
      return;
    }
    delay.disable();
    const pause = (delay.max / 1e6).toFixed(0);
    console.log(`${to.padEnd(24)} ${String(status)}  ${ms.toFixed(0).padStart(6)} ms, longest pause ${pause} ms`);
    client.send('on');
  });
  await new Promise((resolve) => client.once('exit', resolve));
  await running.stop();
  rmSync(folder, { recursive: true, force: true });
}

if (process.argv[2] === 'ask') process.once('message', (message) => void ask(message));
