import type { Response } from 'express';

export interface LessonEvent {
  readonly kind: 'shot' | 'changed';
  readonly lessonId: string;
}

/** Open server-sent event streams, by practice. */
export class FeedHub {
  private readonly streams = new Map<string, Set<Response>>();

  open(practiceId: string, res: Response): void {
    const set = this.streams.get(practiceId) ?? new Set<Response>();
    set.add(res);
    this.streams.set(practiceId, set);
    res.on('close', () => set.delete(res));
  }

  publish(practiceId: string, event: LessonEvent): void {
    for (const res of this.streams.get(practiceId) ?? [])
      res.write(`event: ${event.kind}\ndata: ${JSON.stringify(event)}\n\n`);
  }

  closeAll(): void {
    for (const set of this.streams.values()) for (const res of set) res.end();
    this.streams.clear();
  }
}
