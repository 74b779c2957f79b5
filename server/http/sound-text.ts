import type { RequestHandler } from 'express';
import { Problem } from './problem.ts';

/** Deepest nesting of what is sent: marks of a video, the deepest, need eight. */
const DEEPEST = 24;
// oxlint-disable-next-line no-control-regex -- the very sign it looks for
const NUL = /\u0000/;

function check(value: unknown, where: string, depth: number): void {
  if (typeof value === 'string') {
    if (NUL.test(value) || !value.isWellFormed())
      throw new Problem(422, 'bad-field', 'This text has a character that is none (U+0000 or half a pair).', where);
    return;
  }
  if (typeof value !== 'object' || value === null || Buffer.isBuffer(value)) return;
  if (depth > DEEPEST) throw new Problem(422, 'bad-field', `Nested deeper than ${DEEPEST} levels.`, where);
  for (const [key, inner] of Object.entries(value)) {
    if (key === '__proto__' || NUL.test(key) || !key.isWellFormed())
      throw new Problem(422, 'bad-field', 'A field has a name that cannot be one.', where);
    check(inner, where === '' ? key : `${where}.${key}`, depth + 1);
  }
}

/** Refuses text that no database can store, in the body, the query and the path. */
export const soundText: RequestHandler = (req, _res, next) => {
  check(req.body, '', 0);
  check({ ...req.query }, 'query', 0);
  check(req.path, 'path', 0);
  next();
};
