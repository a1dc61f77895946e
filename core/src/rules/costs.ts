import { amount, practice } from './rule.ts';

/** Coils, labour and minutes: the company’s own. */
export const costsRules = {
  'coil.feet': amount(
    'Coil length',
    'ft',
    { default: 250, bounds: [25, 1000] },
    practice,
    'New coils are bought in this length.',
  ),
  'cost.labour': amount(
    'Labour',
    'cents',
    { default: 7500, bounds: [0, 100000] },
    'the company’s own',
    'Cents an hour.',
  ),
  'minutes.box': amount(
    'Minutes a box',
    'min',
    { default: 5, bounds: [0, 120] },
    'the company’s own',
    'Mark, nail and check.',
  ),
  'minutes.bore': amount(
    'Minutes a hole',
    'min',
    { default: 1, bounds: [0, 60] },
    'the company’s own',
    'In a stud or cripple.',
  ),
  'minutes.plateBore': amount(
    'Minutes a hole in plates',
    'min',
    { default: 4, bounds: [0, 60] },
    'the company’s own',
    'Through top or bottom plates, from a ladder or the floor.',
  ),
  'minutes.outsideFoot': amount(
    'Minutes a foot over or under the wall',
    'min',
    { default: 0.5, bounds: [0, 10] },
    'the company’s own',
    'Crawling or on a ladder, on top of the pull itself.',
  ),
  'minutes.fishStud': amount(
    'Minutes a stud fished past',
    'min',
    { default: 25, bounds: [0, 240] },
    'the company’s own',
    'In a closed wall: a small hole cut, the stud drilled or notched and plated, blocking, patch and finish.',
  ),
  'minutes.stripFoot': amount(
    'Minutes a foot of closed wall opened',
    'min',
    { default: 14, bounds: [0, 240] },
    'the company’s own',
    'One long strip cut out and closed again, vapour barrier and finish included.',
  ),
  'minutes.pullFoot': amount(
    'Minutes a foot pulled',
    'min',
    { default: 0.12, bounds: [0, 10] },
    'the company’s own',
    'Cable drawn in.',
  ),
  'minutes.staple': amount(
    'Minutes a staple',
    'min',
    { default: 0.5, bounds: [0, 10] },
    'the company’s own',
    'Set by hand.',
  ),
  'minutes.makeup': amount(
    'Minutes a make-up',
    'min',
    { default: 6, bounds: [0, 60] },
    'the company’s own',
    'For each box.',
  ),
  'minutes.device': amount(
    'Minutes a device',
    'min',
    { default: 5, bounds: [0, 60] },
    'the company’s own',
    'At trim.',
  ),
} as const;
