import { amount, choice, code, practice } from './rule.ts';

/** Lights, switches, alarms and data, and what boxes keep clear of. */
export const lightingRules = {
  'light.layout': choice('Lights of a room', practice, 'How the lights a room needs are laid out.', [
    { value: 'even', says: 'Rows, evenly spaced: wafer lights where there is more than one.' },
    { value: 'middle', says: 'One outlet in the middle of the room.' },
  ]),
  'light.every': amount(
    'Lights at most this far apart',
    'in',
    { default: 96, bounds: [24, 240] },
    practice,
    'Along and between rows; a wafer of 6 in. lights about 8 ft at an 8 ft ceiling.',
  ),
  'light.firstRow': choice('First row from the wall', practice, 'Where rows begin.', [
    { value: 'half', says: 'Half of the spacing from each wall, so that light falls evenly.' },
    { value: 'fixed', says: 'A fixed distance from each wall, to wash it.' },
  ]),
  'light.wall': amount(
    'Fixed distance of the first row',
    'in',
    { default: 30, bounds: [12, 72] },
    practice,
    'From the framing’s face to the middle of the light. Used when the first row is fixed.',
  ),
  'light.tail': amount(
    'Cable left for a wafer light',
    'in',
    { default: 18, bounds: [6, 72] },
    practice,
    'Left hanging at each spot: a wafer light has no box at rough-in.',
  ),
  'light.beside': amount(
    'Light beside an outside door',
    'in',
    { default: 12, bounds: [6, 36] },
    practice,
    'Middle of the fixture from the inside of the jamb, clear of the trim and a strip of siding.',
  ),
  'light.closet': amount(
    'Closet light clear of storage',
    'in',
    { default: 6, bounds: [0, 24] },
    code('410.16(C)'),
    'From the storage space to a surface LED or recessed light; an enclosed incandescent one needs 12.',
  ),
  'light.shelf': amount(
    'Depth of closet shelves',
    'in',
    { default: 12, bounds: [6, 36] },
    code('410.2'),
    'Storage space reaches this far from the closet’s walls above the rod, or the shelf’s own width.',
  ),
  'switch.order': choice('Order in a gang', practice, 'Which switch comes first in a box of several.', [
    { value: 'nearest', says: 'The room’s own light nearest the door, then fans, then the outside.' },
    { value: 'as-they-lie', says: 'From left to right as the lights lie in front of whoever faces the box.' },
  ]),
  'switch.reach': amount(
    'Switch from the door',
    'in',
    { default: 18, bounds: [4, 60] },
    practice,
    'As far as this past the latch side; beyond, the switch goes around the corner or to the other side.',
  ),
  'trim.width': amount(
    'Trim around openings',
    'in',
    { default: 3.5, bounds: [0, 12] },
    practice,
    'Boxes keep this far from the edge of a door or window, for the trim and the plate.',
  ),
  'alarm.light': amount(
    'Alarm from a light',
    'in',
    { default: 12, bounds: [0, 72] },
    practice,
    'Alarms on a ceiling keep this far from the middle of a light: its warmth carries smoke past.',
  ),
  'alarm.fan': amount(
    'Alarm from the blades of a fan',
    'in',
    { default: 36, bounds: [0, 96] },
    'NFPA 72 29.11.3.4 (from memory)',
    'From the tips of the blades, which are taken as 26 in. long.',
  ),
  'alarm.layout': choice(
    'Smoke and CO alarms',
    'IRC 2021 R314, R315 (from memory)',
    'Whether alarms are laid out with the boxes.',
    [
      {
        value: 'code',
        says: 'In each bedroom, outside the bedrooms, and on every level; CO outside the bedrooms.',
      },
      { value: 'by-hand', says: 'Only where a person puts them; nothing is checked.' },
    ],
  ),
  'data.layout': choice('Data and television', practice, 'Low-voltage outlets laid out with the boxes.', [
    {
      value: 'fixtures',
      says: 'Beside the power at each desk and television, a tube up to a screen on the wall.',
    },
    { value: 'none', says: 'Only where a person puts them.' },
  ]),
  'data.apart': amount(
    'Data from power',
    'in',
    { default: 2, bounds: [0, 24] },
    practice,
    'Between the edges of a power box and a low-voltage one; 12 is better where they run side by side.',
  ),
  'rated.apart': amount(
    'Boxes on both sides of a rated wall',
    'in',
    { default: 24, bounds: [0, 48] },
    'IRC 2021 R302.4.2 (from memory)',
    'Boxes on opposite sides of a fire-rated or sound-insulated wall keep this far apart.',
  ),
  'align.within': amount(
    'Boxes that are seen together',
    'in',
    { default: 24, bounds: [0, 120] },
    practice,
    'Neighbours this close line up by their screws, not by their edges.',
  ),
  'reach.accessible': choice(
    'Accessible reach',
    'ANSI A117.1 (from memory)',
    'Whether switches and receptacles keep the reach ranges of accessible dwellings.',
    [
      { value: 'off', says: 'Not asked for.' },
      { value: 'on', says: 'Handles and slots between the lowest and highest reach.' },
    ],
  ),
  'reach.low': amount(
    'Lowest reach',
    'in',
    { default: 15, bounds: [0, 48] },
    'ANSI A117.1 (from memory)',
    'Above the finished floor.',
  ),
  'reach.high': amount(
    'Highest reach',
    'in',
    { default: 48, bounds: [24, 72] },
    'ANSI A117.1 (from memory)',
    'Above the finished floor.',
  ),
} as const;
