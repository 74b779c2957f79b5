import { UrlSource, type Source } from 'mediabunny';
import { videoSource } from '../../core/formats/video-source.ts';

/** A stretch of a stored file. @throws Error where the server does not give it */
async function stretch(url: string, from: number, to: number): Promise<Response> {
  const response = await fetch(url, { headers: { Range: `bytes=${from}-${to - 1}` } });
  if (!response.ok) throw new Error(`The video cannot be read: the server answers ${response.status}.`);
  return response;
}

/** Bytes at whose place a WebM says what it is. */
const WEBM = [0x1a, 0x45, 0xdf, 0xa3];

/** A stored video for the media library; a WebM whose end is missing is read up to its last whole picture. */
export async function sourceAt(path: string): Promise<Source> {
  const url = new URL(path, self.location.origin).href;
  const head = await stretch(url, 0, WEBM.length);
  const size = Number(head.headers.get('Content-Range')?.split('/')[1]);
  const first = new Uint8Array(await head.arrayBuffer());
  if (!WEBM.every((b, i) => first[i] === b) || !Number.isFinite(size)) return new UrlSource(url);
  const read = async (from: number, to: number): Promise<Uint8Array> =>
    new Uint8Array(await (await stretch(url, from, to)).arrayBuffer());
  return (await videoSource({ size, read })).source;
}
