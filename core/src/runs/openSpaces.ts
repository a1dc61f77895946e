import { entryOf, valueIn } from '../lookups/index.ts';
import { add, cross, dot, headingVector, leftOf, scale, subtract, type XY } from '../geometry/index.ts';
import type { WallLine } from '../framing/index.ts';
import { entriesOf, idsOf, query, valuesOf } from '../incremental/index.ts';
import { aroundRoom, type Level, type Room } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { OpenSpace } from './graph.ts';
import { isSameGround, OpenGround, type Shape } from './openGround.ts';
import type { Framed } from './framed.ts';

/** Framing with the rooms it bounds. */
export interface FramedRooms extends Framed {
  readonly rooms: Readonly<Record<string, FoundRoom>>;
}

/** What is over or under rooms that cable can lie in. */
type Hollow =
  | Exclude<Level['above'], 'closed'>
  | Exclude<Level['below'], 'slab' | 'closed'>
  | 'closed fish'
  | 'closed open';

/** Height of a truss's bottom chord, which cable is laid over. Common practice, no source. */
const chordDepth = 3.5;
/** What lies in a joist bay lies this far above its bottom. */
const inBay = 1.5;

/** What cable can lie in over a room or level; null where its ceiling is closed and left alone. */
function hollowOver({ above, ceilingAccess }: Pick<Level, 'above' | 'ceilingAccess'>): Hollow | null {
  if (above !== 'closed') return above;
  return ceilingAccess === 'leave' ? null : `closed ${ceilingAccess}`;
}

/** What cable can lie in under a room or level; null where its floor is a slab, or closed and left alone. */
function hollowUnder({ below, floorAccess }: Pick<Level, 'below' | 'floorAccess'>): Hollow | null {
  if (below === 'slab') return null;
  if (below !== 'closed') return below;
  return floorAccess === 'leave' ? null : `closed ${floorAccess}`;
}

/** What is over and under a room: as it is on its level, where the room says nothing else. */
function hollowsOf({ plan }: Pick<Framed, 'plan'>, room: Room): Record<OpenSpace['kind'], Hollow | null> {
  const around = aroundRoom(plan, room);
  return { above: hollowOver(around), below: hollowUnder(around) };
}

/** The name of the space that cable over or under a room lies in; null where there is none: the ceiling is closed, or the floor a slab. */
export const spaceOfRoom = query('space of room', (f: Framed, id: string, kind: OpenSpace['kind']) => {
  const room = entryOf(f.plan.rooms, id);
  return nameOf(room.level, kind, hollowsOf(f, room)[kind]);
});

/** Whether cable can come out over the walls of a level, and whether under them: somewhere on it. */
export const opensAt = query('openings at level', (f: Pick<Framed, 'plan'>, level: string) => {
  const own = entryOf(f.plan.levels, level);
  const rooms = valuesOf(f.plan.rooms)
    .filter((r) => r.level === level)
    .map((r) => hollowsOf(f, r));
  return {
    up: hollowOver(own) !== null || rooms.some((r) => r.above !== null),
    down: hollowUnder(own) !== null || rooms.some((r) => r.below !== null),
  };
});

const nameOf = (level: string, kind: OpenSpace['kind'], what: Hollow | null): string | null =>
  what === null ? null : `${level} ${kind} ${what}`;

/** Whether a space is an attic, and whether it is a crawl space, by its name. */
export const isAttic = (key: string | undefined): boolean => key?.endsWith(' above attic') === true;
export const isCrawl = (key: string | undefined): boolean => key?.endsWith(' below crawl') === true;

/** Walls around a room. */
const wallsOfRoom = query('walls of room', ({ rooms }: FramedRooms, room: string): string[] => [
  ...new Set(entryOf(rooms, room).boundary?.faces.flatMap((f) => f.wall ?? [])),
]);

/** Walls that no room is bounded by. */
const wallsAlone = query('walls of no room', (f: FramedRooms): string[] => {
  const inRooms = new Set(idsOf(f.rooms).flatMap((id) => wallsOfRoom(f, id)));
  return idsOf(f.framing.walls).filter((id) => !inRooms.has(id));
});

/** Walls that were not measured to meet are taken to meet over a gap as wide as this. */
const mended = 3;

/** Half the depth of the thinnest wall of studs. */
const half = 1.75;

/** The ground a stretch of a wall takes, and past its ends to the far side of the wall that meets it there, or as may be missing. */
function groundOfWall(
  { from, unit, depth }: WallLine,
  [start, end]: readonly [number, number],
  more = 0,
): Shape {
  const across = scale(leftOf(unit), depth / 2);
  const corner = (along: number, side: 1 | -1): XY => add(add(from, scale(unit, along)), scale(across, side));
  const [low, high] = [start - half - more, end + half + more];
  return [corner(low, 1), corner(high, 1), corner(high, -1), corner(low, -1)];
}

/** Of a room whose walls do not close: the ground from its name along and across the joists to the nearest walls. */
function groundAround({ plan, framing }: Pick<Framed, 'plan' | 'framing'>, id: string): Shape[] {
  const { level, x, y } = entryOf(plan.rooms, id);
  const along = headingVector(entryOf(plan.levels, level).joists.direction);
  const lines = valuesOf(framing.lines).filter((l) => l.level === level);
  const reach = (towards: XY): number | null => {
    const hits = lines.flatMap(({ from, to, depth }) => {
      const [a, b] = [cross(towards, subtract(from, { x, y })), cross(towards, subtract(to, { x, y }))];
      if (a === b || a * b > 0) return [];
      const met = add(from, scale(subtract(to, from), a / (a - b)));
      const away = dot(subtract(met, { x, y }), towards);
      return away > 0 ? [away + depth / 2] : [];
    });
    return hits.length === 0 ? null : Math.min(...hits);
  };
  const [east, north, west, south] = [along, leftOf(along), scale(along, -1), scale(leftOf(along), -1)].map(
    reach,
  );
  if (!east || !north || !west || !south) return [];
  const corner = (u: number, v: number) => add(add({ x, y }, scale(along, u)), scale(leftOf(along), v));
  return [[corner(east, north), corner(-west, north), corner(-west, -south), corner(east, -south)]];
}

/** What a room adds to the ground over or under it: itself, and the stretches of wall around it. */
const shapesOfRoom = query('ground of room', ({ plan, rooms, framing }: FramedRooms, id: string): Shape[] => {
  const { boundary } = entryOf(rooms, id);
  if (!boundary) return groundAround({ plan, framing }, id);
  const walls = boundary.faces.flatMap((face): Shape[] => {
    if (face.wall === null) return [];
    const [start, end] = [Math.min(face.startAt, face.endAt), Math.max(face.startAt, face.endAt)];
    // A face ends at the near side of the wall it meets.
    return [groundOfWall(entryOf(framing.lines, face.wall), [start - half, end + half])];
  });
  return [boundary.polygon, ...walls];
});

/** What lies in a space. */
interface Member {
  readonly rooms: string[];
  readonly walls: string[];
  readonly level: string;
  readonly kind: OpenSpace['kind'];
  readonly what: Hollow;
}

/** Rooms and walls of each space by its name. */
const membersOf = query('rooms of spaces', (f: FramedRooms): ReadonlyMap<string, Member> => {
  const spaces = new Map<string, Member>();
  const put = (
    level: string,
    kind: OpenSpace['kind'],
    what: Hollow | null,
    list: 'rooms' | 'walls',
    id: string,
  ) => {
    const name = nameOf(level, kind, what);
    if (name === null || what === null) return;
    const own = spaces.get(name) ?? { rooms: [], walls: [], level, kind, what };
    spaces.set(name, own);
    own[list].push(id);
  };
  for (const id of idsOf(f.rooms)) {
    const room = entryOf(f.plan.rooms, id);
    const { above, below } = hollowsOf(f, room);
    put(room.level, 'above', above, 'rooms', id);
    put(room.level, 'below', below, 'rooms', id);
  }
  for (const id of wallsAlone(f)) {
    const { level } = entryOf(f.framing.lines, id);
    put(level, 'above', hollowOver(entryOf(f.plan.levels, level)), 'walls', id);
    put(level, 'below', hollowUnder(entryOf(f.plan.levels, level)), 'walls', id);
  }
  return spaces;
});

/** The ground of a space. */
const groundOf = query(
  'ground of space',
  (f: FramedRooms, key: string): OpenGround => {
    const { rooms, walls, level } = valueIn(membersOf(f), key);
    const alone = walls.map((id) => {
      const line = entryOf(f.framing.lines, id);
      return groundOfWall(line, [0, line.length], mended);
    });
    const shapes = [...rooms.flatMap((id) => shapesOfRoom(f, id)), ...alone];
    return new OpenGround(shapes, entryOf(f.plan.levels, level).joists.direction);
  },
  isSameGround,
);

/** Whether a place lies on the ground of a space. */
export const isOnGround = (f: FramedRooms, space: string, at: XY): boolean =>
  membersOf(f).has(space) && groundOf(f, space).holds(at);

/** Walls of the level next up, where cable over this one reaches up through its floor. */
function wallsOverhead({ plan, framing }: Framed, level: string): string[] {
  const own = entryOf(plan.levels, level);
  const higher = entriesOf(plan.levels).filter(([, l]) => l.elevation > own.elevation);
  const next = higher.sort((x, y) => x[1].elevation - y[1].elevation)[0];
  if (!next || hollowUnder(next[1]) === null) return [];
  return idsOf(framing.walls).filter((id) => entryOf(framing.lines, id).level === next[0]);
}

/** How cable crosses the joists of a space: through bores, or over them where no floor lies on them. */
function crossingOf(
  { what }: Member,
  { joists }: Level,
  isFloored: boolean,
): Pick<OpenSpace, 'joists' | 'climb' | 'closed'> {
  if (what === 'closed fish' || what === 'closed open')
    return { joists: { ...joists, bored: true }, climb: 0, closed: what === 'closed fish' ? 'fish' : 'open' };
  if (what === 'joists' || isFloored) return { joists: { ...joists, bored: true }, climb: 0 };
  if (what === 'attic') return { joists: { ...joists, bored: false }, climb: joists.depth - inBay };
  if (what === 'truss') return { joists: { ...joists, bored: false }, climb: chordDepth - inBay };
  return { joists: null, climb: 0 };
}

const spaceOf = query(
  'space',
  (f: FramedRooms, key: string): OpenSpace => {
    const member = valueIn(membersOf(f), key);
    const { rooms, walls, level, kind } = member;
    const around = [...new Set([...rooms.flatMap((id) => wallsOfRoom(f, id)), ...walls])];
    const own = around.map((wall) => ({
      wall,
      side: kind === 'above' ? ('over' as const) : ('under' as const),
    }));
    const overhead = kind === 'above' ? wallsOverhead(f, level) : [];
    return {
      key,
      level,
      kind,
      walls: [...own, ...overhead.map((wall) => ({ wall, side: 'under' as const }))],
      ...crossingOf(member, entryOf(f.plan.levels, level), overhead.length > 0),
      ground: groundOf(f, key),
    };
  },
  isSameSpace,
);

function isSameSpace(a: OpenSpace, b: OpenSpace): boolean {
  const told = ({ ground: _, ...rest }: OpenSpace) => JSON.stringify(rest);
  return a.ground === b.ground && told(a) === told(b);
}

/** Every space over and under rooms, and over and under walls of no room: one for all that is framed alike on a level. */
export const openSpaces = query('open spaces', (f: FramedRooms): readonly OpenSpace[] =>
  [...membersOf(f).keys()].sort().map((key) => spaceOf(f, key)),
);
