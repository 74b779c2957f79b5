import { createHash } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Db } from '../db/connection.ts';
import { beforeRefusal, Problem } from '../http/problem.ts';
import { dropIntent, intentOf, keepIntent } from '../rows/intents.ts';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

const idOf = (from: unknown): string | undefined => {
  const id = (from as { id?: unknown } | null | undefined)?.id;
  return typeof id === 'string' && UUID.test(id) ? id.toLowerCase() : undefined;
};

/**
 * What is made under an id of the page's own is made once: the same request again is let through as a repeat, another one under the
 * same id is refused before anything of it is done. What fails leaves its id free.
 */
export function onceForEachId(db: Db): RequestHandler {
  return async (req, res, next) => {
    const id = req.method === 'POST' ? (idOf(req.body) ?? idOf(req.query)) : undefined;
    if (id === undefined) return next();
    const { pathname } = new URL(req.originalUrl, 'http://here');
    // Addresses may hold a private link, so only their hash is kept.
    const address = createHash('sha256').update(pathname).digest('base64url');
    const body: unknown = Buffer.isBuffer(req.body) ? '' : req.body;
    const hash = createHash('sha256')
      .update(JSON.stringify([body ?? '', req.query]))
      .digest('base64url');
    if (!(await keepIntent(db, { id, address, hash }))) {
      const known = await intentOf(db, id);
      if (known && (known.address !== address || known.hash !== hash))
        throw new Problem(409, 'id-taken', 'This id is already used for something else; nothing was stored.', 'id');
      return next();
    }
    // Before the refusal is heard: what is sent again at once must find the id free.
    beforeRefusal(res, () => dropIntent(db, id));
    next();
  };
}
