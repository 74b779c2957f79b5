import { Router } from 'express';
import { restoreBackup } from '../backup/restore-backup.ts';
import { Problem } from '../http/problem.ts';
import { anyInstructor } from '../rows/accounts.ts';
import { checkSetupCode, ensureFeedKeys, fewTries } from './accounts.ts';
import { on, type Services } from './context.ts';

/** Largest backup that is taken from the page, bytes. */
const LARGEST_BACKUP_BYTES = 64 * 1024 ** 3;

/** A backup put back from the page of the first start, while there is no practice. */
export function setupRestoreRoutes(services: Services): Router {
  const { db, content } = services;
  const router = Router();
  let isBusy = false;
  on(router, 'POST /setup/restore', fewTries(), async (req, res) => {
    checkSetupCode(services, typeof req.query.code === 'string' ? req.query.code : '');
    if (isBusy || (await anyInstructor(db)))
      throw new Problem(409, 'already-set-up', 'There is a practice here already; a backup goes into an empty one.');
    isBusy = true;
    const name =
      typeof req.query.name === 'string' && req.query.name !== '' ? req.query.name.slice(0, 200) : 'The file';
    try {
      const part = await content.receive(req, name, LARGEST_BACKUP_BYTES);
      try {
        const { tables, files, madeAt } = await restoreBackup(db, content, part.file, name);
        await ensureFeedKeys(services, []);
        res.status(201).json({ rows: tables.reduce((sum, t) => sum + t.rows, 0), files: files.length, madeAt });
      } finally {
        await content.dropPart(part.id);
      }
    } finally {
      isBusy = false;
    }
  });
  return router;
}
