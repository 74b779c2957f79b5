import { tuple } from '../../core/numeric/tuple.ts';
import { mphToMps } from '../../core/units/units.ts';
import { randomUUID } from 'node:crypto';
import type { WaitingShotWire } from '../../api/types.ts';
import type { Db, Row } from '../db/connection.ts';

export interface DeviceShot {
  readonly deviceId: string;
  readonly deviceShotId: string;
  readonly struckAt: string;
  readonly row: Record<string, unknown>;
}

export interface WaitingRow extends Row {
  id: string;
  device_id: string;
  device_shot_id: string;
  struck_at: Date;
  shot_row: Record<string, unknown>;
  why: string;
}

/** Keeps a shot that no block takes. @returns whether it was new */
export const keepWaiting = async (db: Db, practiceId: string, shot: DeviceShot, why: string): Promise<boolean> =>
  (
    await db.query(
      `insert into waiting_shots (id, practice_id, device_id, device_shot_id, struck_at, shot_row, why)
       select $1, $2, $3, $4, $5, $6, $7 where not exists (select 1 from shots
         where practice_id = $2 and device_id = $3 and device_shot_id = $4 and struck_at = $5)
       on conflict do nothing returning id`,
      [randomUUID(), practiceId, shot.deviceId, shot.deviceShotId, shot.struckAt, JSON.stringify(shot.row), why],
    )
  ).length > 0;

const speedOf = (row: Record<string, unknown>): number | null => {
  const mph = Number(row.club_speed_mph ?? NaN);
  return Number.isFinite(mph) ? mphToMps(mph) : null;
};

export const waitingShots = async (db: Db, practiceId: string): Promise<WaitingShotWire[]> =>
  (
    await db.query<WaitingRow>(
      'select * from waiting_shots where practice_id = $1 order by struck_at, arrived limit 500',
      [practiceId],
    )
  ).map((r) => ({
    id: r.id,
    deviceId: r.device_id,
    struckAt: r.struck_at.toISOString(),
    clubSpeedMps: speedOf(r.shot_row),
    why: r.why,
  }));

/** Takes waiting shots out of the tray. */
export const takeWaiting = (db: Db, practiceId: string, ids: readonly string[]): Promise<WaitingRow[]> =>
  db.query<WaitingRow>('delete from waiting_shots where practice_id = $1 and id = any($2::uuid[]) returning *', [
    practiceId,
    ids,
  ]);

/** What is known of a device when a shot of it comes. */
export interface DeviceFacts {
  /** This very shot is here, whatever time was kept for it because of a wrong clock. */
  readonly repeated: boolean;
  /** The shot that arrived last. */
  readonly last: { readonly deviceShotId: string; readonly struckAt: Date } | undefined;
  /** Time at which the shot's number was used before, if at another time than this. */
  readonly usedBefore: Date | undefined;
}

/** All that is asked of a device's earlier shots, at once: a shot is waited for. */
export async function deviceFacts(db: Db, practiceId: string, s: DeviceShot): Promise<DeviceFacts> {
  const rows = await db.query<{
    repeated: boolean;
    last_id: string | null;
    last_at: Date | null;
    used_before: Date | null;
  }>(
    `select exists (select 1 from shots where practice_id = $1 and device_id = $2 and device_shot_id = $3
         and (struck_at = $4::timestamptz or position($5::text in doubt) > 0)) as repeated,
       last.device_shot_id as last_id, last.struck_at as last_at,
       (select struck_at from shots where practice_id = $1 and device_id = $2 and device_shot_id = $3
         and struck_at <> $4::timestamptz order by arrived desc limit 1) as used_before
     from (select 1) as one left join lateral (select device_shot_id, struck_at from shots
       where practice_id = $1 and device_id = $2 order by arrived desc limit 1) as last on true`,
    [practiceId, s.deviceId, s.deviceShotId, s.struckAt, s.struckAt],
  );
  const [{ repeated, last_id, last_at, used_before }] = tuple(1, rows);
  return {
    repeated,
    last: last_id !== null && last_at !== null ? { deviceShotId: last_id, struckAt: last_at } : undefined,
    usedBefore: used_before ?? undefined,
  };
}
