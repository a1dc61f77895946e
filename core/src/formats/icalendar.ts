import { createEvents, type DateArray } from 'ics';
import type { StageOnDays } from '../outputs/schedule/index.ts';
import { dayAfter } from '../outputs/schedule/days.ts';

const dateOf = (day: string): DateArray => day.split('-').map(Number) as DateArray;
const begun: DateArray = [2000, 1, 1, 0, 0];

/** Stages on days as iCalendar (RFC 5545): one event of whole days each, with who and how long. The same stages give the same text. */
export function scheduleIcs(
  jobId: string,
  jobName: string,
  address: string,
  stages: readonly StageOnDays[],
): string {
  const { error, value } = createEvents(
    stages.map(({ stage, days, hours, people, names }) => ({
      uid: `${jobId}-${stage.replaceAll(' ', '-')}@fieldchalk`,
      title: `${jobName}: ${stage}`,
      start: dateOf(days[0] ?? ''),
      end: dateOf(dayAfter(days.at(-1) ?? '')),
      ...(address ? { location: address } : {}),
      description:
        people > 0
          ? `${hours} hours for ${names.join(', ') || `${people} ${people === 1 ? 'person' : 'people'}`}.`
          : 'Others do this, or come for it.',
      productId: 'fieldchalk/ics',
      created: begun,
      lastModified: begun,
      timestamp: begun,
    })),
  );
  if (error) throw error;
  return (value ?? '').replace(/^DTSTAMP:.*$/gm, 'DTSTAMP:20000101T000000Z');
}
