import { TIME_ZONE } from '../../core/units/calendar-day.ts';
import { SET_TIME_ZONE } from './connection.ts';
import { PGlite, type ParserOptions } from '@electric-sql/pglite';

/** Calendar days come as text, since they have no time zone; counts as numbers. */
export const PARSERS: ParserOptions = { 1082: (text: string) => text, 20: (text: string) => Number(text) };

/** Opens PGlite in a folder, or in memory; days are those of this machine's clock. */
export async function openPGlite(folder: string | undefined): Promise<PGlite> {
  const pglite = await PGlite.create({ dataDir: folder, parsers: PARSERS });
  await pglite.query(SET_TIME_ZONE, [TIME_ZONE]);
  return pglite;
}
