import { LIVE_KINDS, type LiveEvent } from '../../api/live.ts';

/** An event of the server, or the news that the stream was (re)opened: what came before may have been missed. */
export type LiveMessage = LiveEvent | { readonly kind: 'open' };
type Listener = (message: LiveMessage) => void;

const NAME = 'maple-live';
const listeners = new Set<Listener>();
let stop: (() => void) | undefined;

function tell(message: LiveMessage): void {
  for (const listener of listeners) listener(message);
}

/** Opens the stream itself. @returns how to close it */
function openStream(each: Listener): () => void {
  const source = new EventSource('/api/events');
  source.addEventListener('open', () => each({ kind: 'open' }));
  for (const kind of LIVE_KINDS)
    source.addEventListener(kind, (event) => each(JSON.parse((event as MessageEvent<string>).data) as LiveEvent));
  return () => source.close();
}

/**
 * One stream for a browser, however many tabs: the tab that holds the lock has it and passes on what it hears; when that tab
 * closes, the next one takes over.
 */
function share(): () => void {
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = (event: MessageEvent<LiveMessage>) => tell(event.data);
  const leave = new AbortController();
  let done: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (done = resolve));
  navigator.locks
    .request(NAME, { signal: leave.signal }, async () => {
      const close = openStream((message) => {
        tell(message);
        channel.postMessage(message);
      });
      await held;
      close();
    })
    // Left while it still waited for its turn.
    .catch(() => undefined);
  return () => {
    leave.abort();
    done();
    channel.close();
  };
}

/** Listens for what the server tells. @returns how to stop */
export function onLive(listener: Listener): () => void {
  listeners.add(listener);
  // Without a secure address there are no locks: each tab has its own stream then.
  stop ??= 'locks' in navigator ? share() : openStream(tell);
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    stop?.();
    stop = undefined;
  };
}
