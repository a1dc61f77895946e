import { entryOf, must } from '../lookups/index.ts';
import { query, valuesOf } from '../incremental/index.ts';
import { valuesIn, type Plan, type RoomUse } from '../plan/index.ts';
import { roomServed } from '../rooms/seeing.ts';
import { type Rooms } from './loads.ts';

/**
 * Service load of a dwelling by the methods of NEC Article 220 (2023 numbering; all from memory), line by line, so that every figure
 * can be followed. Areas in square feet, loads in volt-amperes, amperes at 240 V.
 */
export const serviceMethods = ['standard', 'optional', 'existing', 'measured'] as const;
export type ServiceMethod = (typeof serviceMethods)[number];

export interface LoadLine {
  readonly what: string;
  readonly va: number;
  /** How it was come by, with the section. */
  readonly how: string;
}

export interface ServiceLoad {
  readonly method: ServiceMethod;
  readonly title: string;
  readonly lines: readonly LoadLine[];
  readonly va: number;
  readonly amps: number;
}

export interface ServiceInput {
  readonly area: number;
  /** The part of the area this job adds. */
  readonly newArea: number;
  readonly smallAppliance: number;
  readonly laundry: number;
  readonly ranges: readonly Appliance[];
  readonly dryers: readonly Appliance[];
  readonly fastened: readonly Appliance[];
  readonly heatingVa: number;
  readonly heatingUnits: number;
  readonly coolingVa: number;
  readonly heatingIsNew: boolean;
  readonly measuredVa: number;
}

export interface Appliance {
  readonly name: string;
  readonly va: number;
  readonly isNew: boolean;
}

const volts = 240;
const sum = (list: readonly { va: number }[]) => list.reduce((s, x) => s + x.va, 0);
const line = (what: string, va: number, how: string): LoadLine => ({
  what,
  va: Math.round(va * 1000) / 1000,
  how,
});

/** A total at 100 % up to a figure and at less beyond it, as one line for each step. */
function stepped(
  total: number,
  steps: readonly [upTo: number, percent: number][],
  section: string,
): LoadLine[] {
  let from = 0;
  return steps.flatMap(([upTo, percent]) => {
    const part = Math.max(0, Math.min(total, upTo) - from);
    const said = `${Math.round(part)} VA at ${percent} %: ${section}`;
    const words =
      from === 0
        ? `First ${upTo === Infinity ? '' : `${upTo / 1000} kVA`}`.trim()
        : upTo === Infinity
          ? 'The rest'
          : `To ${upTo / 1000} kVA`;
    from = upTo;
    return part > 0 ? [line(words, (part * percent) / 100, said)] : [];
  });
}

function generalOf(i: ServiceInput): LoadLine[] {
  return [
    line('General lighting and receptacles', 3 * i.area, `${Math.round(i.area)} sq ft × 3 VA: 220.41`),
    line('Small-appliance circuits', 1500 * i.smallAppliance, `${i.smallAppliance} × 1500 VA: 220.52(A)`),
    line('Laundry circuits', 1500 * i.laundry, `${i.laundry} × 1500 VA: 220.52(B)`),
  ];
}

/** Demand of household ranges: Table 220.55 column C, with note 1 over 12 kW. Volt-amperes. */
export function rangeDemand(ranges: readonly { va: number }[]): number {
  if (ranges.length === 0) return 0;
  const columnC = [8, 11, 14, 17, 20];
  const base = (columnC[ranges.length - 1] ?? 15 + ranges.length) * 1000;
  const average = ranges.reduce((s, r) => s + Math.max(12000, r.va), 0) / ranges.length;
  const over = Math.ceil((average - 12000) / 1000 - 0.5);
  return Math.min(sum(ranges), base * (1 + 0.05 * Math.max(0, over)));
}

const total = (
  method: ServiceMethod,
  title: string,
  lines: readonly LoadLine[],
  counted: readonly LoadLine[],
): ServiceLoad => {
  const va = sum(counted);
  return { method, title, lines, va, amps: va / volts };
};

function standard(i: ServiceInput): ServiceLoad {
  const general = generalOf(i);
  const reduced = stepped(
    sum(general),
    [
      [3000, 100],
      [120000, 35],
      [Infinity, 25],
    ],
    '220.45',
  );
  const four = i.fastened.length >= 4;
  const heat = Math.max(i.heatingVa, i.coolingVa);
  const counted = [
    ...reduced,
    ...(i.fastened.length > 0
      ? [
          line(
            'Fastened appliances',
            sum(i.fastened) * (four ? 0.75 : 1),
            `${i.fastened.length} at ${four ? 75 : 100} %: 220.53`,
          ),
        ]
      : []),
    ...i.dryers.map((d) =>
      line(d.name, Math.max(5000, d.va), '5000 VA or the plate, whichever is more: 220.54'),
    ),
    ...(i.ranges.length > 0
      ? [
          line(
            'Ranges',
            rangeDemand(i.ranges),
            `${i.ranges.length} at ${i.ranges.map((r) => `${r.va / 1000} kW`).join(', ')}: Table 220.55, column C`,
          ),
        ]
      : []),
    ...(heat > 0
      ? [
          line(
            i.heatingVa >= i.coolingVa ? 'Heating' : 'Cooling',
            heat,
            'The larger of heating and cooling: 220.60',
          ),
        ]
      : []),
    ...(i.coolingVa > i.heatingVa ? [line('Largest motor', i.coolingVa * 0.25, '25 % of it: 220.50')] : []),
  ];
  return total('standard', 'Standard method, 220 Part III', [...general, ...counted], counted);
}

function optional(i: ServiceInput): ServiceLoad {
  const general = [...generalOf(i), ...appliancesOf(i)];
  const heatPercent = i.heatingUnits >= 4 ? 40 : 65;
  const heat = (i.heatingVa * heatPercent) / 100;
  const counted = [
    ...stepped(
      sum(general),
      [
        [10000, 100],
        [Infinity, 40],
      ],
      '220.82(B)',
    ),
    ...(Math.max(heat, i.coolingVa) > 0
      ? [
          heat >= i.coolingVa
            ? line('Heating', heat, `${i.heatingVa} VA at ${heatPercent} %: 220.82(C)`)
            : line('Cooling', i.coolingVa, 'At 100 %: 220.82(C)(1)'),
        ]
      : []),
  ];
  return total('optional', 'Optional method for a dwelling, 220.82', [...general, ...counted], counted);
}

const appliancesOf = (i: ServiceInput): LoadLine[] =>
  [...i.ranges, ...i.dryers, ...i.fastened].map((a) => line(a.name, a.va, 'By its plate: 220.82(B)(3)'));

function existing(i: ServiceInput): ServiceLoad {
  const heat = Math.max(i.heatingVa, i.coolingVa);
  const general = [
    ...generalOf(i),
    ...appliancesOf(i),
    ...(heat > 0 && !i.heatingIsNew ? [line('Heating or cooling there already', heat, '220.83(A)')] : []),
  ];
  const counted = [
    ...stepped(
      sum(general),
      [
        [8000, 100],
        [Infinity, 40],
      ],
      '220.83',
    ),
    ...(heat > 0 && i.heatingIsNew ? [line('Added heating or cooling', heat, 'At 100 %: 220.83(B)')] : []),
  ];
  return total('existing', 'Addition to an existing dwelling, 220.83', [...general, ...counted], counted);
}

function measured(i: ServiceInput): ServiceLoad {
  const added = [...i.ranges, ...i.dryers, ...i.fastened].filter((a) => a.isNew);
  const counted = [
    line('Highest measured demand', i.measuredVa * 1.25, `${i.measuredVa} VA × 125 %: 220.87`),
    line('General load of what is added', 3 * i.newArea, `${Math.round(i.newArea)} sq ft × 3 VA: 220.41`),
    ...added.map((a) => line(a.name, a.va, 'New, by its plate')),
    ...(i.heatingIsNew && Math.max(i.heatingVa, i.coolingVa) > 0
      ? [line('Added heating or cooling', Math.max(i.heatingVa, i.coolingVa), 'At 100 %')]
      : []),
  ];
  return total('measured', 'Measured demand and what is added, 220.87', counted, counted);
}

/** The load by one method. */
export function serviceLoad(method: ServiceMethod, input: ServiceInput): ServiceLoad {
  return { standard, optional, existing, measured }[method](input);
}

const outOfArea: ReadonlySet<RoomUse> = new Set(['porch', 'outdoor', 'garage', 'storage']);
const rangeKinds = new Set(['range', 'cooktop', 'oven']);
const fastenedKinds = new Set(['dishwasher', 'disposal', 'water-heater', 'furnace', 'microwave', 'hood']);

/** Circuits that feed receptacles of kitchen, dining room or pantry, whatever they are called. */
function smallApplianceCircuits(plan: Plan, rooms: Rooms): number {
  const uses = new Set<RoomUse>(['kitchen', 'dining', 'pantry']);
  const receptacles = (['receptacle', 'gfci', 'counter-receptacle'] as const).flatMap((kind) =>
    valuesIn(plan, 'devicesOfKind', kind),
  );
  const circuits = receptacles.flatMap((d) => {
    const room = d.circuit === null ? null : roomServed(plan, rooms, d.box);
    return room !== null &&
      uses.has(entryOf(plan.rooms, room).use) &&
      entryOf(plan.circuits, must(d.circuit, 'the circuit')).amps === 20
      ? [d.circuit]
      : [];
  });
  return new Set(circuits).size;
}

/** What an audited circuit feeds by the words written down for it, where it is no general load. */
const auditedKinds: readonly (readonly [
  kind: 'range' | 'dryer' | 'cooling' | 'heating' | 'fastened',
  words: RegExp,
])[] = [
  ['range', /\b(range|oven|cook ?top|stove)/i],
  ['dryer', /\bdryer/i],
  ['cooling', /\b(air[ -]?cond|a\/?c\b|condenser|heat pump)/i],
  ['heating', /\b(baseboard|heat strip|electric heat|space heat)/i],
  ['fastened', /\b(dish ?washer|disposal|microwave|water heater|furnace|hood|pump|opener|charger)/i],
];

/**
 * Appliances on circuits that an audit found, each with the load that was measured or read there. Lights and receptacles are in the area already; of what
 * is on two poles and says nothing else, an appliance fastened in place.
 */
export function auditedLoads(
  plan: Plan,
): (Appliance & { readonly kind: (typeof auditedKinds)[number][0] })[] {
  return valuesOf(plan.circuits).flatMap(({ existing, found, name, poles }) => {
    const va = found?.va ?? 0;
    if (!existing || !found || va <= 0) return [];
    const words = `${found.serves} ${name}`.trim();
    const kind = auditedKinds.find(([, said]) => said.test(words))?.[0] ?? (poles === 2 ? 'fastened' : null);
    return kind === null ? [] : [{ kind, name: `${words || 'On two poles'}, as audited`, va, isNew: false }];
  });
}

/** What the plan says of the service: areas of its rooms, appliances with a load, and what was entered of the house. */
export function serviceInput(plan: Plan, rooms: Rooms): ServiceInput {
  const { service } = plan;
  const newArea = valuesOf(rooms).reduce(
    (s, r) => s + (r.boundary && !outOfArea.has(r.use) ? r.area / 144 : 0),
    0,
  );
  const fixtures = valuesOf(plan.fixtures)
    .filter((f) => f.va > 0)
    .map((f): Appliance & { kind: string } => ({
      name: f.label || f.kind,
      va: f.va,
      isNew: true,
      kind: f.kind,
    }));
  const stated = (kind: 'range' | 'dryer' | 'fastened') =>
    service.appliances
      .filter((a) => a.kind === kind)
      .map((a): Appliance => ({ name: a.name, va: a.va, isNew: false }));
  const audited = auditedLoads(plan);
  /** What was entered of the house stands over what an audit found of the same. */
  const foundOf = (kind: 'range' | 'dryer' | 'fastened') =>
    stated(kind).length > 0 ? [] : audited.filter((a) => a.kind === kind);
  const vaOf = (kind: 'cooling' | 'heating') => sum(audited.filter((a) => a.kind === kind));
  const uses = new Set(valuesOf(plan.rooms).map((r) => r.use));
  const small = smallApplianceCircuits(plan, rooms);
  return {
    area: newArea + service.existingArea,
    newArea,
    smallAppliance: Math.max(small, uses.has('kitchen') || service.existingArea > 0 ? 2 : 0),
    laundry: uses.has('laundry') || service.existingArea > 0 ? 1 : 0,
    ranges: [...fixtures.filter((f) => rangeKinds.has(f.kind)), ...stated('range'), ...foundOf('range')],
    dryers: [...fixtures.filter((f) => f.kind === 'dryer'), ...stated('dryer'), ...foundOf('dryer')],
    fastened: [
      ...fixtures.filter((f) => fastenedKinds.has(f.kind)),
      ...stated('fastened'),
      ...foundOf('fastened'),
    ],
    heatingVa: service.heatingVa || vaOf('heating'),
    heatingUnits: service.heatingUnits,
    coolingVa: service.coolingVa || vaOf('cooling'),
    heatingIsNew: service.heatingIsNew,
    measuredVa: service.measuredVa,
  };
}

/** The methods that apply to a job, the one in force first: as chosen, or measured where it was measured, else by what the job is. */
export const serviceLoads = query('service load', (plan: Plan, rooms: Rooms): ServiceLoad[] => {
  const input = serviceInput(plan, rooms);
  const { method } = plan.service;
  const usual: ServiceMethod =
    input.measuredVa > 0 ? 'measured' : plan.job.kind === 'new' ? 'standard' : 'existing';
  const first = method === 'auto' ? usual : method;
  const others = serviceMethods.filter((m) => m !== first && (m !== 'measured' || input.measuredVa > 0));
  return [first, ...others].map((m) => serviceLoad(m, input));
});
