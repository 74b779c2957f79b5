// What the browser has and jsdom lacks, for the tests of hooks and of the data layer.
import 'fake-indexeddb/auto';
import { TextDecoder, TextEncoder } from 'node:util';
import { jest } from '@jest/globals';

type Listener = (event: { data: unknown }) => void;

/** Channels of one name hear each other, as those of several tabs do. */
class Channel {
  static all: Channel[] = [];
  onmessage: Listener | null = null;
  private readonly listeners = new Set<Listener>();
  readonly name: string;
  constructor(name: string) {
    this.name = name;
    Channel.all.push(this);
  }
  addEventListener(_: string, listener: Listener): void {
    this.listeners.add(listener);
  }
  removeEventListener(_: string, listener: Listener): void {
    this.listeners.delete(listener);
  }
  postMessage(data: unknown): void {
    for (const other of Channel.all.filter((c) => c.name === this.name && c !== this)) {
      other.onmessage?.({ data });
      for (const listener of other.listeners) listener({ data });
    }
  }
  close(): void {
    Channel.all = Channel.all.filter((c) => c !== this);
  }
}

/** Locks by name, given one after another. */
const queues = new Map<string, Promise<unknown>>();
const locks = {
  request: (name: string, ...rest: unknown[]): Promise<unknown> => {
    const work = rest.at(-1) as () => Promise<unknown>;
    const turn = (queues.get(name) ?? Promise.resolve()).then(work);
    queues.set(
      name,
      turn.catch(() => undefined),
    );
    return turn;
  },
};

Object.assign(globalThis, {
  BroadcastChannel: Channel,
  CSS: { supports: () => true, escape: (name: string): string => name },
  TextDecoder,
  TextEncoder,
  structuredClone: (v: unknown): unknown => v,
});
Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });

interface Answer {
  readonly status?: number;
  readonly body?: unknown;
}
export interface Request {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

/** A server of the test: what it was asked, in order; it answers as told, or is away where told `null`. */
export function fakeServer(answer: (request: Request) => Answer | null): Request[] {
  const asked: Request[] = [];
  globalThis.fetch = jest.fn(async (path: unknown, options: unknown) => {
    const { method, body } = options as { method: string; body?: unknown };
    const request = {
      method,
      path: String(path),
      body: typeof body === 'string' ? (JSON.parse(body) as unknown) : body,
    };
    asked.push(request);
    const found = answer(request);
    if (found === null) throw new TypeError('network');
    const { status = 200, body: said = {} } = found;
    return {
      ok: status < 400,
      status,
      headers: { get: () => 'application/json' },
      json: async () => said,
    } as unknown as Response;
  }) as unknown as typeof fetch;
  return asked;
}

/** A media track that can be unplugged. */
export class FakeTrack {
  onended: (() => void) | null = null;
  stopped = false;
  readonly kind: 'video' | 'audio';
  constructor(kind: 'video' | 'audio') {
    this.kind = kind;
  }
  stop(): void {
    this.stopped = true;
  }
  getSettings(): { autoGainControl: boolean } {
    return { autoGainControl: false };
  }
}
export const fakeStream = (...tracks: FakeTrack[]) => ({
  getTracks: () => tracks,
  getVideoTracks: () => tracks.filter((t) => t.kind === 'video'),
  getAudioTracks: () => tracks.filter((t) => t.kind === 'audio'),
});

/** The machine's camera and microphone; `ask` decides each question. */
export function fakeMedia(ask: (wanted: MediaStreamConstraints) => Promise<unknown>): void {
  Object.defineProperty(navigator, 'mediaDevices', { value: { getUserMedia: ask }, configurable: true });
}

/** A stream of events whose server is the test. */
export class FakeEvents {
  static all: FakeEvents[] = [];
  closed = false;
  private readonly listeners = new Map<string, (e: { data: string }) => void>();
  constructor() {
    FakeEvents.all.push(this);
  }
  addEventListener(kind: string, listener: (e: { data: string }) => void): void {
    this.listeners.set(kind, listener);
  }
  say(kind: string, data: object): void {
    this.listeners.get(kind)?.({ data: JSON.stringify(data) });
  }
  close(): void {
    this.closed = true;
  }
}
