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
let cache: readonly Kept[] | undefined;

function read(): readonly Kept[] {
  if (cache) return cache;
  try {
    cache = JSON.parse(localStorage.getItem(STORE) ?? '[]') as Kept[];
  } catch {
    cache = [];
  }
  return cache;
}

function write(list: readonly Kept[]): void {
  cache = list;
  localStorage.setItem(STORE, JSON.stringify(list));
  for (const listener of listeners) listener();
}

export const outbox = {
  get: read,
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  drop: (key: string): void => write(read().filter((k) => k.key !== key)),
  /** Sends a kept write to another address, after a person decided so. */
  redirect: (key: string, path: string): void => {
    write(read().map((k) => (k.key === key ? { ...k, path, refused: undefined } : k)));
    void flush();
  },
};

let flushing = false;

/** Sends what is kept, oldest first, until the server is away again; what it refuses stays with the reason. */
export async function flush(): Promise<void> {
  if (flushing || read().every((k) => k.refused !== undefined)) return;
  flushing = true;
  try {
    // One tab sends at a time; each write carries its own id, so that a repeat is harmless all the same.
    await navigator.locks.request('maple-outbox', async () => {
      cache = undefined;
      for (const kept of read().filter((k) => k.refused === undefined)) {
        try {
          await call(kept.method, kept.path, kept.body);
          outbox.drop(kept.key);
        } catch (error) {
          if (error instanceof ApiError && error.status >= 400 && error.status < 500 && error.status !== 401)
            write(read().map((k) => (k.key === kept.key ? { ...k, refused: error.message } : k)));
          else return;
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
 * @throws ApiError where the server refuses it now
 */
export async function send(
  method: Kept['method'],
  path: string,
  body: unknown,
  what: string,
): Promise<'sent' | 'kept'> {
  const waiting = read().some((k) => k.refused === undefined);
  if (!waiting) {
    try {
      await call(method, path, body);
      return 'sent';
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 0) throw error;
    }
  }
  // Behind others that wait, the order is kept.
  write([...read(), { key: crypto.randomUUID(), method, path, body, what, at: new Date().toISOString() }]);
  if (waiting) void flush();
  return 'kept';
}

const RETRY_MS = 3000;

/** Keeps trying while something waits. Called once when the application starts. */
export function startOutbox(): () => void {
  window.addEventListener('storage', (event) => {
    if (event.key !== STORE) return;
    cache = undefined;
    for (const listener of listeners) listener();
  });
  const stop = serverReachable.subscribe(() => {
    if (serverReachable.get()) void flush();
  });
  const timer = setInterval(() => void flush(), RETRY_MS);
  void flush();
  return () => {
    stop();
    clearInterval(timer);
  };
}
