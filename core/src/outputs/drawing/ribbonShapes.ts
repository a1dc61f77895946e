import { boxSize, devicesIn, fixtureHeight } from '../../boxes/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { catalogueOf, type DeviceKind, isChase, type Plan, type Side } from '../../plan/index.ts';
import { boxNumber } from '../../plan/things.ts';
import { boundedRooms, pastCorner, roomSeeing } from '../../rooms/seeing.ts';
import type { Bore } from '../../runs/index.ts';
import type { DrawnHouse } from './drawnHouse.ts';
import { cableAnchors, cableLines, type CableAnchor, type RibbonCable } from './ribbonCables.ts';
import { onRibbon, type Unrolled, type UnrolledWall } from './unrolled.ts';

/** Whether a stretch of the ribbon shows a place of its wall. */
export function isOn(wall: UnrolledWall, at: number, slack = 0.1): boolean {
  const into = (at - wall.origin) * wall.sign;
  return into > -slack && into < wall.length + slack;
}

export interface RibbonRect {
  readonly key: string;
  readonly x: number;
  readonly low: number;
  readonly width: number;
  readonly height: number;
  readonly role: string;
  readonly number: number | null;
  readonly at: number;
  readonly wall: string;
  /** The member it shows; null where it is another wall's end. */
  readonly member: DrawnHouse['members'][number] | null;
  /** The stretch of the ribbon it stands in. */
  readonly on: UnrolledWall;
  readonly measured: boolean;
}

/** At an outside corner the wall that runs through shows its end where this wall's own plates stop. */
function cornerEnds(result: DrawnHouse, wall: UnrolledWall): RibbonRect[] {
  const plate = result.members.find((m) => m.wall === wall.wall && m.role === 'top-plate');
  if (!plate) return [];
  const edges = [onRibbon(wall, plate.at - plate.width / 2), onRibbon(wall, plate.at + plate.width / 2)];
  const [start, end] = [Math.min(...edges), Math.max(...edges)];
  const gaps = [
    [wall.x, start],
    [end, wall.x + wall.length],
  ] as const;
  return gaps
    .filter(([from, to]) => to - from > 0.25 && to - from < 12)
    .map(([from, to], i) => ({
      key: `${wall.letter} end ${i}`,
      x: from,
      low: 0,
      width: to - from,
      height: wall.ceiling,
      role: 'corner',
      number: null,
      at: 0,
      wall: wall.wall,
      member: null,
      on: wall,
      measured: false,
    }));
}

/** Framing as rectangles on the ribbon, cut at the edges of each stretch. */
export function framingRects(result: DrawnHouse, unrolled: Unrolled): RibbonRect[] {
  return unrolled.walls.flatMap((wall) => [
    ...cornerEnds(result, wall),
    ...result.members
      .filter((m) => m.wall === wall.wall)
      .flatMap((m): RibbonRect[] => {
        const ends = [onRibbon(wall, m.at - m.width / 2), onRibbon(wall, m.at + m.width / 2)];
        const x = Math.max(wall.x, Math.min(...ends));
        const end = Math.min(wall.x + wall.length, Math.max(...ends));
        if (end - x < 0.05) return [];
        return [
          {
            key: `${wall.letter} ${m.id}`,
            x,
            low: m.low,
            width: end - x,
            height: m.high - m.low,
            role: m.role,
            number: m.number,
            at: m.at,
            wall: m.wall,
            member: m,
            on: wall,
            measured: m.measured,
          },
        ];
      }),
  ]);
}

export interface RibbonOpening {
  readonly id: string;
  readonly kind: string;
  readonly x: number;
  readonly width: number;
  readonly sill: number;
  readonly head: number;
}

export function openingRects(plan: Plan, unrolled: Unrolled): RibbonOpening[] {
  return unrolled.walls.flatMap((wall) =>
    Object.entries(plan.openings)
      .filter(([, o]) => o.wall === wall.wall && isOn(wall, o.at + o.width / 2))
      .map(([id, o]) => ({
        id,
        kind: o.kind,
        x: Math.min(onRibbon(wall, o.at), onRibbon(wall, o.at + o.width)),
        width: o.width,
        sill: o.sill,
        head: o.head,
      })),
  );
}

export interface RibbonObstacle {
  readonly id: string;
  readonly kind: string;
  /** A shaft that cable goes in, and not a thing in its way. */
  readonly isChase: boolean;
  readonly x: number;
  readonly width: number;
  readonly low: number;
  readonly high: number;
}

/** Things in the walls that boxes, holes and runs keep clear of. */
export function obstacleRects(plan: Plan, unrolled: Unrolled): RibbonObstacle[] {
  return unrolled.walls.flatMap((wall) =>
    Object.entries(plan.obstacles)
      .filter(([, x]) => x.wall === wall.wall && isOn(wall, x.at + x.width / 2))
      .map(([id, x]) => ({
        id,
        kind: x.kind,
        isChase: isChase(x),
        x: Math.min(onRibbon(wall, x.at), onRibbon(wall, x.at + x.width)),
        width: x.width,
        low: x.low,
        high: x.high,
      })),
  );
}

export interface RibbonBox {
  readonly id: string;
  readonly x: number;
  readonly bottom: number;
  readonly width: number;
  readonly height: number;
  readonly wall: UnrolledWall;
  readonly kept: boolean;
  readonly existing: boolean;
  /** The device in its first place. */
  readonly kind: string;
  /** The devices in it, first place first. */
  readonly holds: readonly DeviceKind[];
  readonly label: string;
}

function boxesWhere(
  plan: Plan,
  result: DrawnHouse,
  { walls }: Unrolled,
  isShown: (wall: UnrolledWall, side: Side) => boolean,
): RibbonBox[] {
  const catalogue = catalogueOf(plan);
  return Object.entries(result.marks).flatMap(([id, mark]): RibbonBox[] => {
    const wall = walls.find((w) => w.wall === mark.wall && isShown(w, mark.side) && isOn(w, mark.at));
    const box = plan.boxes[id];
    if (!wall || !box) return [];
    const { width } = boxSize(box, catalogue);
    const holds = devicesIn(plan, id).map(([, d]) => d.kind);
    return [
      {
        id,
        wall,
        width,
        kept: box.pinned || box.existing,
        existing: box.existing,
        holds,
        kind: holds[0] ?? 'empty',
        label: boxNumber(id),
        x: onRibbon(wall, mark.at) - width / 2,
        bottom: mark.bottomFromSubfloor,
        height: mark.topFromSubfloor - mark.bottomFromSubfloor,
      },
    ];
  });
}
/** Boxes in the walls' faces that the room sees. */
export const boxRects = (plan: Plan, result: DrawnHouse, unrolled: Unrolled): RibbonBox[] =>
  boxesWhere(plan, result, unrolled, (wall, side) => wall.side === side);

export interface GhostBox extends RibbonBox {
  /** The room it belongs to, as it is called; empty outside. */
  readonly room: string;
}
/** Boxes of the rooms behind, which share these walls' bays. */
export function ghostRects(plan: Plan, result: DrawnHouse, unrolled: Unrolled): GhostBox[] {
  const rooms = boundedRooms(plan);
  return boxesWhere(plan, result, unrolled, (wall, side) => wall.side !== side).map((box) => {
    const seeing = roomSeeing(rooms, entryOf(result.marks, box.id), pastCorner);
    return { ...box, room: (seeing && plan.rooms[seeing]?.name) ?? '' };
  });
}

export interface RibbonPanel {
  readonly id: string;
  readonly name: string;
  readonly x: number;
  readonly away: number;
  readonly leaves: 'below' | 'above';
}

/** Panels on the room's walls, and the places where cable leaves for a panel that stands elsewhere. */
export function panelsOn(plan: Plan, unrolled: Unrolled): RibbonPanel[] {
  return Object.entries(plan.panels).flatMap(([id, p]) => {
    const wall = unrolled.walls.find((w) => w.wall === p.on.wall && w.side === p.on.side && isOn(w, p.on.at));
    const { away, leaves } = p.on;
    return wall ? [{ id, name: p.name || 'Panel', x: onRibbon(wall, p.on.at), away, leaves }] : [];
  });
}

export interface RibbonHole {
  readonly key: string;
  readonly run: string;
  readonly x: number;
  /** How far along its wall, and in what. */
  readonly wall: string;
  readonly at: number;
  readonly role: Bore['role'];
  readonly z: number;
  readonly diameter: number;
  readonly cables: number;
  readonly number: number | null;
  readonly hole: string;
  /** Whether it was in the wood before the job. */
  readonly isThere: boolean;
}

export function holesOn(result: DrawnHouse, unrolled: Unrolled): RibbonHole[] {
  const seen = new Set<string>();
  return Object.entries(result.runs).flatMap(([run, r]) =>
    r.bores.flatMap((b) =>
      unrolled.walls.flatMap((wall): RibbonHole[] => {
        const key = `${wall.letter} ${b.hole}`;
        if (wall.wall !== b.wall || !isOn(wall, b.at) || seen.has(key)) return [];
        seen.add(key);
        return [
          {
            key,
            run,
            x: onRibbon(wall, b.at),
            wall: b.wall,
            at: b.at,
            role: b.role,
            z: b.z,
            diameter: b.diameter,
            cables: b.cables,
            number: b.number,
            hole: b.hole,
            isThere: b.isThere,
          },
        ];
      }),
    ),
  );
}

/** Stud faces a box of this width can be nailed to, along the wall, for stepping with the keys. */
export function facePlaces(result: DrawnHouse, wallId: string, width: number): number[] {
  return result.members
    .filter((m) => m.wall === wallId && m.number !== null && m.role !== 'jack')
    .flatMap((m) => [m.at - 0.75 - width / 2, m.at + 0.75 + width / 2])
    .sort((a, b) => a - b);
}

export interface RibbonFixture {
  readonly id: string;
  readonly name: string;
  readonly x: number;
  readonly width: number;
  /** Of its top, above the subfloor. */
  readonly height: number;
}

/** What stands before the walls that the room sees: counters, benches, appliances. */
export function fixtureRects(plan: Plan, { walls, counterTop }: Unrolled): RibbonFixture[] {
  return Object.entries(plan.fixtures).flatMap(([id, f]) => {
    const wall = walls.find((w) => w.wall === f.wall && w.side === f.side && isOn(w, f.at + f.width / 2));
    if (!wall) return [];
    const ends = [onRibbon(wall, f.at), onRibbon(wall, f.at + f.width)];
    const x = Math.max(wall.x, Math.min(...ends));
    return [
      {
        id,
        name: f.label || f.kind.replaceAll('-', ' '),
        x,
        width: Math.min(wall.x + wall.length, Math.max(...ends)) - x,
        height: fixtureHeight(f.kind, counterTop),
      },
    ];
  });
}

/** Everything a room unrolled shows. */
export interface RibbonShapes {
  readonly fixtures: readonly RibbonFixture[];
  readonly framing: readonly RibbonRect[];
  readonly openings: readonly RibbonOpening[];
  readonly obstacles: readonly RibbonObstacle[];
  readonly boxes: readonly RibbonBox[];
  readonly ghosts: readonly GhostBox[];
  readonly panels: readonly RibbonPanel[];
  readonly holes: readonly RibbonHole[];
  readonly cables: readonly RibbonCable[];
  readonly cableNames: readonly CableAnchor[];
}

export function ribbonShapes(plan: Plan, result: DrawnHouse, unrolled: Unrolled): RibbonShapes {
  const lines = cableLines(plan, result, unrolled);
  return {
    fixtures: fixtureRects(plan, unrolled),
    framing: framingRects(result, unrolled),
    openings: openingRects(plan, unrolled),
    obstacles: obstacleRects(plan, unrolled),
    boxes: boxRects(plan, result, unrolled),
    ghosts: ghostRects(plan, result, unrolled),
    panels: panelsOn(plan, unrolled),
    holes: holesOn(result, unrolled),
    cables: lines,
    cableNames: cableAnchors(plan, lines),
  };
}
