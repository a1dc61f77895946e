import { EditRefused } from '../gate.ts';
import { nextId } from '../ids.ts';
import {
  entrySchemas,
  isOnWall,
  type Circuit,
  type DeviceKind,
  type Opening,
  type Panel,
  type Plan,
  type RoomUse,
  type Side,
  type Wall,
} from '../schema.ts';
import type { FramingKind } from '../stock.ts';
import { dropEnd, dropWall, readWalk, writeWalk, type Closing, type Walk, type WalkLeg } from '../walk.ts';
import { freeSpaces } from '../../circuits/index.ts';
import { propose, type ProposalKind } from '../../compute.ts';
import { ruleCatalogue, type Height, type RuleId } from '../../rules/index.ts';

/** The verbs a plan is edited with. Each changes a draft; what is wrong is refused by naming the field. */

function need<T>(record: Record<string, T>, id: string, field: string): T {
  const entry = record[id];
  if (entry === undefined) throw new EditRefused(field, `“${id}” is not in the plan any more`);
  return entry;
}

export interface StartRoom {
  name: string;
  use: RoomUse;
  level?: string;
}

export const edits = {
  renameJob: (draft: Plan, args: { name: string }) => {
    draft.job.name = args.name;
  },

  /** Adds a room with no walls yet; its walk starts clear of what is there. */
  startRoom: (draft: Plan, args: StartRoom) => {
    const level = args.level ?? Object.keys(draft.levels)[0]!;
    const xs = Object.values(draft.points).map((p) => p.x);
    const x = xs.length === 0 ? 0 : Math.max(...xs) + 60;
    draft.rooms[nextId(draft.rooms, 'r')] = entrySchemas.rooms.parse({
      level,
      x,
      y: 0,
      name: args.name,
      use: args.use,
    });
  },
  setRoom: (draft: Plan, args: { room: string; changes: Partial<{ name: string; use: RoomUse }> }) => {
    Object.assign(need(draft.rooms, args.room, 'room'), args.changes);
  },

  /** Writes a whole walk for a room. Legs that name a wall keep it; walls left out go. */
  setWalk: (draft: Plan, args: { room: string; walk: Walk; closing?: Closing; framing?: FramingKind }) => {
    const room = need(draft.rooms, args.room, 'room');
    const known = hasWalls(draft, args.room) ? readWalk(draft, args.room) : null;
    const named = new Set(args.walk.legs.map((l) => l.wall));
    for (const leg of known?.walk.legs ?? []) if (!named.has(leg.wall)) dropWall(draft, leg.wall!);
    if (args.walk.legs.length === 0) return;
    writeWalk(
      draft,
      args.walk,
      { room: args.room, level: room.level, framing: args.framing ?? known?.framing ?? '2x4' },
      args.closing ?? 'open',
    );
  },
  /** Walks on from the end of a room's walls: one more leg, after a turn given on the leg before. */
  walkOn: (draft: Plan, args: { room: string; length: number; turn: number; framing?: FramingKind }) => {
    const room = need(draft.rooms, args.room, 'room');
    const known = hasWalls(draft, args.room) ? readWalk(draft, args.room) : null;
    if (known?.closed)
      throw new EditRefused('length', 'the room is closed; change a wall’s length, or start another room');
    const legs = known ? known.walk.legs : [];
    const before = legs.map((leg, i): WalkLeg => (i === legs.length - 1 ? { ...leg, turn: args.turn } : leg));
    const start = known?.walk.start ?? { x: room.x, y: room.y };
    const walk: Walk = {
      start,
      heading: known?.walk.heading ?? 0,
      legs: [...before, { length: args.length, turn: 90 }],
    };
    writeWalk(
      draft,
      walk,
      { room: args.room, level: room.level, framing: known?.framing ?? args.framing ?? '2x4' },
      'open',
    );
  },
  closeRoom: (draft: Plan, args: { room: string; closing: 'square' | 'distribute' | 'last-wall' }) => {
    const room = need(draft.rooms, args.room, 'room');
    const known = readWalk(draft, args.room);
    if (!known || known.closed) return;
    const { framing, walk } = known;
    const target = { room: args.room, level: room.level, framing };
    if (args.closing === 'last-wall') writeWalk(draft, withLastWall(walk), target, 'distribute');
    else writeWalk(draft, walk, target, args.closing);
  },
  /** Changes one wall's length; the next wall that runs the other way takes it up, so a square room stays closed. */
  setWallLength: (draft: Plan, args: { room: string; wall: string; length: number }) => {
    const room = need(draft.rooms, args.room, 'room');
    const known = readWalk(draft, args.room);
    if (!known) throw new EditRefused('length', 'the room has no walls yet');
    const target = { room: args.room, level: room.level, framing: known.framing };
    writeWalk(
      draft,
      known.closed ? compensated(known.walk, args) : withLength(known.walk, args),
      target,
      'open',
    );
  },
  /** Changes the turn after a wall of a walk still open; the walls after it swing round with it. */
  setTurn: (draft: Plan, args: { room: string; wall: string; turn: number }) => {
    const room = need(draft.rooms, args.room, 'room');
    const known = readWalk(draft, args.room);
    if (!known || known.closed) throw new EditRefused('turn', 'the room is closed; move its walls instead');
    const legs = known.walk.legs.map((leg) => (leg.wall === args.wall ? { ...leg, turn: args.turn } : leg));
    const target = { room: args.room, level: room.level, framing: known.framing };
    writeWalk(draft, { ...known.walk, legs }, target, 'open');
  },
  setWall: (draft: Plan, args: { wall: string; changes: Partial<Omit<Wall, 'from' | 'to'>> }) => {
    Object.assign(need(draft.walls, args.wall, 'wall'), args.changes);
  },

  addOpening: (draft: Plan, args: Partial<Opening> & { wall: string; at: number }) => {
    need(draft.walls, args.wall, 'wall');
    const parsed = entrySchemas.openings.safeParse(args);
    if (!parsed.success)
      throw new EditRefused(
        String(parsed.error.issues[0]!.path[0] ?? 'opening'),
        parsed.error.issues[0]!.message,
      );
    draft.openings[nextId(draft.openings, 'o')] = parsed.data;
  },
  setOpening: (draft: Plan, args: { opening: string; changes: Partial<Opening> }) => {
    Object.assign(need(draft.openings, args.opening, 'opening'), args.changes);
  },
  removeOpening: (draft: Plan, args: { opening: string }) => {
    delete draft.openings[args.opening];
  },

  /** Records where a stud really stands. Measuring the same one again replaces what was recorded. */
  measureStud: (
    draft: Plan,
    args: {
      wall: string;
      at: number;
      was: number;
      role?: 'stud' | 'king' | 'jack' | 'corner' | 'partition' | 'cripple';
    },
  ) => {
    need(draft.walls, args.wall, 'wall');
    const known = Object.keys(draft.members).find(
      (id) => draft.members[id]!.wall === args.wall && Math.abs(draft.members[id]!.at - args.was) < 0.05,
    );
    draft.members[known ?? nextId(draft.members, 'm')] = entrySchemas.members.parse({
      wall: args.wall,
      role: args.role ?? 'stud',
      at: args.at,
    });
  },
  forgetStud: (draft: Plan, args: { member: string }) => {
    delete draft.members[args.member];
  },

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

  addPanel: (
    draft: Plan,
    args: {
      wall: string;
      side: Side;
      at: number;
      away?: number;
      leaves?: 'below' | 'above';
      name?: string;
      amps?: number;
      spaces?: number;
    },
  ) => {
    need(draft.walls, args.wall, 'wall');
    const { wall, side, at, away = 0, leaves = 'below', ...rest } = args;
    draft.panels[nextId(draft.panels, 'n')] = entrySchemas.panels.parse({
      ...rest,
      on: { wall, side, at, away, leaves },
    });
  },
  setPanel: (
    draft: Plan,
    args: { panel: string; changes: Partial<Omit<Panel, 'on'>>; on?: Partial<Panel['on']> },
  ) => {
    const panel = need(draft.panels, args.panel, 'panel');
    Object.assign(panel, args.changes);
    if (args.on) Object.assign(panel.on, args.on);
  },
  removePanel: (draft: Plan, args: { panel: string }) => dropEnd(draft, 'panels', args.panel),

  addCircuit: (draft: Plan, args: Partial<Circuit>) => {
    const space = args.space ?? (args.panel ? (freeSpaces(draft, args.panel)[0] ?? null) : null);
    draft.circuits[nextId(draft.circuits, 'c')] = entrySchemas.circuits.parse({ ...args, space });
  },
  setCircuit: (draft: Plan, args: { circuit: string; changes: Partial<Circuit> }) => {
    const circuit = need(draft.circuits, args.circuit, 'circuit');
    Object.assign(circuit, args.changes);
    if (args.changes.gauge === undefined) return;
    for (const run of Object.values(draft.runs))
      if (run.circuit === args.circuit)
        run.cable = entrySchemas.runs.shape.cable.parse(`${args.changes.gauge}/${run.cable.split('/')[1]}`);
  },
  /** Removes a circuit with its cables; its devices are free again. */
  removeCircuit: (draft: Plan, args: { circuit: string }) => {
    delete draft.circuits[args.circuit];
    for (const d of Object.values(draft.devices)) if (d.circuit === args.circuit) d.circuit = null;
    for (const [id, run] of Object.entries(draft.runs))
      if (run.circuit === args.circuit) delete draft.runs[id];
  },
  /** Puts the devices of some boxes on a circuit. Cables of a circuit they leave go, since they no longer join it. */
  assignBoxes: (draft: Plan, args: { boxes: readonly string[]; circuit: string | null }) => {
    if (args.circuit !== null) need(draft.circuits, args.circuit, 'circuit');
    for (const d of Object.values(draft.devices)) {
      if (!args.boxes.includes(d.box) || d.circuit === args.circuit) continue;
      const left = d.circuit;
      d.circuit = args.circuit;
      for (const [id, run] of Object.entries(draft.runs))
        if (left !== null && run.circuit === left && !run.pinned) delete draft.runs[id];
    }
  },
  setRunWay: (draft: Plan, args: { run: string; way: Plan['runs'][string]['way'] }) => {
    need(draft.runs, args.run, 'run').way = args.way;
  },
  /** Takes up the cables that are not pinned, so that they can be laid again. */
  clearRuns: (draft: Plan, args: { circuit?: string }) => {
    for (const [id, run] of Object.entries(draft.runs))
      if (!run.pinned && (args.circuit === undefined || run.circuit === args.circuit)) delete draft.runs[id];
  },

  setRule: (draft: Plan, args: { rule: RuleId; value: unknown; reason?: string }) => {
    const same = JSON.stringify(args.value) === JSON.stringify(ruleCatalogue[args.rule].default);
    if (same) delete draft.rules.values[args.rule];
    else draft.rules.values[args.rule] = args.value;
    if (args.reason) draft.rules.reasons[args.rule] = args.reason;
    else delete draft.rules.reasons[args.rule];
  },
  setPrice: (draft: Plan, args: { item: string; cents: number; per: Plan['prices'][string]['per'] }) => {
    draft.prices[args.item] = { cents: args.cents, per: args.per };
  },

  propose: (draft: Plan, args: { only?: readonly ProposalKind[] }) => propose(draft, args.only),
} as const;

export type EditName = keyof typeof edits;
export type EditArgs<N extends EditName> = Parameters<(typeof edits)[N]>[1];

/** The recipe of a named edit, for the gate. */
export function recipeOf<N extends EditName>(name: N, args: EditArgs<N>): (draft: Plan) => void {
  return (draft) => (edits[name] as (d: Plan, a: EditArgs<N>) => void)(draft, args);
}

/** A room just started has no walls, though other rooms' walls may stand near its place. */
function hasWalls(plan: Plan, roomId: string): boolean {
  const known = readWalk(plan, roomId);
  if (!known) return false;
  const others = Object.keys(plan.rooms).filter((id) => id !== roomId);
  if (!known.closed) return true;
  return (
    others.length === 0 ||
    !others.some((id) => readWalk(plan, id)?.walk.legs[0]?.wall === known.walk.legs[0]?.wall)
  );
}

function withLength(walk: Walk, { wall, length }: { wall: string; length: number }): Walk {
  return { ...walk, legs: walk.legs.map((leg) => (leg.wall === wall ? { ...leg, length } : leg)) };
}

function compensated(walk: Walk, change: { wall: string; length: number }): Walk {
  const index = walk.legs.findIndex((l) => l.wall === change.wall);
  const delta = change.length - (walk.legs[index]?.length ?? change.length);
  const changed = withLength(walk, change);
  let turned = 0;
  for (let k = 0; k < walk.legs.length - 1; k++) {
    turned += walk.legs[(index + k) % walk.legs.length]!.turn;
    const other = (index + k + 1) % walk.legs.length;
    const opposite = Math.abs((((turned % 360) + 360) % 360) - 180) < 1e-3;
    const taken = walk.legs[other]!.length + delta;
    if (opposite && taken > 1) return withLength(changed, { wall: walk.legs[other]!.wall!, length: taken });
  }
  return changed;
}

function withLastWall(walk: Walk): Walk {
  const points = walk.legs.reduce<{ at: { x: number; y: number }; heading: number }>(
    (s, leg) => {
      const r = (s.heading * Math.PI) / 180;
      return {
        at: { x: s.at.x + Math.cos(r) * leg.length, y: s.at.y + Math.sin(r) * leg.length },
        heading: s.heading - leg.turn,
      };
    },
    { at: walk.start, heading: walk.heading },
  );
  const last = walk.legs.at(-1)!;
  const gap = { x: walk.start.x - points.at.x, y: walk.start.y - points.at.y };
  const heading = (Math.atan2(gap.y, gap.x) * 180) / Math.PI;
  const turn = ((((points.heading + last.turn - heading) % 360) + 540) % 360) - 180;
  return {
    ...walk,
    legs: [...walk.legs.slice(0, -1), { ...last, turn }, { length: Math.hypot(gap.x, gap.y), turn: 90 }],
  };
}
