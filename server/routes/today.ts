import { Router } from 'express';
import { on, practiceOf, type Services } from './context.ts';
import { todayAnswer } from '../readings/today.ts';

/** Today: the day's lessons with what each is due, and what came in since yesterday. */
export function todayRoutes(services: Services): Router {
  const router = Router();
  on(router, 'GET /today', async (req, res) => {
    const now = new Date();
    const [today, { overdueDays }] = await Promise.all([
      todayAnswer(services, practiceOf(req), now),
      services.backups.answer(now),
    ]);
    res.json({ ...today, backupOverdueDays: overdueDays });
  });
  return router;
}
