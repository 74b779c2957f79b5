import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { movePractice } from './backup/move-practice.ts';
import { contentOf } from './content/content-folder.ts';
import { serverDb } from './db/connection.ts';
import { openData } from './db/data-folder.ts';
import { insertInstructor, insertPractice } from './rows/accounts.ts';
import { ownDatabase } from './test-databases.ts';
import { temporaryFolder, uuid } from './test-support.ts';

test('a practice goes from its folder to a PostgreSQL server by one command, once', async () => {
  const folder = temporaryFolder();
  const { db, close } = await openData({ dataFolder: folder });
  const practiceId = uuid();
  await insertPractice(db, practiceId, 'P', 'x');
  await insertInstructor(db, { id: uuid(), practiceId, name: 'N', signIn: 'n', salt: 's', hash: 'h' });
  await db.query(
    `insert into students (id, practice_id, name, handedness, birth_year, level, goal_kind)
     select gen_random_uuid(), $1, 'Student ' || i, 'left', 1990, 'club', 'hold' from generate_series(1, 30) i`,
    [practiceId],
  );
  await (await contentOf(folder)).put(Buffer.from('an original'));
  await expect(movePractice(folder, 'postgres://127.0.0.1:9/none')).rejects.toThrow(/in use|another/i);
  const names = await db.query('select id, name from students order by id');
  await close();
  // A server that is away changes nothing.
  await expect(movePractice(folder, 'postgres://127.0.0.1:9/none')).rejects.toThrow();
  expect(existsSync(join(folder, 'postgres'))).toBe(true);
  const own = await ownDatabase((globalThis as { testPostgres?: string }).testPostgres ?? '');
  const { rows } = await movePractice(folder, own.url);
  expect(rows).toBe(32);
  const there = serverDb(own.url);
  expect(await there.query('select id, name from students order by id')).toEqual(names);
  await there.close();
  expect(readdirSync(folder).some((name) => name.startsWith('postgres.moved-'))).toBe(true);
  await expect(openData({ dataFolder: folder })).rejects.toThrow('DATABASE_URL');
  const again = await openData({ dataFolder: folder, databaseUrl: own.url });
  await again.close();
  await own.drop();
});
