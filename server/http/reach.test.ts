import { expect, test } from '@jest/globals';
import { reachOf } from './reach.ts';

test.each([
  ['127.0.0.1', []],
  ['localhost', []],
  ['::1', []],
  ['0.0.0.0', ['http://192.168.1.20:4320', 'http://10.0.0.5:4320']],
  ['192.168.1.20', ['http://192.168.1.20:4320']],
  ['fe80::1', ['http://[fe80::1]:4320']],
])('a program that listens on %s is reached at %j', (host, addresses) => {
  expect(reachOf(host, 4320, false, ['192.168.1.20', '10.0.0.5']).addresses).toEqual(addresses);
});
test('with a certificate it is reached by HTTPS', () => {
  expect(reachOf('0.0.0.0', 443, true, ['10.0.0.5'])).toEqual({ addresses: ['https://10.0.0.5:443'], isSecure: true });
});
