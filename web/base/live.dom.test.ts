import { expect, test } from '@jest/globals';
import '../test-dom.ts';
import { onLive, type LiveMessage } from './live.ts';

class Source {
  static all: Source[] = [];
  closed = false;
  private readonly listeners = new Map<string, (e: { data: string }) => void>();
  constructor() {
    Source.all.push(this);
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
Object.assign(globalThis, { EventSource: Source });
const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

test('one stream for all that listen; another tab hears of it, and takes over when this one leaves', async () => {
  const here: LiveMessage[] = [];
  const alsoHere: LiveMessage[] = [];
  const there: unknown[] = [];
  const otherTab = new BroadcastChannel('maple-live');
  otherTab.onmessage = (e) => there.push(e.data);
  const stops = [onLive((m) => here.push(m)), onLive((m) => alsoHere.push(m))];
  await turn();
  expect(Source.all).toHaveLength(1);
  const changed = { kind: 'changed', lessonId: 'l' };
  Source.all[0]!.say('open', {});
  Source.all[0]!.say('changed', changed);
  expect(here).toEqual([{ kind: 'open' }, changed]);
  expect(alsoHere).toEqual(here);
  expect(there).toEqual(here);
  // What the tab with the stream passes on is heard without a stream of one's own.
  otherTab.postMessage({ kind: 'changed', lessonId: 'm' });
  expect(here.at(-1)).toEqual({ kind: 'changed', lessonId: 'm' });

  stops.forEach((stop) => stop());
  await turn();
  expect(Source.all[0]!.closed).toBe(true);
  const again = onLive(() => undefined);
  await turn();
  expect(Source.all).toHaveLength(2);
  again();
});
