import { expect, test } from '@jest/globals';
import { keyOfOldRung } from '../core/catalogue/rungs.ts';
import { migrate } from './db/migrate.ts';
import { blankDatabase } from './test-databases.ts';
import { uuid } from './test-support.ts';

test('rungs that were kept as numbers become what they were, and the numbers stay', async () => {
  const db = await blankDatabase();
  await migrate(db, '017-phone.sql');
  // The rows that these refer to are of no matter here.
  await db.script('set session_replication_role = replica');
  for (let n = 0; n <= 8; n++) {
    const [drill, practice] = [uuid(), uuid()];
    await db.query(
      `insert into plan_drills (id, practice_id, plan_id, drill_id, position, rung, sets, reps, rest_s, sessions_per_week)
       values ($1,$2,$3,'light-fast',0,$4,1,1,0,1)`,
      [drill, practice, uuid(), n],
    );
    await db.query(
      `insert into practice_sets (id, practice_id, plan_drill_id, rung, done_at, passed, reset, swish, pain)
       values ($1,$2,$3,$4,now(),1,0,'past',false)`,
      [uuid(), practice, drill, n],
    );
    await db.query(
      `insert into decisions (id, practice_id, lesson_id, plan_drill_id, proposed, chosen, rung_from, rung_to, reason)
       values ($1,$2,$3,$4,'up','up',$5,$6,'')`,
      [uuid(), practice, uuid(), drill, n, Math.min(8, n + 1)],
    );
  }
  await migrate(db);
  for (const table of ['plan_drills', 'practice_sets'])
    for (const r of await db.query<{ rung: string; old_rung: number }>(`select rung, old_rung from ${table}`))
      expect([table, r.old_rung, r.rung]).toEqual([table, r.old_rung, keyOfOldRung(r.old_rung)]);
  const decisions = await db.query<{ rung_from: string; old_rung_from: number; rung_to: string; old_rung_to: number }>(
    'select rung_from, old_rung_from, rung_to, old_rung_to from decisions',
  );
  expect(decisions).toHaveLength(9);
  for (const d of decisions)
    expect([d.rung_from, d.rung_to]).toEqual([keyOfOldRung(d.old_rung_from), keyOfOldRung(d.old_rung_to)]);
  await db.close();
});
