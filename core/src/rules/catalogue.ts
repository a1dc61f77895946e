import { z } from 'zod';

/**
 * Every rule Field Chalk works by, as data: default, unit, bounds, where it comes from, and the schools that disagree.
 * Sources marked "from memory" were written without the text at hand; local code and amendments decide.
 */

export const heightSchema = z.strictObject({
  value: z.number().min(0).max(600),
  to: z.enum(['bottom', 'center', 'top']).default('center'),
  from: z.enum(['finished', 'subfloor']).default('finished'),
});
export type Height = z.infer<typeof heightSchema>;

export interface Rule<T = unknown> {
  readonly title: string;
  readonly unit: 'in' | 'ft' | 'count' | 'A' | 'choice' | 'height' | 'in³' | 'min' | 'cents' | '%' | 'ratio';
  readonly schema: z.ZodType<T>;
  readonly default: T;
  readonly source: string;
  readonly says: string;
  /** Where practitioners disagree: each accepted value and what its people hold. */
  readonly schools?: readonly { readonly value: T; readonly says: string }[];
}

const practice = 'common practice, no source';
const code = (section: string) => `NEC 2023 ${section} (from memory)`;

function choice<const V extends string | number>(
  title: string,
  source: string,
  says: string,
  schools: readonly { value: V; says: string }[],
  fallback: V = schools[0]!.value,
): Rule<V> {
  const values = schools.map((s) => s.value);
  const schema = z.custom<V>((value) => values.includes(value as V), {
    error: `must be one of: ${values.join(', ')}`,
  });
  return { title, unit: 'choice', schema, default: fallback, source, says, schools };
}

function amount(
  title: string,
  unit: Rule['unit'],
  value: number,
  bounds: readonly [number, number],
  source: string,
  says: string,
): Rule<number> {
  return { title, unit, schema: z.number().min(bounds[0]).max(bounds[1]), default: value, source, says };
}

function height(
  title: string,
  value: Height,
  source: string,
  says: string,
  schools: readonly { value: Height; says: string }[] = [],
): Rule<Height> {
  return { title, unit: 'height', schema: heightSchema, default: value, source, says, schools };
}

const finished = (value: number, to: Height['to']): Height => ({ value, to, from: 'finished' });

export const ruleCatalogue = {
  'spacing.corners': choice(
    'Receptacle spacing at corners',
    `${code('210.52(A)(2)')}; ${practice}`,
    'Whether a wall space runs on around a corner.',
    [
      { value: 'around', says: 'Measured around corners as one wall space, as the code does.' },
      {
        value: 'each-wall',
        says: 'Each straight wall by itself: a wall of 2 ft or more always gets one. The code rule is checked as well.',
      },
    ],
  ),
  'spacing.maxGap': amount(
    'Longest gap between receptacles',
    'in',
    144,
    [24, 240],
    code('210.52(A)(1)'),
    'No point along the floor line is farther than half of this from a receptacle.',
  ),
  'spacing.minWall': amount(
    'Narrowest wall space that counts',
    'in',
    24,
    [6, 120],
    code('210.52(A)(2)(1)'),
    'A wall space at least this wide needs a receptacle.',
  ),
  'spacing.maxHeight': amount(
    'Highest receptacle that counts',
    'in',
    66,
    [24, 120],
    code('210.52'),
    'A receptacle above this over the finished floor does not count for spacing.',
  ),
  'spacing.floorReach': amount(
    'Floor receptacle to wall',
    'in',
    18,
    [0, 60],
    code('210.52(A)(3)'),
    'A floor receptacle counts within this distance of the wall.',
  ),

  'counter.maxGap': amount(
    'Longest gap over a counter',
    'in',
    48,
    [12, 120],
    code('210.52(C)(1)'),
    'No point along a wall counter is farther than half of this from a receptacle.',
  ),
  'counter.minWidth': amount(
    'Narrowest counter that counts',
    'in',
    12,
    [6, 48],
    code('210.52(C)(1)'),
    'A wall counter at least this wide needs a receptacle.',
  ),
  'counter.top': amount('Height of counter tops', 'in', 36, [24, 48], practice, 'Above the finished floor.'),
  'counter.highest': amount(
    'Highest over a counter',
    'in',
    20,
    [6, 48],
    code('210.52(C)(3)'),
    'A counter receptacle is not farther than this above the top.',
  ),
  'bath.reach': amount(
    'Basin to receptacle',
    'in',
    36,
    [12, 72],
    code('210.52(D)'),
    'A receptacle stands within this of the outside edge of each basin.',
  ),
  'hall.length': amount(
    'Hall that needs a receptacle',
    'in',
    120,
    [60, 480],
    code('210.52(H)'),
    'A hall of this length or more has at least one.',
  ),
  'foyer.area': amount(
    'Foyer that needs receptacles',
    'count',
    60,
    [20, 400],
    code('210.52(I)'),
    'Square feet over which each wall of 3 ft or more has one.',
  ),
  'foyer.wall': amount(
    'Foyer wall that counts',
    'in',
    36,
    [12, 120],
    code('210.52(I)'),
    'Narrowest foyer wall that needs one.',
  ),
  'garage.highest': amount(
    'Highest in a garage',
    'in',
    66,
    [24, 96],
    code('210.52(G)(1)'),
    'A garage receptacle counts for its bay up to this height.',
  ),
  'outdoor.highest': amount(
    'Highest outdoors',
    'in',
    78,
    [24, 96],
    code('210.52(E)'),
    'An outdoor receptacle counts up to this height above grade, deck or porch.',
  ),
  'appliance.reach': amount(
    'Appliance to its receptacle',
    'in',
    72,
    [12, 144],
    code('210.50(C)'),
    'An appliance outlet stands within this of its appliance.',
  ),
  'wet.out': amount(
    'Tub and shower zone, outwards',
    'in',
    36,
    [0, 120],
    code('406.9(C)'),
    'No receptacle stands within this of a tub or shower.',
  ),
  'wet.up': amount(
    'Tub and shower zone, upwards',
    'in',
    96,
    [0, 144],
    code('406.9(C)'),
    'From the top of the tub’s rim or the shower’s threshold.',
  ),
  'density.school': choice(
    'How many receptacles',
    practice,
    'What a company wants beyond the code. The code rule is checked whichever is chosen.',
    [
      { value: 'code', says: 'The fewest that keep the code.' },
      { value: 'gap', says: 'A closer gap along the walls of garages and workshops.' },
      { value: 'per-wall', says: 'A fixed count on every wall.' },
    ],
  ),
  'density.gap': amount(
    'Gap in garages and workshops',
    'in',
    96,
    [24, 240],
    practice,
    'Longest gap along their walls; 6 to 8 ft is usual. Used by the closer-gap school.',
  ),
  'density.perWall': amount(
    'Receptacles on every wall',
    'count',
    2,
    [1, 10],
    practice,
    'On each straight wall wide enough to count. Used by the fixed-count school.',
  ),
  'bench.row': choice('Second row over benches', practice, 'Receptacles along the wall over a bench.', [
    { value: 'none', says: 'No row of their own.' },
    { value: 'row', says: 'A second row over every bench, at its own height.' },
  ]),
  'bench.maxGap': amount(
    'Longest gap over a bench',
    'in',
    48,
    [12, 144],
    practice,
    'Between receptacles of the second row.',
  ),

  'light.layout': choice('Lights of a room', practice, 'How the lights a room needs are laid out.', [
    { value: 'even', says: 'Rows, evenly spaced: wafer lights where there is more than one.' },
    { value: 'middle', says: 'One outlet in the middle of the room.' },
  ]),
  'light.every': amount(
    'Lights at most this far apart',
    'in',
    96,
    [24, 240],
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
    30,
    [12, 72],
    practice,
    'From the framing’s face to the middle of the light. Used when the first row is fixed.',
  ),
  'light.tail': amount(
    'Cable left for a wafer light',
    'in',
    18,
    [6, 72],
    practice,
    'Left hanging at each spot: a wafer light has no box at rough-in.',
  ),
  'light.beside': amount(
    'Light beside an outside door',
    'in',
    12,
    [6, 36],
    practice,
    'Middle of the fixture from the inside of the jamb, clear of the trim and a strip of siding.',
  ),
  'light.closet': amount(
    'Closet light clear of storage',
    'in',
    6,
    [0, 24],
    code('410.16(C)'),
    'From the storage space to a surface LED or recessed light; an enclosed incandescent one needs 12.',
  ),
  'light.shelf': amount(
    'Depth of closet shelves',
    'in',
    12,
    [6, 36],
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
    18,
    [4, 60],
    practice,
    'As far as this past the latch side; beyond, the switch goes around the corner or to the other side.',
  ),
  'trim.width': amount(
    'Trim around openings',
    'in',
    3.5,
    [0, 12],
    practice,
    'Boxes keep this far from the edge of a door or window, for the trim and the plate.',
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
    2,
    [0, 24],
    practice,
    'Between the edges of a power box and a low-voltage one; 12 is better where they run side by side.',
  ),
  'rated.apart': amount(
    'Boxes on both sides of a rated wall',
    'in',
    24,
    [0, 48],
    'IRC 2021 R302.4.2 (from memory)',
    'Boxes on opposite sides of a fire-rated or sound-insulated wall keep this far apart.',
  ),
  'align.within': amount(
    'Boxes that are seen together',
    'in',
    24,
    [0, 120],
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
    15,
    [0, 48],
    'ANSI A117.1 (from memory)',
    'Above the finished floor.',
  ),
  'reach.high': amount(
    'Highest reach',
    'in',
    48,
    [24, 72],
    'ANSI A117.1 (from memory)',
    'Above the finished floor.',
  ),

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
    79,
    [48, 84],
    code('404.8(A)'),
    'The operating handle is not above this, from the finished floor.',
  ),

  'box.setback': {
    title: 'Box face ahead of the stud',
    unit: 'in',
    schema: z.union([z.literal('auto'), z.number().min(0).max(6)]),
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
  'box.size': choice('Box size', practice, 'Which model is taken where nobody chose one.', [
    { value: 'fill', says: 'The smallest that holds what goes in.' },
    { value: 'deepest', says: 'The deepest made for its gangs.' },
  ]),

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
  'framing.plates': amount('Top plates', 'count', 2, [1, 3], practice, 'How many top plates a wall has.'),
  'framing.roughDoor': amount(
    'Rough opening past a door',
    'in',
    1,
    [0, 4],
    practice,
    'Each side and above the finished opening.',
  ),
  'framing.roughWindow': amount(
    'Rough opening past a window',
    'in',
    0.5,
    [0, 4],
    practice,
    'Each side, above and below the finished opening.',
  ),
  'framing.header': amount('Header depth', 'in', 5.5, [1.5, 24], practice, 'In walls that do not bear.'),
  'framing.headerBearing': amount(
    'Header depth in bearing and exterior walls',
    'in',
    9.25,
    [1.5, 24],
    practice,
    'Until measured on site.',
  ),

  'drill.height': amount(
    'Drilling height',
    'in',
    24,
    [6, 90],
    practice,
    'Height of the line of holes above the subfloor. It rises or drops where a box stands in it.',
  ),
  'drill.data': amount(
    'Drilling height for data',
    'in',
    36,
    [6, 90],
    practice,
    'Data has a line of holes of its own, above the subfloor: 12 in. over the power is better than 2, and they cross square.',
  ),
  'drill.edge': amount(
    'Wood left between hole and face',
    'in',
    1.25,
    [0.5, 3],
    code('300.4(A)(1)'),
    'Nearer than this to the nearest face of the stud and a steel plate is needed.',
  ),
  'drill.perHole': amount(
    'Cables in one hole',
    'count',
    3,
    [1, 6],
    practice,
    'More cables get another hole above.',
  ),
  'bore.bearing': amount(
    'Largest bore in bearing studs',
    '%',
    40,
    [10, 60],
    'IRC 2021 R602.6 (from memory)',
    'Of the stud’s depth, in bearing and exterior walls.',
  ),
  'bore.other': amount(
    'Largest bore in other studs',
    '%',
    60,
    [10, 80],
    'IRC 2021 R602.6 (from memory)',
    'Of the stud’s depth, in walls that do not bear.',
  ),
  'staple.first': amount(
    'First staple from the box',
    'in',
    8,
    [2, 18],
    `${code('314.17, 334.30')}; ${practice}`,
    'Measured along the cable.',
  ),
  'staple.every': amount(
    'Staples along a run',
    'in',
    54,
    [12, 54],
    code('334.30'),
    'Cable through bored framing this close together is already supported.',
  ),
  'end.free': amount(
    'Free end in a box',
    'in',
    8,
    [6, 18],
    `${code('300.14')}; ${practice}`,
    'Conductor past the sheath at each box. The code asks for at least 6.',
  ),
  'end.loop': amount('Service loop at a box', 'in', 6, [0, 48], practice, 'Slack before the first staple.'),
  'end.panel': amount(
    'Free end at the panel',
    'in',
    72,
    [12, 240],
    practice,
    'Height plus depth of the panel, so that any space can be reached.',
  ),
  'run.margin': amount('Margin on each cut', 'in', 0, [0, 120], practice, 'Added to every cut length.'),
  'bend.factor': amount('Tightest bend', 'ratio', 5, [4, 12], code('334.24'), 'Times the cable’s diameter.'),

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
  'route.prefer': choice('What makes a route better', practice, 'How two ways round a door are weighed.', [
    { value: 'cost', says: 'Cheapest total of wire and labour.' },
    { value: 'cable', says: 'Shortest cable.' },
    { value: 'holes', says: 'Fewest holes.' },
    { value: 'in-wall', says: 'Never leave the wall.' },
  ]),
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
} as const satisfies Record<string, Rule<never> | Rule>;

export type RuleId = keyof typeof ruleCatalogue;
export type RuleValue<K extends RuleId> = (typeof ruleCatalogue)[K] extends Rule<infer T> ? T : never;

export const ruleIds = Object.keys(ruleCatalogue) as RuleId[];

export function isRuleId(id: string): id is RuleId {
  return Object.hasOwn(ruleCatalogue, id);
}
