import { CustomSource, type Source } from 'mediabunny';
import { webmCut } from './webm-cut.ts';

/** A file of which any stretch can be had. */
export interface Bytes {
  readonly size: number;
  /** Bytes from one place up to another, which lies beyond it and not beyond the end. */
  read(from: number, to: number): Promise<Uint8Array>;
}

export const bytesOf = (content: Uint8Array): Bytes => ({
  size: content.length,
  read: (from, to) => Promise.resolve(content.subarray(from, to)),
});

/** A video that can be read, and whether its end is missing. */
export interface VideoSource {
  readonly source: Source;
  readonly isCut: boolean;
}

/** A video file as the media library reads it; a WebM that was cut short ends at its last whole picture. */
export async function videoSource(file: Bytes): Promise<VideoSource> {
  const cut = await webmCut(file);
  const size = cut?.endByte ?? file.size;
  const source = new CustomSource({
    getSize: () => size,
    read: async (from, to) => {
      const bytes = await file.read(from, to);
      if (!cut?.patches.some((p) => p.at < to && p.at + p.bytes.length > from)) return bytes;
      const changed = Uint8Array.from(bytes);
      for (const p of cut.patches)
        p.bytes.forEach((b, i) => {
          if (p.at + i >= from && p.at + i < to) changed[p.at + i - from] = b;
        });
      return changed;
    },
  });
  return { source, isCut: cut !== undefined };
}
