import { clear } from 'idb-keyval';
import { beforeEach, expect, jest, test } from '@jest/globals';
import { fakeServer } from '../test-dom.ts';
import { flush, outbox, send, startOutbox } from './outbox.ts';

beforeEach(async () => {
  await clear();
  await flush();
});
const kept = (): (string | undefined)[] => outbox.get().map((k) => k.what);
const until = async (holds: () => boolean): Promise<void> => {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 5));
};

test('a write goes at once while the server is there', async () => {
  const asked = fakeServer(() => ({ status: 201 }));
  expect(await send('POST', '/blocks/b/shots', { id: '1' }, 'one')).toBe('sent');
  expect(asked).toEqual([{ method: 'POST', path: '/api/blocks/b/shots', body: { id: '1' } }]);
  expect(kept()).toEqual([]);
});

test('what cannot go is kept, and sent in its order once the server is back', async () => {
  let away = true;
  const asked = fakeServer(() => (away ? null : { status: 201 }));
  expect(await send('POST', '/a', { id: '1' }, 'one')).toBe('kept');
  expect(await send('POST', '/b', { id: '2' }, 'two')).toBe('kept');
  away = false;
  // Behind others that wait, a third does not overtake them.
  expect(await send('POST', '/c', { id: '3' }, 'three')).toBe('kept');
  await until(() => kept().length === 0);
  expect(
    asked
      .filter((a) => a.path !== '/api/a' || asked.indexOf(a) > 0)
      .map((a) => a.path)
      .slice(-3),
  ).toEqual(['/api/a', '/api/b', '/api/c']);
});

test('a refusal is told now, and of a kept write it stays with the reason until a person decides', async () => {
  const refusal = { status: 422, body: { status: 422, code: 'bad-field', detail: 'No such block.', where: '' } };
  fakeServer(() => refusal);
  await expect(send('POST', '/a', {}, 'now')).rejects.toThrow('No such block.');
  fakeServer(() => null);
  await send('POST', '/a', {}, 'later');
  fakeServer(() => refusal);
  await flush();
  expect(outbox.get()).toMatchObject([{ what: 'later', refused: 'No such block.' }]);
  const asked = fakeServer(() => ({ status: 201 }));
  await flush();
  expect(asked).toEqual([]);
  await outbox.redirect(outbox.get()[0]!.key, '/b');
  expect(asked.map((a) => a.path)).toEqual(['/api/b']);
  expect(kept()).toEqual([]);
});

test('a lost sign-in keeps what waits without blame', async () => {
  fakeServer(() => null);
  await send('POST', '/a', {}, 'kept');
  fakeServer(() => ({ status: 401, body: { status: 401, code: 'not-signed-in', detail: 'Sign in.', where: '' } }));
  await flush();
  expect(outbox.get()[0]!.refused).toBeUndefined();
  await outbox.drop(outbox.get()[0]!.key);
});

test('what an earlier version kept is taken over once, unreadable or not', async () => {
  const earlier = { key: 'k', method: 'POST', path: '/old', body: { id: 'o' }, what: 'old', at: '2026-11-01' };
  localStorage.setItem('maple-outbox', JSON.stringify([earlier]));
  const asked = fakeServer(() => ({ status: 201 }));
  const stop = startOutbox();
  await until(() => asked.length > 0 && kept().length === 0);
  expect(asked.map((a) => a.path)).toEqual(['/api/old']);
  expect(localStorage.getItem('maple-outbox')).toBeNull();
  stop();
  localStorage.setItem('maple-outbox', '{"cut off');
  const again = startOutbox();
  await until(() => localStorage.getItem('maple-outbox') === null);
  expect(kept()).toEqual([]);
  again();
});

test('a change in another tab is shown here', async () => {
  fakeServer(() => null);
  const stop = startOutbox();
  let told = 0;
  const quiet = outbox.subscribe(() => told++);
  await send('POST', '/a', {}, 'here');
  const before = told;
  new BroadcastChannel('maple-outbox').postMessage('changed');
  await until(() => told > before);
  quiet();
  stop();
});

test('a browser that keeps nothing still sends what can go now, and says what cannot', async () => {
  const open = jest.spyOn(IDBFactory.prototype, 'open').mockImplementation(() => {
    throw new DOMException('not here', 'SecurityError');
  });
  const transaction = jest.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(() => {
    throw new DOMException('not here', 'SecurityError');
  });
  const asked = fakeServer(() => ({ status: 201 }));
  expect(await send('POST', '/a', { id: '1' }, 'one')).toBe('sent');
  expect(asked).toHaveLength(1);
  fakeServer(() => null);
  await expect(send('POST', '/a', { id: '2' }, 'two')).rejects.toThrow();
  open.mockRestore();
  transaction.mockRestore();
});

test('a write that the server fails at again and again does not hold up what waits behind it', async () => {
  fakeServer(() => null);
  await send('POST', '/bad', {}, 'bad');
  await send('POST', '/good', {}, 'good');
  const asked = fakeServer(({ path }) =>
    path === '/api/bad'
      ? { status: 500, body: { status: 500, code: 'unexpected', detail: 'Went wrong.', where: '' } }
      : { status: 201 },
  );
  while (!asked.some((a) => a.path === '/api/good')) await flush();
  expect(asked.filter((a) => a.path === '/api/bad')).toHaveLength(5);
  await until(() => outbox.get().length === 1);
  expect(outbox.get()).toMatchObject([{ what: 'bad', refused: 'Went wrong.' }]);
  fakeServer(() => ({ status: 201 }));
  await outbox.again(outbox.get()[0]!.key);
  expect(kept()).toEqual([]);
});
