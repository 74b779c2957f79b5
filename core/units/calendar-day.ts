/** What `Intl` says where a machine's zone is set to one that does not exist: it then reckons in UTC. */
const NO_ZONE = 'Etc/Unknown';
const zone = (new Intl.DateTimeFormat().resolvedOptions() as { timeZone?: string }).timeZone ?? NO_ZONE;
/** Time zone of the machine that this runs on (IANA): a practice's days begin and end by its clock. `TZ` sets another. */
export const TIME_ZONE = zone === NO_ZONE ? 'UTC' : zone;

const two = (n: number): string => String(n).padStart(2, '0');

/** Calendar day of a moment, as a date or in ISO 8601, by this machine's clock, YYYY-MM-DD. */
export function dayOf(moment: Date | string): string {
  const at = new Date(moment);
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** Last moment of a calendar day by this machine's clock. @param day YYYY-MM-DD */
export const endOf = (day: string): Date => new Date(`${day}T23:59:59.999`);

/** Today by this machine's clock, YYYY-MM-DD. */
export const today = (): string => dayOf(new Date());
