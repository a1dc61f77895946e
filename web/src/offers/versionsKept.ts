import type { Agreement, Issue, Job, ListedJob } from '@fieldchalk/contracts';
import { compareIds, type Plan } from '@fieldchalk/core';
import { call } from '../session/api.ts';
import type { Stored } from '../worker/answer.ts';

/** A version that can be compared with another: as it is now or might be, as it was agreed or issued, or another job. */
export interface KeptVersion {
  readonly value: string;
  readonly says: string;
  readonly load: (plan: Plan) => Promise<Stored>;
}

const now: KeptVersion = {
  value: 'now',
  says: 'The job as it is now',
  load: (plan) => Promise.resolve({ plan, taken: [] }),
};

/** The options of the plan, each as it would be with it. */
const withOption = (plan: Plan): KeptVersion[] =>
  Object.entries(plan.options)
    .sort(([a], [b]) => compareIds(a, b))
    .map(([id, { name }]) => ({
      value: `option ${id}`,
      says: `With “${name}”`,
      load: (own) => Promise.resolve({ plan: own, taken: [id] }),
    }));

/** What was kept of a job elsewhere, newest first: agreements, issues of sheets, and other jobs, copies of it among them. */
export async function keptElsewhere(job: string): Promise<KeptVersion[]> {
  const [agreements, issues, jobs] = await Promise.all([
    call<Agreement[]>('GET', `/jobs/${job}/agreements`),
    call<Issue[]>('GET', `/jobs/${job}/issues`),
    call<ListedJob[]>('GET', '/jobs'),
  ]);
  return [
    ...agreements.map(({ number, day }) => ({
      value: `agreement ${number}`,
      says: `As agreed ${day}, ${number === 1 ? 'proposal' : `change order ${number - 1}`}`,
      load: () => call<Stored>('GET', `/jobs/${job}/agreements/${number}/plan`),
    })),
    ...issues.map(({ set, number, name, day }) => ({
      value: `issue ${set} ${number}`,
      says: `As issued ${day}, ${name} ${number}`,
      load: () => call<Stored>('GET', `/jobs/${job}/issues/${set}/${number}/plan`),
    })),
    ...jobs
      .filter(({ id }) => id !== job)
      .map(({ id, name }) => ({
        value: `job ${id}`,
        says: `The job “${name}”`,
        load: async () => ({ plan: (await call<Job>('GET', `/jobs/${id}`)).plan, taken: [] }),
      })),
  ];
}

/** All versions there are, the job as it is now first. */
export const versionsOf = (plan: Plan, elsewhere: readonly KeptVersion[]): KeptVersion[] => [
  now,
  ...withOption(plan),
  ...elsewhere,
];
