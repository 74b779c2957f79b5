import type { ShotsEvent } from '../../api/live.ts';
import { blockStatistics } from '../../core/review/block-statistics.ts';
import { blockTrend } from '../../core/review/compare-blocks.ts';
import type { Db } from '../db/connection.ts';
import { newestShots, shotCount, valuesOf } from '../rows/shots.ts';
import { shotToWire } from './lesson.ts';

/** More shots than this at once are not sent one by one: the page asks for the block anew. */
const MOST_SENT = 20;

/** What open pages need to show shots of a block that came or changed. @returns undefined where they are too many to send */
export async function shotsEvent(
  db: Db,
  practiceId: string,
  block: { readonly id: string; readonly lessonId: string },
  ids: readonly string[],
): Promise<ShotsEvent | undefined> {
  if (ids.length > MOST_SENT) return undefined;
  const [rows, shotsTotal] = await Promise.all([
    newestShots(db, practiceId, block.id),
    shotCount(db, practiceId, block.id),
  ]);
  const counted = rows.filter((s) => s.set_aside_reason === null);
  return {
    kind: 'shots',
    lessonId: block.lessonId,
    blockId: block.id,
    shots: rows.filter((s) => ids.includes(s.id)).map(shotToWire),
    shotsTotal,
    statistics: blockStatistics(rows.map((s) => ({ values: valuesOf(s), setAside: s.set_aside_reason !== null }))),
    trend: blockTrend(counted.flatMap((s) => valuesOf(s).clubSpeedMps ?? [])),
  };
}
