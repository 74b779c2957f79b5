import type { Db } from '../db/connection.ts';
import type { Work } from './work.ts';

/** What a reading is made with: the rows, and threads for what is slow. */
export interface Means {
  readonly db: Db;
  readonly work: Work;
}
