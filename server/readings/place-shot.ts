import { writeCsv } from '../../core/formats/write-csv.ts';
import { randomUUID } from 'node:crypto';
import { readMappedShots } from '../../core/formats/mapped-shots.ts';
import { ownMapping } from '../../core/formats/shot-columns.ts';
import type { Handedness } from '../../core/units/units.ts';
import { blockListeningAt, listeningBlock, type BlockRow } from '../rows/blocks.ts';
import type { Db } from '../db/connection.ts';
import { Problem } from '../http/problem.ts';
import type { NewShot } from '../rows/new-shots.ts';
import { insertShots } from '../rows/shots.ts';
import { deviceFacts, keepWaiting, type DeviceFacts, type DeviceShot } from '../rows/waiting-shots.ts';

/** A device clock this far ahead of ours is not believed, ms. */
const AHEAD_MS = 60_000;
/** A step back of less than this is the order of arrival, not the clock, ms. */
const BACK_MS = 2_000;

/** One feed row as the columns of shots.csv, so that a device and a file are read by the same reader. */
const rowToCsv = (row: Record<string, unknown>): string =>
  writeCsv(Object.keys(row), [Object.values(row).map((v) => String(v ?? ''))]);

/** Values of a device's row; what cannot be is left out and said. @throws Problem where the row has no column that is understood */
export function readDeviceRow(row: Record<string, unknown>, handedness: Handedness, name: string) {
  const header = Object.keys(row);
  const mapping = ownMapping(header.includes('club') ? header : [...header, 'club']);
  if (!mapping || !mapping.some((c) => c.target === 'clubSpeedMps' || c.target === 'ballSpeedMps'))
    throw new Problem(
      400,
      'wrong-header',
      `${name}: expected club_speed_mph or ball_speed_mph among its columns; found ${header.slice(0, 10).join(', ')}.`,
      name,
    );
  return readMappedShots(rowToCsv({ club: '', ...row }), mapping, handedness, { fileName: name })[0]!;
}

/** Time to keep for a shot, and what is odd about it. */
function timeOf(shot: DeviceShot, { last, usedBefore }: DeviceFacts, now: Date): { struckAt: string; doubt: string } {
  const said = new Date(shot.struckAt);
  if (said.getTime() > now.getTime() + AHEAD_MS)
    return {
      struckAt: now.toISOString(),
      doubt: `The device’s clock is ahead (${shot.struckAt}); the time of arrival was taken.`,
    };
  const [number, lastNumber] = [Number(shot.deviceShotId), Number(last?.deviceShotId)];
  if (last && number > lastNumber && said.getTime() < last.struckAt.getTime() - BACK_MS)
    return {
      struckAt: now.toISOString(),
      doubt: `The device’s clock was set back: shot ${shot.deviceShotId} says ${shot.struckAt}, an earlier one ${last.struckAt.toISOString()}; the time of arrival was taken.`,
    };
  return {
    struckAt: said.toISOString(),
    doubt: usedBefore
      ? `Shot number ${shot.deviceShotId} of ${shot.deviceId} was already used at ${usedBefore.toISOString()}: two devices may share an id.`
      : '',
  };
}

export interface Placed {
  readonly outcome: 'added' | 'repeated' | 'waiting';
  /** Where an added shot went. */
  readonly at?: { readonly lessonId: string; readonly blockId: string; readonly shotId: string };
}

/** Row of a device as a new shot of a block. */
export function deviceShot(
  shot: DeviceShot,
  block: BlockRow & { handedness: Handedness },
  time: { struckAt: string; doubt: string },
  name: string,
): NewShot | undefined {
  const read = readDeviceRow(shot.row, block.handedness, name);
  if (read.values.clubSpeedMps === undefined && read.values.ballSpeedMps === undefined) return undefined;
  return {
    id: randomUUID(),
    source: 'feed',
    struckAt: time.struckAt,
    values: read.values,
    deviceId: shot.deviceId,
    deviceShotId: shot.deviceShotId,
    doubt: time.doubt,
    setAsideReason: read.wrong.length > 0 ? read.wrong.join('; ') : undefined,
  };
}

/**
 * Puts one shot of a device where it belongs: into the block that was listening when it was struck, else the one that listens now,
 * else into the waiting tray. Repeats are recognised by device, number and time.
 */
export async function placeShot(db: Db, practiceId: string, shot: DeviceShot, name: string): Promise<Placed> {
  const now = new Date();
  const facts = await deviceFacts(db, practiceId, shot);
  if (facts.repeated) return { outcome: 'repeated' };
  const time = timeOf(shot, facts, now);
  const then = await blockListeningAt(db, practiceId, time.struckAt);
  const block = then ?? (await listeningBlock(db, practiceId));
  if (!block || block.deleted_at) {
    const why = block ? `block ${block.position} (${block.club}) was deleted` : 'no block was listening';
    const kept = await keepWaiting(db, practiceId, shot, why);
    return { outcome: kept ? 'waiting' : 'repeated' };
  }
  const made = deviceShot(shot, block, time, name);
  if (!made) throw new Problem(400, 'out-of-range', `${name}: neither club speed nor ball speed that can be.`, name);
  const added = await insertShots(db, practiceId, block.id, [made]);
  if (added.length === 0) return { outcome: 'repeated' };
  return { outcome: 'added', at: { lessonId: block.lesson_id, blockId: block.id, shotId: made.id } };
}
