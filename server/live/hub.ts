import type { Response } from 'express';
import type { DeviceWire } from '../../api/types.ts';

export interface LessonEvent {
  readonly kind: 'shot' | 'changed';
  readonly lessonId: string;
}

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

  publish(practiceId: string, event: LessonEvent): void {
    this.send(practiceId, event.kind, event);
  }

  /** Notes that a device gave a sign of life. */
  heard(practiceId: string, deviceId: string, kind: string): void {
    const devices = this.devices.get(practiceId) ?? new Map<string, DeviceWire>();
    devices.set(deviceId, {
      deviceId,
      kind: kind || (devices.get(deviceId)?.kind ?? ''),
      heardAt: new Date().toISOString(),
    });
    this.devices.set(practiceId, devices);
    this.send(practiceId, 'device', { deviceId });
  }

  devicesOf(practiceId: string): DeviceWire[] {
    return [...(this.devices.get(practiceId)?.values() ?? [])];
  }

  closeAll(): void {
    for (const set of this.streams.values()) for (const res of set) res.end();
    this.streams.clear();
  }

  private send(practiceId: string, name: string, data: unknown): void {
    for (const res of this.streams.get(practiceId) ?? [])
      res.write(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`);
  }
}
