import { PGlite, type ParserOptions } from '@electric-sql/pglite';

/** Calendar days come as text, since they have no time zone; counts as numbers. */
export const PARSERS: ParserOptions = { 1082: (text: string) => text, 20: (text: string) => Number(text) };

/** Opens PGlite in a folder, or in memory. */
export const openPGlite = (folder: string | undefined): Promise<PGlite> =>
  PGlite.create({ dataDir: folder, parsers: PARSERS });
