import { tuple } from '../core/numeric/tuple.ts';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { ContentStore } from './content/content-store.ts';
import { moveContent } from './content/move-content.ts';
import { temporaryFolder, TestServer, uuid } from './test-support.ts';

describe('original files', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await TestServer.open();
    await server.setUp();
  });
  afterEach(() => server.db.close());

  test('one that is missing or changed is said, and what was read stays', async () => {
    const block = await server.block(await server.lesson(await server.student()));
    const csv = readFileSync(join(import.meta.dirname, '..', 'demo', 'samples', 'swing-arms-first.csv'), 'utf8');
    const { id } = (await server.upload(`/blocks/${block}/imports/motion?id=${uuid()}&name=m.csv`, csv).expect(201))
      .body as {
      id: string;
    };
    expect((await server.call('get', `/motions/${id}/file`).expect(200)).text).toBe(csv);
    const [{ content_sha256: sha }] = tuple(
      1,
      await server.db.query<{ content_sha256: string }>('select content_sha256 from motions'),
    );
    writeFileSync(join(server.content.folder, sha), 'something else');
    expect((await server.call('get', `/motions/${id}/file`).expect(410)).body).toMatchObject({
      code: 'content-damaged',
    });
    rmSync(join(server.content.folder, sha));
    expect((await server.call('get', `/motions/${id}/file`).expect(410)).body).toMatchObject({
      code: 'content-missing',
    });
    await server.call('get', `/motions/${id}`).expect(200);
  });

  test('what older versions kept in rows moves into the store, once', async () => {
    const block = await server.block(await server.lesson(await server.student()));
    await server.shots(block, [90, 91]);
    await server.db.query("update imports set original = convert_to('the file', 'UTF8')");
    const store = new ContentStore(temporaryFolder());
    expect(await moveContent(server.db, store)).toBe(1);
    expect(await moveContent(server.db, store)).toBe(0);
    const [{ original_sha256 }] = tuple(
      1,
      await server.db.query<{ original_sha256: string }>('select original_sha256 from imports'),
    );
    expect((await store.read(original_sha256)).toString()).toBe('the file');
  });
});
