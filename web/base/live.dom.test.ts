import { expect, test } from '@jest/globals';
import { FakeEvents } from '../test-dom.ts';
import { onLive, type LiveMessage } from './live.ts';

Object.assign(globalThis, { EventSource: FakeEvents });
const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

test('one stream for all that listen; another tab hears of it, and takes over when this one leaves', async () => {
  const here: LiveMessage[] = [];
  const alsoHere: LiveMessage[] = [];
  const there: unknown[] = [];
  const otherTab = new BroadcastChannel('maple-live');
  otherTab.onmessage = (e) => there.push(e.data);
  const stops = [onLive((m) => here.push(m)), onLive((m) => alsoHere.push(m))];
  await turn();
  expect(FakeEvents.all).toHaveLength(1);
  const changed = { kind: 'changed', lessonId: 'l' };
  FakeEvents.all[0]!.say('open', {});
  FakeEvents.all[0]!.say('changed', changed);
  expect(here).toEqual([{ kind: 'open' }, changed]);
  expect(alsoHere).toEqual(here);
  expect(there).toEqual(here);
  // What the tab with the stream passes on is heard without a stream of one's own.
  otherTab.postMessage({ kind: 'changed', lessonId: 'm' });
  expect(here.at(-1)).toEqual({ kind: 'changed', lessonId: 'm' });

  stops.forEach((stop) => stop());
  await turn();
  expect(FakeEvents.all[0]!.closed).toBe(true);
  const again = onLive(() => undefined);
  await turn();
  expect(FakeEvents.all).toHaveLength(2);
  again();
});
