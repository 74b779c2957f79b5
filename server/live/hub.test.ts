import { tuple } from '../../core/numeric/tuple.ts';
import { EventEmitter } from 'node:events';
import { describe, expect, test } from '@jest/globals';
import type { Response } from 'express';
import type { LiveEvent } from '../../api/live.ts';
import { databaseBus, type Bus } from './bus.ts';
import { FeedHub } from './hub.ts';

/** A stream that keeps what is written to it, and waits for the next. */
function stream() {
  const events: LiveEvent[] = [];
  const written = new EventEmitter();
  const res = Object.assign(new EventEmitter(), {
    write: (text: string) => {
      events.push(JSON.parse(text.slice(text.indexOf('data: ') + 6)) as LiveEvent);
      written.emit('event');
    },
    end: () => undefined,
  }) as unknown as Response;
  const until = async (n: number): Promise<LiveEvent[]> => {
    while (events.length < n) await new Promise((resolve) => written.once('event', resolve));
    return events;
  };
  return { res, events, until };
}

/** Two hubs on one bus of this process. */
function twoHubs(): [FeedHub, FeedHub, string[]] {
  const each = new Set<(message: string) => void>();
  const sent: string[] = [];
  const bus: Bus = {
    send: (message) => {
      sent.push(message);
      for (const listener of each) listener(message);
      return Promise.resolve();
    },
    listen: (listener) => each.add(listener),
    close: () => Promise.resolve(),
  };
  return [new FeedHub(bus), new FeedHub(bus), sent];
}

describe('what processes tell each other', () => {
  test('an event reaches the pages of both, each once, and only those of its practice', () => {
    const [a, b] = twoHubs();
    const [here, there, other] = [stream(), stream(), stream()];
    a.open('p', here.res);
    b.open('p', there.res);
    b.open('q', other.res);
    a.publish('p', { kind: 'changed', lessonId: 'l' });
    expect(here.events).toEqual([{ kind: 'changed', lessonId: 'l' }]);
    expect(there.events).toEqual(here.events);
    expect(other.events).toEqual([]);
  });

  test('a device that one has heard is known to the other', () => {
    const [a, b] = twoHubs();
    a.heard('p', 'monitor', 'range monitor');
    expect(b.devicesOf('p')).toMatchObject([{ deviceId: 'monitor', kind: 'range monitor' }]);
  });

  test('shots too large for a notification become the news that the lesson changed', () => {
    const [a, b, sent] = twoHubs();
    const [here, there] = [stream(), stream()];
    a.open('p', here.res);
    b.open('p', there.res);
    const doubt = 'ü'.repeat(5000);
    a.publish('p', { kind: 'shots', lessonId: 'l', blockId: 'b', shots: [{ doubt }] } as unknown as LiveEvent);
    expect(here.events[0]).toMatchObject({ kind: 'shots' });
    expect(there.events).toEqual([{ kind: 'changed', lessonId: 'l' }]);
    expect(Buffer.byteLength(sent[0]!)).toBeLessThan(8000);
  });

  const url = (globalThis as { testPostgres?: string }).testPostgres;
  (url ? test : test.skip)('on a PostgreSQL server it is the database that carries them', async () => {
    const buses = [databaseBus(url ?? ''), databaseBus(url ?? '')];
    const [a, b] = tuple(
      2,
      buses.map((bus) => new FeedHub(bus)),
    );
    const there = stream();
    b.open('p', there.res);
    // Until both listen, what is sent may be missed: it is sent until it is heard.
    const timer = setInterval(() => a.publish('p', { kind: 'changed', lessonId: 'l' }), 50);
    expect((await there.until(1))[0]).toEqual({ kind: 'changed', lessonId: 'l' });
    clearInterval(timer);
    await Promise.all(buses.map((bus) => bus.close()));
  });
});
