import { entryOf, must, nth } from '../lookups/index.ts';
import { EditRefused } from '../plan/gate.ts';
import { dropDevices, dropEnd } from '../survey/hanging.ts';
import { nextId } from '../plan/ids.ts';
import { bottomFromSubfloor, boxSize, heightIn, houseHeight, kindsIn } from '../boxes/kinds.ts';
import { layLightRows } from './lightRows.ts';
import { switchKind } from '../boxes/switching.ts';
import {
  catalogueOf,
  entrySchemas,
  isOnWall,
  type Box,
  type DeviceKind,
  type Plan,
  type Side,
  type WallPlace,
} from '../plan/index.ts';
import { ruleBook, type Height } from '../rules/index.ts';
import { need, parsed } from './need.ts';

/** A box on a wall with one device in it. */
export interface NewBox {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  readonly kind?: DeviceKind;
  readonly exact?: boolean;
  readonly height?: Height;
  readonly gangs?: number;
  readonly va?: number;
  readonly label?: string;
  readonly reason?: string;
}

function addBox(draft: Plan, args: NewBox): void {
  need(draft.walls, args.wall, 'wall');
  const id = nextId(draft.boxes, 'b');
  const {
    wall,
    side,
    at,
    height,
    exact = false,
    gangs = 1,
    reason = '',
    kind = 'receptacle',
    label = '',
    va,
  } = args;
  const on = { wall, side, at, ...(height ? { height } : {}) };
  draft.boxes[id] = entrySchemas.boxes.parse({ on, exact, gangs, reason });
  const load = va === undefined ? {} : { va };
  draft.devices[nextId(draft.devices, 'd')] = entrySchemas.devices.parse({ box: id, kind, label, ...load });
}

/** Verbs for boxes and what is in them. */
export const deviceEdits = {
  addBox: (draft: Plan, args: NewBox) => addBox(draft, args),
  /** Several boxes at once, as a finding offers them. */
  addBoxes: (draft: Plan, args: { boxes: readonly NewBox[] }) => {
    for (const box of args.boxes) addBox(draft, box);
  },
  moveBox: (draft: Plan, args: { box: string; at: number; wall?: string; side?: Side }) => {
    const box = need(draft.boxes, args.box, 'box');
    if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
    box.on.at = args.at;
    if (args.wall) box.on.wall = args.wall;
    if (args.side) box.on.side = args.side;
  },
  /** Gives a box a height of its own with its reason, or takes it back to the house's (`height: null`). */
  setBoxHeight: (draft: Plan, args: { box: string; height: Height | null; reason?: string }) => {
    const box = need(draft.boxes, args.box, 'box');
    if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
    if (args.height) box.on.height = args.height;
    else delete box.on.height;
    if (args.reason !== undefined) box.reason = args.reason;
    else if (!args.height) box.reason = '';
  },
  setBox: (
    draft: Plan,
    args: {
      box: string;
      changes: Partial<Omit<Box, 'on' | 'model'>>;
    },
  ) => {
    const box = need(draft.boxes, args.box, 'box');
    Object.assign(box, args.changes);
    const model = catalogueOf(draft)[box.model];
    if (args.changes.gangs !== undefined && model && model.gangs !== box.gangs) box.model = 'auto';
  },
  /** Pins proposed boxes as they stand. Boxes already pinned or existing are left alone. */
  keepBoxes: (draft: Plan, args: { boxes: readonly string[] }) => {
    for (const id of args.boxes) {
      const box = need(draft.boxes, id, 'box');
      if (!box.existing) box.pinned = true;
    }
  },
  /** Lines boxes on walls up with the first by their screws, which are as far from the middle whatever the box: their middles come level. */
  alignBoxes: (draft: Plan, args: { boxes: readonly string[] }) => {
    const [first, ...rest] = args.boxes.map((id) => need(draft.boxes, id, 'box'));
    if (!first || !isOnWall(first.on)) throw new EditRefused('box', 'is not on a wall');
    const [firstId] = args.boxes;
    const rules = ruleBook(draft.rules.values);
    const catalogue = catalogueOf(draft);
    const middle = (box: Box, id: string): number => {
      const on = box.on as WallPlace;
      const size = boxSize(box, catalogue);
      const floor = entryOf(
        draft.levels,
        entryOf(draft.points, entryOf(draft.walls, on.wall).from).level,
      ).floorFinish;
      const bottom = bottomFromSubfloor(
        on.height ?? houseHeight(kindsIn(draft, id), rules),
        size.height,
        floor,
      );
      return heightIn(bottom, size.height, floor, 'center', 'finished');
    };
    const line = middle(first, must(firstId, 'the first box of the line'));
    rest.forEach((box, i) => {
      if (!isOnWall(box.on)) return;
      const id = nth(args.boxes, i + 1);
      delete box.on.height;
      if (Math.abs(middle(box, id) - line) > 1e-9)
        box.on.height = { value: line, to: 'center', from: 'finished' };
    });
  },
  /** Copies a box with its devices along its wall: `count` more, `every` inches apart, the way the sign says. Circuits are not copied. */
  repeatBox: (draft: Plan, args: { box: string; count: number; every: number }) => {
    const box = need(draft.boxes, args.box, 'box');
    if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
    if (!Number.isInteger(args.count) || args.count < 1 || args.count > 50)
      throw new EditRefused('count', 'must be 1 to 50');
    const devices = Object.values(draft.devices).filter((d) => d.box === args.box);
    for (let k = 1; k <= args.count; k++) {
      const id = nextId(draft.boxes, 'b');
      const { on, gangs, model, exact } = box;
      draft.boxes[id] = entrySchemas.boxes.parse({
        on: { ...on, at: on.at + k * args.every },
        gangs,
        model,
        exact,
      });
      for (const d of devices)
        draft.devices[nextId(draft.devices, 'd')] = entrySchemas.devices.parse({
          box: id,
          slot: d.slot,
          kind: d.kind,
          label: d.label,
        });
    }
  },
  /** Names a model of the catalogue; its gangs become the box's. `auto` lets the fill decide. */
  setBoxModel: (draft: Plan, args: { box: string; model: string }) => {
    const box = need(draft.boxes, args.box, 'box');
    const model = catalogueOf(draft)[args.model];
    if (args.model !== 'auto' && !model) throw new EditRefused('model', `“${args.model}” is in no catalogue`);
    box.model = args.model;
    if (model && isOnWall(box.on) && model.material === 'plastic') box.gangs = model.gangs;
  },
  setDeviceKind: (draft: Plan, args: { device: string; kind: DeviceKind }) => {
    need(draft.devices, args.device, 'device').kind = args.kind;
  },
  /** Puts one more device in a box, at its right; the box grows a gang when it is full. */
  addDevice: (draft: Plan, args: { box: string; kind: DeviceKind }) => {
    const box = need(draft.boxes, args.box, 'box');
    const held = Object.values(draft.devices).filter((d) => d.box === args.box);
    const slot = held.length === 0 ? 0 : Math.max(...held.map((d) => d.slot)) + 1;
    if (slot > 7) throw new EditRefused('box', 'has no room for a ninth device');
    draft.devices[nextId(draft.devices, 'd')] = entrySchemas.devices.parse({
      box: args.box,
      slot,
      kind: args.kind,
    });
    if (isOnWall(box.on) && slot + 1 > box.gangs) growTo(draft, args.box, slot + 1);
  },
  /** Takes a device out of its box; those on its right move up, and the box loses the gang. */
  removeDevice: (draft: Plan, args: { device: string }) => {
    const { box: boxId, slot } = need(draft.devices, args.device, 'device');
    const held = Object.values(draft.devices).filter((d) => d.box === boxId);
    if (held.length === 1) throw new EditRefused('device', 'is the only one in its box; delete the box');
    dropDevices(draft, [args.device]);
    for (const d of held) if (d.slot > slot) d.slot -= 1;
    const box = entryOf(draft.boxes, boxId);
    if (isOnWall(box.on) && box.gangs === held.length) growTo(draft, boxId, held.length - 1);
  },
  /** Moves a device one place within its box, as seen by who faces it; its neighbour takes its place. */
  moveDevice: (draft: Plan, args: { device: string; by: 1 | -1 }) => {
    const device = need(draft.devices, args.device, 'device');
    const to = device.slot + args.by;
    const other = Object.values(draft.devices).find((d) => d.box === device.box && d.slot === to);
    if (!other) throw new EditRefused('device', 'is at the end of its box');
    other.slot = device.slot;
    device.slot = to;
  },
  addCeilingBox: (
    draft: Plan,
    args: { room: string; x: number; y: number; kind?: DeviceKind; va?: number },
  ) => {
    need(draft.rooms, args.room, 'room');
    const id = nextId(draft.boxes, 'b');
    draft.boxes[id] = entrySchemas.boxes.parse({ on: { ceiling: args.room, x: args.x, y: args.y } });
    const va = args.va === undefined ? {} : { va: args.va };
    draft.devices[nextId(draft.devices, 'd')] = entrySchemas.devices.parse({
      box: id,
      kind: args.kind ?? 'light',
      ...va,
    });
  },
  /** Moves a box of a ceiling or floor, in plan coordinates. */
  moveFlatBox: (draft: Plan, args: { box: string; x: number; y: number }) => {
    const { on } = need(draft.boxes, args.box, 'box');
    if (isOnWall(on)) throw new EditRefused('box', 'is on a wall');
    Object.assign(on, { x: args.x, y: args.y });
  },
  /** Lays the lights of a room out anew in rows. Pinned and existing ones stay; the switches of those replaced work the new ones. */
  lightRows: (
    draft: Plan,
    args: { room: string; columns: number; rows: number; fromWall: number | null; kind: DeviceKind },
  ) => layLightRows(draft, args),
  /** Says which switches work which lights. Lights and switches named here leave the controls they were in. */
  setControl: (draft: Plan, args: { switches: readonly string[]; loads: readonly string[] }) => {
    const named = new Set([...args.switches, ...args.loads]);
    for (const id of named) need(draft.devices, id, 'device');
    for (const [id, c] of Object.entries(draft.controls)) {
      c.switches = c.switches.filter((d) => !named.has(d));
      c.loads = c.loads.filter((d) => !named.has(d));
      if (c.switches.length === 0 || c.loads.length === 0) delete draft.controls[id];
    }
    if (args.switches.length === 0 || args.loads.length === 0) return;
    draft.controls[nextId(draft.controls, 'k')] = { switches: [...args.switches], loads: [...args.loads] };
    args.switches.forEach((id, i) => {
      const device = entryOf(draft.devices, id);
      if (device.kind !== 'dimmer') device.kind = switchKind(args.switches.length, i);
    });
  },
  addModel: (draft: Plan, args: Partial<Plan['models'][string]>) => {
    draft.models[nextId(draft.models, 'model')] = parsed(entrySchemas.models, args, 'model');
  },
  /** Takes a model out of the catalogue; boxes that were of it are chosen for again. */
  removeModel: (draft: Plan, args: { model: string }) => {
    need(draft.models, args.model, 'model');
    delete draft.models[args.model];
    for (const box of Object.values(draft.boxes)) if (box.model === args.model) box.model = 'auto';
  },
  /** Removes boxes with their devices and cables. */
  removeBoxes: (draft: Plan, args: { boxes: readonly string[] }) => {
    for (const id of args.boxes) dropEnd(draft, 'boxes', id);
  },
} as const;

/** Gives a box so many gangs; a model that has another count is given up. */
function growTo(draft: Plan, boxId: string, gangs: number): void {
  const box = entryOf(draft.boxes, boxId);
  box.gangs = gangs;
  const model = catalogueOf(draft)[box.model];
  if (model && model.gangs !== gangs) box.model = 'auto';
}
