import { distance, distancePointSegment } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import { compareIds, nextIds } from '../plan/ids.ts';
import { entrySchemas, type DeviceKind, type Fixture, type Plan, type Side } from '../plan/schema.ts';
import type { FloorLine, FoundRoom } from '../rooms/index.ts';
import type { Height, RuleBook } from '../rules/index.ts';
import { facePoint, receptacleCandidates, type Candidate } from './candidates.ts';
import type { BoxLayout } from './index.ts';
import type { PlacedBox } from './place.ts';
import { coverLine } from './propose.ts';

/** What a room owes beside wall spacing, by its use and by what stands in it: NEC 210.52(C) to (I), 210.50(C) (from memory). */
export type DutyRule =
  | 'counter.maxGap'
  | 'bath.basin'
  | 'laundry.none'
  | 'hall.none'
  | 'foyer.wall'
  | 'garage.bay'
  | 'basement.none'
  | 'outdoor.none'
  | 'appliance.far';

export interface DutyBox {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  readonly exact: boolean;
  readonly kind: DeviceKind;
  readonly height: Height | null;
  readonly gangs: number;
  readonly va?: number;
  readonly label?: string;
}

/** A duty not met: what it is about, its figures, and boxes that would meet it. */
export interface OpenDuty {
  readonly rule: DutyRule;
  readonly room: string;
  readonly about: readonly string[];
  readonly figures: Readonly<Record<string, string | number>>;
  readonly place: { readonly wall: string; readonly side: Side; readonly at: number } | null;
  readonly boxes: readonly DutyBox[];
}

interface Setting {
  readonly plan: Plan;
  readonly framing: Framing;
  readonly layout: BoxLayout;
  readonly rules: RuleBook;
  readonly room: FoundRoom;
}

const pluggable: ReadonlySet<DeviceKind> = new Set(['receptacle', 'gfci', 'counter-receptacle']);
const counterBreaks: ReadonlySet<Fixture['kind']> = new Set([
  'sink',
  'range',
  'cooktop',
  'refrigerator',
  'oven',
  'freezer',
]);
const corded: ReadonlySet<Fixture['kind']> = new Set([
  'range',
  'oven',
  'refrigerator',
  'freezer',
  'dishwasher',
  'disposal',
  'microwave',
  'washer',
  'dryer',
]);

/** Boxes that the room sees, with a receptacle of some kind in them. */
function boxesSeen({ layout, room }: Setting, kinds: ReadonlySet<DeviceKind>): PlacedBox[] {
  const faces = room.boundary?.faces ?? [];
  return Object.values(layout.placed).filter(
    (p) =>
      layout.devices.get(p.id)?.some(([, d]) => kinds.has(d.kind)) &&
      faces.some(
        (f) =>
          f.wall === p.wall &&
          f.side === p.side &&
          p.at >= Math.min(f.startAt, f.endAt) - 1 &&
          p.at <= Math.max(f.startAt, f.endAt) + 1,
      ),
  );
}

function aboveFloor(p: PlacedBox, { layout }: Setting): number {
  return (p.bottom + p.top) / 2 - layout.settings.get(p.wall)!.floorFinish;
}

const candidatesOn = (s: Setting, lines: readonly FloorLine[], height: Height, exact = false): Candidate[] =>
  lines.flatMap((line) => receptacleCandidates(line, s.plan, s.framing, s.layout, s.rules, exact, height));

const boxAt = (c: Candidate, kind: DeviceKind, height: Height | null): DutyBox => ({
  wall: c.wall,
  side: c.side,
  at: c.at,
  exact: c.exact,
  kind,
  height,
  gangs: 1,
});

function fixturesOf({ plan, room }: Setting): [string, Fixture & { wall: string }][] {
  return Object.entries(plan.fixtures)
    .filter(
      (e): e is [string, Fixture & { wall: string }] => e[1].room === room.id && e[1].wall !== undefined,
    )
    .sort((a, b) => compareIds(a[0], b[0]));
}

/** The stretches of wall counter left between sinks and ranges, each a line of its own. */
function counterLines(s: Setting): { line: FloorLine; fixture: string }[] {
  const all = fixturesOf(s);
  return all.flatMap(([id, f]) => {
    if (f.kind !== 'counter' && f.kind !== 'peninsula') return [];
    const breaks = all
      .filter(([, b]) => counterBreaks.has(b.kind) && b.wall === f.wall && b.side === f.side)
      .map(([, b]) => b)
      .sort((a, b) => a.at - b.at);
    const edges: [number, number][] = [];
    let from = f.at;
    for (const b of breaks) {
      if (b.at > from) edges.push([from, Math.min(b.at, f.at + f.width)]);
      from = Math.max(from, b.at + b.width);
    }
    edges.push([from, f.at + f.width]);
    return edges
      .filter(([a, b]) => b - a >= s.rules('counter.minWidth') - 1e-6)
      .map(([start, end]) => ({
        fixture: id,
        line: {
          length: end - start,
          ring: false,
          pieces: [{ wall: f.wall, side: f.side, start, end, offset: 0 }],
        },
      }));
  });
}

function counterDuties(s: Setting): OpenDuty[] {
  const { rules } = s;
  const [low, high] = [rules('counter.top'), rules('counter.top') + rules('counter.highest')];
  const seen = boxesSeen(s, pluggable).filter(
    (p) => aboveFloor(p, s) > low && aboveFloor(p, s) <= high + 1e-6,
  );
  return counterLines(s).flatMap(({ line, fixture }): OpenDuty[] => {
    const [piece] = line.pieces;
    const along = (at: number) => (piece!.side === 'left' ? at - piece!.start : piece!.end - at);
    const fixed = seen
      .filter(
        (p) =>
          p.wall === piece!.wall &&
          p.side === piece!.side &&
          p.at >= piece!.start - 1e-6 &&
          p.at <= piece!.end + 1e-6,
      )
      .map((p) => along(p.at))
      .sort((a, b) => a - b);
    const maxGap = rules('counter.maxGap');
    const gaps = [
      2 * (fixed[0] ?? Infinity),
      ...fixed.slice(1).map((v, i) => v - fixed[i]!),
      2 * (line.length - (fixed.at(-1) ?? -Infinity)),
    ];
    const widest = Math.max(...gaps);
    if (widest <= maxGap + 1e-6) return [];
    const height = rules('height.counter');
    const onFaces = coverLine(line, fixed, candidatesOn(s, [line], height), maxGap);
    const cover =
      onFaces.excess <= 1e-6
        ? onFaces
        : coverLine(
            line,
            fixed,
            [...candidatesOn(s, [line], height), ...candidatesOn(s, [line], height, true)].sort(
              (a, b) => a.along - b.along,
            ),
            maxGap,
          );
    const figures = {
      length: line.length,
      distance: Number.isFinite(widest) ? widest / 2 : -1,
      limit: maxGap / 2,
    };
    return [
      {
        rule: 'counter.maxGap',
        room: s.room.id,
        about: [s.room.id, fixture],
        figures,
        place: { wall: piece!.wall, side: piece!.side, at: (piece!.start + piece!.end) / 2 },
        boxes: cover.added.map((c) => boxAt(c, 'counter-receptacle', null)),
      },
    ];
  });
}

/** From a place on a wall's face to the nearest point of a fixture's back edge, in the plan. */
function awayFrom(
  s: Setting,
  at: { wall: string; side: Side; at: number },
  f: Fixture & { wall: string },
): number {
  const [a, b] = [
    facePoint(s.framing, f.wall, f.side, f.at),
    facePoint(s.framing, f.wall, f.side, f.at + f.width),
  ];
  return distancePointSegment(facePoint(s.framing, at.wall, at.side, at.at), a, b);
}

function basinDuties(s: Setting): OpenDuty[] {
  const reach = s.rules('bath.reach');
  const height = s.rules('height.counter');
  return fixturesOf(s).flatMap(([id, f]): OpenDuty[] => {
    if (f.kind !== 'basin' || boxesSeen(s, pluggable).some((p) => awayFrom(s, p, f) <= reach)) return [];
    const beside = candidatesOn(s, s.room.spaces, height)
      .filter((c) => awayFrom(s, c, f) <= reach)
      .sort((a, b) => sideways(s, a, f) - sideways(s, b, f));
    return [
      {
        rule: 'bath.basin',
        room: s.room.id,
        about: [s.room.id, id],
        figures: { limit: reach },
        place: { wall: f.wall, side: f.side, at: f.at + f.width / 2 },
        boxes: beside.slice(0, 1).map((c) => boxAt(c, 'receptacle', height)),
      },
    ];
  });
}

/** Beside the basin is better than over it; nearer is better. */
function sideways(s: Setting, c: Candidate, f: Fixture & { wall: string }): number {
  const away = awayFrom(s, c, f);
  return away < 2 ? 1000 : away;
}

function applianceDuties(s: Setting): OpenDuty[] {
  const reach = s.rules('appliance.reach');
  const outlets = boxesSeen(s, new Set<DeviceKind>(['appliance-receptacle']));
  const taken = new Set<string>();
  return fixturesOf(s).flatMap(([id, f]): OpenDuty[] => {
    if (!corded.has(f.kind)) return [];
    const serves = outlets
      .filter(
        (p) =>
          !taken.has(p.id) &&
          awayFrom(s, p, f) <= reach &&
          s.layout.devices
            .get(p.id)!
            .some(
              ([, d]) =>
                d.kind === 'appliance-receptacle' && (d.label === '' || d.label === (f.label || f.kind)),
            ),
      )
      .sort((a, b) => awayFrom(s, a, f) - awayFrom(s, b, f))[0];
    if (serves) {
      taken.add(serves.id);
      return [];
    }
    const middle = facePoint(s.framing, f.wall, f.side, f.at + f.width / 2);
    const near = (exact: boolean) =>
      candidatesOn(s, wallLines(s), s.rules('height.receptacle'), exact).filter(
        (c) => awayFrom(s, c, f) <= reach,
      );
    const faces = near(false);
    const best = (faces.length > 0 ? faces : near(true)).sort(
      (a, b) =>
        distance(facePoint(s.framing, a.wall, a.side, a.at), middle) -
        distance(facePoint(s.framing, b.wall, b.side, b.at), middle),
    )[0];
    const box = best && {
      ...boxAt(best, 'appliance-receptacle', null),
      gangs: f.kind === 'range' || f.kind === 'oven' ? 2 : 1,
      va: f.va,
      label: f.label || f.kind,
    };
    return [
      {
        rule: 'appliance.far',
        room: s.room.id,
        about: [s.room.id, id],
        figures: { appliance: f.label || f.kind, limit: reach },
        place: { wall: f.wall, side: f.side, at: f.at + f.width / 2 },
        boxes: box ? [box] : [],
      },
    ];
  });
}

/** Every wall of the room from corner to corner, fixtures or not: what stands before it does not matter to an appliance's own outlet. */
function wallLines({ room }: Setting): FloorLine[] {
  return (room.boundary?.faces ?? []).flatMap((f) => {
    if (f.wall === null) return [];
    const [start, end] = [Math.min(f.startAt, f.endAt), Math.max(f.startAt, f.endAt)];
    return [
      { length: end - start, ring: false, pieces: [{ wall: f.wall, side: f.side, start, end, offset: 0 }] },
    ];
  });
}

/** `count` places as even as can be along the longest lines. */
function spread(s: Setting, count: number, height: Height): DutyBox[] {
  const lines = [...s.room.spaces].sort((a, b) => b.length - a.length);
  const chosen: DutyBox[] = [];
  for (let i = 0; i < count; i++) {
    const line = lines[i % Math.max(1, lines.length)];
    if (!line) break;
    const share = Math.ceil(count / lines.length);
    const target = (line.length * (Math.floor(i / lines.length) + 0.5)) / share;
    const free = candidatesOn(s, [line], height).filter(
      (c) => !chosen.some((b) => b.wall === c.wall && Math.abs(b.at - c.at) < 12),
    );
    const best = free.sort((a, b) => Math.abs(a.along - target) - Math.abs(b.along - target))[0];
    if (best) chosen.push(boxAt(best, 'receptacle', height));
  }
  return chosen;
}

function longSide({ room }: Setting): number {
  const polygon = room.boundary?.polygon ?? [];
  return Math.max(0, ...polygon.map((p, i) => distance(p, polygon[(i + 1) % polygon.length]!)));
}

/** Rooms that owe at least so many receptacles, wherever they stand. */
function countDuty(
  s: Setting,
  rule: DutyRule,
  owed: number,
  highest: number,
  height: Height,
  figures: OpenDuty['figures'] = {},
): OpenDuty[] {
  const there = boxesSeen(s, new Set<DeviceKind>([...pluggable, 'appliance-receptacle'])).filter(
    (p) => aboveFloor(p, s) <= highest,
  ).length;
  if (there >= owed) return [];
  const boxes = spread(s, owed - there, height);
  const place = boxes[0] ? { wall: boxes[0].wall, side: boxes[0].side, at: boxes[0].at } : null;
  return [{ rule, room: s.room.id, about: [s.room.id], figures: { ...figures, owed, there }, place, boxes }];
}

function foyerDuties(s: Setting): OpenDuty[] {
  if (s.room.area / 144 <= s.rules('foyer.area')) return [];
  const seen = boxesSeen(s, pluggable);
  return s.room.straight
    .filter((l) => l.length >= s.rules('foyer.wall') - 1e-6)
    .flatMap((line): OpenDuty[] => {
      const [piece] = line.pieces;
      if (
        !piece ||
        seen.some(
          (p) => p.wall === piece.wall && p.side === piece.side && p.at >= piece.start && p.at <= piece.end,
        )
      )
        return [];
      const best = candidatesOn(s, [line], s.rules('height.receptacle')).sort(
        (a, b) => Math.abs(a.along - line.length / 2) - Math.abs(b.along - line.length / 2),
      )[0];
      return [
        {
          rule: 'foyer.wall',
          room: s.room.id,
          about: [s.room.id],
          figures: { length: line.length },
          place: { wall: piece.wall, side: piece.side, at: (piece.start + piece.end) / 2 },
          boxes: best ? [boxAt(best, 'receptacle', null)] : [],
        },
      ];
    });
}

function dutiesByUse(s: Setting): OpenDuty[] {
  const { rules, plan, room } = s;
  const usual = rules('height.receptacle');
  switch (room.use) {
    case 'laundry':
      return countDuty(s, 'laundry.none', 1, Infinity, usual);
    case 'hall':
      return longSide(s) >= rules('hall.length') - 1e-6
        ? countDuty(s, 'hall.none', 1, Infinity, usual, { length: longSide(s) })
        : [];
    case 'foyer':
      return foyerDuties(s);
    case 'garage': {
      const walls = new Set(room.boundary?.faces.map((f) => f.wall));
      const bays = Object.values(plan.openings).filter(
        (o) => o.kind === 'garage-door' && walls.has(o.wall),
      ).length;
      return countDuty(s, 'garage.bay', Math.max(1, bays), rules('garage.highest'), rules('height.garage'));
    }
    case 'basement':
      return countDuty(s, 'basement.none', 1, Infinity, rules('height.garage'));
    case 'porch':
    case 'outdoor':
      return countDuty(s, 'outdoor.none', 1, rules('outdoor.highest'), usual);
    default:
      return [];
  }
}

/** An existing room with all its walls closed is not part of the work. */
function isLeftAsItIs(plan: Plan, room: FoundRoom): boolean {
  return room.boundary!.faces.every((f) => f.wall === null || plan.walls[f.wall]!.cover === 'closed');
}

/** Every duty that a plan's closed rooms still owe, with boxes that would meet it. Pure. */
export function openDuties(
  plan: Plan,
  framing: Framing,
  rooms: Readonly<Record<string, FoundRoom>>,
  layout: BoxLayout,
  rules: RuleBook,
): OpenDuty[] {
  return Object.values(rooms).flatMap((room) => {
    if (!room.boundary || isLeftAsItIs(plan, room)) return [];
    const s: Setting = { plan, framing, layout, rules, room };
    return [...counterDuties(s), ...basinDuties(s), ...applianceDuties(s), ...dutiesByUse(s)];
  });
}

/** Adds the boxes of open duties to a plan draft, one room and rule at a time, so that each sees those before it. Returns how many. */
export function addDutyBoxes(draft: Plan, duties: readonly OpenDuty[]): number {
  const done = new Set<string>();
  const boxes = duties.flatMap((d) => {
    const first = !done.has(d.room);
    done.add(d.room);
    return first ? d.boxes : [];
  });
  const [boxIds, deviceIds] = [
    nextIds(draft.boxes, 'b', boxes.length),
    nextIds(draft.devices, 'd', boxes.length),
  ];
  boxes.forEach((b, i) => {
    const on = { wall: b.wall, side: b.side, at: b.at, ...(b.height ? { height: b.height } : {}) };
    draft.boxes[boxIds[i]!] = entrySchemas.boxes.parse({ on, exact: b.exact, gangs: b.gangs });
    draft.devices[deviceIds[i]!] = entrySchemas.devices.parse({
      box: boxIds[i],
      kind: b.kind,
      ...(b.va === undefined || b.va === 0 ? {} : { va: b.va }),
      label: b.label ?? '',
    });
  });
  return boxes.length;
}
