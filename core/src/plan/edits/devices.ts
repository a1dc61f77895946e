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
