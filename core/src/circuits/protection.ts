import { distance, type XY } from '../geometry/index.ts';
import { alarmKinds, isLowVoltage, lightKinds, switchKinds } from '../boxes/index.ts';
import {
  valuesIn,
  type Device,
  type DeviceKind,
  type Fixture,
  type Plan,
  type RoomUse,
} from '../plan/index.ts';

/**
 * Which outlets need which protection, by code edition. All from memory: NEC 210.8(A), 210.8(D) and 210.12(A) of each year.
 * Places adopt their own edition and amend it, so these are data.
 */
export type Edition = Plan['rules']['edition'];

export interface ProtectionTable {
  /** Rooms whose receptacles need ground-fault protection. */
  readonly groundFault: ReadonlySet<RoomUse>;
  /** Of a basement only its unfinished rooms, or all that lies below grade: 210.8(A)(5). */
  readonly basement: 'unfinished' | 'all';
  /** In a kitchen only those that serve the counter, or every one. */
  readonly kitchen: 'counter' | 'all';
  /** Within 6 ft of these anywhere. */
  readonly near: ReadonlySet<Fixture['kind']>;
  /** Highest voltage to ground-fault protect in those places. */
  readonly volts: 125 | 250;
  /** Appliances protected wherever they stand: 210.8(D). */
  readonly appliances: ReadonlySet<string>;
  /** Rooms whose outlets need arc-fault protection. */
  readonly arcFault: ReadonlySet<RoomUse>;
}

const uses = (...list: RoomUse[]): ReadonlySet<RoomUse> => new Set(list);
const living: RoomUse[] = [
  'dining',
  'living',
  'family',
  'bedroom',
  'office',
  'den',
  'library',
  'sunroom',
  'recreation',
  'closet',
  'pantry',
  'hall',
  'foyer',
];
const unfinished: RoomUse[] = ['bath', 'powder', 'garage', 'workshop', 'basement', 'porch', 'outdoor'];
const wet = new Set<Fixture['kind']>(['sink', 'basin', 'tub', 'shower']);

export const protectionTables: Readonly<Record<Edition, ProtectionTable>> = {
  '2014': {
    groundFault: uses(...unfinished, 'kitchen', 'laundry'),
    basement: 'unfinished',
    kitchen: 'counter',
    near: wet,
    volts: 125,
    appliances: new Set(['dishwasher']),
    arcFault: uses(...living, 'kitchen', 'laundry'),
  },
  '2017': {
    groundFault: uses(...unfinished, 'kitchen', 'laundry'),
    basement: 'unfinished',
    kitchen: 'counter',
    near: wet,
    volts: 125,
    appliances: new Set(['dishwasher']),
    arcFault: uses(...living, 'kitchen', 'laundry'),
  },
  '2020': {
    groundFault: uses(...unfinished, 'kitchen', 'laundry', 'utility', 'mud'),
    basement: 'all',
    kitchen: 'counter',
    near: wet,
    volts: 250,
    appliances: new Set(['dishwasher']),
    arcFault: uses(...living, 'kitchen', 'laundry'),
  },
  '2023': {
    groundFault: uses(...unfinished, 'kitchen', 'laundry', 'utility', 'mud'),
    basement: 'all',
    kitchen: 'all',
    near: wet,
    volts: 250,
    appliances: new Set(['dishwasher', 'range', 'oven', 'cooktop', 'dryer', 'microwave']),
    arcFault: uses(...living, 'kitchen', 'laundry'),
  },
};

const receptacleKinds: ReadonlySet<DeviceKind> = new Set([
  'receptacle',
  'gfci',
  'counter-receptacle',
  'appliance-receptacle',
  'opener',
]);
export const isReceptacle = (kind: DeviceKind): boolean => receptacleKinds.has(kind);

/** An outlet as protection sees it. */
export interface Outlet {
  readonly device: Device;
  readonly use: RoomUse | null;
  /** Volts of its circuit. */
  readonly volts: number;
  /** What stands within six feet of it. */
  readonly near: readonly Fixture['kind'][];
  /** Whether its room lies below the ground outside. */
  readonly belowGrade: boolean;
}

export interface Duties {
  readonly arcFault: boolean;
  readonly groundFault: boolean;
  /** The part of the code that asks for ground-fault protection, in words; empty when nothing does. */
  readonly why: string;
}

/** Which protection an outlet needs under an edition, and why. */
export function dutiesOf({ device, use, volts, near, belowGrade }: Outlet, edition: Edition): Duties {
  const table = protectionTables[edition];
  const outlet = isReceptacle(device.kind) || lightKinds.has(device.kind) || alarmKinds.has(device.kind);
  // The list is of outlets and devices: a switch counts where it stands, wherever its light is.
  const listed = outlet || switchKinds.has(device.kind);
  const arcFault = listed && use !== null && table.arcFault.has(use) && volts <= 125;
  if (!isReceptacle(device.kind) || isLowVoltage(device.kind))
    return { arcFault, groundFault: false, why: '' };
  const named = table.appliances.has(device.label);
  const kitchenOnly =
    use === 'kitchen' && table.kitchen === 'counter' && device.kind === 'appliance-receptacle';
  const place = use !== null && table.groundFault.has(use) && !kitchenOnly && volts <= table.volts;
  const wetNear = near.some((k) => table.near.has(k)) && volts <= table.volts;
  const inBasement = belowGrade && table.basement === 'all' && volts <= table.volts;
  const why = named
    ? `the ${device.label} is named`
    : place
      ? `it stands in a ${use} room`
      : inBasement
        ? 'its room lies below grade'
        : wetNear
          ? 'water is within 6 ft'
          : '';
  return { arcFault, groundFault: why !== '', why };
}

const reachOfWater = 72;

/** Kinds of fixture within six feet of a place in the same room. `middleOf` gives each fixture's middle in plan coordinates. */
export function fixturesNear(
  at: XY,
  room: string | null,
  plan: Plan,
  middleOf: (fixture: Fixture) => XY | null,
): Fixture['kind'][] {
  if (room === null) return [];
  return valuesIn(plan, 'fixturesInRoom', room).flatMap((f) => {
    if (!wet.has(f.kind)) return [];
    const middle = middleOf(f);
    return middle && distance(middle, at) - Math.min(f.width, f.depth) / 2 <= reachOfWater ? [f.kind] : [];
  });
}
