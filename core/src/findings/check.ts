import { isThere, lightKinds, type PlacedBox } from '../boxes/index.ts';
import type { BoxResult } from '../fill/index.ts';
import { idsOf } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import { idsIn, type Circuit, type Device, type DeviceKind } from '../plan/index.ts';
import type { CircuitResult } from '../circuits/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { LaidRun } from '../runs/index.ts';
import type { House } from '../stages/index.ts';
import type { Found } from './finding.ts';

/** What a check looks at, one at a time. */
export type Subject = 'job' | 'room' | 'wall' | 'box' | 'device' | 'control' | 'circuit' | 'run' | 'panel';

/** A check says what it is about, and is made for one of those at a time, so that it runs again only for what has changed. */
export interface Check {
  readonly about: Subject;
  /** Ids of what there is to check, in order; the job has one id, empty. */
  readonly ids: (house: House) => readonly string[];
  readonly of: (id: string, house: House) => Found[];
}

const check = (about: Subject, ids: Check['ids'], of: Check['of']): Check => ({ about, ids, of });
const whole = [''];

export const ofJob = (of: (house: House) => Found[]): Check =>
  check(
    'job',
    () => whole,
    (_, house) => of(house),
  );

export const ofRooms = (of: (room: FoundRoom, house: House) => Found[]): Check =>
  check(
    'room',
    ({ rooms }) => idsOf(rooms),
    (id, house) => of(entryOf(house.rooms, id), house),
  );

/** With the boxes that stand in the wall, in the order of their ids. */
export const ofWalls = (of: (boxes: readonly PlacedBox[], wall: string, house: House) => Found[]): Check =>
  check(
    'wall',
    ({ plan }) => idsOf(plan.walls),
    (id, house) =>
      of(
        [...entryOf(house.layout.onWall, id)].sort((a, b) => compareIds(a.id, b.id)),
        id,
        house,
      ),
  );

/** Boxes on walls, where they will be nailed. */
export const ofPlacedBoxes = (of: (box: PlacedBox, house: House) => Found[]): Check =>
  check(
    'box',
    ({ layout }) => idsOf(layout.placed),
    (id, house) => of(entryOf(house.layout.placed, id), house),
  );

/** The same, without those that were there before the job. */
export const ofNewPlacedBoxes = (of: (box: PlacedBox, house: House) => Found[]): Check =>
  ofPlacedBoxes((box, house) => (isThere(house.plan, box.id) ? [] : of(box, house)));

/** Every box, with how full it is. */
export const ofBoxes = (of: (id: string, box: BoxResult, house: House) => Found[]): Check =>
  check(
    'box',
    ({ boxes }) => idsOf(boxes),
    (id, house) => of(id, entryOf(house.boxes, id), house),
  );

export const ofDevices = (
  kinds: readonly DeviceKind[],
  of: (id: string, device: Device, house: House) => Found[],
): Check =>
  check(
    'device',
    ({ plan }) => kinds.flatMap((kind) => idsIn(plan, 'devicesOfKind', kind)).sort(compareIds),
    (id, house) => of(id, entryOf(house.plan.devices, id), house),
  );
export const lights = [...lightKinds];

export const ofControls = (of: (id: string, house: House) => Found[]): Check =>
  check('control', ({ plan }) => idsOf(plan.controls), of);

export const ofCircuits = (
  of: (id: string, circuit: Circuit, result: CircuitResult, house: House) => Found[],
): Check =>
  check(
    'circuit',
    ({ plan }) => idsOf(plan.circuits),
    (id, house) => of(id, entryOf(house.plan.circuits, id), entryOf(house.circuits, id), house),
  );

export const ofRuns = (of: (run: LaidRun, house: House) => Found[]): Check =>
  check(
    'run',
    ({ runs }) => idsOf(runs.runs),
    (id, house) => of(entryOf(house.runs.runs, id), house),
  );

export const ofPanels = (of: (id: string, house: House) => Found[]): Check =>
  check('panel', ({ plan }) => idsOf(plan.panels), of);
