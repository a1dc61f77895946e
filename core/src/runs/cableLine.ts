import { entryOf, lastOf, nth, valueIn } from '../lookups/index.ts';
import { polylineLength, type XY, type XYZ } from '../geometry/index.ts';
import type { Framing, Member } from '../framing/index.ts';
import type { Run } from '../plan/index.ts';
import { isDrilled, joistLines, joistsCrossed, type OpenSpace, type RouteNode, type Step } from './graph.ts';
import type { RunEnd } from './ends.ts';
import { isAttic, isCrawl } from './openSpaces.ts';
import { nearestKnockouts, stepToSpace, type Way } from './route.ts';

/** Where a cable goes through a member: how far along the member's wall, and how high above its subfloor. Inches. */
export interface Place {
  readonly at: number;
  readonly z: number;
}

/** A hole on a cable's way, as the search put it, through one member or more that stand against each other. */
export interface WayBore extends Place {
  readonly members: readonly Member[];
  /** Which step of the way goes through it, and which hole of the way it is. */
  readonly step: number;
  readonly order: number;
  /** What it is drilled together with: its wall, or the joint of walls it leads through. */
  readonly drilledIn: string;
  /** How low and how high in an upright it may be moved, or how near and how far along a plate. */
  readonly within: readonly [from: number, to: number];
  /** The box or panel it was raised or dropped to clear. */
  readonly avoids: string | null;
}

/** A stretch of cable across the joists of a closed ceiling, or of a closed floor. Inches. */
export interface ClosedSpace {
  readonly level: string;
  readonly of: 'ceiling' | 'floor';
  readonly how: 'fish' | 'open';
  readonly joists: number;
  readonly inches: number;
  /** Its corners in the plan, first to last. */
  readonly line: readonly XY[];
}

/** A cable's line through the framing. `joists` are those it bores; inches. */
export interface CableLine {
  readonly path: readonly XYZ[];
  readonly joists: number;
  /** Where it goes through joists. */
  readonly joistHoles: readonly XYZ[];
  /** Inches of it over or under the walls. */
  readonly outside: number;
  /** Inches of that in attics, and in crawl spaces. */
  readonly attic: number;
  readonly crawl: number;
  /** Closed ceilings and floors it goes across: how, past how many joists, and how far. */
  readonly ceilings: readonly ClosedSpace[];
  readonly way: 'wall' | 'over' | 'under' | 'surface';
  readonly length: number;
}

/** How a cable goes: along a way through the framing, or without leaving the bay or the space that both its ends lie in. */
export type Laid = Way | 'in one bay' | 'in one space';

/** What a line is drawn in. */
export interface LineOf {
  readonly from: RunEnd;
  readonly to: RunEnd;
  readonly asked: Run['way'];
  readonly framing: Framing;
  readonly spaces: readonly OpenSpace[];
}

/** The holes of a way, in the order the cable meets them. */
export function boresOfWay({ nodes, steps }: Way): WayBore[] {
  const bores = steps.flatMap((step, i) => {
    if (!isDrilled(step)) return [];
    const from = nth(nodes, i);
    const z = from.at.z - from.floor;
    const isLevel = step.kind === 'bore';
    return [
      {
        at: from.along,
        z,
        members: step.members,
        step: i,
        drilledIn: step.joint ?? from.wall,
        within: step.within ?? (isLevel ? [z, z] : [from.along, from.along]),
        avoids: step.avoids ?? null,
      } as const,
    ];
  });
  return bores.map((bore, order) => ({ ...bore, order }));
}

const nearestKnockout = (end: Extract<RunEnd, { kind: 'wall' }>, z: number) =>
  end.knockouts.reduce((best, k) => (Math.abs(k - z) < Math.abs(best - z) ? k : best));

function placeOn(framing: Framing, wall: string, along: number, z: number): XYZ {
  const line = entryOf(framing.lines, wall);
  return { x: line.from.x + line.unit.x * along, y: line.from.y + line.unit.y * along, z };
}

/** Drops points that repeat or lie on a straight line between their neighbours. */
function simplified(points: readonly XYZ[]): XYZ[] {
  const apart = (a: XYZ, b: XYZ) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
  const kept: XYZ[] = [];
  for (const p of points) {
    if (kept.length > 0 && apart(lastOf(kept), p) < 1e-6) continue;
    const [a, b] = [kept.at(-2), kept.at(-1)];
    if (a && b && apart(a, b) + apart(b, p) - apart(a, p) < 1e-9) kept.pop();
    kept.push(p);
  }
  return kept;
}

/** Corners of a cable between two places of a space, the places themselves left out: square, and over the joists it crosses where it does not bore them. */
function cornersBetween({ ground, joists, climb, kind }: OpenSpace, a: XYZ, b: XYZ): XYZ[] {
  const way = ground.between(a, b) ?? 'along first';
  const corner = ground.cornerOf(a, b, way);
  const rises = climb > 0 && joists !== null && joistsCrossed(a, b, joists) > 0;
  if (!rises)
    return [
      { ...corner, z: a.z },
      { ...b, z: a.z },
    ];
  const over = kind === 'above' ? Math.max(a.z, b.z) + climb : Math.min(a.z, b.z) - climb;
  return way === 'along first'
    ? [
        { ...corner, z: a.z },
        { ...corner, z: over },
        { ...b, z: over },
      ]
    : [
        { ...a, z: over },
        { ...corner, z: over },
        { ...corner, z: b.z },
      ];
}

/** A stretch of cable across a space, from place to place. */
interface Leg {
  readonly space: OpenSpace;
  readonly a: XYZ;
  readonly b: XYZ;
}

/** Where cable between two places of a space goes through joists that it bores, as it meets them. */
function joistHolesOf({ space, a, b }: Leg): XYZ[] {
  const { joists } = space;
  if (!joists?.bored) return [];
  const corners = [a, ...cornersBetween(space, a, b), b];
  return corners.slice(1).flatMap((to, i) => {
    const from = nth(corners, i);
    const lines = joistLines(joists, from, to);
    return lines.map((t) => ({
      x: from.x + (to.x - from.x) * t,
      y: from.y + (to.y - from.y) * t,
      z: from.z,
    }));
  });
}

/** How long stretches across spaces are. */
const inchesOf = (legs: readonly Leg[]): number =>
  legs.reduce((sum, { space, a, b }) => sum + polylineLength([a, ...cornersBetween(space, a, b), b]), 0);

/** How long they are in all, in attics and in crawl spaces. */
const outsideOf = (legs: readonly Leg[]): Pick<CableLine, 'outside' | 'attic' | 'crawl'> => ({
  outside: inchesOf(legs),
  attic: inchesOf(legs.filter((l) => isAttic(l.space.key))),
  crawl: inchesOf(legs.filter((l) => isCrawl(l.space.key))),
});

/** What stretches across closed ceilings and floors come to. */
function ceilingsOf(legs: readonly Leg[]): ClosedSpace[] {
  return legs.flatMap(({ space, a, b }) => {
    const { level, kind, closed, joists } = space;
    if (!closed || !joists) return [];
    const inches = Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
    const line = [a, ...cornersBetween(space, a, b), b].map(({ x, y }) => ({ x, y }));
    const of = kind === 'above' ? 'ceiling' : 'floor';
    return [{ level, of, how: closed, joists: Math.ceil(joistsCrossed(a, b, joists)), inches, line }];
  });
}

const spaceNamed = (spaces: readonly OpenSpace[], key: string): OpenSpace =>
  valueIn(new Map(spaces.map((s) => [s.key, s])), key);

/** The stretch from where an end hangs to where the way through the framing takes it up. */
const legFrom = (end: RunEnd, towards: XYZ, { spaces }: LineOf): Leg[] =>
  end.kind === 'hanging' ? [{ space: spaceNamed(spaces, end.space), a: end.at, b: towards }] : [];

/** From where an end is reached, to where the way through the framing takes it up. */
function endPoints(end: RunEnd, towards: XYZ, { framing, spaces }: LineOf): XYZ[] {
  switch (end.kind) {
    case 'wall': {
      const knockout = nearestKnockout(end, towards.z);
      const { wall, along } = end;
      return [placeOn(framing, wall, along, knockout), placeOn(framing, wall, along, towards.z)];
    }
    case 'hanging':
      return [end.at, ...cornersBetween(spaceNamed(spaces, end.space), end.at, towards)];
    case 'open':
      return end.away > 0
        ? [end.at, { x: towards.x + end.out.x, y: towards.y + end.out.y, z: end.at.z }]
        : [end.at, { x: towards.x, y: end.at.y, z: end.at.z }];
    default:
      return end satisfies never;
  }
}

/** The places of a way, with square corners between those that differ in two directions, each hole where it was drilled. */
function pointsOf(
  { nodes, steps }: Way,
  holes: ReadonlyMap<number, Place>,
  { framing, spaces }: LineOf,
): { points: XYZ[]; legs: Leg[] } {
  const legs: Leg[] = [];
  /** Where the cable is at a place on its way into or out of a hole. */
  const at = (node: RouteNode, i: number): XYZ => {
    const hole = holes.get(i);
    if (!hole) return node.at;
    return nth(steps, i).kind === 'bore'
      ? placeOn(framing, node.wall, node.along, hole.z + node.floor)
      : placeOn(framing, node.wall, hole.at, node.at.z);
  };
  const points: XYZ[] = [at(nth(nodes, 0), 0)];
  steps.forEach((step, i) => {
    const [from, to] = [nth(nodes, i), nth(nodes, i + 1)];
    if (holes.has(i)) {
      const [before, begin, end] = [lastOf(points), at(from, i), at(to, i)];
      points.push({ ...before, z: begin.z }, begin);
      if (step.via) points.push({ ...step.via, z: end.z });
      points.push(end);
      return;
    }
    const before = lastOf(points);
    const next = i + 1 < steps.length ? at(to, i + 1) : to.at;
    // From a hole that clears a box the cable goes on level; it rises or drops where no box stands.
    const clears = i > 0 && nth(steps, i - 1).avoids !== undefined;
    if (step.kind === 'inside' || step.kind === 'groove')
      points.push(clears ? { ...next, z: before.z } : { ...before, z: next.z });
    else if (step.kind === 'above' || step.kind === 'below') {
      const leg = { space: sharedSpace(spaces, step), a: before, b: next };
      legs.push(leg);
      points.push(...cornersBetween(leg.space, before, next));
    }
    points.push(next);
  });
  return { points, legs };
}

/** The space a step of a way crosses. */
const sharedSpace = (spaces: readonly OpenSpace[], { space }: Step): OpenSpace =>
  spaceNamed(spaces, space ?? '');

function wayTaken(laid: Way, { asked, from, to, spaces }: LineOf): CableLine['way'] {
  if (asked === 'surface') return 'surface';
  const hangs = (kind: OpenSpace['kind']) =>
    [from, to].some((e) => e.kind === 'hanging' && spaceNamed(spaces, e.space).kind === kind);
  if (laid.steps.some((s) => s.kind === 'above') || hangs('above')) return 'over';
  if (laid.steps.some((s) => s.kind === 'below') || hangs('below')) return 'under';
  return 'wall';
}

function lineOfPoints(points: readonly XYZ[], rest: Omit<CableLine, 'path' | 'length'>): CableLine {
  const path = simplified(points);
  return { ...rest, path, length: polylineLength(path) };
}

/** The line of a cable along its way; `holes` says where each step that is drilled goes through. */
export function cableLine(laid: Laid, holes: ReadonlyMap<number, Place>, line: LineOf): CableLine {
  const { from, to, framing, spaces } = line;
  if (laid === 'in one bay') {
    if (from.kind !== 'wall' || to.kind !== 'wall') throw new Error('A cable in one bay ends in a wall');
    const [a, b] = nearestKnockouts(from, to);
    const points = [
      placeOn(framing, from.wall, from.along, a),
      placeOn(framing, from.wall, from.along, b),
      placeOn(framing, to.wall, to.along, b),
    ];
    return lineOfPoints(points, {
      joists: 0,
      joistHoles: [],
      outside: 0,
      attic: 0,
      crawl: 0,
      ceilings: [],
      way: 'wall',
    });
  }
  if (laid === 'in one space') {
    if (from.kind !== 'hanging') throw new Error('A cable in one space hangs in it');
    const space = spaceNamed(spaces, from.space);
    const joists = space.joists?.bored ? joistsCrossed(from.at, to.at, space.joists) : 0;
    return lineOfPoints([from.at, ...cornersBetween(space, from.at, toXYZ(to)), toXYZ(to)], {
      joists: Math.ceil(joists),
      joistHoles: joistHolesOf({ space, a: from.at, b: toXYZ(to) }),
      ...outsideOf([{ space, a: from.at, b: toXYZ(to) }]),
      ceilings: ceilingsOf([{ space, a: from.at, b: toXYZ(to) }]),
      way: space.kind === 'above' ? 'over' : 'under',
    });
  }
  const { points, legs } = pointsOf(laid, holes, line);
  const whole = [
    ...endPoints(from, nth(points, 0), line),
    ...points,
    ...endPoints(to, lastOf(points), line).reverse(),
  ];
  const ends = [stepToSpace(from, nth(laid.nodes, 0), spaces), stepToSpace(to, lastOf(laid.nodes), spaces)];
  const joists = [...laid.steps, ...ends].reduce((sum, s) => sum + (s?.joists ?? 0), 0);
  const across = [...legFrom(from, nth(points, 0), line), ...legs, ...legFrom(to, lastOf(points), line)];
  return lineOfPoints(whole, {
    joists: Math.ceil(joists),
    joistHoles: across.flatMap(joistHolesOf),
    ...outsideOf(across),
    ceilings: ceilingsOf(across),
    way: wayTaken(laid, line),
  });
}

function toXYZ(end: RunEnd): XYZ {
  if (end.kind === 'wall') throw new Error('An end in a wall has no place of its own in a space');
  return end.at;
}
