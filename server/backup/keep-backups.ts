import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { BackupsAnswer } from '../../api/types.ts';
import type { ContentStore } from '../content/content-store.ts';
import { LocalTurns, type Turns } from '../db/turns.ts';
import { Problem } from '../http/problem.ts';
import type { Db } from '../db/connection.ts';
import { checkBackup } from './restore-backup.ts';
import { writeBackup } from './write-backup.ts';

const DAY_MS = 86_400_000;
/** Daily backups stay this long. */
const KEPT_DAYS = 14;
/** Without a good backup for this long, Today says so. */
const WARN_DAYS = 7;
const NAME = /^practice-(\d{4}-\d{2}-\d{2})T(\d{2})(\d{2})(\d{2})Z\.zip$/;

/** Made on the way to a backup or an export. */
const LEFT_OVER = /^[.](work|export)-|[.]part$/;

const nameAt = (at: Date): string => `practice-${at.toISOString().slice(0, 19).replace(/:/g, '')}Z.zip`;
const timeOf = (name: string): Date | undefined => {
  const m = NAME.exec(name);
  return m ? new Date(`${m[1]}T${m[2]}:${m[3]}:${m[4]}Z`) : undefined;
};

export interface KeptBackup {
  readonly name: string;
  readonly madeAt: string;
  readonly bytes: number;
}

/** The backups of a data folder: made on demand and each day, read back at once, the old ones taken away. */
export class Backups {
  readonly folder: string;
  readonly keptDays = KEPT_DAYS;
  private running: Promise<KeptBackup> | undefined;
  /** Why the last one failed; empty after a good one. */
  private failed = '';

  constructor(
    private readonly db: Db,
    private readonly content: ContentStore,
    dataFolder: string,
    private readonly turns: Turns = new LocalTurns(),
  ) {
    this.folder = join(dataFolder, 'backups');
  }

  /** Good backups, newest first: only one that was read back whole gets its name. */
  async list(): Promise<KeptBackup[]> {
    const names = (await readdir(this.folder).catch(() => [])).filter((n) => timeOf(n)).sort();
    const found = await Promise.all(
      names.reverse().map(async (name) => ({
        name,
        madeAt: (timeOf(name) as Date).toISOString(),
        bytes: (await stat(join(this.folder, name)).catch(() => ({ size: 0 }))).size,
      })),
    );
    return found;
  }

  /** Makes one now; while one is being made, that one is waited for. */
  make(now = new Date()): Promise<KeptBackup> {
    this.running ??= this.turns
      .ifFree('backup', () => this.one(now))
      .then((made) => {
        if (!made)
          throw new Problem(409, 'backup-running', 'Another process is making a backup; look again in a while.');
        return made;
      })
      .finally(() => (this.running = undefined));
    return this.running;
  }

  /** Makes one where the last is older than a day and there is something to keep; takes away what is too old. */
  async daily(now = new Date()): Promise<void> {
    const [practices] = await this.db.query<{ n: number }>('select count(*)::int as n from practices');
    if ((practices?.n ?? 0) === 0) return;
    const [newest] = await this.list();
    const age = newest ? now.getTime() - Date.parse(newest.madeAt) : Infinity;
    // A clock that was set back must not stop the backups until it has caught up.
    if (age >= DAY_MS || age < -DAY_MS) await this.make(now);
    await this.tidy(now);
    const list = await this.list();
    for (const old of list.slice(1).filter((b) => now.getTime() - Date.parse(b.madeAt) > KEPT_DAYS * DAY_MS))
      await rm(join(this.folder, old.name), { force: true });
  }

  /** Takes one away before its time. @returns false where it is the only one */
  async drop(name: string): Promise<boolean> {
    if ((await this.list()).length < 2) return false;
    await rm(join(this.folder, name), { force: true });
    return true;
  }

  /** What a cut-off backup or export has left is taken away after a day. */
  private async tidy(now: Date): Promise<void> {
    const names = (await readdir(this.folder).catch(() => [])).filter((n) => LEFT_OVER.test(n));
    for (const name of names) {
      const { mtimeMs } = await stat(join(this.folder, name)).catch(() => ({ mtimeMs: Infinity }));
      if (now.getTime() - mtimeMs > DAY_MS) await rm(join(this.folder, name), { recursive: true, force: true });
    }
  }

  async answer(now = new Date()): Promise<BackupsAnswer> {
    const list = await this.list();
    const [begun] = await this.db.query<{ at: Date | null }>('select min(created_at) as at from instructors');
    const since = list[0] ? Date.parse(list[0].madeAt) : (begun?.at?.getTime() ?? now.getTime());
    return {
      backups: list,
      folder: this.folder,
      keptDays: KEPT_DAYS,
      isRunning: this.running !== undefined,
      failed: this.failed,
      overdueDays: now.getTime() - since > WARN_DAYS * DAY_MS ? Math.floor((now.getTime() - since) / DAY_MS) : null,
    };
  }

  private async one(now: Date): Promise<KeptBackup> {
    try {
      await mkdir(this.folder, { recursive: true });
      const name = nameAt(now);
      await writeBackup(this.db, this.content, join(this.folder, name));
      await checkBackup(join(this.folder, name)).catch(async (error: unknown) => {
        await rm(join(this.folder, name), { force: true });
        throw error;
      });
      this.failed = '';
      return { name, madeAt: now.toISOString(), bytes: (await stat(join(this.folder, name))).size };
    } catch (error) {
      this.failed = (error as NodeJS.ErrnoException).code === 'ENOSPC' ? 'The disk is full.' : (error as Error).message;
      throw error;
    }
  }
}
