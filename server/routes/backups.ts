import { join } from 'node:path';
import { Router } from 'express';
import { notFound, Problem } from '../http/problem.ts';
import { on, type Services } from './context.ts';

/** Backups of the practice: listed, made now, taken to another place. */
export function backupRoutes({ backups }: Services): Router {
  const router = Router();
  on(router, 'GET /backups', async (_req, res) => {
    res.json(await backups.answer());
  });
  on(router, 'POST /backups', async (_req, res) => {
    await backups.make();
    res.status(201).json(await backups.answer());
  });
  on(router, 'DELETE /backups/:name', async (req, res) => {
    const found = (await backups.list()).find((b) => b.name === req.params.name);
    if (!found) throw notFound('The backup');
    if (!(await backups.drop(found.name)))
      throw new Problem(409, 'backup-needed', 'This is the only backup there is. Make another one first.');
    res.json(await backups.answer());
  });
  on(router, 'GET /backups/:name/file', async (req, res) => {
    const found = (await backups.list()).find((b) => b.name === req.params.name);
    if (!found) throw notFound('The backup');
    res.download(join(backups.folder, found.name), found.name, { dotfiles: 'allow' });
  });
  return router;
}
