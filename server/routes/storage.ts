import { Router } from 'express';
import { storageOf } from '../readings/tidy.ts';
import { on, practiceOf, type Services } from './context.ts';

/** What the practice's files take, and what is not finished. */
export function storageRoutes({ db, content }: Services): Router {
  const router = Router();
  on(router, 'GET /storage', async (req, res) => {
    res.json(await storageOf(db, content, practiceOf(req)));
  });
  return router;
}
