import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BackupsAnswer, LessonAnswer } from '../api/types.ts';
import { Backups } from './backup/keep-backups.ts';
import { checkBackup, restoreBackup } from './backup/restore-backup.ts';
import { writeBackup, type BackupManifest } from './backup/write-backup.ts';
import { ContentStore } from './content/content-store.ts';
import { migrate, schemaSteps } from './db/migrate.ts';
import { repacked } from './test-archives.ts';
import { examine } from './readings/doctor.ts';
import { blankDatabase, testDatabase } from './test-databases.ts';
import { temporaryFolder, TestServer, uuid } from './test-support.ts';

const FIXTURES = join(import.meta.dirname, '..', 'core', 'capture', 'fixtures', 'motion');
const folder = mkdtempSync(join(tmpdir(), 'maple-backup-'));
let server: TestServer;
let lessonId = '';
let manifest: BackupManifest;
const file = join(folder, 'a.zip');
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
  const studentId = await server.student({ name: 'Ünal “O’Hara”, \\ back', goalDate: '2026-12-31' });
  lessonId = await server.lesson(studentId);
  const blockId = await server.block(lessonId);
  const csv = ['club,club_speed_mph', ...Array.from({ length: 1200 }, (_, i) => `driver,${85 + i / 1000}`)].join('\n');
  await server.upload(`/blocks/${blockId}/imports/shots?id=${uuid()}&name=a.csv`, csv).expect(201);
  const motion = readFileSync(join(FIXTURES, '01-cast-500hz.csv'));
  await server.uploadBytes(`/blocks/${blockId}/imports/motion?id=${uuid()}&name=b.csv`, motion).expect(201);
  await server.call('patch', `/lessons/${lessonId}`, { note: 'line one\nline “two” — 100 %' }).expect(204);
  manifest = await writeBackup(server.db, server.content, file);
});
afterAll(() => server.db.close());

const shape = (m: BackupManifest) => ({ tables: m.tables, files: m.files, missing: m.missing });

describe('a backup', () => {
  test('holds every row and file, and nothing but itself is left beside it', async () => {
    expect((await readdir(folder)).filter((name) => name !== 'old.zip')).toEqual(['a.zip']);
    const rows = Object.fromEntries(manifest.tables.map((t) => [t.name, t.rows]));
    expect(rows).toMatchObject({
      students: 1,
      lessons: 1,
      blocks: 1,
      shots: 1200,
      motions: 1,
      imports: 2,
      instructors: 1,
    });
    expect(rows).not.toHaveProperty('sign_ins');
    expect(manifest.files.length).toBeGreaterThan(0);
    expect(shape(await checkBackup(file))).toEqual(shape(manifest));
  });
  test('put into an empty database gives the same practice, to the last byte of the next backup', async () => {
    const db = await testDatabase();
    const content = new ContentStore(temporaryFolder());
    await restoreBackup(db, content, file);
    const again = await writeBackup(db, content, join(folder, 'b.zip'));
    expect(shape(again)).toEqual(shape(manifest));
    // It goes on counting behind what came in, and its figures are reckoned.
    const [own] = await server.db.query('select * from session_figures');
    expect(await db.query('select * from session_figures')).toEqual([own]);
    await db.query(
      `insert into shots (id, practice_id, block_id, source, struck_at, club_speed_mps)
       select gen_random_uuid(), practice_id, id, 'typed', now(), 40 from blocks limit 1`,
    );
    await expect(restoreBackup(db, content, file)).rejects.toMatchObject({ code: 'already-set-up' });
    await db.close();
  });
  test('one of an earlier schema is put back and then brought up to date', async () => {
    const old = await blankDatabase();
    await migrate(old, '012-club-names.sql');
    const [practice, student, lesson, block] = [uuid(), uuid(), uuid(), uuid()];
    await old.script(`insert into practices (id, name) values ('${practice}', 'P');
      insert into students (id, practice_id, name, handedness, birth_year, level, goal_kind)
        values ('${student}', '${practice}', 'Ada', 'left', 1990, 'club', 'hold');
      insert into lessons (id, practice_id, student_id, starts_at) values ('${lesson}', '${practice}', '${student}', now());
      insert into blocks (id, practice_id, lesson_id, position, club, with_ball, condition)
        values ('${block}', '${practice}', '${lesson}', 1, 'driver', true, 'normal');
      insert into shots (id, practice_id, block_id, source, struck_at, club_speed_mps)
        select gen_random_uuid(), '${practice}', '${block}', 'typed', now(), 40 + i from generate_series(1, 5) i;`);
    await writeBackup(old, server.content, join(folder, 'old.zip'));
    await old.close();
    const earlier = await repacked<BackupManifest>(
      join(folder, 'old.zip'),
      mkdtempSync(join(tmpdir(), 'maple-old-')),
      (m) => Object.assign(m, { schema: '012-club-names.sql' }),
    );
    const db = await testDatabase();
    await restoreBackup(db, new ContentStore(temporaryFolder()), earlier);
    expect(await db.query('select name, birth_date from students')).toEqual([{ name: 'Ada', birth_date: null }]);
    expect(await db.query('select swings, median_mps from session_figures')).toEqual([{ swings: 5, median_mps: 43 }]);
    expect((await db.query('select 1 from migrations')).length).toBe(schemaSteps().length);
    await db.close();
  });
  test('the program goes on while one is made', async () => {
    const making = writeBackup(server.db, server.content, join(folder, 'c.zip'));
    const lesson = (await server.call('get', `/lessons/${lessonId}`).expect(200)).body as LessonAnswer;
    expect(lesson.blocks[0]!.shotsTotal).toBe(1200);
    await making;
  });
  test('a film that is deleted meanwhile is in it all the same', async () => {
    const sha256 = await server.content.put(Buffer.from('original of an import'));
    await server.db.query('update imports set original_sha256 = $1 where file_name = $2', [sha256, 'a.csv']);
    const made = await server.content.whileAllStays(async () => {
      await server.content.drop(sha256);
      return writeBackup(server.db, server.content, join(folder, 'd.zip'));
    });
    expect(made.files.map((f) => f.sha256)).toContain(sha256);
    expect(made.missing).toEqual([]);
  });
});

describe('a backup that cannot be taken', () => {
  const bytes = (): Buffer => readFileSync(file);
  const empty = async (name: string): Promise<unknown> => {
    const db = await testDatabase();
    const before = await db.query('select count(*)::int as n from migrations');
    const failed = await restoreBackup(db, new ContentStore(temporaryFolder()), join(folder, name)).catch(
      (e: unknown) => e,
    );
    expect(await db.query('select count(*)::int as n from migrations')).toEqual(before);
    expect(await db.query('select 1 from practices')).toEqual([]);
    await db.close();
    return failed;
  };
  test.each<[string, () => Buffer, RegExp]>([
    ['cut short', () => bytes().subarray(0, bytes().length - 400), /cannot be read as a ZIP/],
    ['no backup', () => Buffer.from('hello'), /cannot be read as a ZIP/],
    [
      'with a spoilt byte',
      () => {
        const spoilt = Buffer.from(bytes());
        const at = spoilt.indexOf('files/') + 90;
        spoilt[at] = spoilt[at]! ^ 0xff;
        return spoilt;
      },
      /is damaged/,
    ],
  ])('%s is refused in words and changes nothing', async (name, content, words) => {
    writeFileSync(join(folder, `${name}.zip`), content());
    expect(String(await empty(`${name}.zip`))).toMatch(words);
  });
});

describe('the backups of a data folder', () => {
  const DAY_MS = 86_400_000;
  test('one each day, the old ones go, the last always stays; a failure is said and Today warns after a week', async () => {
    const backups = new Backups(server.db, server.content, mkdtempSync(join(tmpdir(), 'maple-daily-')));
    const start = Date.now();
    for (const day of [0, 0.2, 1.1, 2.2, 3.3]) await backups.daily(new Date(start + day * DAY_MS));
    expect(await backups.list()).toHaveLength(4);
    await backups.daily(new Date(start + 17 * DAY_MS));
    expect((await backups.list()).map((b) => Math.round((Date.parse(b.madeAt) - start) / DAY_MS))).toEqual([17, 3]);
    expect((await backups.answer(new Date(start + 24.5 * DAY_MS))).overdueDays).toBe(7);
    expect((await backups.answer(new Date(start + 20 * DAY_MS))).overdueDays).toBeNull();
    // The clock was set back by a month: there is one all the same.
    await backups.daily(new Date(start - 30 * DAY_MS));
    expect(await backups.list()).toHaveLength(3);
    writeFileSync(join(backups.folder, '..', 'file'), '');
    const nowhere = new Backups(server.db, server.content, join(backups.folder, '..', 'file'));
    await expect(nowhere.make()).rejects.toThrow();
    expect((await nowhere.answer()).failed).not.toBe('');
  });
  test('from the page: made now, listed, taken away as the file that it is; none without a sign-in', async () => {
    const made = (await server.call('post', '/backups').expect(201)).body as BackupsAnswer;
    expect(made.backups).toHaveLength(1);
    const { name, bytes } = made.backups[0]!;
    const got = await server.call('get', `/backups/${name}/file`).responseType('blob').expect(200);
    expect((got.body as Buffer).length).toBe(bytes);
    await server.call('get', '/backups/..%2Fin-use/file').expect(404);
    await server.http.get(`/api/backups/${name}/file`).expect(401);
    await server.http.get('/api/backups').expect(401);
    expect((await server.call('get', '/today')).body).toMatchObject({ backupOverdueDays: null });
  });
});

test('the doctor names what is wrong: a missing and a damaged file, a clock behind, no backup for a week', async () => {
  const backups = new Backups(server.db, server.content, mkdtempSync(join(tmpdir(), 'maple-doctor-')));
  const wrong = async (now?: Date): Promise<string[]> =>
    (await examine(server.db, server.content, backups, backups.folder.replace(/backups$/, ''), now))
      .filter((f) => !f.isWell && f.what !== 'Disk')
      .map((f) => f.what);
  await backups.make();
  expect(await wrong()).toEqual([]);
  const [spoilt, gone] = (await checkBackup(file)).files.map((f) => f.sha256);
  writeFileSync(join(server.content.folder, spoilt!), 'spoilt');
  if (gone) await server.content.drop(gone);
  expect(await wrong()).toEqual(['Original files']);
  const later = new Date(Date.now() + 9 * 86_400_000);
  expect(await wrong(later)).toEqual(['Original files', 'Backup']);
  expect(await wrong(new Date(Date.now() - 3 * 86_400_000))).toContain('Clock');
});
