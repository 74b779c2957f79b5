import { readdirSync } from 'node:fs';
import { utimes } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { SimulatedObjectStore } from '../stand-ins/object-store/object-store.ts';
import { ContentStore } from './content/content-store.ts';
import { contentOf } from './content/content-folder.ts';
import { filesFrom } from './content/files-from.ts';
import { ObjectStore } from './content/object-store.ts';
import { LocalTurns } from './db/turns.ts';
import { contentHash } from './http/secrets.ts';
import { temporaryFolder, uuid } from './test-support.ts';

const store = new SimulatedObjectStore('a-key', ['practice']);
beforeAll(async () => {
  await store.listen();
});
afterAll(() => store.close());

let n = 0;
const options = (prefix: string) => ({
  endpoint: store.address,
  bucket: 'practice',
  prefix,
  region: 'local',
  key: 'a-key',
  secret: 'a secret',
});
const twoOn = (prefix: string): [ContentStore, ContentStore] => [
  new ObjectStore(temporaryFolder(), new LocalTurns(), options(prefix)),
  new ObjectStore(temporaryFolder(), new LocalTurns(), options(prefix)),
];
const twoOnFolder = (): [ContentStore, ContentStore] => {
  const folder = temporaryFolder();
  return [new ContentStore(folder), new ContentStore(folder)];
};

describe.each([
  ['a shared folder', twoOnFolder],
  ['an object store', () => twoOn(`t${(n += 1)}/`)],
] as const)('%s, as two machines see it', (_, make) => {
  test('pieces that go to either are one file, kept under its hash and read by the other', async () => {
    const [a, b] = make();
    const id = uuid();
    const bytes = Buffer.from(Array.from({ length: 300_000 }, (_x, i) => (i * 7 + (i >> 8)) & 255));
    for (let from = 0, turn = 0; from < bytes.length; from += 70_000, turn += 1) {
      const to = turn % 2 === 0 ? a : b;
      expect(await to.received(id)).toBe(from);
      await to.append(id, bytes.subarray(from, from + 70_000));
    }
    expect(await b.list()).toMatchObject([{ name: id, isPart: true, bytes: 300_000 }]);
    const sha256 = await a.hashPart(id);
    expect(sha256).toBe(contentHash(bytes));
    await a.keep(id, sha256);
    expect(await b.read(sha256)).toEqual(bytes);
    expect(await b.sizeOf(sha256)).toBe(300_000);
    expect(await b.list()).toMatchObject([{ name: sha256, isPart: false, bytes: 300_000 }]);
    expect(await a.received(id)).toBe(0);
  });
  test('what one drops is missing for the other, copies on its machine included', async () => {
    const [a, b] = make();
    const sha256 = await a.put(Buffer.from('of a student'));
    expect(await a.put(Buffer.from('of a student'))).toBe(sha256);
    await b.read(sha256);
    await a.drop(sha256);
    await expect(b.read(sha256)).rejects.toMatchObject({ code: 'content-missing' });
    await expect(b.check(sha256)).rejects.toMatchObject({ status: 410 });
    const ago = new Date(Date.now() - 3_600_000);
    for (const name of readdirSync(b.folder)) await utimes(join(b.folder, name), ago, ago);
    await b.tidyLocal();
    expect(readdirSync(b.folder)).toEqual([]);
    expect(await a.list()).toEqual([]);
  });
  test('a stream is taken whole or not at all; the owner is one', async () => {
    const [a, b] = make();
    await expect(a.receive(Readable.from([Buffer.alloc(50)]), 'x', 10)).rejects.toMatchObject({ code: 'too-large' });
    const { id, sha256 } = await a.receive(Readable.from([Buffer.from('abc'), Buffer.from('def')]), 'x', 10);
    await a.keep(id, sha256);
    expect((await b.read(sha256)).toString()).toBe('abcdef');
    expect(await b.owner()).toBeUndefined();
    await a.setOwner('one');
    expect(await b.owner()).toBe('one');
  });
});

describe('an object store', () => {
  test('larger files go in parts and come back the same', async () => {
    const [a, b] = twoOn('large/');
    const bytes = Buffer.alloc(70 * 1024 * 1024, 'maple ');
    const sha256 = await a.put(bytes);
    expect(contentHash(await b.read(sha256))).toBe(sha256);
  });
  test('more files than one list holds are all listed', async () => {
    const [a] = twoOn('many/');
    const names = new Set<string>();
    // Fifteen at a time: one after the other takes two minutes on a busy machine.
    for (let i = 0; i < 1005; i += 15) {
      const some = Array.from({ length: 15 }, (_, k) => a.put(Buffer.from(`file ${i + k}`)));
      for (const name of await Promise.all(some)) names.add(name);
    }
    expect(new Set((await a.list()).map((f) => f.name))).toEqual(names);
  });
  test('one that is away, has no such bucket, or knows another key is said when the program starts', async () => {
    const start = (change: Partial<ReturnType<typeof options>>) =>
      contentOf(temporaryFolder(), undefined, { ...options(''), ...change });
    await start({});
    await expect(start({ bucket: 'nowhere' })).rejects.toThrow('no bucket nowhere');
    await expect(start({ key: 'wrong' })).rejects.toThrow('cannot be reached');
    await expect(start({ endpoint: 'http://127.0.0.1:9' })).rejects.toThrow('cannot be reached');
  });
  test('where files are is read from the environment, and half of it is refused in words', () => {
    const keys = { MAPLE_FILES_KEY: 'k', MAPLE_FILES_SECRET: 's' };
    expect(filesFrom({})).toBeUndefined();
    expect(filesFrom({ MAPLE_FILES: 'https://store.example:9000/b/my/part?region=local', ...keys })).toMatchObject({
      endpoint: 'https://store.example:9000',
      bucket: 'b',
      prefix: 'my/part/',
      region: 'local',
    });
    expect(() => filesFrom({ MAPLE_FILES: 'store.example/b', ...keys })).toThrow('must be like');
    expect(() => filesFrom({ MAPLE_FILES: 'https://store.example', ...keys })).toThrow('must be like');
    expect(() => filesFrom({ MAPLE_FILES: 'https://store.example/b' })).toThrow('MAPLE_FILES_KEY');
  });
});
