const DAY_MS = 24 * 60 * 60 * 1000;

/** `by 12 March 2027, in 17 days`; empty without a date. Dates are calendar days where the shop is. */
export function dueWords(dueDate: string | null, now: Date): string {
  if (dueDate === null) return '';
  const [year = 0, month = 1, day = 1] = dueDate.split('-').map(Number);
  const due = Date.UTC(year, month - 1, day);
  const today = Date.UTC(now.getFullYear(), now.getMonth(), now.getDate());
  const days = Math.round((due - today) / DAY_MS);
  const date = new Intl.DateTimeFormat('en', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(due);
  return `by ${date}, ${daysWords(days)}`;
}

function daysWords(days: number): string {
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  return days < 0 ? `${String(-days)} days ago` : `in ${String(days)} days`;
}
