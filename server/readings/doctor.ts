import { statfs } from 'node:fs/promises';
import type { Backups } from '../backup/keep-backups.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { schemaSteps } from '../db/migrate.ts';
import { namedContent, unnamedContent } from '../rows/content.ts';

/** Less room than this on the disk is said, bytes. */
const LITTLE_ROOM_BYTES = 2e9;
const DAY_MS = 86_400_000;

/** One thing that was looked at. */
export interface Finding {
  readonly what: string;
  readonly isWell: boolean;
  readonly said: string;
}

async function content(db: Db, store: ContentStore): Promise<Finding[]> {
  const stored = (await store.list()).filter((f) => !f.isPart).map((f) => f.name);
  const named = await namedContent(db);
  const missing = named.filter((n) => !stored.includes(n));
  const damaged: string[] = [];
  for (const sha256 of named.filter((n) => stored.includes(n)))
    await store.read(sha256).catch(() => damaged.push(sha256));
  const orphans = await unnamedContent(db, stored);
  return [
    {
      what: 'Original files',
      isWell: missing.length + damaged.length === 0,
      said:
        missing.length + damaged.length === 0
          ? `${named.length} are there and as they were given`
          : `${missing.length} missing, ${damaged.length} damaged: ${[...missing, ...damaged].join(', ')}. Put them back from a backup (files/ in the ZIP)`,
    },
    {
      what: 'Left over',
      isWell: true,
      said: orphans.length === 0 ? 'nothing' : `${orphans.length} files that no row names; the program takes them away`,
    },
  ];
}

/** Whether every row of the big tables can be read, and how many there are. */
async function rows(db: Db): Promise<Finding> {
  const counts: string[] = [];
  try {
    for (const table of ['students', 'lessons', 'blocks', 'shots', 'practice_sets']) {
      const [row] = await db.query<{ n: number }>(`select count(t.*)::int as n from ${table} t`);
      counts.push(`${row?.n ?? 0} ${table.replace('_', ' ')}`);
    }
    return { what: 'Database', isWell: true, said: counts.join(', ') };
  } catch (error) {
    return {
      what: 'Database',
      isWell: false,
      said: `cannot be read whole (${(error as Error).message}). Restore the last backup into an empty folder`,
    };
  }
}

/** What is well and what is wrong with an installation whose program is not running. */
export async function examine(
  db: Db,
  store: ContentStore,
  backups: Backups,
  dataFolder: string,
  now = new Date(),
): Promise<Finding[]> {
  const disk = await statfs(dataFolder);
  const free = disk.bavail * disk.bsize;
  const [newest] = await db.query<{ at: Date | null }>('select max(created_at) as at from lessons');
  const ahead = (newest?.at?.getTime() ?? 0) - now.getTime();
  const { backups: kept, overdueDays } = await backups.answer(now);
  const last = kept[0];
  return [
    { what: 'Schema', isWell: true, said: `up to step ${schemaSteps().at(-1)}` },
    {
      what: 'Disk',
      isWell: free > LITTLE_ROOM_BYTES,
      said: `${(free / 1e9).toFixed(1)} GB left${free > LITTLE_ROOM_BYTES ? '' : '; make room before the next lesson'}`,
    },
    {
      what: 'Clock',
      isWell: ahead < DAY_MS,
      said:
        ahead < DAY_MS
          ? now.toISOString()
          : `${now.toISOString()}, but a lesson was entered at ${newest?.at?.toISOString()}: set the clock`,
    },
    await rows(db),
    ...(await content(db, store)),
    {
      what: 'Backup',
      isWell: overdueDays === null,
      said: last ? `last good one ${last.madeAt}` : 'none yet',
    },
  ];
}
