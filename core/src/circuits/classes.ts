import { entryOf } from '../lookups/index.ts';
import { lightKinds, switchKinds } from '../boxes/index.ts';
import type { DeviceKind, Plan, RoomUse } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { isAlarm } from '../wiring/nets.ts';
import { isReceptacle } from './protection.ts';
import type { PlacedLoad } from './loads.ts';

export type Amps = 15 | 20 | 30 | 40 | 50;

/** What belongs on a circuit together. A device, a room or a use of rooms of its own is named by `of`. */
export type CircuitGroup =
  | {
      readonly kind:
        'lighting' | 'general' | 'small-appliance' | 'laundry' | 'bath' | 'garage' | 'outside' | 'alarms';
    }
  | { readonly kind: 'own' | 'bathroom' | 'office' | 'screen' | 'damp'; readonly of: string };

/** The same for loads of one group; for keeping groups apart. */
export const groupKey = (group: CircuitGroup): string =>
  'of' in group ? `${group.kind} ${group.of}` : group.kind;

/** What may hang together on one circuit. */
export interface CircuitClass {
  readonly group: CircuitGroup;
  readonly name: string;
  readonly amps: Amps;
  readonly poles: 1 | 2;
  /** Circuits of it there must be at least. */
  readonly atLeast: number;
  /** Whether each device of it stands alone. */
  readonly alone: boolean;
  /** Why these are together and nothing else is, with its source. */
  readonly why: string;
}

export const wireFor: Readonly<Record<Amps, 14 | 12 | 10 | 8 | 6>> = { 15: 14, 20: 12, 30: 10, 40: 8, 50: 6 };

/** Appliances that have a circuit to themselves, with the usual size of it; the plate on the appliance decides. NEC 210.19, 422 (from memory). */
const individual: Readonly<Record<string, { amps: Amps; poles: 1 | 2 }>> = {
  range: { amps: 50, poles: 2 },
  cooktop: { amps: 40, poles: 2 },
  oven: { amps: 30, poles: 2 },
  dryer: { amps: 30, poles: 2 },
  'water-heater': { amps: 30, poles: 2 },
  kiln: { amps: 50, poles: 2 },
  'vehicle charger': { amps: 50, poles: 2 },
  furnace: { amps: 15, poles: 1 },
  dishwasher: { amps: 20, poles: 1 },
  disposal: { amps: 20, poles: 1 },
};
const byHouse: ReadonlySet<string> = new Set(['refrigerator', 'freezer', 'microwave']);

const sizes: readonly Amps[] = [15, 20, 30, 40, 50];

/** The usual breaker, or a larger one where the load stated asks for it. */
function breakerFor(usual: Amps, va: number, volts: number, continuous: boolean): Amps {
  const amps = (va / volts) * (continuous ? 1.25 : 1);
  return sizes.find((s) => s >= usual && s >= amps - 1e-9) ?? 50;
}

function ownCircuit(load: PlacedLoad, roomName: string, rules: RuleBook): CircuitClass | null {
  if (load.device.kind !== 'appliance-receptacle' && load.device.kind !== 'disconnect') return null;
  const label = load.device.label.toLowerCase();
  const known = individual[label];
  const house = byHouse.has(label) && rules('circuit.own') !== 'code';
  if (!known && !house) return null;
  const { amps, poles } = known ?? { amps: 20 as const, poles: 1 as const };
  return {
    group: { kind: 'own', of: load.id },
    name: `${roomName} ${label}`,
    amps: breakerFor(amps, load.device.va ?? 0, poles === 2 ? 240 : 120, load.device.continuous),
    poles,
    atLeast: 1,
    alone: true,
    why: known
      ? `The ${label} has a circuit to itself: NEC 210.19, 422 (from memory); its plate decides.`
      : `House rule: the ${label} has a circuit to itself.`,
  };
}

const shared = (
  group: CircuitGroup | Exclude<CircuitGroup, { of: string }>['kind'],
  name: string,
  amps: Amps,
  why: string,
  atLeast = 1,
): CircuitClass => ({
  group: typeof group === 'string' ? { kind: group } : group,
  name,
  amps,
  poles: 1,
  atLeast,
  alone: false,
  why,
});

/** Lights, what switches them, and alarms: what goes with a room's lighting rather than with what people plug in. */
export const isLighting = (kind: DeviceKind): boolean =>
  lightKinds.has(kind) || switchKinds.has(kind) || isAlarm(kind);

const roomsOfLight =
  'Lights are on circuits of their own: a receptacle that trips leaves no one in the dark.';

/** Circuits that must be their own: NEC 2023 210.11(C), 210.52 (from memory). The rest follows the house's schools. */
export function classOf(load: PlacedLoad, plan: Plan, rules: RuleBook): CircuitClass {
  const roomName = load.room ? entryOf(plan.rooms, load.room).name || load.room : 'Elsewhere';
  const { kind } = load.device;
  const lit = isLighting(kind);
  const bath = load.use === 'bath' || load.use === 'powder';
  if (bath && rules('circuit.bath') === 'one-room' && !isAlarm(kind))
    return shared(
      { kind: 'bathroom', of: load.room ?? '' },
      roomName,
      20,
      'Everything in one bathroom: NEC 210.11(C)(3), exception (from memory).',
    );
  if (isAlarm(kind) && rules('circuit.alarms') === 'own')
    return shared('alarms', 'Alarms', 15, 'Alarms have a circuit of their own by house rule.');
  const general = rules('circuit.general');
  if (lit && rules('circuit.lighting') === 'separate')
    return shared('lighting', 'Lighting', 15, roomsOfLight);
  if (lit)
    return shared('general', 'General', 15, 'A room’s lights and receptacles are together by house rule.');
  const own = ownCircuit(load, roomName, rules);
  if (own) return own;
  return isReceptacle(kind) || kind === 'splice'
    ? receptacleClass(load, roomName, general, rules)
    : shared('general', 'General', general, 'What people plug in anywhere.');
}

type SharedRoom = Pick<CircuitClass, 'group' | 'name' | 'amps' | 'why'> & { readonly atLeast?: number };

const smallAppliances: SharedRoom = {
  group: { kind: 'small-appliance' },
  name: 'Small appliances',
  amps: 20,
  atLeast: 2,
  why: 'Two 20 A circuits or more for kitchen, dining and pantry receptacles, nothing else: NEC 210.11(C)(1) (from memory).',
};
const bathReceptacles: SharedRoom = {
  group: { kind: 'bath' },
  name: 'Bathroom receptacles',
  amps: 20,
  why: 'A 20 A circuit for bathroom receptacles, nothing else: NEC 210.11(C)(3) (from memory).',
};
/** Rooms whose receptacles the code puts on circuits of their own. */
const byCode: Partial<Record<RoomUse, SharedRoom>> = {
  kitchen: smallAppliances,
  dining: smallAppliances,
  pantry: smallAppliances,
  bath: bathReceptacles,
  powder: bathReceptacles,
  laundry: {
    group: { kind: 'laundry' },
    name: 'Laundry',
    amps: 20,
    why: 'A 20 A circuit for the laundry, nothing else: NEC 210.11(C)(2) (from memory).',
  },
  garage: {
    group: { kind: 'garage' },
    name: 'Garage',
    amps: 20,
    why: 'A 20 A circuit for the garage’s receptacles, nothing else inside: NEC 210.11(C)(4) (from memory).',
  },
};
const dampUses: ReadonlySet<RoomUse> = new Set(['workshop', 'basement', 'utility', 'storage', 'mud']);
const outdoorUses: ReadonlySet<RoomUse> = new Set(['porch', 'outdoor']);

function receptacleClass(
  load: PlacedLoad,
  roomName: string,
  general: 15 | 20,
  rules: RuleBook,
): CircuitClass {
  const { use, device } = load;
  const more = rules('circuit.own') === 'more';
  if (device.kind === 'opener' && use === 'garage')
    return shared(
      'garage',
      'Garage',
      20,
      'Door openers may share the garage’s circuit: NEC 210.11(C)(4) (from memory).',
    );
  const owed = use === null ? undefined : byCode[use];
  if (owed) return shared(owed.group, owed.name, owed.amps, owed.why, owed.atLeast);
  if (use && outdoorUses.has(use))
    return shared(
      'outside',
      'Outside',
      general,
      'Outlets out of doors are together, behind one ground-fault protection.',
    );
  if (use && dampUses.has(use))
    return shared(
      { kind: 'damp', of: use },
      roomName,
      use === 'workshop' ? 20 : general,
      'Outlets that need ground-fault protection are together.',
    );
  if (more && use === 'office')
    return shared(
      { kind: 'office', of: load.room ?? '' },
      roomName,
      20,
      'House rule: an office has a circuit to itself.',
    );
  if (more && device.label.toLowerCase() === 'television')
    return shared(
      { kind: 'screen', of: load.room ?? '' },
      `${roomName} screen`,
      20,
      'House rule: a television wall has a circuit to itself.',
    );
  return rules('circuit.lighting') === 'with-receptacles'
    ? shared('general', 'General', 15, 'A room’s lights and receptacles are together by house rule.')
    : shared('general', 'Receptacles', general, 'What people plug in anywhere; neighbours are together.');
}
