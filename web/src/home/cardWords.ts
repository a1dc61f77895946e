import type { JobCardShown, ListedJob } from '@fieldchalk/contracts';

/** What is done of a job, in the order of the work, as a card says it. */
export const stateWords = {
  box: 'boxes, lights set',
  hole: 'holes drilled',
  pull: 'cables pulled',
  makeup: 'boxes made up',
} as const satisfies Record<keyof JobCardShown['state'], string>;

const dayOf = (text: string, now: Date): string => {
  const day = new Date(`${text}T12:00`);
  const year = day.getFullYear() === now.getFullYear() ? undefined : 'numeric';
  return day.toLocaleDateString([], { day: 'numeric', month: 'short', ...(year ? { year } : {}) });
};

/** From when to when a job goes; empty where neither day is set. */
export function datesWords({ starts, ends }: ListedJob['about'], now: Date): string {
  if (starts && ends) return `${dayOf(starts, now)} to ${dayOf(ends, now)}`;
  if (starts) return `from ${dayOf(starts, now)}`;
  return ends ? `until ${dayOf(ends, now)}` : '';
}

/** When something was: the hour of today, else the day. */
export function whenWords(at: number, now: Date): string {
  const when = new Date(at);
  const isToday = when.toDateString() === now.toDateString();
  return isToday
    ? `today at ${when.toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' })}`
    : when.toLocaleDateString([], { dateStyle: 'medium' });
}

/** Who touched a job last, by changing or by ticking, and when. */
export function lastWords(job: ListedJob, card: JobCardShown | null, now: Date): string {
  const ticked = card?.ticked;
  if (ticked && ticked.at > job.changedAt)
    return `Ticked ${ticked.by ? `by ${ticked.by} ` : ''}${whenWords(ticked.at, now)}`;
  if (job.revision === 0) return `Made ${whenWords(job.changedAt, now)}`;
  return `Changed ${job.by ? `by ${job.by} ` : ''}${whenWords(job.changedAt, now)}`;
}

/** Whether a job is found by what was typed: each word is in its name, address or customer. */
export function isFound({ name, about }: ListedJob, typed: string): boolean {
  const text = `${name} ${about.address} ${about.customer}`.toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
