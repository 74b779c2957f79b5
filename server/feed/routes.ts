import { Router } from 'express';
import { randomUUID } from 'node:crypto';
import { feedSchema } from '../../api/schemas.ts';
import { readShotsCsv } from '../../core/formats/shots-csv.ts';
import { practiceByFeedKey } from '../accounts/queries.ts';
import { tokenHash } from '../accounts/secrets.ts';
import { valid, type Services } from '../http/context.ts';
import { Problem } from '../http/problem.ts';
import { insertShots, listeningBlock, type NewShot } from '../lessons/queries.ts';

/** One feed row as the columns of shots.csv, so that a device and a file are read by the same reader. */
function rowToCsv(row: Record<string, unknown>): string {
  const keys = Object.keys(row);
  return `${keys.join(',')}\n${keys.map((k) => String(row[k] ?? '').replace(/[,\n\r"]/g, ' ')).join(',')}\n`;
}

/** Open feed for devices: shots with the columns of shots.csv go to the block that is listening. */
export function feedRoutes({ db, hub }: Services): Router {
  const router = Router();
  router.post('/feed/shots', async (req, res) => {
    const key = req.headers['x-feed-key'];
    const practiceId = typeof key === 'string' ? await practiceByFeedKey(db, tokenHash(key)) : undefined;
    if (!practiceId)
      throw new Problem(401, 'wrong-feed-key', 'The feed key is not right; it is in the data folder and in Settings.');
    const input = valid(feedSchema, req.body);
    const block = await listeningBlock(db, practiceId);
    if (!block) throw new Problem(409, 'no-open-block', 'No block is listening. Start a block in a lesson first.');
    const shots: NewShot[] = input.shots.map((s, i) => {
      const name = `shot ${i + 1} (${s.deviceShotId})`;
      const read = readShotsCsv(rowToCsv(s.row), block.handedness, name).shots[0];
      return {
        id: randomUUID(),
        source: 'feed',
        struckAt: new Date(s.struckAt).toISOString(),
        values: read.values,
        deviceId: input.deviceId,
        deviceShotId: s.deviceShotId,
      };
    });
    const added = await insertShots(db, practiceId, block.id, shots);
    if (added.length > 0) hub.publish(practiceId, { kind: 'shot', lessonId: block.lesson_id });
    res.status(201).json({ added: added.length, repeated: shots.length - added.length });
  });
  return router;
}
