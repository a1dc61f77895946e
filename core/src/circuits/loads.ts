import { entryOf, nth } from '../lookups/index.ts';
import { isThere, lightKinds } from '../boxes/index.ts';
import { facePoint } from '../framing/faces.ts';
import { footprintOf } from '../rooms/footprint.ts';
import type { Framing } from '../framing/index.ts';
import type { XY, XYZ } from '../geometry/index.ts';
import {
  isBelowGrade,
  isOnWall,
  type Box,
  type Circuit,
  type Device,
  type Fixture,
  type Plan,
  type RoomUse,
} from '../plan/index.ts';
import { query, valuesOf } from '../incremental/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { panelSize } from '../materials/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import { dutiesOf, fixturesNear, isReceptacle, type Duties } from './protection.ts';
import { roomOfBox } from '../rooms/seeing.ts';

export type Rooms = Readonly<Record<string, FoundRoom>>;

/** Load of a device in volt-amperes: what is recorded for it, or the house figure for an outlet. Switches, alarms and splices take none. */
export function loadOf(device: Device, outletVa: number): number {
  if (device.va !== undefined) return device.va;
  return isReceptacle(device.kind) || lightKinds.has(device.kind) ? outletVa : 0;
}

/** The same as it is planned for: what runs three hours or more counts at 125 % (NEC 210.19(A), 210.20(A), from memory). */
export function plannedLoad(device: Device, outletVa: number): number {
  return loadOf(device, outletVa) * (device.continuous ? 1.25 : 1);
}

/** What an audit found on a circuit: its outlets, and its load as measured or by the house figure. */
export function foundLoad(circuit: Circuit, outletVa: number): { outlets: number; va: number } {
  if (!circuit.found) return { outlets: 0, va: 0 };
  const { outlets, va } = circuit.found;
  return { outlets, va: va ?? outlets * outletVa };
}

/** Whether a device is part of what an audit counted already. */
export function isCounted(device: Device, circuit: Circuit, plan: Plan): boolean {
  return circuit.found !== undefined && isThere(plan, device.box);
}

export function isOutlet(device: Device): boolean {
  return loadOf(device, 1) > 0;
}

/** Where a box is, with its height above the lowest level's subfloor. */
export function placeOfBox(box: Box, plan: Plan, framing: Framing): XYZ {
  const { on } = box;
  if (isOnWall(on)) {
    const line = entryOf(framing.lines, on.wall);
    return {
      ...facePoint(framing, on.wall, on.side, on.at),
      z: entryOf(plan.levels, line.level).elevation + (on.height?.value ?? 16),
    };
  }
  const level =
    plan.levels[plan.rooms['ceiling' in on ? on.ceiling : on.floor]?.level ?? 'L1'] ??
    nth(valuesOf(plan.levels), 0);
  return { x: on.x, y: on.y, z: level.elevation + ('ceiling' in on ? level.ceiling : 0) };
}

/** Where a panel's cables leave its wall, and the inches beyond. */
export function placeOfPanel(plan: Plan, panel: string, framing: Framing): { at: XYZ; away: number } {
  const { wall, side, at, away } = entryOf(plan.panels, panel).on;
  const level = entryOf(plan.levels, entryOf(framing.lines, wall).level);
  return { at: { ...facePoint(framing, wall, side, at), z: level.elevation + panelSize.bottom }, away };
}

/** Inches of cable between two places in framing: square to it, and up or down. */
export function cableBetween(a: XYZ, b: XYZ): number {
  return Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.z - b.z);
}

const middles =
  (framing: Framing) =>
  (fixture: Fixture): XY | null => {
    const ground = footprintOf(fixture, framing);
    if (!ground) return null;
    return { x: ground.reduce((s, p) => s + p.x, 0) / 4, y: ground.reduce((s, p) => s + p.y, 0) / 4 };
  };

/** A device where it stands. */
export interface PlacedLoad {
  readonly id: string;
  readonly device: Device;
  readonly room: string | null;
  readonly use: RoomUse | null;
  readonly at: XYZ;
  readonly near: readonly Fixture['kind'][];
  /** Whether its room lies below the ground outside. */
  readonly belowGrade: boolean;
}

const placed = query(
  'place of load',
  (plan: Plan, framing: Framing, rooms: Rooms, id: string): PlacedLoad => {
    const device = entryOf(plan.devices, id);
    const box = entryOf(plan.boxes, device.box);
    const room = roomOfBox(box, rooms);
    const at = placeOfBox(box, plan, framing);
    const near = isReceptacle(device.kind) ? fixturesNear(at, room, plan, middles(framing)) : [];
    return {
      id,
      device,
      room,
      use: room ? entryOf(plan.rooms, room).use : null,
      at,
      near,
      belowGrade: room !== null && isBelowGrade(plan, room),
    };
  },
);

/** A device where it stands, in its room and among its fixtures. */
export const placedLoad = (id: string, plan: Plan, framing: Framing, rooms: Rooms): PlacedLoad =>
  placed(plan, framing, rooms, id);

/** Whether an outlet serves a kitchen's counter: one made for it, or any that stands over counter tops there. */
export function servesCounter({ device, use, at }: PlacedLoad, plan: Plan, rules: RuleBook): boolean {
  if (use !== 'kitchen' || !isReceptacle(device.kind) || device.kind === 'appliance-receptacle') return false;
  if (device.kind === 'counter-receptacle') return true;
  const { on } = entryOf(plan.boxes, device.box);
  if (!isOnWall(on)) return false;
  const { level } = entryOf(plan.points, entryOf(plan.walls, on.wall).from);
  const over = at.z - entryOf(plan.levels, level).elevation - rules('counter.top');
  return over > 0 && over <= rules('counter.highest');
}

/** Protection a device needs where it stands, on a circuit of so many volts. */
export function dutiesOfLoad(load: PlacedLoad, volts: number, plan: Plan): Duties {
  const { device, use, near, belowGrade } = load;
  return dutiesOf({ device, use, volts, near, belowGrade }, plan.rules.edition);
}
