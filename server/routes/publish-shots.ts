import { shotsEvent } from '../readings/live-shots.ts';
import type { Services } from './context.ts';

/** Tells open pages which shots of a block came or changed; many at once only that the lesson changed. */
export async function publishShots(
  { db, hub }: Pick<Services, 'db' | 'hub'>,
  practiceId: string,
  block: { readonly id: string; readonly lessonId: string },
  ids: readonly string[],
): Promise<void> {
  // The shots are kept: where what they change cannot be said, pages ask for the lesson anew.
  const event = await shotsEvent(db, practiceId, block, ids).catch(() => undefined);
  hub.publish(practiceId, event ?? { kind: 'changed', lessonId: block.lessonId });
}
