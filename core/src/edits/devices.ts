import { entryOf, must, nth } from '../lookups/index.ts';
import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { dropDevices, dropEnd } from '../survey/hanging.ts';
import { nextId } from '../plan/ids.ts';
import { bottomFromSubfloor, boxSize, heightIn, houseHeight, kindsIn } from '../boxes/kinds.ts';
import { layLightRows } from './lightRows.ts';
import { switchKind } from '../boxes/switching.ts';
import {
  boxSchema,
  catalogueOf,
  coordinate,
  deviceKinds,
  deviceSchema,
  entrySchemas,
  isOnWall,
  longText,
  modelSchema,
  position,
  side,
  text,
  type Box,
  type Plan,
  type WallPlace,
  otherSide,
} from '../plan/index.ts';
import { heightSchema, ruleBook } from '../rules/index.ts';
import { need, parsed } from './need.ts';
import { change, changesOf, id, ids, verb, whole, type ArgsOf } from './verb.ts';

const va = deviceSchema.shape.va.unwrap();
const deviceKind = z.enum(deviceKinds);

/** A box on a wall with one device in it. */
const newBox = z.strictObject({
  wall: id,
  side,
  at: position,
  kind: deviceKind.optional(),
  exact: z.boolean().optional(),
  height: whole(heightSchema).optional(),
  gangs: boxSchema.shape.gangs.unwrap().optional(),
  va: va.optional(),
  label: text.optional(),
  reason: longText.optional(),
  /** It is out of doors: then so is that side of its wall. */
  outside: z.boolean().optional(),
});

function addBox(draft: Plan, args: ArgsOf<typeof newBox>): void {
  const own = need(draft.walls, args.wall, 'wall');
  if (args.outside) own.exterior = true;
  const id = nextId(draft, 'boxes');
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
  draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({ box: id, kind, label, ...load });
}

/** Verbs for boxes and what is in them. */
/** A box like another, with devices like its own, elsewhere; on no circuit yet. */
function copyBox(draft: Plan, from: string, on: Box['on']): void {
  const { gangs, model, exact } = need(draft.boxes, from, 'box');
  const copy = nextId(draft, 'boxes');
  draft.boxes[copy] = entrySchemas.boxes.parse({ on, gangs, model, exact });
  for (const { box, slot, kind, label } of Object.values(draft.devices))
    if (box === from)
      draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({ box: copy, slot, kind, label });
}

export const deviceEdits = {
  addBox: verb('Adds a box on a wall, with one device in it.', newBox, (draft, args) => addBox(draft, args)),
  addBoxes: verb(
    'Adds several boxes at once, as a finding offers them.',
    z.strictObject({ boxes: z.array(newBox).readonly() }),
    (draft, args) => {
      for (const box of args.boxes) addBox(draft, box);
    },
  ),
  moveBox: verb(
    'Moves a box along its wall, or to another wall or side.',
    z.strictObject({ box: id, at: position, wall: id.optional(), side: side.optional() }),
    (draft, args) => {
      const box = need(draft.boxes, args.box, 'box');
      if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
      box.on.at = args.at;
      if (args.wall) box.on.wall = args.wall;
      if (args.side) box.on.side = args.side;
    },
  ),
  setBoxHeight: verb(
    'Gives a box a height of its own with its reason, or takes it back to the house’s with null.',
    z.strictObject({ box: id, height: whole(heightSchema).nullable(), reason: longText.optional() }),
    (draft, args) => {
      const box = need(draft.boxes, args.box, 'box');
      if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
      if (args.height) box.on.height = args.height;
      else delete box.on.height;
      if (args.reason !== undefined) box.reason = args.reason;
      else if (!args.height) box.reason = '';
    },
  ),
  setBox: verb(
    'Changes how a box is made.',
    z.strictObject({ box: id, changes: changesOf(boxSchema.omit({ on: true, model: true })) }),
    (draft, args) => {
      const box = need(draft.boxes, args.box, 'box');
      change(box, boxSchema, args.changes);
      const model = catalogueOf(draft)[box.model];
      if (args.changes.gangs !== undefined && model && model.gangs !== box.gangs) box.model = 'auto';
    },
  ),
  keepBoxes: verb(
    'Pins proposed boxes as they stand. Boxes already pinned or existing are left alone.',
    z.strictObject({ boxes: ids }),
    (draft, args) => {
      for (const id of args.boxes) {
        const box = need(draft.boxes, id, 'box');
        if (!box.existing) box.pinned = true;
      }
    },
  ),
  alignBoxes: verb(
    'Lines boxes on walls up with the first by their screws, which are as far from the middle whatever the box: their middles come level.',
    z.strictObject({ boxes: ids }),
    (draft, args) => {
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
  ),
  repeatBox: verb(
    'Copies a box with its devices along its wall: “count” more, “every” inches apart, the way the sign says. Circuits are not copied.',
    z.strictObject({ box: id, count: z.number().int().min(1).max(50), every: z.number() }),
    (draft, args) => {
      const box = need(draft.boxes, args.box, 'box');
      if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
      const { on } = box;
      for (let k = 1; k <= args.count; k++) copyBox(draft, args.box, { ...on, at: on.at + k * args.every });
    },
  ),
  putBehind: verb(
    'Copies a box with its devices into the other face of its wall, at the same place and height. Circuits are not copied.',
    z.strictObject({ box: id }),
    (draft, args) => {
      const { on } = need(draft.boxes, args.box, 'box');
      if (!isOnWall(on)) throw new EditRefused('box', 'is not on a wall');
      copyBox(draft, args.box, { ...on, side: otherSide(on.side) });
    },
  ),
  setBoxModel: verb(
    'Names a model of the catalogue; its gangs become the box’s. “auto” lets the fill decide.',
    z.strictObject({ box: id, model: boxSchema.shape.model.unwrap() }),
    (draft, args) => {
      const box = need(draft.boxes, args.box, 'box');
      const model = catalogueOf(draft)[args.model];
      if (args.model !== 'auto' && !model)
        throw new EditRefused('model', `“${args.model}” is in no catalogue`);
      box.model = args.model;
      if (model && isOnWall(box.on) && model.material === 'plastic') box.gangs = model.gangs;
    },
  ),
  setDeviceKind: verb(
    'Makes a device of another kind.',
    z.strictObject({ device: id, kind: deviceKind }),
    (draft, args) => {
      need(draft.devices, args.device, 'device').kind = args.kind;
    },
  ),
  addDevice: verb(
    'Puts one more device in a box, at its right; the box grows a gang when it is full.',
    z.strictObject({ box: id, kind: deviceKind }),
    (draft, args) => {
      const box = need(draft.boxes, args.box, 'box');
      const held = Object.values(draft.devices).filter((d) => d.box === args.box);
      const slot = held.length === 0 ? 0 : Math.max(...held.map((d) => d.slot)) + 1;
      if (slot > 7) throw new EditRefused('box', 'has no room for a ninth device');
      draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({
        box: args.box,
        slot,
        kind: args.kind,
      });
      if (isOnWall(box.on) && slot + 1 > box.gangs) growTo(draft, args.box, slot + 1);
    },
  ),
  removeDevice: verb(
    'Takes a device out of its box; those on its right move up, and the box loses the gang.',
    z.strictObject({ device: id }),
    (draft, args) => {
      const { box: boxId, slot } = need(draft.devices, args.device, 'device');
      const held = Object.values(draft.devices).filter((d) => d.box === boxId);
      if (held.length === 1) throw new EditRefused('device', 'is the only one in its box; delete the box');
      dropDevices(draft, [args.device]);
      for (const d of held) if (d.slot > slot) d.slot -= 1;
      const box = entryOf(draft.boxes, boxId);
      if (isOnWall(box.on) && box.gangs === held.length) growTo(draft, boxId, held.length - 1);
    },
  ),
  moveDevice: verb(
    'Moves a device one place within its box, as seen by who faces it; its neighbour takes its place.',
    z.strictObject({ device: id, by: z.union([z.literal(1), z.literal(-1)]) }),
    (draft, args) => {
      const device = need(draft.devices, args.device, 'device');
      const to = device.slot + args.by;
      const other = Object.values(draft.devices).find((d) => d.box === device.box && d.slot === to);
      if (!other) throw new EditRefused('device', 'is at the end of its box');
      other.slot = device.slot;
      device.slot = to;
    },
  ),
  addCeilingBox: verb(
    'Adds a box on a ceiling, with one device in it.',
    z.strictObject({
      room: id,
      x: coordinate,
      y: coordinate,
      kind: deviceKind.optional(),
      va: va.optional(),
    }),
    (draft, args) => {
      need(draft.rooms, args.room, 'room');
      const id = nextId(draft, 'boxes');
      draft.boxes[id] = entrySchemas.boxes.parse({ on: { ceiling: args.room, x: args.x, y: args.y } });
      const va = args.va === undefined ? {} : { va: args.va };
      draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({
        box: id,
        kind: args.kind ?? 'light',
        ...va,
      });
    },
  ),
  moveFlatBox: verb(
    'Moves a box of a ceiling or floor, in plan coordinates.',
    z.strictObject({ box: id, x: coordinate, y: coordinate }),
    (draft, args) => {
      const { on } = need(draft.boxes, args.box, 'box');
      if (isOnWall(on)) throw new EditRefused('box', 'is on a wall');
      Object.assign(on, { x: args.x, y: args.y });
    },
  ),
  lightRows: verb(
    'Lays the lights of a room out anew in rows. Pinned and existing ones stay; the switches of those replaced work the new ones.',
    z.strictObject({
      room: id,
      columns: z.number().int().min(1).max(20),
      rows: z.number().int().min(1).max(20),
      fromWall: z.number().nullable(),
      kind: deviceKind,
    }),
    (draft, args) => layLightRows(draft, args),
  ),
  setControl: verb(
    'Says which switches work which lights. Lights and switches named here leave the controls they were in.',
    z.strictObject({ switches: ids, loads: ids }),
    (draft, args) => {
      const named = new Set([...args.switches, ...args.loads]);
      for (const id of named) need(draft.devices, id, 'device');
      for (const [id, c] of Object.entries(draft.controls)) {
        c.switches = c.switches.filter((d) => !named.has(d));
        c.loads = c.loads.filter((d) => !named.has(d));
        if (c.switches.length === 0 || c.loads.length === 0) delete draft.controls[id];
      }
      if (args.switches.length === 0 || args.loads.length === 0) return;
      draft.controls[nextId(draft, 'controls')] = { switches: [...args.switches], loads: [...args.loads] };
      args.switches.forEach((id, i) => {
        const device = entryOf(draft.devices, id);
        if (device.kind !== 'dimmer') device.kind = switchKind(args.switches.length, i);
      });
    },
  ),
  addModel: verb('Adds a box model to the catalogue.', modelSchema, (draft, args) => {
    draft.models[nextId(draft, 'models')] = parsed(entrySchemas.models, args, 'model');
  }),
  removeModel: verb(
    'Takes a model out of the catalogue; boxes that were of it are chosen for again.',
    z.strictObject({ model: id }),
    (draft, args) => {
      need(draft.models, args.model, 'model');
      delete draft.models[args.model];
      for (const box of Object.values(draft.boxes)) if (box.model === args.model) box.model = 'auto';
    },
  ),
  removeBoxes: verb(
    'Removes boxes with their devices and cables.',
    z.strictObject({ boxes: ids }),
    (draft, args) => {
      for (const id of args.boxes) dropEnd(draft, 'boxes', id);
    },
  ),
} as const;

/** Gives a box so many gangs; a model that has another count is given up. */
function growTo(draft: Plan, boxId: string, gangs: number): void {
  const box = entryOf(draft.boxes, boxId);
  box.gangs = gangs;
  const model = catalogueOf(draft)[box.model];
  if (model && model.gangs !== gangs) box.model = 'auto';
}
