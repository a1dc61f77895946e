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
    { default: 10, bounds: [1, 40] },
    `${practice}; the code sets no count in dwellings`,
    'House limit.',
  ),
  'circuit.cap20': amount(
    'Outlets on a 20 A circuit',
    'count',
    { default: 13, bounds: [1, 40] },
    `${practice}; the code sets no count in dwellings`,
    'House limit.',
  ),
  'circuit.capBy': choice('How a circuit is limited', practice, 'What counts against a circuit’s limit.', [
    { value: 'both', says: 'Outlets by count, and planned load.' },
    { value: 'count', says: 'Outlets by count alone.' },
    { value: 'va', says: 'Planned load alone.' },
  ]),
  'circuit.tapReach': amount(
    'How far an old outlet is tapped',
    'in',
    { default: 240, bounds: [0, 2000] },
    practice,
    'Farther than this a circuit of its own is laid.',
  ),
  'circuit.outletVa': amount(
    'Load of an outlet with none stated',
    'count',
    { default: 180, bounds: [0, 2000] },
    `${practice}; a non-dwelling figure, ${code('220.14(I)')}`,
    'Volt-amperes.',
  ),
  'circuit.loadPercent': amount(
    'Planned load of a circuit',
    '%',
    { default: 80, bounds: [10, 100] },
    practice,
    'Of the breaker, before continuous loads.',
  ),
  'panel.legPercent': amount(
    'Difference between legs',
    '%',
    { default: 25, bounds: [0, 100] },
    practice,
    'Above this the legs of a panel are said to be uneven.',
  ),
  'circuit.dropPercent': amount(
    'Voltage drop on a branch',
    '%',
    { default: 3, bounds: [1, 10] },
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
  'makeup.groundJoint': choice('Joining grounds', practice, 'How bare conductors come together in a box.', [
    { value: 'connector', says: 'A wire connector over all of them and their tails.' },
    { value: 'crimp', says: 'A crimp sleeve, with tails left long.' },
    { value: 'green', says: 'A green connector with a hole: one ground goes on through it as a tail.' },
  ]),
  'makeup.groundTail': choice(
    'Ground tail',
    code('250.122'),
    'Size of the tail from the joint to a device.',
    [
      { value: 'full', says: 'As large as the circuit’s own: 12 AWG on 20 A.' },
      { value: '14', says: '14 AWG everywhere, for softness; flagged on 20 A circuits, local rule decides.' },
    ],
  ),
  'makeup.groundCover': choice('Cover of ground tails', practice, 'Bare or green insulated.', [
    { value: 'bare', says: 'Bare, cut from the stripped ends.' },
    { value: 'green', says: 'Green insulated.' },
  ]),
  'makeup.groundsWhen': choice('Grounds in a box', practice, 'When grounds are made up.', [
    { value: 'first', says: 'First, folded to the back.' },
    { value: 'last', says: 'Last.' },
  ]),
  'makeup.twist': choice('Twisting', practice, 'How wires are brought together in a connector.', [
    { value: 'pliers', says: 'Twisted with pliers, then the connector.' },
    { value: 'connector', says: 'The connector twists them.' },
  ]),
  'makeup.order': choice('Order of cables', practice, 'Which knockout each cable takes.', [
    { value: 'switch', says: 'In the order of the switches they belong to, the feed first.' },
    { value: 'arrival', says: 'In the order they come down.' },
  ]),
  'makeup.tailInches': amount(
    'Length of a tail',
    'in',
    { default: 6, bounds: [3, 18] },
    practice,
    'Pigtail from the joint to the device.',
  ),
  'makeup.strip': amount(
    'Bare end',
    'in',
    { default: 0.5, bounds: [0.25, 1] },
    practice,
    'Or as the device’s own gauge says.',
  ),
  'label.wording': choice('Wording of labels', practice, 'What is written on the end of a cable.', [
    { value: 'circuit-first', says: '7 · FROM Kitchen 12 · HOT' },
    { value: 'place-first', says: 'FROM Kitchen 12 · 7 · HOT' },
    { value: 'short', says: '7 · F 12 · H' },
  ]),
  'control.feed': choice('Where power enters a light', practice, 'Which comes first as lights are wired.', [
    { value: 'switch', says: 'At the switch: it goes on from there to the light.' },
    { value: 'light', says: 'At the light: a three-conductor cable goes down to the switch and back.' },
    {
      value: 'far',
      says: 'At the far end: through the last light, or the far switch, back to the near one.',
    },
  ]),
  'control.neutral': choice(
    'Neutral at switches',
    code('404.2(C)'),
    'Which switch boxes get a grounded conductor.',
    [
      { value: 'every', says: 'Every switch box.' },
      { value: 'one', says: 'One of several switches from which the whole room is seen.' },
      { value: 'none', says: 'None: only where the place is excepted.' },
    ],
  ),
  'circuit.homeRun': amount(
    'What a home run is worth',
    'in',
    { default: 240, bounds: [0, 5000] },
    practice,
    'Breaker, space and labour of one more circuit, as inches of cable.',
  ),
  'circuit.split': amount(
    'What a divided room is worth',
    'in',
    { default: 60, bounds: [0, 5000] },
    practice,
    'A room whose outlets of one kind are on two circuits, as inches of cable.',
  ),
  'circuit.dark': choice('Lights of a room', practice, 'Whether one breaker may leave a whole room dark.', [
    { value: 'allow', says: 'A room’s lights may all be on one circuit.' },
    { value: 'split', says: 'A room with two lights or more, switched apart, has them on two circuits.' },
  ]),
  'circuit.alarms': choice('Alarms', practice, 'Where smoke and CO alarms are fed from.', [
    { value: 'lighting', says: 'On a lighting circuit: a dead circuit is noticed.' },
    { value: 'own', says: 'On a circuit of their own.' },
  ]),
  'circuit.bath': choice('Bathroom circuit', code('210.11(C)(3)'), 'The two ways the code offers.', [
    {
      value: 'receptacles',
      says: 'One 20 A circuit for the receptacles of all bathrooms, nothing else on it.',
    },
    { value: 'one-room', says: 'One 20 A circuit for everything in one bathroom.' },
  ]),
  'circuit.own': choice(
    'Own circuits by house rule',
    practice,
    'For what plugs in and stays: microwave, refrigerator, freezer, television wall, office.',
    [
      { value: 'appliances', says: 'Microwave, refrigerator and freezer.' },
      { value: 'more', says: 'Those, and each television wall and office.' },
      { value: 'code', says: 'Only what the code asks for.' },
    ],
  ),
  shape: choice('Shape of a circuit', practice, 'How boxes are joined to the feed.', [
    { value: 'chain', says: 'Daisy chain, box to box.' },
    { value: 'tree', says: 'Branches where they save cable and the box has room.' },
  ]),
} as const;
