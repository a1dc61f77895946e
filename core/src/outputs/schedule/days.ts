import { addDays, formatISO, getDay, parseISO } from 'date-fns';

/** Days are written as 2026-11-28, and counted by date-fns. */
export const dayAfter = (day: string, count = 1): string =>
  formatISO(addDays(parseISO(day), count), { representation: 'date' });

/** Whether a day is worked: Saturdays are where the week has six, Sundays never. */
export function isWorked(day: string, week: 'five' | 'six'): boolean {
  const of = getDay(parseISO(day));
  return of !== 0 && (of !== 6 || week === 'six');
}

/** The day itself where it is worked, else the next that is. */
export function workedFrom(day: string, week: 'five' | 'six'): string {
  let on = day;
  while (!isWorked(on, week)) on = dayAfter(on);
  return on;
}
