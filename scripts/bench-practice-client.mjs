// Asks a running server for its main pages, one after another, while a feed posts two shots a second.
import { setTimeout as wait } from 'node:timers/promises';

const ROUNDS = 40;
process.once('message', async ({ address, account, feedKey }) => {
  let cookie = '';
  const ask = async (method, path, body, headers = {}) => {
    const from = performance.now();
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json', cookie, ...headers },
      body: body && JSON.stringify(body),
    });
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text}`);
    const set = answer.headers.get('set-cookie');
    if (set) cookie = set.split(';')[0];
    return { ms: performance.now() - from, bytes: text.length, body: text && JSON.parse(text) };
  };
  await ask('POST', '/session', { signIn: account.signIn, password: account.password });
  const first = (await ask('GET', '/students')).body.students;
  const lessonsOf = async (id) => (await ask('GET', `/students/${id}`)).body.lessons;
  const [listening] = await lessonsOf(first[0].id);
  const { body: lesson } = await ask('GET', `/lessons/${listening.id}`);
  await ask('PATCH', `/blocks/${lesson.blocks[0].id}`, { listening: true });

  let running = true;
  let number = 0;
  const shots = [];
  const feed = (async () => {
    while (running) {
      const row = { club_speed_mph: 95 + (number % 5), ball_speed_mph: 140 };
      const shot = { deviceShotId: `${Date.now()}-${number++}`, struckAt: new Date().toISOString(), row };
      shots.push(
        (await ask('POST', '/feed/shots', { deviceId: 'bench', shots: [shot] }, { 'x-feed-key': feedKey })).ms,
      );
      await wait(500);
    }
  })();
  const pages = {
    Today: () => '/today',
    'student list': (i) => `/students?offset=${30 * (i % 10)}`,
    student: (i) => `/students/${first[i % first.length].id}`,
    lesson: () => `/lessons/${listening.id}`,
    ledger: () => `/lessons/${listening.id}/ledger`,
    review: () => `/lessons/${listening.id}/review`,
  };
  for (const [name, path] of Object.entries(pages)) {
    const times = [];
    let bytes = 0;
    for (let i = 0; i < ROUNDS; i++) {
      const answer = await ask('GET', path(i));
      times.push(answer.ms);
      bytes = Math.max(bytes, answer.bytes);
    }
    report(name, times, bytes);
  }
  running = false;
  await feed;
  report('a shot’s acknowledgement', shots, 0);
  process.exit(0);
});

function report(name, times, bytes) {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (p) => sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))].toFixed(0);
  const size = bytes > 0 ? `, ${(bytes / 1024).toFixed(0)} kB` : '';
  console.log(`${name.padEnd(28)} median ${at(0.5)} ms, 95 % ${at(0.95)} ms, first ${times[0].toFixed(0)} ms${size}`);
}
