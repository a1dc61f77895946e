import { amount, choice, practice } from './rule.ts';

/** How walls are framed until they are measured. */
export const framingRules = {
  'framing.layoutOrigin': choice(
    'Where stud layout is measured from',
    practice,
    'The mark the on-centre layout starts at.',
    [
      { value: 'point', says: 'From the wall’s end point, where the centre lines meet.' },
      { value: 'plate-end', says: 'From the end of the plate, as a tape is hooked.' },
    ],
  ),
  'framing.corner': choice(
    'Studs at a corner',
    practice,
    'How the wall that runs through a corner is framed there.',
    [
      { value: 'three', says: 'Three-stud corner: a second stud behind the wall that butts.' },
      { value: 'two', says: 'Two-stud corner: drywall clips instead of the second stud.' },
    ],
  ),
  'framing.partition': choice(
    'Backing where a partition meets',
    practice,
    'How a wall is framed behind a partition.',
    [
      { value: 'studs', says: 'A stud on each side of the partition.' },
      { value: 'ladder', says: 'Ladder blocks every 24 in. between the studs that are there.' },
    ],
  ),
  'framing.plates': amount(
    'Top plates',
    'count',
    { default: 2, bounds: [1, 3] },
    practice,
    'How many top plates a wall has.',
  ),
  'framing.roughDoor': amount(
    'Rough opening past a door',
    'in',
    { default: 1, bounds: [0, 4] },
    practice,
    'Each side and above the finished opening.',
  ),
  'framing.roughWindow': amount(
    'Rough opening past a window',
    'in',
    { default: 0.5, bounds: [0, 4] },
    practice,
    'Each side, above and below the finished opening.',
  ),
  'framing.header': amount(
    'Header depth',
    'in',
    { default: 5.5, bounds: [1.5, 24] },
    practice,
    'In walls that do not bear.',
  ),
  'framing.headerBearing': amount(
    'Header depth in bearing and exterior walls',
    'in',
    { default: 9.25, bounds: [1.5, 24] },
    practice,
    'Until measured on site.',
  ),
} as const;
