import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dayOf, endOf, TIME_ZONE, today } from './calendar-day.ts';

const moment = fc.date({ min: new Date('1971-01-01'), max: new Date('2190-01-01'), noInvalidDate: true });
/** The same by the calendar of the platform. */
const format = new Intl.DateTimeFormat('en', {
  timeZone: TIME_ZONE,
  year: 'numeric',
  month: '2-digit',
  day: '2-digit',
});
const byPlatform = (at: Date): string => {
  const { year, month, day } = Object.fromEntries(format.formatToParts(at).map((p) => [p.type, p.value]));
  return `${year}-${month}-${day}`;
};

describe('the calendar day of a moment', () => {
  test('property: it is that of the machine’s zone, of a date as of its text', () => {
    fc.assert(
      fc.property(moment, (at) => {
        expect(dayOf(at)).toBe(byPlatform(at));
        expect(dayOf(at.toISOString())).toBe(byPlatform(at));
      }),
    );
  });
  test('property: a day’s last moment is of it, and the next one of the day after', () => {
    fc.assert(
      fc.property(moment, (at) => {
        const day = dayOf(at);
        expect(endOf(day).getTime()).toBeGreaterThanOrEqual(at.getTime());
        expect(dayOf(endOf(day))).toBe(day);
        expect(dayOf(new Date(endOf(day).getTime() + 1)) > day).toBe(true);
      }),
    );
  });
  test('today is the day of now', () => {
    const before = byPlatform(new Date());
    const said = today();
    expect([before, byPlatform(new Date())]).toContain(said);
  });
});
