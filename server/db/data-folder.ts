import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { serverDb, type Db } from './connection.ts';
import { ensureInstallationId, putEmptyPractice } from './empty-practice.ts';
import { lockFolder } from './lock.ts';
import { migrate } from './migrate.ts';
import { threadedPGlite } from './threaded.ts';
import { checkTimeZone } from './time-zone.ts';

/** Note of a data folder that a practice was begun in it. */
interface FolderNote {
  readonly begun: string;
  /** The folder holds demo data, which may be thrown away. */
  readonly demo: boolean;
  /** When the practice went to a PostgreSQL server, where it did. */
  readonly movedAt?: string;
}

export interface DataOptions {
  readonly dataFolder: string;
  /** postgres://… for a PostgreSQL server instead of the embedded one. */
  readonly databaseUrl?: string;
  /** The folder of a demo. */
  readonly demo?: boolean;
  /** Nothing is begun where there is no practice yet. */
  readonly mustExist?: boolean;
  /** Throws a demo's data away first. */
  readonly fresh?: boolean;
}

const RESTORE = 'Put the whole data folder back from a backup; nothing was changed here.';
const NOTE = 'practice.json';
/** What a database folder cannot be without. */
const VITAL = ['PG_VERSION', 'base', join('global', 'pg_control'), 'pg_wal'];
/** What is thrown away when a demo starts over. */
const DATA = ['postgres', 'postgres.new', 'content', 'videos', 'backups', NOTE];

function noteOf(folder: string): FolderNote | undefined {
  try {
    return JSON.parse(readFileSync(join(folder, NOTE), 'utf8')) as FolderNote;
  } catch {
    return undefined;
  }
}

const isEmpty = (folder: string): boolean => !existsSync(folder) || readdirSync(folder).length === 0;

/** Whether a data folder shows that a practice was once begun in it. */
const hasHeld = (folder: string): boolean =>
  existsSync(join(folder, NOTE)) || ['content', 'videos'].some((part) => !isEmpty(join(folder, part)));

/** Throws a demo's data away. @throws Error for a folder that is not a demo's */
function startOver(folder: string): void {
  const note = noteOf(folder);
  // Earlier versions left no note; theirs is the folder that the demo takes by itself.
  const isDemo = note ? note.demo : basename(folder) === 'demo';
  if (hasHeld(folder) && !isDemo)
    throw new Error(
      `The data folder ${folder} does not hold a demo, so it is not started over. Choose another with -- --data FOLDER, or delete it yourself.`,
    );
  for (const part of DATA) rmSync(join(folder, part), { recursive: true, force: true });
}

/**
 * Whether a data folder has a database.
 * @throws Error where one was there and is missing or has lost parts: it must not be begun anew over what is left
 */
export function hasDatabase(folder: string): boolean {
  const database = join(folder, 'postgres');
  const movedAt = noteOf(folder)?.movedAt;
  if (movedAt !== undefined)
    throw new Error(
      `The practice of ${folder} was moved to a PostgreSQL server on ${movedAt.slice(0, 10)}: start with DATABASE_URL=postgres://…`,
    );
  if (isEmpty(database)) {
    if (hasHeld(folder))
      throw new Error(
        `The data folder ${folder} held a practice, and its database (${database}) is missing. ${RESTORE}`,
      );
    return false;
  }
  const missing = VITAL.filter((part) => !existsSync(join(database, part)));
  if (missing.length > 0)
    throw new Error(`The database in ${database} is damaged: ${missing.join(', ')} is missing. ${RESTORE}`);
  return true;
}

/** Notes that a folder's practice is on a PostgreSQL server from now on; its database is kept under another name. */
export function markMoved(folder: string, now = new Date()): void {
  const note: FolderNote = { begun: now.toISOString(), demo: false, ...noteOf(folder), movedAt: now.toISOString() };
  writeFileSync(join(folder, NOTE), JSON.stringify(note));
  renameSync(join(folder, 'postgres'), join(folder, `postgres.moved-${now.toISOString().slice(0, 10)}`));
}

/** Makes a database beside its place and puts it there when it is whole: a start that is cut off leaves nothing half begun. */
async function begin(folder: string): Promise<void> {
  const half = join(folder, 'postgres.new');
  rmSync(half, { recursive: true, force: true });
  await putEmptyPractice(half);
  rmSync(join(folder, 'postgres'), { recursive: true, force: true });
  renameSync(half, join(folder, 'postgres'));
}

async function openFolder({ dataFolder, demo = false, fresh, mustExist }: DataOptions): Promise<Db> {
  if (fresh) startOver(dataFolder);
  const begins = !hasDatabase(dataFolder);
  if (begins && mustExist)
    throw new Error(`There is no practice in ${dataFolder}. Name its folder with -- --data FOLDER.`);
  if (begins) await begin(dataFolder);
  const database = join(dataFolder, 'postgres');
  let db: Db;
  try {
    db = await threadedPGlite(database);
  } catch (error) {
    throw new Error(`The database in ${database} cannot be opened; it seems to be damaged. ${RESTORE}`, {
      cause: error,
    });
  }
  if (!noteOf(dataFolder)) {
    const note: FolderNote = { begun: new Date().toISOString(), demo: demo && begins };
    writeFileSync(join(dataFolder, NOTE), JSON.stringify(note));
  }
  return db;
}

/**
 * Takes a data folder, opens its database and brings it up to date.
 * @throws Error where another program has the folder, a part of it is missing, or a newer program wrote it
 */
export async function openData(options: DataOptions): Promise<{ db: Db; close: () => Promise<void> }> {
  const { dataFolder, databaseUrl } = options;
  mkdirSync(dataFolder, { recursive: true });
  // Several programs may stand before one PostgreSQL server; an embedded database has one.
  const unlock = databaseUrl ? () => undefined : lockFolder(dataFolder);
  let db: Db | undefined;
  try {
    db = databaseUrl ? serverDb(databaseUrl) : await openFolder(options);
    if (databaseUrl) await checkTimeZone(db);
    await migrate(db);
    await ensureInstallationId(db);
  } catch (error) {
    await db?.close();
    unlock();
    throw error;
  }
  const opened = db;
  return {
    db: opened,
    close: async () => {
      await opened.close();
      unlock();
    },
  };
}
