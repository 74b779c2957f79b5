import { randomUUID } from 'node:crypto';
import type { Response } from 'express';
import type { LiveEvent } from '../../api/live.ts';
import type { DeviceWire } from '../../api/types.ts';
import { MOST_BUS_BYTES, type Bus } from './bus.ts';

interface Passed {
  readonly from: string;
  readonly practiceId?: string;
  readonly event?: LiveEvent;
  /** A sign-in that ended, by its hash. */
  readonly signedOut?: string;
}

/** Open server-sent event streams and the devices last heard, by practice; with a bus also what other processes tell. */
export class FeedHub {
  private readonly streams = new Map<string, Set<Response>>();
  /** Streams of each sign-in: they end with it. */
  private readonly bySignIn = new Map<string, Set<Response>>();
  private readonly devices = new Map<string, Map<string, DeviceWire>>();
  private readonly bus: Bus | undefined;
  private readonly own = randomUUID();

  constructor(bus?: Bus) {
    this.bus = bus;
    bus?.listen((message) => {
      const { from, practiceId, event, signedOut } = JSON.parse(message) as Passed;
      if (from === this.own) return;
      if (signedOut !== undefined) this.end(signedOut);
      else if (practiceId !== undefined && event) this.deliver(practiceId, event);
    });
  }

  /** @param signIn hash of the sign-in that the stream belongs to */
  open(practiceId: string, res: Response, signIn = ''): void {
    for (const [of, key] of [
      [this.streams, practiceId],
      [this.bySignIn, signIn],
    ] as const) {
      const set = of.get(key) ?? new Set<Response>();
      set.add(res);
      of.set(key, set);
      res.on('close', () => {
        set.delete(res);
        if (set.size === 0) of.delete(key);
      });
    }
  }

  /** Ends the streams of a sign-in that is over, in all processes. */
  signedOut(signIn: string): void {
    this.end(signIn);
    this.bus?.send(JSON.stringify({ from: this.own, signedOut: signIn } satisfies Passed)).catch(() => undefined);
  }

  private end(signIn: string): void {
    for (const res of this.bySignIn.get(signIn) ?? []) res.end();
  }

  publish(practiceId: string, event: LiveEvent): void {
    this.deliver(practiceId, event);
    if (!this.bus) return;
    const passed = (e: LiveEvent): string => JSON.stringify({ from: this.own, practiceId, event: e } satisfies Passed);
    const whole = passed(event);
    const fits = Buffer.byteLength(whole) <= MOST_BUS_BYTES;
    const message = fits || event.kind !== 'shots' ? whole : passed({ kind: 'changed', lessonId: event.lessonId });
    // Pages of another process that miss it see it with the next event or load.
    this.bus.send(message).catch(() => undefined);
  }

  /** Notes that a device gave a sign of life. */
  heard(practiceId: string, deviceId: string, kind: string): void {
    const known = this.devices.get(practiceId)?.get(deviceId)?.kind ?? '';
    const device = { deviceId, kind: kind || known, heardAt: new Date().toISOString() };
    this.publish(practiceId, { kind: 'device', device });
  }

  devicesOf(practiceId: string): DeviceWire[] {
    return [...(this.devices.get(practiceId)?.values() ?? [])];
  }

  closeAll(): void {
    for (const set of this.streams.values()) for (const res of set) res.end();
    this.streams.clear();
  }

  private deliver(practiceId: string, event: LiveEvent): void {
    if (event.kind === 'device') {
      const devices = this.devices.get(practiceId) ?? new Map<string, DeviceWire>();
      devices.set(event.device.deviceId, event.device);
      this.devices.set(practiceId, devices);
    }
    for (const res of this.streams.get(practiceId) ?? [])
      res.write(`event: ${event.kind}\ndata: ${JSON.stringify(event)}\n\n`);
  }
}
