import {
  boundaryOfRoom,
  boxSize,
  cables,
  catalogueOf,
  entryOf,
  framingKinds,
  panelSize,
  type Plan,
  type Result,
  roomOfBox,
  boundedRooms,
} from '@fieldchalk/core';

/** A point of the house: plan coordinates, and up from the lowest level's subfloor. Inches. */
export interface Point3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A block of something: its middle, its extent along, across and up, and how far it is turned about the upright, radians. */
export interface Solid {
  readonly kind: 'framing' | 'box' | 'panel' | 'obstacle';
  /** What is chosen when it is pointed at: the wall of framing, else the thing itself. */
  readonly id: string;
  readonly middle: Point3;
  readonly size: readonly [along: number, across: number, up: number];
  readonly turn: number;
}

export interface CableLine3 {
  readonly run: string;
  readonly jacket: string;
  readonly path: readonly Point3[];
}

/** What is shown: the house, or one room or circuit of it alone. */
export interface Shown {
  readonly room: string | null;
  readonly circuit: string | null;
}

export interface Solids {
  readonly solids: readonly Solid[];
  readonly cables: readonly CableLine3[];
}

interface WallLine {
  readonly from: Point3;
  readonly ux: number;
  readonly uy: number;
  readonly turn: number;
  readonly depth: number;
}

function wallLine(plan: Plan, id: string): WallLine {
  const wall = entryOf(plan.walls, id);
  const [a, b] = [entryOf(plan.points, wall.from), entryOf(plan.points, wall.to)];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  return {
    from: { x: a.x, y: a.y, z: entryOf(plan.levels, a.level).elevation },
    ux: (b.x - a.x) / length,
    uy: (b.y - a.y) / length,
    turn: Math.atan2(b.y - a.y, b.x - a.x),
    depth: framingKinds[wall.framing].depth,
  };
}

/** A block in a wall: so far along it, so far to the left of its middle, between two heights over the subfloor. */
function inWall(line: WallLine, at: number, left: number, [low, high]: readonly [number, number]): Point3 {
  const { from, ux, uy } = line;
  return { x: from.x + ux * at - uy * left, y: from.y + uy * at + ux * left, z: from.z + (low + high) / 2 };
}

/** Framing, boxes, panels and what is in the way as blocks, and every cable as a line; of a room alone what it sees, of a circuit alone what is on it. */
export function solidsOf(plan: Plan, result: Result, { room, circuit }: Shown): Solids {
  const lines = new Map<string, WallLine>();
  const lineOf = (id: string): WallLine => {
    const line = lines.get(id) ?? wallLine(plan, id);
    lines.set(id, line);
    return line;
  };
  const walls =
    room === null ? null : new Set(boundaryOfRoom(plan, room)?.faces.flatMap((f) => f.wall ?? []));
  const isShown = (wall: string) => walls === null || walls.has(wall);
  const framing = result.members
    .filter((m) => isShown(m.wall))
    .map((m): Solid => {
      const line = lineOf(m.wall);
      return {
        kind: 'framing',
        id: m.wall,
        middle: inWall(line, m.at, 0, [m.low, m.high]),
        size: [m.width, line.depth, m.high - m.low],
        turn: line.turn,
      };
    });
  const inTheWay = Object.entries(plan.obstacles)
    .filter(([, x]) => isShown(x.wall))
    .map(([id, x]): Solid => {
      const line = lineOf(x.wall);
      return {
        kind: 'obstacle',
        id,
        middle: inWall(line, x.at + x.width / 2, 0, [x.low, x.high]),
        size: [x.width, line.depth, x.high - x.low],
        turn: line.turn,
      };
    });
  const panels = Object.entries(plan.panels)
    .filter(([, p]) => isShown(p.on.wall))
    .map(([id, { on }]): Solid => {
      const line = lineOf(on.wall);
      const heights = [panelSize.bottom, panelSize.bottom + panelSize.height] as const;
      return {
        kind: 'panel',
        id,
        middle: inWall(line, on.at, 0, heights),
        size: [panelSize.width, line.depth, panelSize.height],
        turn: line.turn,
      };
    });
  const onCircuit = (box: string) =>
    circuit === null || Object.values(plan.devices).some((d) => d.box === box && d.circuit === circuit);
  const rooms = boundedRooms(plan);
  const inRoom = (box: string) => room === null || roomOfBox(entryOf(plan.boxes, box), rooms) === room;
  const boxes = Object.keys(plan.boxes)
    .filter((id) => onCircuit(id) && inRoom(id))
    .flatMap((id) => boxSolid(id, plan, result, lineOf) ?? []);
  const shown = new Set(boxes.map((b) => b.id));
  const runs = Object.entries(plan.runs)
    .filter(([, r]) => circuit === null || r.circuit === circuit)
    .filter(([, r]) => room === null || shown.has(r.from) || shown.has(r.to ?? ''))
    .flatMap(([run, r]): CableLine3[] => {
      const path = result.runs[run]?.path ?? [];
      return path.length < 2 ? [] : [{ run, jacket: entryOf(cables, r.cable).jacket, path }];
    });
  return { solids: [...framing, ...inTheWay, ...panels, ...boxes], cables: runs };
}

const flatBox = { width: 4, up: 2.125 } as const;

function boxSolid(id: string, plan: Plan, result: Result, lineOf: (wall: string) => WallLine): Solid | null {
  const { on, ...box } = entryOf(plan.boxes, id);
  if ('wall' in on) {
    const mark = result.marks[id];
    if (!mark) return null;
    const line = lineOf(mark.wall);
    const { width, depth } = boxSize({ on, ...box }, catalogueOf(plan));
    const face = line.depth / 2 + mark.setback;
    const left = (mark.side === 'left' ? 1 : -1) * (face - depth / 2);
    return {
      kind: 'box',
      id,
      middle: inWall(line, mark.at, left, [mark.bottomFromSubfloor, mark.topFromSubfloor]),
      size: [width, depth, mark.topFromSubfloor - mark.bottomFromSubfloor],
      turn: line.turn,
    };
  }
  const room = plan.rooms['ceiling' in on ? on.ceiling : on.floor];
  const level = room && plan.levels[room.level];
  if (!level) return null;
  const z =
    'ceiling' in on ? level.elevation + level.ceiling + flatBox.up / 2 : level.elevation - flatBox.up / 2;
  return {
    kind: 'box',
    id,
    middle: { x: on.x, y: on.y, z },
    size: [flatBox.width, flatBox.width, flatBox.up],
    turn: 0,
  };
}
