// `npm run bench -- practice [students lessons swings]`: builds a large practice and times its main pages while a feed posts two
// shots a second; the server runs here, what asks it in a process of its own.
import { fork } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { built, ROOT } from './prepare.mjs';
import { countProcessor } from './processor.mjs';

/** The practice straight into the tables; its figures are reckoned once at the end. */
async function fill(db, practiceId, { students, lessons, swings }) {
  const uuid = (expression) => `md5(${expression})::uuid`;
  const blocks = `generate_series(1, ${students}) s, generate_series(1, ${lessons}) l`;
  const startsAt = `date_trunc('day', now()) + interval '10 hours' - (${lessons} - l) * interval '7 days' - (s % 7) * interval '1 day'`;
  await db.script('alter table shots disable trigger user');
  await db.query(
    `insert into students (id, practice_id, name, handedness, birth_year, height_m, mass_kg, level, goal_kind, goal_speed_mps, sex)
     select ${uuid(`'s' || s`)}, $1, 'Student ' || lpad(s::text, 4, '0'), 'right', 1960 + s % 45, 1.7, 72, 'club', 'gain', 46, 'male'
     from generate_series(1, ${students}) s`,
    [practiceId],
  );
  await db.query(
    `insert into lessons (id, practice_id, student_id, starts_at, note)
     select ${uuid(`'l' || s || '-' || l`)}, $1, ${uuid(`'s' || s`)}, ${startsAt}, '' from ${blocks}`,
    [practiceId],
  );
  await db.query(
    `insert into blocks (id, practice_id, lesson_id, position, club, with_ball, condition)
     select ${uuid(`'b' || s || '-' || l`)}, $1, ${uuid(`'l' || s || '-' || l`)}, 1, 'driver', true, 'normal' from ${blocks}`,
    [practiceId],
  );
  // An even spread of ±2 m/s about a speed of the student's own, a little faster with each lesson.
  const AT_ONCE = 25;
  for (let from = 1; from <= students; from += AT_ONCE)
    await db.query(
      `insert into shots (id, practice_id, block_id, source, struck_at, club_speed_mps, ball_speed_mps)
       select ${uuid(`'x' || s || '-' || l || '-' || n`)}, $1, ${uuid(`'b' || s || '-' || l`)}, 'file', ${startsAt} + n * interval '1 minute',
         38 + s % 9 + 0.02 * l + ((n * 7919 + l * 31 + s) % 401) / 100.0 - 2, 55 + s % 9 + ((n * 7919) % 401) / 100.0
       from generate_series(${from}, ${Math.min(students, from + AT_ONCE - 1)}) s, generate_series(1, ${lessons}) l, generate_series(1, ${swings}) n`,
      [practiceId],
    );
  await db.script('alter table shots enable trigger user');
}

export async function benchPractice([students = 500, lessons = 50, swings = 60]) {
  const { start } = await built('server/start');
  const { rebuildFigures } = await built('server/rows/figures');
  const size = { students, lessons, swings };
  const folder = join(ROOT, '.cache', `practice-${students}-${lessons}-${swings}`);
  mkdirSync(folder, { recursive: true });
  const { DATABASE_URL: databaseUrl } = process.env;
  const open = () => start({ dataFolder: folder, webFolder: '/none', host: '127.0.0.1', port: 0, databaseUrl });
  let running = await open();
  const { db, address } = running;
  const account = { practiceName: 'Bench', name: 'Bench', signIn: 'bench', password: 'the password of the bench' };
  const post = (path, body) =>
    fetch(`${address}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const [{ n: there }] = await db.query('select count(*)::int as n from students');
  if (there !== students) {
    console.log(`Building ${students} students × ${lessons} lessons × ${swings} swings …`);
    await post('/setup', account);
    const [{ id }] = await db.query('select id from practices');
    await fill(db, id, size);
    const from = performance.now();
    await rebuildFigures(db);
    console.log(
      `figures of ${students * lessons} sessions rebuilt in ${((performance.now() - from) / 1000).toFixed(0)} s`,
    );
    await db.script('vacuum analyze');
    // As after `npm run figures`: the program starts and reckons the standings ahead.
    await running.stop();
    running = await open();
  }
  const warmFrom = performance.now();
  const warmed = await running.warmed;
  console.log(`${warmed} standings reckoned ahead in ${((performance.now() - warmFrom) / 1000).toFixed(1)} s`);
  const had = countProcessor();
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  const client = fork(join(import.meta.dirname, 'bench-practice-client.mjs'), [], { stdio: 'inherit' });
  const [feedKey] = running.feedKeys.values();
  client.send({ address: running.address, account, feedKey });
  await new Promise((resolve) => client.once('exit', resolve));
  delay.disable();
  console.log(`longest pause of the server's event loop ${(delay.max / 1e6).toFixed(0)} ms`);
  console.log(had());
  await running.stop();
}
