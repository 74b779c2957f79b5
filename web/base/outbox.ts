import { get, update } from 'idb-keyval';
import { ApiError, call, queryClient, serverReachable } from './api.ts';

/** A write that the server has not taken yet; kept in the browser, sent later, once (each has its own id). */
export interface Kept {
  readonly key: string;
  readonly method: 'POST' | 'PUT' | 'PATCH';
  readonly path: string;
  readonly body: unknown;
  /** For the eye: "shot, 92.0 mph". */
  readonly what: string;
  readonly at: string;
  /** Why the server refused it; it waits for a person then. */
  readonly refused?: string;
}

const STORE = 'maple-outbox';
const listeners = new Set<() => void>();
const others = new BroadcastChannel(STORE);
let cache: readonly Kept[] = [];

/** What the browser keeps, as it is now; other tabs write to it too. */
async function read(): Promise<readonly Kept[]> {
  // A browser that keeps nothing (a private window) must not hold up what can be sent now.
  show((await get<readonly Kept[]>(STORE).catch(() => undefined)) ?? []);
  return cache;
}

function show(list: readonly Kept[]): void {
  if (list.length === 0 && cache.length === 0) return;
  cache = list;
  for (const listener of listeners) listener();
}

/** Changes the list in one transaction of the browser's database, so that tabs do not overwrite each other. */
async function change(how: (list: readonly Kept[]) => readonly Kept[]): Promise<void> {
  await update<readonly Kept[]>(STORE, (list) => how(list ?? []));
  await read();
  others.postMessage('changed');
}

/** Where earlier versions kept it. */
async function takeOver(): Promise<void> {
  const earlier = localStorage.getItem(STORE);
  if (earlier === null) return;
  let list: readonly Kept[] = [];
  try {
    list = JSON.parse(earlier) as Kept[];
  } catch {
    // Unreadable: nothing of it could be sent.
  }
  await change((now) => [...list.filter((k) => now.every((n) => n.key !== k.key)), ...now]);
  localStorage.removeItem(STORE);
}

export const outbox = {
  get: (): readonly Kept[] => cache,
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  /** Tries a refused write again, after a person said so. */
  again: async (key: string): Promise<void> => {
    await change((list) => list.map((k) => (k.key === key ? { ...k, refused: undefined } : k)));
    await flush();
  },
  drop: (key: string): Promise<void> => change((list) => list.filter((k) => k.key !== key)),
  /** Sends a kept write to another address, after a person decided so. */
  redirect: async (key: string, path: string): Promise<void> => {
    await change((list) => list.map((k) => (k.key === key ? { ...k, path, refused: undefined } : k)));
    await flush();
  },
};

/** Times that the server failed at a write in a row before it waits for a person, tried every few seconds. */
const MOST_FAILURES = 5;
const failures = new Map<string, number>();

let flushing = false;
const next = (list: readonly Kept[]): Kept | undefined => list.find((k) => k.refused === undefined);

/** Sends what is kept, oldest first, until the server is away again; what it refuses stays with the reason. */
export async function flush(): Promise<void> {
  if (flushing || !next(await read())) return;
  flushing = true;
  try {
    // One tab sends at a time; each write carries its own id, so that a repeat is harmless all the same.
    await navigator.locks.request(STORE, async () => {
      // Read anew each time: more may have come behind them meanwhile.
      for (let kept = next(await read()); kept; kept = next(await read())) {
        const { key } = kept;
        try {
          await call(kept.method, kept.path, kept.body);
          await outbox.drop(key);
        } catch (error) {
          if (!(error instanceof ApiError) || error.status < 400 || error.status === 401) return;
          const { message } = error;
          if (error.status >= 500) {
            // The server may be in trouble for a while; what it never takes must not hold up what waits behind it.
            failures.set(key, (failures.get(key) ?? 0) + 1);
            if ((failures.get(key) ?? 0) < MOST_FAILURES) return;
            failures.delete(key);
          }
          await change((list) => list.map((k) => (k.key === key ? { ...k, refused: message } : k)));
        }
      }
    });
  } finally {
    flushing = false;
    void queryClient.invalidateQueries({ queryKey: ['lesson'] });
  }
}

/**
 * A write that is not lost when the server is away: kept and sent later. @returns 'sent' or 'kept'
 * @throws ApiError where the server refuses it now; Error where the browser cannot keep it
 */
export async function send(
  method: Kept['method'],
  path: string,
  body: unknown,
  what: string,
): Promise<'sent' | 'kept'> {
  const waiting = (await read()).some((k) => k.refused === undefined);
  if (!waiting) {
    try {
      await call(method, path, body);
      return 'sent';
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 0) throw error;
    }
  }
  // Behind others that wait, the order is kept.
  await change((list) => [
    ...list,
    { key: crypto.randomUUID(), method, path, body, what, at: new Date().toISOString() },
  ]);
  if (waiting) void flush();
  return 'kept';
}

const RETRY_MS = 3000;

/** Keeps trying while something waits. Called once when the application starts. */
export function startOutbox(): () => void {
  const onOther = (): void => void read();
  others.addEventListener('message', onOther);
  const stop = serverReachable.subscribe(() => {
    if (serverReachable.get()) void flush();
  });
  const timer = setInterval(() => {
    if (cache.length > 0) void flush();
  }, RETRY_MS);
  // What an earlier version kept stays where it is if it cannot be taken over.
  void takeOver()
    .catch(() => undefined)
    .then(flush);
  return () => {
    others.removeEventListener('message', onOther);
    stop();
    clearInterval(timer);
  };
}
