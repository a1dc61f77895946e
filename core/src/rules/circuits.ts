import { amount, choice, code, practice } from './rule.ts';

/** Circuits, protection and make-up. */
export const circuitsRules = {
  'circuit.lighting': choice(
    'Lights and receptacles',
    practice,
    'Whether lights share circuits with receptacles.',
    [
      {
        value: 'separate',
        says: 'Lights on circuits of their own: a tripped receptacle circuit leaves no one in the dark.',
      },
      { value: 'with-receptacles', says: 'A room’s lights and receptacles together on 15 A.' },
    ],
  ),
  'circuit.general': choice<15 | 20>(
    'General receptacle circuits',
    practice,
    'Breaker for what people plug in anywhere.',
    [
      { value: 15, says: '15 A on 14 gauge.' },
      { value: 20, says: '20 A on 12 gauge for everything people plug into.' },
    ],
  ),
  'circuit.cap15': amount(
    'Outlets on a 15 A circuit',
    'count',
    10,
    [1, 40],
    `${practice}; the code sets no count in dwellings`,
    'House limit.',
  ),
  'circuit.cap20': amount(
    'Outlets on a 20 A circuit',
    'count',
    13,
    [1, 40],
    `${practice}; the code sets no count in dwellings`,
    'House limit.',
  ),
  'circuit.outletVa': amount(
    'Load of an outlet with none stated',
    'count',
    180,
    [0, 2000],
    `${practice}; a non-dwelling figure, ${code('220.14(I)')}`,
    'Volt-amperes.',
  ),
  'circuit.loadPercent': amount(
    'Planned load of a circuit',
    '%',
    80,
    [10, 100],
    practice,
    'Of the breaker, before continuous loads.',
  ),
  'circuit.dropPercent': amount(
    'Voltage drop on a branch',
    '%',
    3,
    [1, 10],
    code('210.19 informational note'),
    'Aim, not a limit.',
  ),
  'protect.gfci': choice(
    'Ground-fault protection',
    practice,
    'How a circuit that needs ground-fault protection gets it.',
    [
      { value: 'receptacle', says: 'A GFCI receptacle first in the chain.' },
      { value: 'breaker', says: 'A GFCI breaker.' },
      { value: 'dual', says: 'A dual-function breaker.' },
    ],
  ),
  'makeup.devices': choice(
    'Wiring to devices',
    practice,
    'How a device is joined to a circuit that runs on.',
    [
      { value: 'pigtail', says: 'Pigtail every device: it comes out without opening the circuit.' },
      { value: 'through', says: 'Feed through the device’s terminals.' },
    ],
  ),
  'makeup.grounds': choice(
    'Grounds in box fill',
    code('314.16(B)(5)'),
    'How equipment grounding conductors are counted.',
    [
      { value: '2020', says: 'Up to four count as one; each one over four adds a quarter.' },
      { value: 'before-2020', says: 'All count as one.' },
    ],
  ),
  shape: choice('Shape of a circuit', practice, 'How boxes are joined to the feed.', [
    { value: 'chain', says: 'Daisy chain, box to box.' },
    { value: 'tree', says: 'Branches where they save cable and the box has room.' },
  ]),
} as const;
