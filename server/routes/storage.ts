import { Router } from 'express';
import { storageOf } from '../readings/tidy.ts';
import { on, practiceOf, type Services } from './context.ts';

/** What the practice's files take, what is not finished, and where the program is reached. */
export function storageRoutes({ db, content, reach }: Services): Router {
  const router = Router();
  on(router, 'GET /storage', async (req, res) => {
    res.json(await storageOf(db, content, practiceOf(req)));
  });
  on(router, 'GET /reach', (_req, res) => {
    res.json(reach());
  });
  return router;
}
