import { dayOf } from '../core/units/calendar-day.ts';

const MINUTE_MS = 60_000;
/** A phone's clock within this of ours is believed, ms. */
const BELIEVED_MS = 2 * MINUTE_MS;

/**
 * When a set was done by our clock, and its day by the calendar of where the phone is; by ours where it does not say.
 * @param doneAt by the phone's clock; @param sentAt the same clock when it sent the log; both ISO 8601
 * @param utcOffsetMin how far the phone's calendar is ahead of UTC
 */
export function momentOfSet(
  said: { readonly doneAt?: string; readonly sentAt?: string; readonly utcOffsetMin?: number },
  now: Date,
): { doneAt: string; day: string } {
  const done = said.doneAt === undefined ? now.getTime() : Date.parse(said.doneAt);
  const wrong = said.sentAt === undefined ? 0 : now.getTime() - Date.parse(said.sentAt);
  const right = Math.min(done + (Math.abs(wrong) > BELIEVED_MS ? wrong : 0), now.getTime());
  const { utcOffsetMin } = said;
  const day =
    utcOffsetMin === undefined
      ? dayOf(new Date(right))
      : new Date(right + utcOffsetMin * MINUTE_MS).toISOString().slice(0, 10);
  return { doneAt: new Date(right).toISOString(), day };
}
