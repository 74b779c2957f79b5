import { useEffect } from 'react';
import type { ShotsEvent } from '../../../api/live.ts';
import type { BlockWire, LessonAnswer, ShotPage, ShotWire } from '../../../api/types.ts';
import { queryClient } from '../../base/api.ts';
import { onLive } from '../../base/live.ts';
import { isRefreshedSince, refreshLesson } from './data.ts';

/** The newest shots that travel with a lesson. */
const MOST_SHOTS = 300;
/** The ledger and the stick are fetched when no swing has come for this long, ms. */
const QUIET_MS = 4000;
/** Several writes at once are one load, ms. */
const TOGETHER_MS = 150;

/** Shots with others put in place: one that is there is replaced, a new one goes where its time says. */
export function withShots<T extends ShotWire>(shots: readonly T[], news: readonly T[]): T[] {
  const byId = new Map(news.map((s) => [s.id, s]));
  const kept = shots.map((s) => byId.get(s.id) ?? s);
  const known = new Set(shots.map((s) => s.id));
  const added = news.filter((s) => !known.has(s.id));
  return [...kept, ...added].sort((a, b) => Date.parse(a.struckAt) - Date.parse(b.struckAt));
}

/** A block with what an event says of it. */
export const blockAfter = (block: BlockWire, event: ShotsEvent): BlockWire =>
  block.id !== event.blockId
    ? block
    : {
        ...block,
        shots: withShots(block.shots, event.shots).slice(-MOST_SHOTS),
        shotsTotal: event.shotsTotal,
        statistics: event.statistics,
        trend: event.trend,
      };

/** What a page of a block's table was asked with. */
export interface TableQuery {
  readonly sort: string;
  readonly direction: string;
  readonly show: string;
  readonly page: number;
  readonly least?: string;
  readonly most?: string;
}

/** The plain first page of a block's table with new shots; undefined where the page has to be asked for. */
export function tableAfter(page: ShotPage, query: TableQuery, event: ShotsEvent): ShotPage | undefined {
  const plain = query.sort === 'struckAt' && query.direction === 'up' && query.show === 'all';
  if (!plain || query.least !== undefined || query.most !== undefined || page.pages > 1 || event.shotsTotal > 100)
    return undefined;
  const shots = withShots(
    page.shots,
    event.shots.map((s) => ({ ...s, number: 0 })),
  );
  if (shots.length !== event.shotsTotal) return undefined;
  return { ...page, total: shots.length, shots: shots.map((s, i) => ({ ...s, number: i + 1 })) };
}

/** Puts the shots of an event into what is shown. */
export function putShots(event: ShotsEvent): void {
  queryClient.setQueryData<LessonAnswer>(
    ['lesson', event.lessonId],
    (lesson) => lesson && { ...lesson, blocks: lesson.blocks.map((b) => blockAfter(b, event)) },
  );
  const tables = queryClient.getQueriesData<ShotPage>({ queryKey: ['lesson', event.lessonId, 'shots', event.blockId] });
  for (const [key, page] of tables) {
    const after = page && tableAfter(page, key[4] as TableQuery, event);
    if (after) queryClient.setQueryData(key, after);
    else void queryClient.invalidateQueries({ queryKey: key });
  }
}

/** What a page shows of the swings just made, besides the swings: small answers, fetched as they come. */
const refreshReadings = (lessonId: string): void => {
  for (const reading of ['battery', 'compare', 'trials', 'called'])
    void queryClient.invalidateQueries({ queryKey: ['lesson', lessonId, reading] });
};

/** Listens for what the devices and other pages add to a lesson, and puts it in place. */
export function useLessonEvents(id: string): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let readings: ReturnType<typeof setTimeout> | undefined;
    const refreshIn = (ms: number): void => {
      clearTimeout(timer);
      const heard = performance.now();
      // A write of this page fetches its lesson by itself: what is told of it meanwhile asks for no second load.
      timer = setTimeout(() => {
        if (!isRefreshedSince(id, heard)) void refreshLesson(id);
      }, ms);
    };
    const stop = onLive((message) => {
      if (message.kind === 'open') refreshIn(0);
      if (message.kind === 'changed' && (message.lessonId === id || message.lessonId === '')) refreshIn(TOGETHER_MS);
      if (message.kind !== 'shots' || message.lessonId !== id) return;
      putShots(message);
      clearTimeout(readings);
      readings = setTimeout(() => refreshReadings(id), TOGETHER_MS);
      refreshIn(QUIET_MS);
    });
    return () => {
      clearTimeout(timer);
      clearTimeout(readings);
      stop();
    };
  }, [id]);
}
