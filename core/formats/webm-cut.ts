import type { Bytes } from './video-source.ts';

/** Where a WebM that was cut short really ends, and the bytes that keep it from promising more. */
export interface WebmCut {
  readonly endByte: number;
  /** True sizes of the elements that the cut runs through, each as long as what stood there. */
  readonly patches: readonly { readonly at: number; readonly bytes: Uint8Array }[];
}

interface Element {
  readonly id: number;
  /** Where its size stands, and in how many bytes. */
  readonly sizeAt: number;
  readonly sizeLength: number;
  readonly from: number;
  /** First byte after it; undefined where the file does not say. */
  readonly to: number | undefined;
}

const HEADER = 0x1a45dfa3;
const SEGMENT = 0x18538067;
const CLUSTER = 0x1f43b675;
/** Longest head of an element: four bytes of id and eight of size. */
const HEAD_BYTES = 12;
/** Bytes that are fetched at once while going from block to block. */
const WINDOW_BYTES = 1 << 16;

/** Reads element after element through a window on the file. */
class Walk {
  private from = 0;
  private window: Uint8Array = new Uint8Array(0);
  private readonly file: Bytes;

  constructor(file: Bytes) {
    this.file = file;
  }

  private async bytes(at: number): Promise<Uint8Array> {
    const end = Math.min(this.file.size, at + HEAD_BYTES);
    if (at < this.from || end > this.from + this.window.length) {
      this.from = at;
      this.window = await this.file.read(at, Math.min(this.file.size, at + WINDOW_BYTES));
    }
    return this.window.subarray(at - this.from, end - this.from);
  }

  /** The element whose head begins at a byte; undefined where the file ends within the head or has none there. */
  async element(at: number): Promise<Element | undefined> {
    if (at >= this.file.size) return undefined;
    const head = await this.bytes(at);
    const idLength = Math.clz32(head[0] ?? 0) - 23;
    const first = head[idLength];
    if (idLength > 4 || first === undefined) return undefined;
    const sizeLength = Math.clz32(first) - 23;
    if (sizeLength > 8 || head.length < idLength + sizeLength) return undefined;
    const id = head.subarray(0, idLength).reduce((v, b) => v * 256 + b, 0);
    const mask = 2 ** (8 - sizeLength) - 1;
    const size = head.subarray(idLength + 1, idLength + sizeLength).reduce((v, b) => v * 256 + b, first & mask);
    const from = at + idLength + sizeLength;
    const unknown = size === 2 ** (7 * sizeLength) - 1;
    return { id, sizeAt: at + idLength, sizeLength, from, to: unknown ? undefined : from + size };
  }
}

/** The size of an element that ends earlier than it says, in as many bytes as stood there. */
const trueSize = (e: Element, end: number) => ({
  at: e.sizeAt,
  bytes: Uint8Array.from({ length: e.sizeLength }, (_, i) => {
    const byte = Math.floor((end - e.from) / 256 ** (e.sizeLength - 1 - i)) % 256;
    return i === 0 ? byte | (1 << (8 - e.sizeLength)) : byte;
  }),
});

/**
 * The cut of a WebM whose end is missing: it is read up to the last block that is whole.
 * @returns undefined for a file that is whole, or no WebM, or cut before its first picture
 */
export async function webmCut(file: Bytes): Promise<WebmCut | undefined> {
  const walk = new Walk(file);
  const header = await walk.element(0);
  if (header?.id !== HEADER || header.to === undefined) return undefined;
  const segment = await walk.element(header.to);
  if (segment?.id !== SEGMENT) return undefined;
  let cluster: Element | undefined;
  let at = segment.from;
  while (at < file.size) {
    const e = await walk.element(at);
    if (e?.id === CLUSTER && (e.to === undefined || e.to > file.size)) {
      // Its blocks are looked through one by one.
      cluster = e;
      at = e.from;
    } else if (e?.to !== undefined && e.to <= file.size) at = e.to;
    else break;
  }
  if (at >= file.size && (cluster?.to ?? 0) <= file.size && (segment.to ?? 0) <= file.size) return undefined;
  if (!cluster && at === segment.from) return undefined;
  const running = [segment, ...(cluster ? [cluster] : [])].filter((e) => e.to !== undefined);
  return { endByte: at, patches: running.map((e) => trueSize(e, at)) };
}
