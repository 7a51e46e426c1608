const DAY_MS = 24 * 60 * 60 * 1000;

/** A calendar day as UTC midnight, so that days can be counted whatever the clock does in spring. */
function dayOf(date: string): number {
  const [year = 0, month = 1, day = 1] = date.split('-').map(Number);
  return Date.UTC(year, month - 1, day);
}

/** `12 March 2027`, for a YYYY-MM-DD date. */
export const dateWords = (date: string): string =>
  new Intl.DateTimeFormat('en', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
    dayOf(date),
  );

/** `in 17 days`, `today`, `3 days ago`; days are those of the calendar where the shop is. */
export function daysAhead(date: string, now: Date): string {
  const today = Date.UTC(now.getFullYear(), now.getMonth(), now.getDate());
  const days = Math.round((dayOf(date) - today) / DAY_MS);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  return days < 0 ? `${String(-days)} days ago` : `in ${String(days)} days`;
}
