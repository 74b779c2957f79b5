import type { RequestHandler } from 'express';

/** Requests under way that somebody waits for: long work without hurry lets them go first between two of its steps. */
export class Traffic {
  private going = 0;
  private readonly waiting = new Set<() => void>();

  /** Counts what only reads; streams that stay open are nobody's wait. */
  readonly count: RequestHandler = (req, res, next) => {
    if (req.method !== 'GET' || req.path === '/events') return next();
    this.going += 1;
    res.once('close', () => {
      this.going -= 1;
      if (this.going > 0) return;
      for (const go of this.waiting) go();
      this.waiting.clear();
    });
    next();
  };

  /** Resolves when nobody waits any more, or after a while at the latest. */
  letPass(mostMs: number): Promise<void> {
    if (this.going === 0) return Promise.resolve();
    return new Promise((resolve) => {
      const go = (): void => {
        clearTimeout(timer);
        this.waiting.delete(go);
        resolve();
      };
      const timer = setTimeout(go, mostMs);
      this.waiting.add(go);
    });
  }
}
