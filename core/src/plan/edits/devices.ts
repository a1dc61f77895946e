import { EditRefused } from '../gate.ts';
import { dropEnd } from '../hanging.ts';
import { nextId } from '../ids.ts';
import { entrySchemas, isOnWall, type DeviceKind, type Plan, type Side } from '../schema.ts';
import type { Height } from '../../rules/index.ts';
import { need } from './need.ts';

/** Verbs for boxes and what is in them. */
export const deviceEdits = {
  addBox: (
    draft: Plan,
    args: {
      wall: string;
      side: Side;
      at: number;
      kind?: DeviceKind;
      exact?: boolean;
      height?: Height;
      gangs?: number;
    },
  ) => {
    need(draft.walls, args.wall, 'wall');
    const id = nextId(draft.boxes, 'b');
    const on = {
      wall: args.wall,
      side: args.side,
      at: args.at,
      ...(args.height ? { height: args.height } : {}),
    };
    draft.boxes[id] = entrySchemas.boxes.parse({ on, exact: args.exact ?? false, gangs: args.gangs ?? 1 });
    draft.devices[nextId(draft.devices, 'd')] = entrySchemas.devices.parse({
      box: id,
      kind: args.kind ?? 'receptacle',
    });
  },
  moveBox: (draft: Plan, args: { box: string; at: number; wall?: string; side?: Side }) => {
    const box = need(draft.boxes, args.box, 'box');
    if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
    box.on.at = args.at;
    if (args.wall) box.on.wall = args.wall;
    if (args.side) box.on.side = args.side;
  },
  setBoxHeight: (draft: Plan, args: { box: string; height: Height | null }) => {
    const box = need(draft.boxes, args.box, 'box');
    if (!isOnWall(box.on)) throw new EditRefused('box', 'is not on a wall');
    if (args.height) box.on.height = args.height;
    else delete box.on.height;
  },
  setBox: (
    draft: Plan,
    args: {
      box: string;
      changes: Partial<{ pinned: boolean; exact: boolean; gangs: number; existing: boolean }>;
    },
  ) => {
    Object.assign(need(draft.boxes, args.box, 'box'), args.changes);
  },
  /** Pins proposed boxes as they stand. Boxes already pinned or existing are left alone. */
  keepBoxes: (draft: Plan, args: { boxes: readonly string[] }) => {
    for (const id of args.boxes) {
      const box = need(draft.boxes, id, 'box');
      if (!box.existing) box.pinned = true;
    }
  },
  /** Gives boxes on walls the height of the first of them, in its own reference. */
  alignBoxes: (draft: Plan, args: { boxes: readonly string[] }) => {
    const [first, ...rest] = args.boxes.map((id) => need(draft.boxes, id, 'box'));
    if (!first || !isOnWall(first.on)) throw new EditRefused('box', 'is not on a wall');
    for (const box of rest) {
      if (!isOnWall(box.on)) continue;
      if (first.on.height) box.on.height = { ...first.on.height };
      else delete box.on.height;
    }
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
  setBoxModel: (draft: Plan, args: { box: string; model: Plan['boxes'][string]['model'] }) => {
    need(draft.boxes, args.box, 'box').model = args.model;
  },
  setDeviceKind: (draft: Plan, args: { device: string; kind: DeviceKind }) => {
    need(draft.devices, args.device, 'device').kind = args.kind;
  },
  /** Removes boxes with their devices and cables. */
  removeBoxes: (draft: Plan, args: { boxes: readonly string[] }) => {
    for (const id of args.boxes) dropEnd(draft, 'boxes', id);
  },
} as const;
