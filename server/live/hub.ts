import type { Response } from 'express';
import type { LiveEvent } from '../../api/live.ts';
import type { DeviceWire } from '../../api/types.ts';

/** Open server-sent event streams and the devices last heard, by practice. */
export class FeedHub {
  private readonly streams = new Map<string, Set<Response>>();
  private readonly devices = new Map<string, Map<string, DeviceWire>>();

  open(practiceId: string, res: Response): void {
    const set = this.streams.get(practiceId) ?? new Set<Response>();
    set.add(res);
    this.streams.set(practiceId, set);
    res.on('close', () => set.delete(res));
  }

  publish(practiceId: string, event: LiveEvent): void {
    for (const res of this.streams.get(practiceId) ?? [])
      res.write(`event: ${event.kind}\ndata: ${JSON.stringify(event)}\n\n`);
  }

  /** Notes that a device gave a sign of life. */
  heard(practiceId: string, deviceId: string, kind: string): void {
    const devices = this.devices.get(practiceId) ?? new Map<string, DeviceWire>();
    const device = {
      deviceId,
      kind: kind || (devices.get(deviceId)?.kind ?? ''),
      heardAt: new Date().toISOString(),
    };
    devices.set(deviceId, device);
    this.devices.set(practiceId, devices);
    this.publish(practiceId, { kind: 'device', device });
  }

  devicesOf(practiceId: string): DeviceWire[] {
    return [...(this.devices.get(practiceId)?.values() ?? [])];
  }

  closeAll(): void {
    for (const set of this.streams.values()) for (const res of set) res.end();
    this.streams.clear();
  }
}
