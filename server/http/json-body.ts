import express, { type RequestHandler } from 'express';
import type { Db } from '../db/connection.ts';
import { onceForEachId } from './intents.ts';
import { soundText } from './sound-text.ts';

/** Reads a JSON body up to a size; what cannot be stored is refused, and what is made under an id is made once. */
export const jsonBody = (db: Db, limit = '1mb'): RequestHandler[] => [
  express.json({ limit }),
  soundText,
  onceForEachId(db),
];
