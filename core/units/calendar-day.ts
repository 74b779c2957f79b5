/** Time zone of the machine that this runs on (IANA): a practice's days begin and end by its clock. `TZ` sets another. */
export const TIME_ZONE = new Intl.DateTimeFormat().resolvedOptions().timeZone;

const formats = new Map<string, Intl.DateTimeFormat>();

/**
 * Calendar day of a moment in a time zone, YYYY-MM-DD.
 * @throws RangeError for a zone that does not exist, or no moment
 */
export function dayIn(at: Date, timeZone: string): string {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
    formats.set(timeZone, format);
  }
  return format.format(at);
}

/** Calendar day of a moment, as a date or in ISO 8601, by this machine's clock, YYYY-MM-DD. */
export const dayOf = (at: Date | string): string => dayIn(new Date(at), TIME_ZONE);

/** Last moment of a calendar day by this machine's clock. @param day YYYY-MM-DD */
export const endOf = (day: string): Date => new Date(`${day}T23:59:59.999`);

/** Today by this machine's clock, YYYY-MM-DD. */
export const today = (): string => dayOf(new Date());
