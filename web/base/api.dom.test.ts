import { expect, test } from '@jest/globals';
import { filled } from '../../api/routes.ts';
import { fakeServer } from '../test-dom.ts';
import { ApiError, ask, serverReachable } from './api.ts';

test('an address is filled in, its values and its query escaped', () => {
  expect(filled('PUT /lessons/:id/signs/:sign', { id: 'a b', sign: 'x/y' })).toEqual({
    method: 'PUT',
    path: '/lessons/a%20b/signs/x%2Fy',
  });
  expect(filled('GET /blocks/:id/shots.csv', { id: '1' }).path).toBe('/blocks/1/shots.csv');
  expect(filled('GET /students', {}, { search: 'Ä & b', offset: 0, gone: undefined }).path).toBe(
    '/students?search=%C3%84+%26+b&offset=0',
  );
});

test('body and values go apart, nothing comes of 204', async () => {
  const asked = fakeServer(() => ({ status: 204 }));
  expect(await ask('PATCH /lessons/:id', { id: '1', body: { note: 'x' } })).toBeUndefined();
  expect(asked).toEqual([{ method: 'PATCH', path: '/api/lessons/1', body: { note: 'x' } }]);
});

test('a problem keeps its code and place; a server that is away is said and noticed, and so is its return', async () => {
  const told: boolean[] = [];
  const stop = serverReachable.subscribe(() => told.push(serverReachable.get()));
  fakeServer(() => ({ status: 422, body: { status: 422, code: 'bad-field', detail: 'Too long.', where: 'note' } }));
  await expect(ask('GET /today')).rejects.toMatchObject({ status: 422, code: 'bad-field', where: 'note' });
  fakeServer(() => null);
  await expect(ask('GET /today')).rejects.toBeInstanceOf(ApiError);
  fakeServer(() => ({ body: {} }));
  await ask('GET /today');
  expect(told).toEqual([false, true]);
  stop();
});
