import { mkdtempSync, readFileSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AuditPage, ErasureAnswer, RetentionAnswer } from '../api/account-types.ts';
import { Archive } from './backup/archive.ts';
import { keepToRetention } from './readings/retention.ts';
import { exportRecord, type RecordManifest } from './records/export-record.ts';
import { importRecord } from './records/import-record.ts';
import { repacked } from './test-archives.ts';
import { playerSwing } from '../core/swing/player.ts';
import { SOUND_BODY } from '../stand-ins/camera/body.ts';
import { PLAIN_CAMERA, recordVideo } from '../stand-ins/camera/record-video.ts';
import { TestServer, uuid } from './test-support.ts';

const FIXTURES = join(import.meta.dirname, '..', 'core', 'capture', 'fixtures', 'motion');
let film: Uint8Array;
const folder = mkdtempSync(join(tmpdir(), 'maple-records-'));
let server: TestServer;
let other: TestServer;
let practiceId = '';
let otherPracticeId = '';
let studentId = '';
const practiceOf = async ({ db }: TestServer): Promise<string> =>
  (await db.query<{ id: string }>('select id from practices order by created_at'))[0]!.id;

/** A student with something in every table that a lesson fills. */
async function richStudent(
  on: TestServer,
  name: string,
  hasCapture = false,
): Promise<{ studentId: string; lessonId: string }> {
  const id = await on.student({ name, goalDate: '2026-12-31', heightM: 1.7, massKg: 65 });
  const lessonId = await on.lesson(id, 3);
  const blockId = await on.block(lessonId);
  await on.shots(blockId, [90, 91.5, 92.25, 91, 90.5]);
  if (hasCapture)
    await on
      .uploadBytes(
        `/blocks/${blockId}/imports/motion?id=${uuid()}&name=b.csv`,
        readFileSync(join(FIXTURES, '01-cast-500hz.csv')),
      )
      .expect(201);
  await on.call('patch', `/lessons/${lessonId}`, { note: 'line one\nline “two” — 100 %' }).expect(204);
  await on.call('put', `/lessons/${lessonId}/signs/early-unhinge`, { id: uuid(), grade: 'clear', note: '' });
  await on.call('post', `/students/${id}/screens`, { id: uuid(), takenOn: '2026-03-01', balanceLeadS: 20 }).expect(201);
  await on.call('post', `/students/${id}/practice-link`, {}).expect(201);
  const { done } = await on.video(lessonId, film, { fileName: `${name.replace(/\W+/g, ' ')} swing.mp4` });
  expect(done.status).toBe(200);
  return { studentId: id, lessonId };
}

beforeAll(async () => {
  const player = playerSwing({ sex: 'male', heightM: 1.78, massKg: 78, strength: 0.65 });
  film = (await recordVideo(player, SOUND_BODY, { ...PLAIN_CAMERA, widthPx: 160, heightPx: 160, fps: 30 })).mp4;
  server = await TestServer.open();
  await server.setUp();
  other = await TestServer.open();
  await other.setUp();
  practiceId = await practiceOf(server);
  otherPracticeId = await practiceOf(other);
  studentId = (await richStudent(server, 'Ünal “O’Hara”, \\ back', true)).studentId;
  await richStudent(server, 'Somebody Else');
});
afterAll(async () => {
  await server.db.close();
  await other.db.close();
});

const shape = (m: RecordManifest) => ({ tables: m.tables, files: m.files, students: m.students, missing: m.missing });

describe('a record taken elsewhere', () => {
  test('one student: out, into another copy, and out again are the same to the last byte', async () => {
    const file = join(folder, 'one', 'a.zip');
    const made = await exportRecord(server, practiceId, studentId, file);
    const rows = Object.fromEntries(made.tables.map((t) => [t.name, t.rows]));
    expect(rows).toMatchObject({
      students: 1,
      lessons: 1,
      blocks: 1,
      shots: 5,
      motions: 1,
      imports: 2,
      screens: 1,
      videos: 1,
    });
    expect(Object.keys(rows)).not.toContain('practice_links');
    expect(made.files.length).toBeGreaterThanOrEqual(2);
    const archive = await Archive.open(file, 'a.zip');
    const summary = await archive.text('summary.txt');
    expect(summary).toContain('Ünal “O’Hara”');
    expect(summary).toMatch(/driver with ball, normal: 40\.7 m\/s \(91\.0 mph\) of 5/);
    expect(summary).not.toContain('Somebody Else');
    expect(await archive.text('tables/students.ndjson')).not.toContain(practiceId);
    archive.close();
    await importRecord(other, otherPracticeId, file);
    const again = await exportRecord(other, otherPracticeId, studentId, join(folder, 'one', 'b.zip'));
    expect(shape(again)).toEqual(shape(made));
    expect(await readdir(join(folder, 'one'))).toEqual(['a.zip', 'b.zip']);
    // What is reckoned from the rows is there as well.
    const page = async (on: TestServer): Promise<unknown> => {
      const { stick, lessons } = (await on.call('get', `/students/${studentId}`).expect(200)).body as Record<
        string,
        unknown
      >;
      return { stick, lessons };
    };
    expect(await page(other)).toEqual(await page(server));
    await expect(importRecord(other, otherPracticeId, file)).rejects.toMatchObject({ code: 'already-here' });
  });
  test('the whole practice goes into an empty one only, and comes out the same', async () => {
    await server.call('put', '/settings', { speedUnit: 'km/h' }).expect(200);
    await server
      .call('post', '/beliefs/changes', { id: uuid(), kind: 'half-life', about: 'seen', value: 60, note: 'mine' })
      .expect(201);
    const file = join(folder, 'all', 'a.zip');
    const made = await exportRecord(server, practiceId, undefined, file);
    await expect(importRecord(other, otherPracticeId, file)).rejects.toMatchObject({ status: 409 });
    const empty = await TestServer.open();
    await empty.setUp();
    const emptyId = await practiceOf(empty);
    await importRecord(empty, emptyId, file);
    const again = await exportRecord(empty, emptyId, undefined, join(folder, 'all', 'b.zip'));
    expect(shape(again)).toEqual(shape(made));
    expect((await empty.call('get', '/session')).body).toMatchObject({ settings: { speedUnit: 'km/h' } });
    await empty.db.close();
  });
  test('over HTTP: as files that nothing is left of, for who may', async () => {
    const assistant = await server.colleague('assistant');
    await server.call('get', `/students/${studentId}/export`, undefined, assistant).expect(403);
    await server.call('get', '/export', undefined, assistant).expect(403);
    const got = await server.call('get', `/students/${studentId}/export`).responseType('blob').expect(200);
    expect(got.headers['content-disposition']).toContain('record-');
    const third = await TestServer.open();
    await third.setUp();
    const sent = await third.uploadBytes('/records?name=x.zip', got.body as Buffer).expect(201);
    expect(sent.body).toMatchObject({ students: 1 });
    await third.uploadBytes('/records?name=x.zip', got.body as Buffer).expect(409);
    await third.uploadBytes('/records?name=x.zip', Buffer.from('no zip')).expect(422);
    await third.db.close();
  });
});

const forged = (
  file: string,
  change: (manifest: RecordManifest, texts: Map<string, string>) => unknown,
): Promise<string> => repacked(file, mkdtempSync(join(folder, 'forged-')), change);

describe('a record that cannot be taken changes nothing', () => {
  let on: TestServer;
  let lessonHere = '';
  beforeAll(async () => {
    on = await TestServer.open();
    await on.setUp();
    lessonHere = (await richStudent(on, 'Here Already')).lessonId;
  });
  afterAll(() => on.db.close());
  const first = (text: string): Record<string, unknown> => JSON.parse(text.split('\n')[0]!) as Record<string, unknown>;
  const edit = (texts: Map<string, string>, name: string, change: (row: Record<string, unknown>) => unknown): void => {
    const row = first(texts.get(name)!);
    change(row);
    texts.set(name, [JSON.stringify(row), ...texts.get(name)!.split('\n').slice(1)].join('\n'));
  };
  test.each<[string, (m: RecordManifest, t: Map<string, string>, foreignLesson: string) => unknown]>([
    ['rows of somebody who is here', (_, t, lesson) => edit(t, 'blocks', (r) => (r.lesson_id = lesson))],
    ['an unknown column', (_, t) => edit(t, 'lessons', (r) => (r.mood = 'good'))],
    ['a practice of its own', (_, t) => edit(t, 'lessons', (r) => (r.practice_id = uuid()))],
    ['an unknown table', (_, t) => t.set('instructors', '{}\n')],
    ['a speed of another kind', (_, t) => edit(t, 'shots', (r) => (r.club_speed_mps = 4000))],
    ['a student out of bounds', (_, t) => edit(t, 'students', (r) => (r.kit = null))],
    ['text for a number', (_, t) => edit(t, 'shots', (r) => (r.club_speed_mps = 'fast'))],
    ['no student', (m) => ((m as { students: unknown }).students = [])],
    ['students that are no list', (m) => ((m as { students: unknown }).students = 7)],
    ['ids that are none', (m) => ((m as { students: unknown }).students = [{ id: "'; drop table shots", name: '' }])],
    ['a newer schema', (m) => ((m as { schema: string }).schema = '999-later.sql')],
    ['another kind', (m) => ((m as { kind: string }).kind = 'practice-backup')],
    ['a lost file', (m) => ((m as { files: unknown }).files = [])],
  ])('%s', async (_, change) => {
    const before = await exportRecord(on, await practiceOf(on), undefined, join(folder, 'before', 'x.zip'));
    const stored = (await on.content.list()).length;
    const file = await forged(join(folder, 'one', 'a.zip'), (m, t) => change(m, t, lessonHere));
    const failed = await on.uploadBytes('/records?name=x.zip', readFileSync(file));
    expect({ status: failed.status, body: failed.body as unknown }).toMatchObject({ status: expect.any(Number) });
    expect([404, 409, 422]).toContain(failed.status);
    const after = await exportRecord(on, await practiceOf(on), undefined, join(folder, 'before', 'y.zip'));
    expect(shape(after)).toEqual(shape(before));
    expect((await on.content.list()).length).toBe(stored);
  });
  test('one of an earlier schema is brought up to date on its way in', async () => {
    // What later steps have added is not in it.
    const added: Record<string, readonly string[]> = {
      students: [
        'cleared_by',
        'speed_unit',
        'phone',
        'email',
        'guardian_contact',
        'groups',
        'pinned_note',
        'archived_at',
      ],
      shots: ['corrections'],
      lessons: ['done_at'],
      plan_drills: ['state', 'mark', 'because'],
      decisions: ['cue', 'cue_from', 'earlier'],
      verdicts: ['lens'],
      practice_sets: ['local_day', 'effort', 'note', 'words', 'calls'],
    };
    const file = await forged(join(folder, 'one', 'a.zip'), (m, texts) => {
      (m as { schema: string }).schema = '014-people.sql';
      const later = ['pains', 'load_overrules', 'late_sets', 'protocol_runs', 'protocol_attempts', 'phone_protocols'];
      for (const table of [
        ...later,
        'protocol_logs',
        'programmes',
        'appointments',
        'student_photos',
        'trials',
        'trial_turns',
        'called_runs',
        'calls',
        'student_words',
      ])
        texts.delete(table);
      for (const [table, columns] of Object.entries(added)) {
        const rows = (texts.get(table) ?? '').split('\n').filter((l) => l !== '');
        const old = rows.map((l) => {
          const row = JSON.parse(l) as Record<string, unknown>;
          for (const c of columns) delete row[c];
          return `${JSON.stringify(row)}\n`;
        });
        texts.set(table, old.join(''));
      }
    });
    await importRecord(on, await practiceOf(on), file);
    const again = await exportRecord(on, await practiceOf(on), studentId, join(folder, 'up', 'x.zip'));
    const made = await forged(join(folder, 'one', 'a.zip'), () => undefined);
    const archive = await Archive.open(made, 'made');
    const manifest = JSON.parse(await archive.text('manifest.json')) as RecordManifest;
    archive.close();
    // The day by the phone's calendar is not known of older sets; all else is as it was.
    const but = (tables: readonly { name: string }[]) => tables.filter((t) => t.name !== 'practice_sets');
    expect(but(again.tables)).toEqual(but(manifest.tables));
  });
});

describe('erasing a student', () => {
  test('says before what goes, needs the name, leaves nothing but counts, and what others share stays', async () => {
    const on = await TestServer.open();
    await on.setUp();
    const gone = await richStudent(on, 'To Be Erased', true);
    const stays = await richStudent(on, 'Stays Here');
    const link = ((await on.call('post', `/students/${gone.studentId}/practice-link`, {})).body as { path: string })
      .path;
    await on.call('post', '/backups').expect(201);
    const said = (await on.call('get', `/students/${gone.studentId}/erasure`).expect(200)).body as ErasureAnswer;
    expect(said).toMatchObject({
      studentName: 'To Be Erased',
      counts: { lessons: 1, shots: 5, videos: 1 },
      hasLink: true,
    });
    expect(said.backups).toHaveLength(1);
    // The name of a backup holds the second: who came within it may be in it, who came after it is not.
    for (const [afterS, named] of [
      [0.9, 1],
      [1.1, 0],
      [-60, 1],
    ] as const) {
      await on.db.query(`update students set created_at = $1::timestamptz + make_interval(secs => $2) where id = $3`, [
        said.backups[0]!.madeAt,
        afterS,
        gone.studentId,
      ]);
      const { backups } = (await on.call('get', `/students/${gone.studentId}/erasure`)).body as ErasureAnswer;
      expect([afterS, backups.length]).toEqual([afterS, named]);
    }
    const [own] = await on.db.query<{ id: string }>('select id from videos where lesson_id = $1', [gone.lessonId]);
    await on.call('get', `/videos/${own!.id}/file`).expect(200);
    await on.call('delete', `/students/${gone.studentId}`, { name: 'Somebody' }).expect(422);
    await on.call('delete', `/students/${gone.studentId}`, { name: 'to be erased ' }).expect(200);
    await on.call('get', `/students/${gone.studentId}`).expect(404);
    await on.call('get', `/lessons/${gone.lessonId}`).expect(404);
    await on.http.get(`/api${link}`).expect(404);
    // Both had the same files: what the other one stands on is still there.
    const [film] = await on.db.query<{ id: string }>('select id from videos');
    await on.call('get', `/videos/${film!.id}/file`).expect(200);
    // No row of any table names the student, but the log's and the hash of the erasure.
    const tables = await on.db.query<{ name: string }>(
      "select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'",
    );
    const found: string[] = [];
    for (const { name } of tables) {
      const rows = await on.db.query(`select 1 from "${name}" t where t::text ilike $1 or t::text like $2 limit 1`, [
        `%To Be Erased%`,
        `%${gone.studentId}%`,
      ]);
      if (rows.length > 0) found.push(name);
    }
    expect(found).toEqual(['audit']);
    expect(await on.db.query(`select thing from audit where thing ilike '%To Be Erased%'`)).toEqual([]);
    const { erasures } = (await on.call('get', '/retention').expect(200)).body as RetentionAnswer;
    expect(erasures).toMatchObject([{ lessons: 1, swings: 5, films: 1 }]);
    const { entries } = (await on.call('get', '/audit').expect(200)).body as AuditPage;
    expect(entries.find((e) => e.action === 'erased')).toMatchObject({ studentName: null, who: 'Tester' });
    await on.call('delete', `/students/${stays.studentId}`, { name: 'Stays Here' }).expect(200);
    expect(await on.content.list()).toEqual([]);
    await on.db.close();
  });
});

test('films go at the end of their time, and only then; who was not seen for long is listed', async () => {
  const on = await TestServer.open();
  await on.setUp();
  const { lessonId, studentId: seen } = await richStudent(on, 'Filmed One');
  expect((await on.call('get', '/retention')).body).toMatchObject({
    retention: { filmMonths: null, auditMonths: 36 },
    unseen: [],
  });
  await on.call('put', '/retention', { filmMonths: 0 }).expect(422);
  await on.call('put', '/retention', { filmMonths: 6, studentMonths: 12 }).expect(200);
  expect(await keepToRetention(on)).toBe(0);
  await on.db.query("update lessons set starts_at = now() - interval '13 months' where id = $1", [lessonId]);
  const before = (await on.content.list()).length;
  expect(await keepToRetention(on)).toBe(1);
  expect((await on.content.list()).length).toBe(before - 1);
  const { unseen } = (await on.call('get', '/retention')).body as RetentionAnswer;
  expect(unseen.map((s) => s.id)).toEqual([seen]);
  const { entries } = (await on.call('get', '/audit')).body as AuditPage;
  expect(entries[0]).toMatchObject({ who: 'the program', thing: 'Filmed One swing.mp4', studentName: 'Filmed One' });
  await on.db.close();
});
