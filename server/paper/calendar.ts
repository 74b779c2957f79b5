import ical, { ICalCalendarMethod } from 'ical-generator';

/** A day of practice, a lesson or an event as it goes into a calendar. */
export interface CalendarDay {
  /** Stays the same when the day is written again, so that a calendar changes it and does not double it. */
  readonly uid: string;
  /** YYYY-MM-DD. */
  readonly date: string;
  readonly summary: string;
  readonly description: string;
}

/** Days as an iCalendar file: each lasts the whole day, in no time zone. */
export function calendarFile(name: string, days: readonly CalendarDay[], writtenAt: Date): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Maple Notch', product: 'Practice' },
  });
  for (const d of days)
    calendar.createEvent({
      id: d.uid,
      start: new Date(`${d.date}T00:00:00Z`),
      allDay: true,
      timezone: 'UTC',
      stamp: writtenAt,
      summary: d.summary,
      description: d.description,
    });
  // Marks of single programs beside the standard say nothing that DTSTART does not.
  return calendar.toString().replace(/^X-(?!WR-)[^\r\n]*\r\n/gm, '');
}
