import { tuple } from '../core/numeric/tuple.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { LedgerAnswer, LessonAnswer, MotionWire } from '../api/types.ts';
import { TestServer, uuid } from './test-support.ts';

const CAST = readFileSync(join(import.meta.dirname, '../core/capture/fixtures/motion/01-cast-500hz.csv'), 'utf8');
const EVEN = readFileSync(join(import.meta.dirname, '../core/capture/fixtures/motion/00-even-240hz.csv'), 'utf8');

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const count = async (table: 'shots' | 'imports' | 'motions'): Promise<number> => {
  const queries = {
    shots: 'select count(*)::int as n from shots',
    imports: 'select count(*)::int as n from imports',
    motions: 'select count(*)::int as n from motions',
  };
  return (await server.db.query<{ n: number }>(queries[table]))[0]!.n;
};

describe('blocks and shots', () => {
  test('typed, imported and live shots meet in one block; statistics leave out what is set aside', async () => {
    const lessonId = await server.lesson(await server.student({ handedness: 'left' }));
    const blockId = await server.block(lessonId, { cue: 'let go', feel: 'heavy', effort: 7 });
    const shot = { id: uuid(), values: { clubSpeedMps: 40, ballSpeedMps: 58, pathOutDeg: -3 } };
    await server.call('post', `/blocks/${blockId}/shots`, shot).expect(201);
    await server.call('post', `/blocks/${blockId}/shots`, shot).expect(201);
    await server
      .upload(
        `/blocks/${blockId}/imports/shots?id=${uuid()}&name=a.csv`,
        'club,club_speed_mph,path_deg\ndriver,92,4\ndriver,60,1\n',
      )
      .expect(201);
    const feed = {
      deviceId: 'm1',
      shots: [
        {
          deviceShotId: '1',
          struckAt: new Date().toISOString(),
          row: { club: 'driver', club_speed_mph: 91, path_deg: 2 },
        },
      ],
    };
    const post = () => server.http.post('/api/feed/shots').set('x-feed-key', server.feedKey).send(feed);
    expect((await post().expect(201)).body).toMatchObject({ added: 1, repeated: 0 });
    expect((await post().expect(201)).body).toMatchObject({ added: 0, repeated: 1 });
    let block = ((await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer).blocks[0]!;
    expect(block).toMatchObject({ cue: 'let go', feel: 'heavy', effort: 7, listening: true });
    expect(block.shots.map((s) => s.source).sort()).toEqual(['feed', 'file', 'file', 'typed']);
    const live = block.shots.find((s) => s.source === 'feed');
    expect(live?.values.pathOutDeg).toBeCloseTo(-2, 6);
    const slow = block.shots.find((s) => (s.values.clubSpeedMps ?? 0) < 30);
    await server.call('patch', `/shots/${slow?.id}`, { reason: 'mishit' }).expect(204);
    block = ((await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer).blocks[0]!;
    expect(block.statistics).toMatchObject({ swings: 3, setAside: 1 });
    await server.call('patch', `/shots/${slow?.id}`, { reason: null }).expect(204);
    block = ((await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer).blocks[0]!;
    expect(block.statistics).toMatchObject({ swings: 4, setAside: 0 });
  });
  test('a block is written as shots.csv with device signs, and can be read in again elsewhere', async () => {
    const lessonId = await server.lesson(await server.student({ handedness: 'left' }));
    const blockId = await server.block(lessonId);
    await server
      .upload(
        `/blocks/${blockId}/imports/shots?id=${uuid()}&name=o.csv`,
        'club,club_speed_mph,path_deg\ndriver,93.1,4\n',
      )
      .expect(201);
    const res = await server.call('get', `/blocks/${blockId}/shots.csv`);
    expect(res.headers['content-type']).toContain('text/csv');
    expect(res.headers['content-disposition']).toContain('attachment');
    const [header, row] = tuple(
      2,
      res.text.split('\n').map((l) => l.split(',')),
    );
    expect(row[header.indexOf('club_speed_mph')]).toBe('93.10');
    expect(row[header.indexOf('path_deg')]).toBe('4.00');
    const other = await server.block(await server.lesson(await server.student()));
    await server.upload(`/blocks/${other}/imports/shots?id=${uuid()}&name=o.csv`, res.text).expect(201);
  });
  test('only one block listens; without one the shot waits; a wrong key is refused', async () => {
    const lessonId = await server.lesson(await server.student());
    const first = await server.block(lessonId);
    await server.block(lessonId, { club: 'iron' });
    const blocks = ((await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer).blocks;
    expect(blocks.map((b) => b.listening)).toEqual([false, true]);
    await server.call('patch', `/blocks/${first}`, { listening: true }).expect(204);
    await server.call('patch', `/blocks/${first}`, { listening: false }).expect(204);
    // Struck after the block stopped listening: not within the millisecond in which it did.
    const struckAt = new Date(Date.now() + 50).toISOString();
    const feed = {
      deviceId: 'm2',
      shots: [{ deviceShotId: '1', struckAt, row: { club: 'driver', club_speed_mph: 91 } }],
    };
    const sent = await server.http.post('/api/feed/shots').set('x-feed-key', server.feedKey).send(feed).expect(201);
    expect(sent.body).toMatchObject({ added: 0, waiting: 1 });
    await server.http.post('/api/feed/shots').set('x-feed-key', 'guess').send(feed).expect(401);
  });
  test('an impossible typed shot is refused and nothing is kept', async () => {
    const blockId = await server.block(await server.lesson(await server.student()));
    const before = await count('shots');
    for (const values of [{}, { clubSpeedMps: 'fast' }, { clubSpeedMps: 4e8 }, { clubSpeedMps: 40, attackDeg: 95 }]) {
      await server.call('post', `/blocks/${blockId}/shots`, { id: uuid(), values }).expect(422);
    }
    expect(await count('shots')).toBe(before);
  });
});

describe('imports are all or nothing', () => {
  let blockId = '';
  beforeAll(async () => {
    blockId = await server.block(await server.lesson(await server.student()));
  });
  const two = CAST.split('\n');
  const later = two.filter((l) => /^\d/.test(l)).map((l) => l.replace(/^[\d.]+/, (t) => (Number(t) + 2.1).toFixed(5)));
  test.each([
    ['shots', 'a wrong header', 'a,b\n1,2\n', 'wrong-header', 'line 1'],
    ['shots', 'a text where a number belongs', 'club,club_speed_mph\ndriver,90\ndriver,x\n', 'not-a-number', 'line 3'],
    ['shots', 'a missing unit', 'club,club_speed\ndriver,90\n', 'missing-unit', 'club_speed'],
    ['shots', 'an empty file', '', 'empty-file', ''],
    ['shots', 'NaN', 'club,club_speed_mph\ndriver,90\ndriver,NaN\n', 'not-a-number', 'line 3'],
    ['shots', '1e9 mph', 'club,club_speed_mph\ndriver,90\ndriver,1e9\n', 'out-of-range', 'line 3'],
    ['motion', 'two swings', [...two, ...later].join('\n'), 'two-swings', 's'],
    ['motion', 'a start after the top', [...two.slice(0, 4), ...two.slice(690)].join('\n'), 'no-top', 's'],
    [
      'motion',
      'curves of zeros',
      two.map((l) => (/^\d/.test(l) ? l.replace(/,[-\d.]+/g, ',0') : l)).join('\n'),
      'no-swing',
      'club',
    ],
    ['motion', 'an empty file', '\n', 'empty-file', ''],
    ['motion', 'shots instead of motion', 'club,club_speed_mph\ndriver,90\n', 'wrong-header', 'line 1'],
  ])('%s: %s', async (kind, _, text, code, where) => {
    const before = [await count('shots'), await count('imports'), await count('motions')];
    const res = await server.upload(`/blocks/${blockId}/imports/${kind}?id=${uuid()}&name=mine.csv`, text);
    expect(res.status).toBe(422);
    expect(res.body.code).toBe(code);
    expect(res.body.where).toContain(where);
    expect(res.body.detail.length).toBeGreaterThan(20);
    expect([await count('shots'), await count('imports'), await count('motions')]).toEqual(before);
  });
  test('a file past the limit is refused with the number', async () => {
    const res = await server.upload(`/blocks/${blockId}/imports/shots?id=${uuid()}`, 'x'.repeat(20 * 1024 * 1024 + 10));
    expect(res.status).toBe(413);
    expect(res.body.detail).toContain('20 MB');
  });
  test('the same file twice is recognised; the same request twice is harmless', async () => {
    const id = uuid();
    const file = 'club,club_speed_mph\ndriver,81\ndriver,82\n';
    await server.upload(`/blocks/${blockId}/imports/shots?id=${id}&name=twice.csv`, file).expect(201);
    const before = await count('shots');
    await server.upload(`/blocks/${blockId}/imports/shots?id=${id}&name=twice.csv`, file).expect(201);
    const again = await server.upload(`/blocks/${blockId}/imports/shots?id=${uuid()}&name=copy.csv`, file);
    expect(again.status).toBe(409);
    expect(again.body).toMatchObject({ code: 'already-here' });
    expect(again.body.detail).toContain('twice.csv');
    expect(await count('shots')).toBe(before);
  });
  test('a motion file is analysed, thinned for the picture, and kept as it came', async () => {
    const lessonId = await server.lesson(await server.student());
    const b = await server.block(lessonId);
    await server.upload(`/blocks/${b}/imports/motion?id=${uuid()}&name=swing.csv`, CAST).expect(201);
    const motion = ((await server.call('get', `/lessons/${lessonId}`)).body as LessonAnswer).blocks[0]!.motions[0]!;
    expect(motion.sequence.order).toEqual(['hips', 'chest', 'leadArm', 'club']);
    const { curves } = (await server.call('get', `/motions/${motion.id}`).expect(200)).body as MotionWire;
    expect(curves.timeS.length).toBeLessThan(600);
    expect(curves.dps.club).toHaveLength(curves.timeS.length);
    expect(curves.timeS[curves.timeS.length - 1]).toBeLessThanOrEqual(0);
    const [{ content_sha256 }] = tuple(
      1,
      await server.db.query<{ content_sha256: string }>('select content_sha256 from motions where id = $1', [
        motion.id,
      ]),
    );
    expect((await server.content.read(content_sha256)).toString()).toBe(CAST);
  });
});

describe('from findings to a verdict', () => {
  test('measured and seen findings meet; another motion file changes the ranking; the verdict is kept as it was', async () => {
    const lessonId = await server.lesson(await server.student());
    const blockId = await server.block(lessonId);
    const ledger = async (): Promise<LedgerAnswer> =>
      (await server.call('get', `/lessons/${lessonId}/ledger`)).body as LedgerAnswer;
    const empty = await ledger();
    expect(empty.diagnosis.verdict).toMatchObject({ kind: 'cannot-say', faults: [] });
    expect(empty.diagnosis.missing.length).toBeGreaterThan(2);
    await server.upload(`/blocks/${blockId}/imports/motion?id=${uuid()}&name=cast.csv`, CAST).expect(201);
    await server
      .call('put', `/lessons/${lessonId}/signs/release-half-way`, { id: uuid(), grade: 'clear', note: 'gone early' })
      .expect(204);
    const found = await ledger();
    expect(found.diagnosis.faults[0]!.id).toBe('early-release');
    expect(found.diagnosis.faults[0]!.presentChance).toBeGreaterThan(0.6);
    expect(found.diagnosis.verdict.sentence).toContain('Throws the angle early');
    expect(found.findings.find((f) => f.kind === 'seen')?.text).toContain('gone early');
    const reasons = found.diagnosis.faults[0]!.reasons;
    expect(reasons.some((r) => r.findingId === 'seen:release-half-way' && r.logOdds > 0)).toBe(true);

    const verdictId = uuid();
    await server.call('post', `/lessons/${lessonId}/verdict`, { id: verdictId, target: 'tension' }).expect(422);
    await server.call('post', `/lessons/${lessonId}/verdict`, { id: verdictId, target: 'no-fault' }).expect(422);
    await server
      .call('post', `/lessons/${lessonId}/verdict`, { id: verdictId, target: 'tension', reason: 'grips like a vice' })
      .expect(201);
    await server.call('put', `/lessons/${lessonId}/signs/release-half-way`, { id: uuid(), grade: null }).expect(204);
    const after = await ledger();
    expect(after.findings.some((f) => f.kind === 'seen')).toBe(false);
    expect(after.verdict).toMatchObject({
      target: 'tension',
      proposed: null,
      rule: 2,
      overruled: true,
      reason: 'grips like a vice',
    });
    expect(after.verdict?.findings.some((f) => f.id === 'seen:release-half-way')).toBe(true);
    await server.call('put', `/lessons/${lessonId}/signs/no-such`, { id: uuid(), grade: 'clear' }).expect(422);

    // A verdict that is amended stands beside the one before, each with the evidence of its moment.
    expect(after.earlierVerdicts).toEqual([]);
    await server
      .call('post', `/lessons/${lessonId}/verdict`, { id: uuid(), target: 'early-release', reason: 'looked again' })
      .expect(201);
    const amended = await ledger();
    expect(amended.verdict).toMatchObject({ target: 'early-release', reason: 'looked again' });
    expect(amended.earlierVerdicts.map((v) => [v.target, v.reason])).toEqual([['tension', 'grips like a vice']]);
    expect(amended.earlierVerdicts[0]!.findings.some((f) => f.id === 'seen:release-half-way')).toBe(true);
    expect(amended.verdict?.findings.some((f) => f.id === 'seen:release-half-way')).toBe(false);
  });
  test('a sound swing names no cause', async () => {
    const lessonId = await server.lesson(await server.student());
    await server
      .upload(`/blocks/${await server.block(lessonId)}/imports/motion?id=${uuid()}&name=even.csv`, EVEN)
      .expect(201);
    const { diagnosis } = (await server.call('get', `/lessons/${lessonId}/ledger`)).body as LedgerAnswer;
    expect(diagnosis.verdict.faults).toEqual([]);
  });
});
