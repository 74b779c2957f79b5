import { PGlite } from '@electric-sql/pglite';

/** Opens PGlite in a folder, or in memory; calendar days come as text. @param template a dumped data folder to start from */
export const openPGlite = (folder: string | undefined, template?: Blob): Promise<PGlite> =>
  PGlite.create({
    dataDir: folder,
    loadDataDir: template,
    parsers: { 1082: (text: string) => text, 20: (text: string) => Number(text) },
  });
