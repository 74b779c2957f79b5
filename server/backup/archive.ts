import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { open as openFile, rename, rm } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { open, type Entry, type ZipFile as ReadZip } from 'yauzl';
import { ZipFile } from 'yazl';
import { InputError } from '../../core/errors/input-error.ts';

/** A file on disk and the name that it gets in an archive. */
export interface Packed {
  readonly name: string;
  readonly file: string | (() => Promise<string>);
  readonly compress: boolean;
}

/** Packs files and a last text into a ZIP beside its place, and puts it there when all of it is on the disk. */
export async function pack(
  file: string,
  files: readonly Packed[],
  last: { name: string; text: string },
): Promise<void> {
  const part = `${file}.part`;
  const zip = new ZipFile();
  const out = createWriteStream(part, { flush: true });
  zip.outputStream.pipe(out);
  zip.on('error', (error) => out.destroy(error as Error));
  try {
    for (const { name, file: from, compress } of files)
      zip.addReadStreamLazy(name, { compress }, (give) => {
        Promise.resolve(typeof from === 'string' ? from : from()).then(
          (path) => give(null, createReadStream(path)),
          (error: unknown) => give(error, undefined as never),
        );
      });
    zip.addBuffer(Buffer.from(last.text), last.name);
    zip.end();
    await finished(out);
    await rename(part, file);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

const openZip = (file: string): Promise<ReadZip> =>
  new Promise((resolve, reject) =>
    open(file, { lazyEntries: true, autoClose: false }, (error, zip) => (error ? reject(error) : resolve(zip))),
  );

/** An archive open for reading. */
export class Archive {
  private constructor(
    private readonly zip: ReadZip,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  /** @throws InputError where the file is no ZIP, or a cut one */
  static async open(file: string, name: string): Promise<Archive> {
    let zip: ReadZip;
    try {
      await (await openFile(file)).close();
      zip = await openZip(file);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT')
        throw new InputError('missing', `There is no file ${name}.`, name);
      throw new InputError('wrong-header', `${name} is no backup: it cannot be read as a ZIP that is whole.`, name);
    }
    const entries = new Map<string, Entry>();
    await new Promise<void>((resolve, reject) => {
      zip.on('entry', (entry: Entry) => {
        entries.set(entry.fileName, entry);
        zip.readEntry();
      });
      zip.once('end', resolve);
      zip.once('error', reject);
      zip.readEntry();
    });
    return new Archive(zip, entries);
  }

  has(name: string): boolean {
    return this.entries.has(name);
  }

  stream(name: string): Promise<Readable> {
    const entry = this.entries.get(name);
    if (!entry) throw new InputError('missing', `The backup lacks ${name}.`, name);
    return new Promise((resolve, reject) =>
      this.zip.openReadStream(entry, (error, stream) => (error ? reject(error) : resolve(stream))),
    );
  }

  async text(name: string): Promise<string> {
    const parts: Buffer[] = [];
    for await (const part of await this.stream(name)) parts.push(part as Buffer);
    return Buffer.concat(parts).toString();
  }

  /** Hash of an entry's content. @throws InputError where its bytes are damaged */
  async sha256(name: string): Promise<string> {
    const hash = createHash('sha256');
    try {
      for await (const part of await this.stream(name)) hash.update(part as Buffer);
    } catch (error) {
      if (error instanceof InputError) throw error;
      throw new InputError('unreadable', `The backup is damaged at ${name}.`, name);
    }
    return hash.digest('hex');
  }

  close(): void {
    this.zip.close();
  }
}
