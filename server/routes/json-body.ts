import express, { type RequestHandler } from 'express';
import type { Db } from '../db/connection.ts';
import { onceForEachId } from './once.ts';
import { Problem } from '../http/problem.ts';
import { soundText } from '../http/sound-text.ts';

/** A change without a body that was read would put what it does not say back to what is usual. */
const onlyJson: RequestHandler = (req, _res, next) => {
  if (req.body === undefined && (req.method === 'PUT' || req.method === 'PATCH'))
    throw new Problem(415, 'bad-request', 'Send what is to be kept as JSON (content-type: application/json).');
  next();
};

/** Reads a JSON body up to a size; what cannot be stored is refused, and what is made under an id is made once. */
export const jsonBody = (db: Db, limit = '1mb'): RequestHandler[] => [
  express.json({ limit }),
  onlyJson,
  soundText,
  onceForEachId(db),
];
