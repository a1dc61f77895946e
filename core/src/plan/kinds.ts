/**
 * What things of a plan can be, by their words in the format. By themselves, without the schemas that check them: a page that only asks and draws loads none.
 */

export const roomUses = [
  'kitchen',
  'dining',
  'living',
  'family',
  'bedroom',
  'office',
  'den',
  'library',
  'sunroom',
  'recreation',
  'bath',
  'powder',
  'laundry',
  'hall',
  'foyer',
  'stair',
  'closet',
  'pantry',
  'garage',
  'workshop',
  'basement',
  'utility',
  'mud',
  'storage',
  'porch',
  'outdoor',
] as const;
export type RoomUse = (typeof roomUses)[number];

/** What is over a ceiling, and what is under a floor. */
export const aboveKinds = ['attic', 'joists', 'truss', 'closed'] as const;

export const belowKinds = ['crawl', 'basement', 'slab', 'joists', 'closed'] as const;

/** What may be done with closed framing for a cable. */
export const accessKinds = ['leave', 'fish', 'open'] as const;

export const openingKinds = [
  'door',
  'sliding-door',
  'cased',
  'garage-door',
  'window',
  'fixed-glass',
  'fireplace',
  'cabinet',
] as const;

/** Whether an opening goes through its wall; cabinets stand before one, and its framing runs on behind them. */
export const isThroughWall = ({ kind }: { readonly kind: (typeof openingKinds)[number] }): boolean =>
  kind !== 'cabinet';

export const deviceKinds = [
  'receptacle',
  'gfci',
  'counter-receptacle',
  'appliance-receptacle',
  'switch',
  'switch-3way',
  'switch-4way',
  'dimmer',
  'light',
  'wafer-light',
  'fan',
  'bath-fan',
  'smoke-alarm',
  'co-alarm',
  'opener',
  'data',
  'tv',
  'thermostat',
  'doorbell',
  'splice',
  'disconnect',
] as const;
export type DeviceKind = (typeof deviceKinds)[number];

export const fixtureKinds = [
  'counter',
  'island',
  'peninsula',
  'cabinet',
  'sink',
  'basin',
  'tub',
  'shower',
  'toilet',
  'range',
  'cooktop',
  'oven',
  'hood',
  'microwave',
  'refrigerator',
  'freezer',
  'dishwasher',
  'disposal',
  'washer',
  'dryer',
  'water-heater',
  'furnace',
  'television',
  'bench',
  'bed',
  'desk',
  'other',
] as const;
export type FixtureKind = (typeof fixtureKinds)[number];

/** What can be wrong with a circuit as it is found. */
export const circuitFaults = [
  'splice-without-box',
  'no-connector',
  'damaged-cable',
  'loose-joint',
  'two-wires-on-a-breaker',
  'no-ground',
  'supplies-mixed',
  'missing-gfci',
  'missing-afci',
  'unknown',
] as const;
export type CircuitFault = (typeof circuitFaults)[number];

export const memberRoles = [
  'stud',
  'king',
  'jack',
  'cripple',
  'header',
  'sill',
  'bottom-plate',
  'top-plate',
  'corner',
  'partition',
  'block',
] as const;
export type MemberRole = (typeof memberRoles)[number];

export const jobKinds = ['new', 'addition', 'renovation'] as const;

/** The sheets that are made of a job, in the order they are usually bound, and the paper they are made on. */
export const sheetKinds = [
  'cover',
  'key',
  'boxes',
  'circuits',
  'runs',
  'rooms',
  'ceilings',
  'makeup',
  'directory',
  'load',
  'cuts',
  'drilling',
  'takeoff',
  'inspection',
  'poles',
  'labels',
  'flags',
] as const;
export type SheetKind = (typeof sheetKinds)[number];

export const paperKinds = ['letter', 'a4'] as const;
export const turnedKinds = ['landscape', 'portrait'] as const;

export const editions = ['2014', '2017', '2020', '2023'] as const;
export type Edition = (typeof editions)[number];
