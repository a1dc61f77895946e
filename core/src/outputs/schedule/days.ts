import { addDays, formatISO, getDay, parseISO } from 'date-fns';

/** Days are written as 2026-11-28, and counted by date-fns. */
export const dayAfter = (day: string, count = 1): string =>
  formatISO(addDays(parseISO(day), count), { representation: 'date' });

/** Which days are worked: of a week of five or six, never Sundays, and not those the job is closed on. */
export interface WorkDays {
  readonly week: 'five' | 'six';
  readonly closed: ReadonlySet<string>;
}

export function isWorked(day: string, { week, closed }: WorkDays): boolean {
  const of = getDay(parseISO(day));
  return of !== 0 && (of !== 6 || week === 'six') && !closed.has(day);
}

/** The day itself where it is worked, else the next that is. */
export function workedFrom(day: string, days: WorkDays): string {
  let on = day;
  while (!isWorked(on, days)) on = dayAfter(on);
  return on;
}
