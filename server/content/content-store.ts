import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { InputError } from '../../core/errors/input-error.ts';
import { LocalTurns, type Turns } from '../db/turns.ts';
import { Problem } from '../http/problem.ts';

/** A file that came in and stands under a name of its own until it is kept or dropped. */
export interface Received {
  readonly id: string;
  readonly file: string;
  readonly sha256: string;
  readonly bytes: number;
}

/** File that says which database the folder belongs to. */
const OWNER = 'owner';

/** Turn of who needs all stored files to stay; `dropUnused` asks for it as well. */
export const FILES_STAY = 'files stay';

/** Names of our own; what else may lie in the folder is not ours to touch. */
const STORED = /^([0-9a-f]{64}|[0-9a-f-]{36}\.part)$/;

const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

export const missing = (sha256: string): Problem =>
  new Problem(
    410,
    'content-missing',
    'The original file is not in the data folder any more; what was read from it is still here. Put the folder back from a backup.',
    sha256,
  );

/**
 * Original files – videos, captures, tables – beside the database, each under its content's hash, so that the same file twice
 * takes room once. One on its way is `<id>.part`.
 */
export class ContentStore {
  readonly folder: string;
  private staying = 0;
  private stay: Promise<{ giveBack: () => Promise<void> }> | undefined;

  constructor(
    folder: string,
    private readonly turns: Turns = new LocalTurns(),
  ) {
    this.folder = folder;
  }

  protected part(id: string): string {
    return join(this.folder, `${id}.part`);
  }

  protected whole(sha256: string): string {
    return join(this.folder, sha256);
  }

  /** Where a part that is all here can be read on this machine. */
  localPart(id: string): Promise<string> {
    return Promise.resolve(this.part(id));
  }

  /** Where a stored file can be read on this machine. @throws Problem where it is missing */
  async localWhole(sha256: string): Promise<string> {
    await this.check(sha256);
    return this.whole(sha256);
  }

  /** Bytes of a stored file; undefined where it is not there. */
  async sizeOf(sha256: string): Promise<number | undefined> {
    return (await stat(this.whole(sha256)).catch(() => undefined))?.size;
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
  inTurn<T>(id: string, work: () => Promise<T>): Promise<T> {
    return this.turns.inTurn(`part ${id}`, work);
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

  /**
   * Takes a whole stream into a part, hashed as it comes; nothing of it is held in memory.
   * @throws InputError too-large; the part is gone then
   */
  async receive(stream: Readable, fileName: string, mostBytes: number): Promise<Received> {
    await mkdir(this.folder, { recursive: true });
    const id = randomUUID();
    const hash = createHash('sha256');
    let bytes = 0;
    const file = await open(this.part(id), 'w');
    try {
      await pipeline(
        stream,
        async function* (chunks: AsyncIterable<Buffer>) {
          for await (const chunk of chunks) {
            bytes += chunk.length;
            if (bytes > mostBytes)
              throw new InputError(
                'too-large',
                `${fileName} is too large; files up to ${(mostBytes / 1024 / 1024).toFixed(0)} MB can be read. Nothing was stored.`,
                fileName,
              );
            hash.update(chunk);
            yield chunk;
          }
        },
        file.createWriteStream({ flush: true }),
      );
    } catch (error) {
      await this.dropPart(id);
      throw error;
    }
    return { id, file: this.part(id), sha256: hash.digest('hex'), bytes };
  }

  /** Stores bytes. @returns their hash */
  async put(content: Uint8Array): Promise<string> {
    await mkdir(this.folder, { recursive: true });
    const sha256 = sha256Of(content);
    const id = randomUUID();
    await writeFile(this.part(id), content, { flush: true });
    await this.keep(id, sha256);
    return sha256;
  }

  /** @returns the content's hash of a part */
  async hashPart(id: string): Promise<string> {
    const hash = createHash('sha256');
    await pipeline(createReadStream(await this.localPart(id)), hash);
    return hash.digest('hex');
  }

  keep(id: string, sha256: string): Promise<void> {
    return rename(this.part(id), this.whole(sha256));
  }

  /** @throws Problem where a stored file is not there any more */
  async check(sha256: string): Promise<void> {
    try {
      await stat(this.whole(sha256));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') throw missing(sha256);
      throw error;
    }
  }

  /** A stored file, checked against its hash. @throws Problem where it is missing or has changed */
  async read(sha256: string): Promise<Buffer> {
    const content = await readFile(await this.localWhole(sha256));
    if (sha256Of(content) !== sha256)
      throw new Problem(
        410,
        'content-damaged',
        'The original file in the data folder is not what was stored; what was read from it is still here. Put the file back from a backup.',
        sha256,
      );
    return content;
  }

  /** Which database the folder belongs to; undefined where nobody has said. */
  owner(): Promise<string | undefined> {
    return readFile(join(this.folder, OWNER), 'utf8').catch(() => undefined);
  }

  async setOwner(id: string): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    await writeFile(join(this.folder, OWNER), id, { flush: true });
  }

  /** All that is stored: whole files by their hash, and parts by their id. */
  async list(): Promise<{ name: string; isPart: boolean; bytes: number; changedMs: number }[]> {
    const names = await readdir(this.folder).catch(() => []);
    const found = await Promise.all(
      names
        .filter((name) => STORED.test(name))
        .map(async (name) => {
          const { size, mtimeMs } = await stat(join(this.folder, name)).catch(() => ({ size: 0, mtimeMs: Infinity }));
          return { name: name.replace(/\.part$/, ''), isPart: name.endsWith('.part'), bytes: size, changedMs: mtimeMs };
        }),
    );
    return found;
  }

  dropPart(id: string): Promise<void> {
    return rm(this.part(id), { force: true });
  }

  /** While some work goes on, no stored file is taken away: what should have been is left for the next tidying. */
  async whileAllStays<T>(work: () => Promise<T>): Promise<T> {
    this.staying += 1;
    // The first takes the turn for all who need it meanwhile, the last gives it back.
    this.stay ??= this.takeStay();
    const stay = await this.stay;
    try {
      return await work();
    } finally {
      this.staying -= 1;
      if (this.staying === 0) {
        this.stay = undefined;
        await stay.giveBack();
      }
    }
  }

  private takeStay(): Promise<{ giveBack: () => Promise<void> }> {
    return new Promise((resolve, reject) => {
      const done = this.turns.inTurn(
        FILES_STAY,
        () =>
          new Promise<void>((release) =>
            resolve({
              giveBack: () => {
                release();
                return done;
              },
            }),
          ),
      );
      done.catch(reject);
    });
  }

  async drop(sha256: string): Promise<void> {
    if (this.staying > 0) return;
    await this.remove(sha256);
  }

  protected remove(sha256: string): Promise<void> {
    return rm(this.whole(sha256), { force: true });
  }

  /** Takes copies away that lie on this machine alone; there are none where the folder is the store. */
  tidyLocal(): Promise<void> {
    return Promise.resolve();
  }
}
