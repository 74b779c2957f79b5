import { fakeServer, type Request } from '../../test-dom.ts';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { LARGEST_VIDEO_BYTES } from '../../../core/formats/video-limits.ts';
import { sendVideo } from './send-video.ts';

const MB = 1024 * 1024;
const SIZE = 10 * MB;
const file = (sizeBytes = SIZE): File => {
  const made = new File([], 'swing.mp4');
  Object.defineProperty(made, 'size', { value: sizeBytes });
  made.slice = (from = 0, to = sizeBytes) => ({ from, to: Math.min(to, sizeBytes) }) as unknown as Blob;
  return made;
};
let received: number;
let videos: Set<string>;
let isDone: boolean;
let asked: Request[];
/** Whether the line breaks at this request: before the server sees it, or before its answer is back. */
let breaks: (n: number) => 'before' | 'after' | undefined;

beforeEach(() => {
  jest.useFakeTimers();
  received = 0;
  videos = new Set();
  isDone = false;
  breaks = () => undefined;
  let n = 0;
  asked = fakeServer(({ method, path, body }) => {
    const broken = breaks(n++);
    if (broken === 'before') return null;
    let answer: object = {};
    if (path.endsWith('/videos')) {
      videos.add((body as { id: string }).id);
      answer = { receivedBytes: received };
    } else if (path.includes('/pieces')) {
      const { from, to } = body as { from: number; to: number };
      // The server takes a piece that it has already for what it is, and says how far it is.
      if (from === received) received = to;
      answer = { receivedBytes: received };
    } else if (path.endsWith('/done')) {
      isDone = true;
      answer = { id: 'v', fileName: 'swing.mp4' };
    } else if (method === 'DELETE') videos.delete(path.split('/').pop()!);
    return broken === 'after' ? null : { body: answer };
  });
});
afterEach(() => {
  jest.useRealTimers();
});

async function send(options: { size?: number; stop?: AbortController; onProgress?: (share: number) => void } = {}) {
  const { size = SIZE, stop = new AbortController(), onProgress = () => undefined } = options;
  const sent = sendVideo('l', file(size), { view: 'face-on', source: 'file' }, onProgress, stop.signal).then(
    (answer) => ({ answer, error: undefined }),
    (error: unknown) => ({ answer: undefined, error: error as Error }),
  );
  await jest.advanceTimersByTimeAsync(200_000);
  return sent;
}
const pieces = (): { from: number; to: number }[] =>
  asked.filter((a) => a.path.includes('/pieces')).map((a) => a.body as { from: number; to: number });

test('a video goes in pieces that join without a gap, and how far it is only grows', async () => {
  const shares: number[] = [];
  const { answer } = await send({ onProgress: (s) => shares.push(s) });
  expect(answer).toMatchObject({ fileName: 'swing.mp4' });
  expect(pieces()).toEqual([
    { from: 0, to: 4 * MB },
    { from: 4 * MB, to: 8 * MB },
    { from: 8 * MB, to: SIZE },
  ]);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.at(-1)).toBe(1);
});

test('where the line breaks anywhere, before or after the server has heard it, it goes on and ends as one video', async () => {
  for (const how of ['before', 'after'] as const)
    for (let at = 0; at < 5; at++) {
      received = 0;
      videos.clear();
      isDone = false;
      asked.length = 0;
      breaks = () => (asked.length - 1 === at ? how : undefined);
      const { answer, error } = await send();
      expect([how, at, error]).toEqual([how, at, undefined]);
      expect([how, at, answer !== undefined, received, isDone, videos.size]).toEqual([how, at, true, SIZE, true, 1]);
      expect(asked.length).toBe(6);
    }
});

test('a server that stays away is given up after a while, in words', async () => {
  breaks = () => 'before';
  const { error } = await send();
  expect(error?.message).toMatch(/The server does not answer/);
  expect(isDone).toBe(false);
});

test('one that is stopped is taken back from the server', async () => {
  const stop = new AbortController();
  const { error } = await send({ stop, onProgress: (share) => share > 0.5 && stop.abort() });
  expect(error?.name).toBe('AbortError');
  expect(isDone).toBe(false);
  expect(videos.size).toBe(0);
  expect(pieces()).toHaveLength(2);
});

test('one past the limit is refused before a byte is sent', async () => {
  const { error } = await send({ size: LARGEST_VIDEO_BYTES + 1 });
  expect(error?.message).toContain('swing.mp4');
  expect(asked).toEqual([]);
});
