import { amount, choice, practice } from './rule.ts';

const own = 'the company’s own';

/** Who does the work, and when. */
export const crewRules = {
  'crew.people': amount('People on a job', 'count', { default: 2, bounds: [1, 20] }, own, 'The usual crew.'),
  'crew.hours': amount(
    'Hours a day',
    'count',
    { default: 8, bounds: [1, 14] },
    own,
    'Worked, without breaks.',
  ),
  'crew.pace': amount(
    'Pace of the crew',
    '%',
    { default: 100, bounds: [20, 200] },
    own,
    'Less with apprentices: 100 is the company’s minutes.',
  ),
  'crew.week': choice('Days of work', practice, 'Days of the week that are worked.', [
    { value: 'five', says: 'Monday to Friday.' },
    { value: 'six', says: 'Saturday too.' },
  ]),
  'crew.cover': amount(
    'Days for insulation and board',
    'count',
    { default: 10, bounds: [0, 100] },
    practice,
    'From the rough inspection to trim.',
  ),
  'crew.check': amount(
    'Hours of self-check',
    'count',
    { default: 2, bounds: [0, 40] },
    own,
    'Before the inspector comes.',
  ),
  'crew.test': amount(
    'Hours to energise and test',
    'count',
    { default: 3, bounds: [0, 80] },
    own,
    'After trim.',
  ),
} as const;
