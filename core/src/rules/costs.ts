import { amount, practice } from './rule.ts';

/** Coils, labour and minutes: the company’s own. */
export const costsRules = {
  'coil.feet': amount('Coil length', 'ft', 250, [25, 1000], practice, 'New coils are bought in this length.'),
  'cost.labour': amount('Labour', 'cents', 7500, [0, 100000], 'the company’s own', 'Cents an hour.'),
  'minutes.box': amount('Minutes a box', 'min', 5, [0, 120], 'the company’s own', 'Mark, nail and check.'),
  'minutes.bore': amount('Minutes a hole', 'min', 1, [0, 60], 'the company’s own', 'In a stud or cripple.'),
  'minutes.plateBore': amount(
    'Minutes a hole in plates',
    'min',
    4,
    [0, 60],
    'the company’s own',
    'Through top or bottom plates, from a ladder or the floor.',
  ),
  'minutes.outsideFoot': amount(
    'Minutes a foot over or under the wall',
    'min',
    0.5,
    [0, 10],
    'the company’s own',
    'Crawling or on a ladder, on top of the pull itself.',
  ),
  'minutes.fishStud': amount(
    'Minutes a stud fished past',
    'min',
    25,
    [0, 240],
    'the company’s own',
    'In a closed wall: a small hole cut, the stud drilled or notched and plated, blocking, patch and finish.',
  ),
  'minutes.stripFoot': amount(
    'Minutes a foot of closed wall opened',
    'min',
    14,
    [0, 240],
    'the company’s own',
    'One long strip cut out and closed again, vapour barrier and finish included.',
  ),
  'minutes.pullFoot': amount(
    'Minutes a foot pulled',
    'min',
    0.12,
    [0, 10],
    'the company’s own',
    'Cable drawn in.',
  ),
  'minutes.staple': amount('Minutes a staple', 'min', 0.5, [0, 10], 'the company’s own', 'Set by hand.'),
  'minutes.makeup': amount('Minutes a make-up', 'min', 6, [0, 60], 'the company’s own', 'For each box.'),
  'minutes.device': amount('Minutes a device', 'min', 5, [0, 60], 'the company’s own', 'At trim.'),
} as const;
