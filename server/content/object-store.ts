import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Client, type BucketItem } from 'minio';
import type { Turns } from '../db/turns.ts';
import { ContentStore, missing } from './content-store.ts';
import type { ObjectStoreOptions } from './files-from.ts';

const isAbsent = (error: unknown): boolean =>
  ['NotFound', 'NoSuchKey'].includes((error as { code?: string } | null)?.code ?? '');

/**
 * Original files in an object store with the common S3 protocol, for several machines: whole ones under `files/`, pieces of those on
 * their way under `parts/`. What was read lies in a folder of the machine until the store has it no more.
 */
export class ObjectStore extends ContentStore {
  private readonly client: Client;
  private readonly bucket: string;
  private readonly prefix: string;

  constructor(cache: string, turns: Turns, options: ObjectStoreOptions) {
    super(cache, turns);
    const { hostname, port, protocol } = new URL(options.endpoint);
    const useSSL = protocol === 'https:';
    this.client = new Client({
      endPoint: hostname,
      port: port === '' ? (useSSL ? 443 : 80) : Number(port),
      useSSL,
      accessKey: options.key,
      secretKey: options.secret,
      region: options.region,
      pathStyle: true,
    });
    this.bucket = options.bucket;
    this.prefix = options.prefix;
  }

  /** @throws Error where the store or its bucket cannot be reached */
  async reach(): Promise<void> {
    let there: boolean;
    try {
      there = await this.client.bucketExists(this.bucket);
    } catch (error) {
      throw new Error(`The object store cannot be reached: ${(error as Error).message}`, { cause: error });
    }
    if (!there) throw new Error(`The object store has no bucket ${this.bucket}. Make it first.`);
  }

  private fileName(sha256: string): string {
    return `${this.prefix}files/${sha256}`;
  }

  private pieceName(id: string, from: number): string {
    return `${this.prefix}parts/${id}/${String(from).padStart(15, '0')}`;
  }

  /** Objects under a name, in its order. */
  private async under(name: string): Promise<{ name: string; size: number; changedMs: number }[]> {
    const found: { name: string; size: number; changedMs: number }[] = [];
    for await (const item of this.client.listObjectsV2(this.bucket, `${this.prefix}${name}`, true)) {
      const { name: of, size, lastModified } = item as BucketItem;
      if (of !== undefined) found.push({ name: of, size: size ?? 0, changedMs: lastModified?.getTime() ?? Infinity });
    }
    return found.sort((a, b) => (a.name < b.name ? -1 : 1));
  }

  /** Bytes of an object; undefined where there is none. */
  private async sizeIn(name: string): Promise<number | undefined> {
    try {
      return (await this.client.statObject(this.bucket, name)).size;
    } catch (error) {
      if (isAbsent(error)) return undefined;
      throw error;
    }
  }

  override async received(id: string): Promise<number> {
    const pieces = await this.under(`parts/${id}/`);
    return pieces.reduce((sum, p) => sum + p.size, 0);
  }

  override async append(id: string, piece: Uint8Array): Promise<number> {
    const before = await this.received(id);
    await this.client.putObject(this.bucket, this.pieceName(id, before), Buffer.from(piece), piece.length);
    return before + piece.length;
  }

  override async localPart(id: string): Promise<string> {
    const file = this.part(id);
    const pieces = await this.under(`parts/${id}/`);
    // One that came in whole, by this process, has no pieces.
    if (pieces.length === 0) return file;
    await mkdir(this.folder, { recursive: true });
    await writeFile(file, '');
    for (const { name } of pieces)
      await pipeline(await this.client.getObject(this.bucket, name), createWriteStream(file, { flags: 'a' }));
    return file;
  }

  override async keep(id: string, sha256: string): Promise<void> {
    const file = await this.localPart(id);
    const { size } = await stat(file);
    if ((await this.sizeIn(this.fileName(sha256))) !== size)
      await this.client.putObject(this.bucket, this.fileName(sha256), createReadStream(file), size);
    await rename(file, this.whole(sha256));
    await this.dropPart(id);
  }

  override async check(sha256: string): Promise<void> {
    if ((await this.sizeOf(sha256)) === undefined) throw missing(sha256);
  }

  override sizeOf(sha256: string): Promise<number | undefined> {
    return this.sizeIn(this.fileName(sha256));
  }

  override async localWhole(sha256: string): Promise<string> {
    const size = await this.sizeOf(sha256);
    if (size === undefined) throw missing(sha256);
    const file = this.whole(sha256);
    if ((await stat(file).catch(() => undefined))?.size === size) return file;
    await mkdir(this.folder, { recursive: true });
    const half = `${file}.${crypto.randomUUID()}`;
    await pipeline(await this.client.getObject(this.bucket, this.fileName(sha256)), createWriteStream(half));
    await rename(half, file);
    return file;
  }

  override async owner(): Promise<string | undefined> {
    try {
      const parts: Buffer[] = [];
      for await (const part of await this.client.getObject(this.bucket, `${this.prefix}owner`))
        parts.push(part as Buffer);
      return Buffer.concat(parts).toString();
    } catch (error) {
      if (isAbsent(error)) return undefined;
      throw error;
    }
  }

  override async setOwner(id: string): Promise<void> {
    await this.client.putObject(this.bucket, `${this.prefix}owner`, id);
  }

  override async list(): Promise<{ name: string; isPart: boolean; bytes: number; changedMs: number }[]> {
    const last = (name: string): string => name.split('/').at(-1) ?? '';
    const files = (await this.under('files/')).map((f) => ({
      name: last(f.name),
      isPart: false,
      bytes: f.size,
      changedMs: f.changedMs,
    }));
    const parts = new Map<string, { name: string; isPart: boolean; bytes: number; changedMs: number }>();
    for (const p of await this.under('parts/')) {
      const name = p.name.split('/').at(-2) ?? '';
      const { bytes = 0, changedMs = 0 } = parts.get(name) ?? {};
      parts.set(name, { name, isPart: true, bytes: bytes + p.size, changedMs: Math.max(changedMs, p.changedMs) });
    }
    return [...files, ...parts.values()];
  }

  override async dropPart(id: string): Promise<void> {
    for (const { name } of await this.under(`parts/${id}/`)) await this.client.removeObject(this.bucket, name);
    await super.dropPart(id);
  }

  protected override async remove(sha256: string): Promise<void> {
    await this.client.removeObject(this.bucket, this.fileName(sha256));
    await super.remove(sha256);
  }

  /** What the store has no more goes from this machine too: another process has erased it. */
  override async tidyLocal(): Promise<void> {
    const stored = new Set((await this.under('files/')).map((f) => f.name.split('/').at(-1)));
    for (const name of await readdir(this.folder).catch(() => [] as string[])) {
      if (stored.has(name)) continue;
      const { mtimeMs } = await stat(join(this.folder, name)).catch(() => ({ mtimeMs: Infinity }));
      if (Date.now() - mtimeMs > LOCAL_GRACE_MS) await rm(join(this.folder, name), { force: true });
    }
  }
}

/** What another request may still be at is left alone for this long. */
const LOCAL_GRACE_MS = 600_000;
