import { format } from 'date-fns';

/** How long ago something was, for the eye: "today", "yesterday", "3 days ago". */
export function ageInWords(at: Date, now: Date): string {
  const dayOf = (d: Date): number => Math.floor((d.getTime() - d.getTimezoneOffset() * 60_000) / 86_400_000);
  const days = dayOf(now) - dayOf(at);
  if (days <= 0) return `today at ${format(at, 'HH:mm')}`;
  return days === 1 ? 'yesterday' : `${days} days ago`;
}
