import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';

/**
 * Videos on the disk: one on its way is `<id>.part`, a whole one stands under its content's hash, so that the same file twice
 * takes room once.
 */
export class VideoFiles {
  private readonly folder: string;
  /** The last work on each part: the next one waits for it. */
  private readonly last = new Map<string, Promise<unknown>>();

  constructor(folder: string) {
    this.folder = folder;
  }

  part(id: string): string {
    return join(this.folder, `${id}.part`);
  }

  whole(sha256: string): string {
    return join(this.folder, sha256);
  }

  /** Bytes of a part that are here. */
  async received(id: string): Promise<number> {
    try {
      return (await stat(this.part(id))).size;
    } catch {
      return 0;
    }
  }

  /** One piece of a part at a time: a repeat that overtakes its first sending must see what that one has stored. */
  async inTurn<T>(id: string, work: () => Promise<T>): Promise<T> {
    const before = this.last.get(id) ?? Promise.resolve();
    const own = before.catch(() => undefined).then(work);
    this.last.set(id, own);
    try {
      return await own;
    } finally {
      if (this.last.get(id) === own) this.last.delete(id);
    }
  }

  /** Adds a piece at the end of a part. */
  async append(id: string, piece: Uint8Array): Promise<number> {
    await mkdir(this.folder, { recursive: true });
    const file = await open(this.part(id), 'a');
    try {
      await file.write(piece);
      await file.sync();
      return (await file.stat()).size;
    } finally {
      await file.close();
    }
  }

  /** @returns the content's hash of a part */
  async hashPart(id: string): Promise<string> {
    const hash = createHash('sha256');
    await pipeline(createReadStream(this.part(id)), hash);
    return hash.digest('hex');
  }

  keep(id: string, sha256: string): Promise<void> {
    return rename(this.part(id), this.whole(sha256));
  }

  dropPart(id: string): Promise<void> {
    return rm(this.part(id), { force: true });
  }

  drop(sha256: string): Promise<void> {
    return rm(this.whole(sha256), { force: true });
  }
}
