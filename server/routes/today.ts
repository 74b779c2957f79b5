import { Router } from 'express';
import { on, practiceOf, type Services } from './context.ts';
import { todayAnswer } from '../readings/today.ts';

/** Today: the day's lessons with what each is due, and what came in since yesterday. */
export function todayRoutes(services: Services): Router {
  const router = Router();
  on(router, 'GET /today', async (req, res) => {
    res.json(await todayAnswer(services, practiceOf(req), new Date()));
  });
  return router;
}
