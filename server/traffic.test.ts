import { EventEmitter } from 'node:events';
import { expect, test } from '@jest/globals';
import type { Request, Response } from 'express';
import { Traffic } from './http/traffic.ts';

const request = (traffic: Traffic, method: string, path: string): (() => void) => {
  const res = new EventEmitter();
  let passed = false;
  traffic.count({ method, path } as Request, res as unknown as Response, () => (passed = true));
  expect(passed).toBe(true);
  return () => res.emit('close');
};

test('what has no hurry goes on when the last read has its answer; writes and open streams hold nothing up', async () => {
  const traffic = new Traffic();
  request(traffic, 'POST', '/blocks');
  request(traffic, 'GET', '/events');
  await traffic.letPass(1e9);
  const [one, two] = [request(traffic, 'GET', '/today'), request(traffic, 'GET', '/students')];
  let has = false;
  const passing = traffic.letPass(1e9).then(() => (has = true));
  one();
  await Promise.resolve();
  expect(has).toBe(false);
  two();
  await passing;
  request(traffic, 'GET', '/today');
  // One that never ends does not hold it for ever.
  await traffic.letPass(1);
});
