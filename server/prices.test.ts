import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { LedgerAnswer } from '../api/types.ts';
import { fit } from '../cli/fit-command.ts';
import type { KeptPrice } from '../core/diagnosis/priced-swing.ts';
import { readMotionCsv } from '../core/formats/motion-csv.ts';
import { mphToMps, mpsToMph } from '../core/units/units.ts';
import { TestServer, uuid } from './test-support.ts';

const CSV = readFileSync(join(import.meta.dirname, '../demo/samples/swing-short-backswing.csv'), 'utf8');
interface Learned {
  readonly learned: { readonly faults: readonly { id: string; ifThereMph: number }[] };
}

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.open();
  await server.setUp();
});
afterAll(() => server.db.close());

const ledger = async (lesson: string): Promise<LedgerAnswer> =>
  (await server.call('get', `/lessons/${lesson}/ledger`).expect(200)).body as LedgerAnswer;
const kept = async (lesson: string): Promise<(KeptPrice | null)[]> =>
  (
    await server.db.query<{ price: KeptPrice | null }>(
      'select m.price from motions m join blocks b on b.id = m.block_id where b.lesson_id = $1 order by m.created_at',
      [lesson],
    )
  ).map((r) => r.price);

test('a price is reckoned once, kept with the capture and the verdict, and the shell says the same', async () => {
  const birthYear = new Date().getUTCFullYear() - 40;
  const student = await server.student({ heightM: 1.8, massKg: 82, sex: 'male', birthYear });
  const lesson = await server.lesson(student);
  const block = await server.block(lesson);
  await server.upload(`/blocks/${block}/imports/motion?id=${uuid()}&name=swing.csv`, CSV).expect(201);
  expect((await ledger(lesson)).prices).toBeNull();
  expect(await kept(lesson)).toEqual([null]);

  await server.shots(block, [91, 92, 93]);
  const first = await ledger(lesson);
  expect(first.ownSpeedMps).toBeCloseTo(mphToMps(92), 9);
  const [price] = await kept(lesson);
  expect(price?.speedMps).toBeCloseTo(mphToMps(92), 9);
  const priced = first.diagnosis.faults.flatMap((f) => (f.price ? [[f.id, mpsToMph(f.price.meanMps)] as const] : []));
  expect(priced.length).toBeGreaterThan(3);

  // Kept: read back, not reckoned again.
  await server.db.query(
    `update motions set price = jsonb_set(price, '{prices,refused}', '"read back"') where price is not null`,
  );
  expect((await ledger(lesson)).prices?.refused).toBe('read back');
  // Another speed is another price.
  await server.shots(block, [95, 96, 97, 98]);
  expect((await ledger(lesson)).prices?.refused).toBe('');
  const now = await ledger(lesson);

  const notes = { height_m: 1.8, mass_kg: 82, sex: 'male', age: 40, full_speed_mph: mpsToMph(now.ownSpeedMps ?? 0) };
  const capture = readMotionCsv(CSV);
  const shell = fit({
    ...capture,
    notes: { ...capture.notes, ...Object.fromEntries(Object.entries(notes).map(([k, v]) => [k, String(v)])) },
  }) as Learned;
  for (const { id, ifThereMph } of shell.learned.faults) {
    const mean = now.diagnosis.faults.find((f) => f.id === id)?.price?.meanMps;
    expect(mpsToMph(mean ?? NaN)).toBeCloseTo(ifThereMph, 6);
  }

  await server
    .call('post', `/lessons/${lesson}/verdict`, { id: uuid(), target: 'short-turn', reason: 'seen on the range' })
    .expect(201);
  const { verdict } = await ledger(lesson);
  const decided = now.diagnosis.faults.find((f) => f.id === 'short-turn');
  const said = decided?.price;
  expect(verdict?.prices?.find((p) => p.id === 'short-turn')).toEqual({
    id: 'short-turn',
    meanMps: said?.meanMps,
    interval90Mps: said?.interval90Mps,
    // What it was worth then: by the chance that it was there.
    worthMps: (decided?.presentChance ?? NaN) * (said?.meanMps ?? NaN),
  });

  // A later lesson with a swing and no shots goes by the student's speed before it.
  const next = await server.lesson(student, -1);
  const other = CSV.replace(/^(# height_m.*)?/m, '# again\n');
  await server
    .upload(`/blocks/${await server.block(next)}/imports/motion?id=${uuid()}&name=again.csv`, other)
    .expect(201);
  expect((await ledger(next)).ownSpeedMps).toBeCloseTo(now.ownSpeedMps ?? 0, 9);
});
