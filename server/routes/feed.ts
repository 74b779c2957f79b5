import { Router, type Request } from 'express';
import { deviceHelloSchema, feedSchema, placeWaitingSchema } from '../../api/measure-schemas.ts';
import { practiceByFeedKey } from '../rows/accounts.ts';
import { tokenHash } from '../http/secrets.ts';
import { blockRow, listeningBlock } from '../rows/blocks.ts';
import type { Db } from '../db/connection.ts';
import { on, practiceOf, type Services, valid } from './context.ts';
import { notFound, Problem } from '../http/problem.ts';
import { importTarget } from '../readings/import-target.ts';
import { insertShots } from '../rows/shots.ts';
import { publishShots } from './publish-shots.ts';
import { deviceShot, placeShot, type Placed } from '../readings/place-shot.ts';
import { takeWaiting } from '../rows/waiting-shots.ts';

async function practiceByKey(db: Db, req: Request): Promise<string> {
  const key = req.headers['x-feed-key'];
  const practiceId = typeof key === 'string' ? await practiceByFeedKey(db, tokenHash(key)) : undefined;
  if (!practiceId)
    throw new Problem(401, 'wrong-feed-key', 'The feed key is not right; it is in the data folder and in Settings.');
  return practiceId;
}

/** Open feed for devices: shots with the columns of shots.csv go to the block that is (or was) listening; a sign of life between, which is told what listens. */
export function feedRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  on(router, 'POST /feed/hello', async (req, res) => {
    const practiceId = await practiceByKey(db, req);
    const { deviceId, kind } = valid(deviceHelloSchema, req.body);
    hub.heard(practiceId, deviceId, kind);
    const block = await listeningBlock(db, practiceId);
    res.json({
      listening: block ? { club: block.club, withBall: block.with_ball, condition: block.condition } : null,
    });
  });

  on(router, 'POST /feed/shots', async (req, res) => {
    const practiceId = await practiceByKey(db, req);
    const input = valid(feedSchema, req.body);
    hub.heard(practiceId, input.deviceId, '');
    const placed: Placed[] = [];
    const refused: { deviceShotId: string; code: string; detail: string }[] = [];
    for (const [i, s] of input.shots.entries()) {
      const shot = { ...s, deviceId: input.deviceId, struckAt: new Date(s.struckAt).toISOString() };
      try {
        placed.push(await placeShot(db, practiceId, shot, `shot ${i + 1} (${s.deviceShotId})`));
      } catch (error) {
        // One bad row must not take the others with it.
        if (!(error instanceof Problem) || input.shots.length === 1) throw error;
        refused.push({ deviceShotId: s.deviceShotId, code: error.code, detail: error.message });
      }
    }
    // What is kept is said at once; open pages hear of it after that.
    const count = (outcome: Placed['outcome']): number => placed.filter((p) => p.outcome === outcome).length;
    res.status(201).json({
      added: count('added'),
      repeated: count('repeated'),
      waiting: count('waiting'),
      ...(refused.length > 0 ? { refused } : {}),
    });
    if (count('waiting') > 0) hub.publish(practiceId, { kind: 'changed', lessonId: '' });
    const added = placed.flatMap((p) => p.at ?? []);
    for (const blockId of new Set(added.map((a) => a.blockId))) {
      const of = added.filter((a) => a.blockId === blockId);
      const block = { id: blockId, lessonId: of[0]!.lessonId };
      await publishShots(
        services,
        practiceId,
        block,
        of.map((a) => a.shotId),
      );
    }
  });
  return router;
}

/** What the signed-in instructor sees of the devices, and where waiting shots go. */
export function deviceRoutes({ db, hub }: Services): Router {
  const router = Router();

  on(router, 'GET /devices', (req, res) => {
    res.json(hub.devicesOf(practiceOf(req)));
  });

  on(router, 'POST /waiting-shots', async (req, res) => {
    const practiceId = practiceOf(req);
    const { ids, blockId } = valid(placeWaitingSchema, req.body);
    if (blockId !== null && !(await blockRow(db, practiceId, blockId))) throw notFound('The block');
    const target = blockId === null ? null : await importTarget(db, practiceId, blockId);
    const taken = await db.transaction(async (tx) => {
      const rows = await takeWaiting(tx, practiceId, ids);
      if (!target) return rows.length;
      const shots = rows.flatMap(
        (r) =>
          deviceShot(
            {
              deviceId: r.device_id,
              deviceShotId: r.device_shot_id,
              struckAt: r.struck_at.toISOString(),
              row: r.shot_row,
            },
            { ...target.block, handedness: target.student.handedness },
            { struckAt: r.struck_at.toISOString(), doubt: `Came while ${r.why}; placed by hand.` },
            `shot ${r.device_shot_id}`,
          ) ?? [],
      );
      await insertShots(tx, practiceId, target.blockId, shots);
      return rows.length;
    });
    hub.publish(practiceId, { kind: 'changed', lessonId: target?.lessonId ?? '' });
    res.json({ taken });
  });
  return router;
}
