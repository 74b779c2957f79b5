import { dayOf } from '../core/units/calendar-day.ts';
import { describe, expect, test } from '@jest/globals';
import { momentOfSet } from './clock.ts';

const NOW = new Date('2026-03-29T12:00:00Z');

describe('when a set was done', () => {
  test('a sound clock is believed, also for a log that waited for days', () => {
    expect(
      momentOfSet({ doneAt: '2026-03-27T08:00:00Z', sentAt: '2026-03-29T12:00:01Z', utcOffsetMin: 0 }, NOW),
    ).toEqual({
      doneAt: '2026-03-27T08:00:00.000Z',
      day: '2026-03-27',
    });
  });
  test('a clock a day wrong is put right by when it says that it sends', () => {
    expect(momentOfSet({ doneAt: '2026-03-30T11:30:00Z', sentAt: '2026-03-30T12:00:00Z' }, NOW).doneAt).toBe(
      '2026-03-29T11:30:00.000Z',
    );
    expect(momentOfSet({ doneAt: '2026-03-28T11:30:00Z', sentAt: '2026-03-28T12:00:00Z' }, NOW).doneAt).toBe(
      '2026-03-29T11:30:00.000Z',
    );
  });
  test('the day is that of the phone’s calendar', () => {
    expect(momentOfSet({ doneAt: '2026-03-28T23:30:00Z', utcOffsetMin: 120 }, NOW).day).toBe('2026-03-29');
    expect(momentOfSet({ doneAt: '2026-03-28T02:30:00Z', utcOffsetMin: -300 }, NOW).day).toBe('2026-03-27');
    // The night the clocks change: an hour apart by the clock on the wall, the same day.
    expect(momentOfSet({ doneAt: '2026-03-28T23:59:00Z', utcOffsetMin: 60 }, NOW).day).toBe('2026-03-29');
    expect(momentOfSet({ doneAt: '2026-03-29T01:01:00Z', utcOffsetMin: 120 }, NOW).day).toBe('2026-03-29');
  });
  test('where the phone does not say its calendar, the day is that of the practice’s clock', () => {
    for (const doneAt of ['2026-03-28T00:30:00Z', '2026-03-28T12:00:00Z', '2026-03-28T23:30:00Z'])
      expect(momentOfSet({ doneAt }, NOW).day).toBe(dayOf(doneAt));
  });
  test('nothing was done in the future', () => {
    expect(momentOfSet({ doneAt: '2026-04-05T00:00:00Z' }, NOW).doneAt).toBe(NOW.toISOString());
  });
});
