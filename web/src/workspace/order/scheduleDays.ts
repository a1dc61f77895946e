import { dayAfter, nth, type ScheduleStage, type StageOnDays } from '@fieldchalk/core';

/** What stages are called in the calendar. */
export const stageTitles: Readonly<Record<ScheduleStage, string>> = {
  boxes: 'Boxes',
  holes: 'Holes',
  'closed walls': 'Closed walls',
  'lighting pull': 'Lighting pull',
  'receptacle pull': 'Receptacle pull',
  staple: 'Staple',
  'make-up': 'Make-up',
  'self-check': 'Self-check',
  inspection: 'Inspection',
  cover: 'Insulation and board',
  trim: 'Trim',
  test: 'Energise and test',
};

export interface JobCalendar {
  /** Every day from the first of the job to the last, worked or not. */
  readonly days: readonly string[];
  readonly indexOf: (day: string) => number;
  /** The day so many days after the first, also past the last. */
  readonly dayAt: (index: number) => string;
}

export function calendarOf(stages: readonly StageOnDays[]): JobCalendar {
  const all = stages.flatMap((s) => s.days);
  const [first = '', last = ''] = [all[0], all.at(-1)];
  const days: string[] = [];
  for (let day = first; day !== '' && day <= last; day = dayAfter(day)) days.push(day);
  const places = new Map(days.map((day, i) => [day, i]));
  return { days, indexOf: (day) => places.get(day) ?? 0, dayAt: (index) => dayAfter(nth(days, 0), index) };
}

/** Where a stage begins in its calendar, and how long it takes there: days, with their worked hours as a share of them. */
export function spanOf(
  { days, startsAt, endsAt }: StageOnDays,
  calendar: JobCalendar,
  hoursADay: number,
): { start: number; length: number } {
  const start = calendar.indexOf(days[0] ?? '') + startsAt / hoursADay;
  const end = calendar.indexOf(days.at(-1) ?? '') + endsAt / hoursADay;
  return { start, length: Math.max(0.05, end - start) };
}

const date = { month: 'short', day: 'numeric', timeZone: 'UTC' } as const;
const long = new Intl.DateTimeFormat('en-US', { weekday: 'short', ...date });
const short = new Intl.DateTimeFormat('en-US', date);
const told = (day: string, format: Intl.DateTimeFormat): string =>
  day === '' ? '' : format.format(new Date(`${day}T00:00:00Z`));
/** “Mon, Nov 30”, and without the weekday; nothing for no day. */
export const dayWords = (day: string): string => told(day, long);
export const dateWords = (day: string): string => told(day, short);
