import type { JobCardShown, ListedJob } from '@fieldchalk/contracts';
import { expect, test } from 'vitest';
import { datesWords, isFound, lastWords } from './cardWords.ts';

const now = new Date('2026-11-28T15:00');
const about = {
  kind: 'addition',
  address: '12 Quarry Road',
  customer: 'The Alders',
  starts: '',
  ends: '',
} as const;
const job: ListedJob = {
  id: 'j1',
  name: 'Back addition',
  revision: 4,
  changedAt: new Date('2026-11-28T09:30').getTime(),
  about,
  by: 'Hazel',
  isArchived: false,
};
const tickedAt = (at: string, by = 'Rowan') =>
  ({ ticked: { by, at: new Date(at).getTime() } }) as JobCardShown;

test('the days of a job: both, one or none; another year is said', () => {
  expect(datesWords(about, now)).toBe('');
  expect(datesWords({ ...about, starts: '2026-12-01' }, now)).toMatch(/^from .*1/);
  const both = datesWords({ ...about, starts: '2026-12-01', ends: '2027-01-15' }, now);
  expect(both).toContain(' to ');
  expect(both.split(' to ')[0]).not.toContain('2026');
  expect(both).toContain('2027');
});

test('who touched it last: whoever changed or ticked last, by name where it is known', () => {
  expect(lastWords(job, null, now)).toMatch(/^Changed by Hazel today at 9:30/);
  expect(lastWords(job, tickedAt('2026-11-27T10:00'), now)).toMatch(/^Changed by Hazel/);
  expect(lastWords(job, tickedAt('2026-11-28T11:05'), now)).toMatch(/^Ticked by Rowan today at 11:05/);
  expect(lastWords(job, tickedAt('2026-11-28T11:05', ''), now)).toMatch(/^Ticked today/);
  expect(lastWords({ ...job, by: null }, null, now)).toMatch(/^Changed today/);
  expect(lastWords({ ...job, revision: 0, changedAt: 0 }, null, now)).toMatch(/^Made .*(1970|1969)/);
});

test('a job is found by words of its name, address and customer, in any order', () => {
  for (const typed of ['', 'quarry', 'ALDERS back', 'addition 12'])
    expect(isFound(job, typed), typed).toBe(true);
  expect(isFound(job, 'quarry oak')).toBe(false);
});
