import { amount, choice, code, finished, height, practice, type Rule } from './rule.ts';

/** Heights of the house, and the boxes themselves. */
export const boxesRules = {
  'height.garage': height(
    'Receptacle height in garages',
    finished(44, 'center'),
    practice,
    'Clear of what stands along the walls; 40 to 44 is usual over benches.',
  ),
  'height.receptacle': height(
    'Receptacle height',
    finished(16, 'center'),
    practice,
    'One height for the whole house; match what is there.',
    [
      { value: finished(16, 'center'), says: '16 to centre.' },
      { value: finished(12, 'bottom'), says: '12 to bottom.' },
      { value: finished(14, 'bottom'), says: '14 to bottom.' },
      { value: finished(15, 'bottom'), says: '15 to bottom, usual in foam walls.' },
      { value: finished(16, 'top'), says: '16 to top.' },
      { value: finished(18, 'top'), says: '18 to top.' },
      { value: finished(18, 'center'), says: '18 to centre.' },
    ],
  ),
  'height.switch': height(
    'Switch height',
    finished(48, 'top'),
    practice,
    'One height for the whole house; match what is there.',
    [
      { value: finished(48, 'top'), says: '48 to top.' },
      { value: finished(45, 'bottom'), says: '45 to bottom.' },
      { value: finished(48, 'bottom'), says: '48 to bottom, matching old work.' },
      { value: finished(48.5, 'top'), says: '48-1/2 to top.' },
      { value: finished(48, 'center'), says: '48 to centre.' },
    ],
  ),
  'height.counter': height(
    'Counter receptacle height',
    finished(42, 'center'),
    practice,
    'Over a counter or bench.',
  ),
  'height.bench': height('Second row over a bench', finished(40, 'center'), practice, '40 to 44 is usual.'),
  'height.television': height(
    'Wall television height',
    finished(62, 'center'),
    practice,
    'Power and data behind a screen on the wall; 60 to 65 is usual.',
  ),
  'height.thermostat': height(
    'Thermostat height',
    finished(60, 'center'),
    practice,
    'Out of draughts and sun.',
  ),
  'height.doorbell': height(
    'Doorbell button height',
    finished(46, 'center'),
    practice,
    'Outside, on the latch side.',
  ),
  'height.outsideLight': height(
    'Outside light height',
    finished(66, 'center'),
    practice,
    'About the middle of the door’s glass; 66 to 80 is usual.',
  ),
  'height.light': height('Wall light height', finished(72, 'center'), practice, 'A light on a wall.'),
  'height.switchHighest': amount(
    'Highest switch handle',
    'in',
    { default: 79, bounds: [48, 84] },
    code('404.8(A)'),
    'The operating handle is not above this, from the finished floor.',
  ),

  'box.setback': {
    title: 'Box face ahead of the stud',
    unit: 'in',
    accepts: { is: 'number', bounds: [0, 6], or: 'auto' },
    default: 'auto',
    source: code('314.20'),
    says: 'auto: the thickness of the finish on that side, so the face ends flush with it.',
  } as Rule<number | 'auto'>,
  'box.material': choice('Box material', practice, 'What new boxes are made of.', [
    { value: 'plastic', says: 'Nail-on plastic: cheap, no ground screw, clamps built in on several gangs.' },
    {
      value: 'metal',
      says: 'Metal: durable device screws; every cable needs a connector and the box is bonded.',
    },
  ]),
  'box.ceiling': choice('Ceiling boxes stand', practice, 'What holds a box on an open ceiling.', [
    { value: 'exact', says: 'As marked: on a bar between joists.' },
    { value: 'joist', says: 'Nailed to the nearest joist.' },
  ]),
  'box.size': choice('Box size', practice, 'Which model is taken where nobody chose one.', [
    { value: 'fill', says: 'The smallest that holds what goes in.' },
    { value: 'deepest', says: 'The deepest made for its gangs.' },
  ]),
} as const;
