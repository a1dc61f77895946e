import { entryOf, nth } from '../lookups/index.ts';
import type { Member, WallFrame } from '../framing/index.ts';
import { query } from '../incremental/index.ts';
import { isChase, valuesIn } from '../plan/index.ts';
import { findClimbs, findCrossings, holeMargin, isAirReturn, type Bay } from './bays.ts';
import { baysOf, passageOf, placing, same, type Framed } from './framed.ts';
import {
  overPlates,
  underFloor,
  type DrilledStep,
  type Range,
  type RouteNode,
  type Spot,
  type Step,
  type WallPiece,
} from './graph.ts';
import { chasesThrough } from './chases.ts';
import { onGrid } from './grid.ts';
import { meetingsOf, wallsMeeting } from './joints.ts';
import { lanesOf, lanesWithin, standingAt } from './lanes.ts';
import { opensAt } from './openSpaces.ts';

/** Bays of a wall side by side, drilled through the uprights between them. */
function drilledBays(f: Framed, wall: string, bays: readonly Bay[]): { from: Spot; to: Spot; step: Step }[] {
  const passage = passageOf(f, wall);
  if (!passage) return [];
  const lanes = lanesOf(f, wall);
  const solid = valuesIn(f.plan, 'obstaclesInWall', wall).filter((x) => !isChase(x) && !isAirReturn(x));
  return findCrossings(entryOf(f.framing.walls, wall), bays).flatMap((c) => {
    const standing = [...standingAt(f, nth(bays, c.from), 'end'), ...standingAt(f, nth(bays, c.to), 'start')];
    const cut = Boolean(nth(bays, c.from).isCut ?? nth(bays, c.to).isCut);
    // What is drawn over an upright is in the way of a hole through it as well.
    const isFree = ({ z }: { z: number }) =>
      !solid.some(
        (x) => x.at < c.end && x.at + x.width > c.start && z > x.low - holeMargin && z < x.high + holeMargin,
      );
    const own = lanesWithin(lanes, { low: c.low, high: c.high, cut }, standing).filter(isFree);
    return own.map(({ z, avoids }) => ({
      from: { bay: c.from, along: c.start, z },
      to: { bay: c.to, along: c.end, z },
      step: {
        kind: nth(bays, c.from).passes === 'groove' ? ('groove' as const) : ('bore' as const),
        length: c.end - c.start,
        members: c.uprights.filter((m) => m.low <= z && m.high >= z),
        joists: 0,
        within: [c.low + holeMargin, c.high - holeMargin] as const,
        ...(passage === 'free' ? {} : { closed: passage }),
        ...(avoids === undefined ? {} : { avoids }),
      },
    }));
  });
}

/** Up and down through the blocks that cut bays apart, in the middle of each. */
function climbsOf(f: Framed, wall: string, bays: readonly Bay[]): { from: Spot; to: Spot; step: Step }[] {
  return findClimbs(entryOf(f.framing.walls, wall), bays).map(({ from, to, block }) => {
    const { start, end } = nth(bays, from);
    const along = (start + end) / 2;
    return {
      from: { bay: from, along, z: block.low },
      to: { bay: to, along, z: block.high },
      step: {
        kind: 'block' as const,
        length: block.high - block.low,
        members: [block],
        joists: 0,
        within: [start + holeMargin, end - holeMargin] as const,
      },
    };
  });
}

/** A way out of a bay through a plate: up or down in the middle of the bay. */
interface Exit {
  readonly side: 'over' | 'under';
  readonly inside: Spot;
  readonly z: number;
  readonly step: Step;
}

/** Whether cable can come up through a wall's plates, and whether down through the floor under it. */
function opensOf(f: Framed, frame: WallFrame): { up: boolean; down: boolean } {
  const level = entryOf(f.plan.levels, frame.line.level);
  const { up, down } = opensAt(f, frame.line.level);
  // Foam block stands on concrete: cable drops into it from above.
  return { up: up && frame.top > level.ceiling - 1, down: down && frame.standing.length > 0 };
}

/** Between grooves up to the top of foam block where no box stands, inches. */
const grooveSpacing = 16;

/** Where cable leaves a bay up or down: in its middle; out of foam block over each box, and every so far between. */
function exitsAlong(f: Framed, bay: Bay): number[] {
  const { start, end, passes, wall } = bay;
  if (passes !== 'groove') return [(start + end) / 2];
  const count = Math.max(1, Math.round((end - start) / grooveSpacing));
  const even = Array.from({ length: count }, (_, k) => start + ((end - start) * (k + 0.5)) / count);
  const boxes = (f.layout.onWall[wall] ?? []).map((b) => b.at).filter((at) => at > start && at < end);
  return [...new Set([...boxes, ...even])].sort((a, b) => a - b);
}

function exitsOf(f: Framed, frame: WallFrame, bays: readonly Bay[]): Exit[] {
  const opens = opensOf(f, frame);
  const platesOver = (role: Member['role'], along: number) =>
    frame.members
      .filter((m) => m.role === role && Math.abs(m.at - along) <= m.width / 2)
      .sort((a, b) => a.low - b.low);
  const places = bays.flatMap((bay, n) => [
    ...exitsAlong(f, bay).map((along) => ({ bay, n, along, isCut: false })),
    ...chasesThrough(f, frame.wall, bay).map((along) => ({ bay, n, along, isCut: true })),
  ]);
  return places.flatMap(({ bay, n, along, isCut }): Exit[] => {
    const plate = (length: number, members: Member[]): Step => ({
      kind: 'plate',
      length,
      members,
      joists: 0,
      within: [bay.start + holeMargin, bay.end - holeMargin],
    });
    const z = frame.top + overPlates;
    const up: Exit = {
      side: 'over',
      inside: { bay: n, along, z: bay.high },
      z,
      step: plate(z - bay.high, isCut ? [] : platesOver('top-plate', along)),
    };
    const down: Exit = {
      side: 'under',
      inside: { bay: n, along, z: bay.low },
      z: -underFloor,
      step: plate(bay.low + underFloor, isCut ? [] : platesOver('bottom-plate', along)),
    };
    return [...(bay.meetsTop && opens.up ? [up] : []), ...(bay.meetsBottom && opens.down ? [down] : [])];
  });
}

/** Where cable over or under a wall may turn a corner: at its ends, and where another crosses it. Lengths along it. */
function turnsOf({ framing }: Framed, { wall, line }: WallFrame): number[] {
  return [0, line.length, ...entryOf(framing.junctions, wall).crossings.map((c) => c.at)];
}

/** A place as ways are priced. */
const spotOnGrid = ({ bay, along, z }: Spot): Spot => ({ bay, along: onGrid(along), z: onGrid(z) });

const isSame = (a: Spot, b: Spot) =>
  a.bay === b.bay && Math.abs(a.along - b.along) < same && Math.abs(a.z - b.z) < same;

/** Spots in order, bay after bay, each place once. */
function placesOf(spots: readonly Spot[]): Spot[] {
  const kept: Spot[] = [];
  for (const spot of [...spots].sort((a, b) => a.bay - b.bay || a.along - b.along || a.z - b.z)) {
    let at = kept.length - 1;
    while (at >= 0 && nth(kept, at).bay === spot.bay && spot.along - nth(kept, at).along < same) {
      if (isSame(nth(kept, at), spot)) break;
      at--;
    }
    if (at < 0 || !isSame(nth(kept, at), spot)) kept.push(spot);
  }
  return kept;
}

/** The number of a spot among the places of a wall. */
export function spotIn({ nodes, first }: Pick<WallPiece, 'nodes' | 'first'>, spot: Spot): number {
  for (let n = nth(first, spot.bay); n < nth(first, spot.bay + 1); n++) {
    const { along, at, floor, bay } = nth(nodes, n);
    if (isSame({ bay, along, z: at.z - floor }, spot)) return n;
  }
  throw new Error(`no place at ${spot.along}, ${spot.z} in bay ${spot.bay}`);
}

/** The wall's piece of the route graph. Closed walls are left alone, but for up or down inside a bay, unless they may be fished or opened. */
export const wallPiece = query('route piece of wall', (f: Framed, wall: string): WallPiece => {
  const frame = entryOf(f.framing.walls, wall);
  const bays = baysOf(f, wall);
  const meetings = meetingsOf(f, wall);
  const arriving = wallsMeeting(f, wall).flatMap((other) =>
    meetingsOf(f, other).flatMap((m) => (m.other === wall ? [m.theirs] : [])),
  );
  const drilled = [...drilledBays(f, wall, bays), ...climbsOf(f, wall, bays)].map(({ from, to, step }) => ({
    from: spotOnGrid(from),
    to: spotOnGrid(to),
    step: { ...step, length: onGrid(step.length) },
  }));
  const exits = exitsOf(f, frame, bays).map((e) => ({
    ...e,
    inside: spotOnGrid(e.inside),
    z: onGrid(e.z),
    step: { ...e.step, length: onGrid(e.step.length) },
  }));
  const spots = placesOf([
    ...drilled.flatMap((d) => [d.from, d.to]),
    ...meetings.map((m) => m.own),
    ...arriving,
    ...exits.map((e) => e.inside),
  ]);
  const floor = onGrid(entryOf(f.plan.levels, frame.line.level).elevation);
  const placed = placing(f, wall);
  const nodes: RouteNode[] = spots.map(({ bay, along, z }, local) => ({
    wall,
    local,
    bay,
    along,
    at: placed(along, z),
    floor,
  }));
  const first: number[] = [];
  for (let bay = 0, at = 0; bay <= bays.length; bay++) {
    while (at < spots.length && nth(spots, at).bay < bay) at++;
    first.push(at);
  }
  const inBays = { nodes, first };
  const steps: DrilledStep[] = drilled.map(({ from, to, step }) => ({
    ...step,
    from: spotIn(inBays, from),
    to: spotIn(inBays, to),
  }));
  const turns = turnsOf(f, frame).map(onGrid);
  const leave = (side: Exit['side']): Range => {
    const from = nodes.length;
    const own = exits.filter((e) => e.side === side);
    const z = onGrid(side === 'over' ? frame.top + overPlates : -underFloor);
    const isOpen = opensOf(f, frame)[side === 'over' ? 'up' : 'down'];
    const places = [
      ...own.map((exit) => ({ along: exit.inside.along, exit })),
      ...(isOpen ? turns.map((along) => ({ along, exit: null })) : []),
    ];
    for (const { along, exit } of places.sort((a, b) => a.along - b.along)) {
      const local = nodes.length;
      const at = placed(along, z);
      if (exit) steps.push({ ...exit.step, from: spotIn(inBays, exit.inside), to: local });
      nodes.push({ wall, local, bay: -1, along, at, floor, ...(exit ? {} : { turns: true }) });
    }
    return [from, nodes.length];
  };
  const [over, under] = [leave('over'), leave('under')];
  return { wall, level: frame.line.level, bays, nodes, first, drilled: steps, meetings, over, under };
});
