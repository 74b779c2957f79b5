import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dayIn, dayOf, endOf } from './calendar-day.ts';

const HOUR_MS = 3_600_000;
const moment = fc.date({ min: new Date('1971-01-01'), max: new Date('2190-01-01'), noInvalidDate: true });

describe('the calendar day of a moment', () => {
  test('property: a zone that is hours off has the day that it is so many hours away', () => {
    fc.assert(
      fc.property(moment, fc.integer({ min: -14, max: 12 }), (at, hoursBehind) => {
        const zone = hoursBehind === 0 ? 'UTC' : `Etc/GMT${hoursBehind > 0 ? '+' : ''}${hoursBehind}`;
        expect(dayIn(at, zone)).toBe(new Date(at.getTime() - hoursBehind * HOUR_MS).toISOString().slice(0, 10));
      }),
    );
  });
  test.each([
    // A lesson in the afternoon, before and after it is tomorrow in UTC.
    ['2026-11-29T23:30:00Z', 'PST8PDT', '2026-11-29'],
    ['2026-11-30T00:30:00Z', 'PST8PDT', '2026-11-29'],
    ['2026-11-30T07:59:59Z', 'PST8PDT', '2026-11-29'],
    ['2026-11-30T08:00:00Z', 'PST8PDT', '2026-11-30'],
    // Summer time begins: midnight is an hour nearer.
    ['2026-03-28T23:30:00Z', 'CET', '2026-03-29'],
    ['2026-03-29T22:30:00Z', 'CET', '2026-03-30'],
    ['2027-12-31T11:30:00Z', 'Etc/GMT-13', '2028-01-01'],
  ])('%s in %s is of %s', (at, zone, day) => {
    expect(dayIn(new Date(at), zone)).toBe(day);
  });
  test('property: a day’s last moment is of it, and the next one of the day after; text and date are the same', () => {
    fc.assert(
      fc.property(moment, (at) => {
        const day = dayOf(at);
        expect(dayOf(at.toISOString())).toBe(day);
        expect(endOf(day).getTime()).toBeGreaterThanOrEqual(at.getTime());
        expect(dayOf(endOf(day))).toBe(day);
        expect(dayOf(new Date(endOf(day).getTime() + 1)) > day).toBe(true);
      }),
    );
  });
  test('a zone that does not exist is refused', () => {
    expect(() => dayIn(new Date(), 'Nowhere/At_All')).toThrow(RangeError);
  });
});
