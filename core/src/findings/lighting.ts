import { type Plan, thing, valuesIn, entriesIn } from '../plan/index.ts';
import { entryOf, must, nth } from '../lookups/index.ts';
import { alarmsTooNear, owedAlarms } from '../boxes/alarms.ts';
import { isBehindDoor } from '../boxes/candidates.ts';
import { isThere, kindsIn, lightKinds, switchKinds } from '../boxes/index.ts';
import { isLaidOut, lightsIn, lightsOutside, litUses } from '../boxes/lights.ts';
import { unswitched } from '../boxes/switching.ts';
import { arrivals, openAir, stairAbove, waysInto } from '../rooms/ways.ts';
import { isLeftAsItIs } from '../rooms/work.ts';
import { distancePointSegment, innerPoint, type XY } from '../geometry/index.ts';
import { valuesOf } from '../incremental/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { House } from '../stages/index.ts';
import { ofJob, ofNewPlacedBoxes, ofRooms, type Check } from './check.ts';
import { found, type Found } from './finding.ts';

/** Whether a room is part of the work, closed and indoors. */
const isAtWork = (room: FoundRoom, { plan }: House): boolean =>
  room.boundary !== null && !isLeftAsItIs(plan, room) && !openAir.has(room.use);

const ofRoomsAtWork = (of: (room: FoundRoom, house: House) => Found[]): Check =>
  ofRooms((room, house) => (isAtWork(room, house) ? of(room, house) : []));

const lightsOf = ({ plan, rooms }: House, room: string) =>
  lightsIn(plan, room, rooms).filter((id) => entryOf(plan.devices, id).kind !== 'bath-fan');

/** Nothing is owed of a plan that has no lights yet: one note stands for all of it. */
export const someLightsAreLaidOut = ofJob((house) => {
  if (isLaidOut(house.plan)) return [];
  const count = valuesOf(house.rooms).filter((r) => litUses.has(r.use) && isAtWork(r, house)).length;
  const args = { only: ['lights', 'switches', 'alarms'] };
  return count > 0
    ? [
        found(
          'light.nothing',
          [],
          { count },
          { fixes: [{ label: 'Lay out lights and switches', edit: 'propose', args }] },
        ),
      ]
    : [];
});

export const roomsAreLit = ofRoomsAtWork((r, house) =>
  isLaidOut(house.plan) && litUses.has(r.use) && lightsOf(house, r.id).length === 0
    ? [
        found(
          'light.none',
          [thing.room(r.id)],
          { room: r.id },
          { fixes: [{ label: 'Light it', edit: 'propose', args: { only: ['lights', 'switches'] } }] },
        ),
      ]
    : [],
);

export const waysOutAreLit = ofRoomsAtWork((r, { plan, rooms }) =>
  !isLaidOut(plan)
    ? []
    : waysInto(r.id, plan, rooms)
        .filter(
          (w) =>
            w.outside && entryOf(plan.walls, w.wall).cover === 'open' && lightsOutside(w, plan).length === 0,
        )
        .map((w) => {
          const o = entryOf(plan.openings, w.opening);
          return found(
            'light.outside',
            [thing.room(r.id), thing.opening(w.opening)],
            { room: r.id },
            { place: { wall: w.wall, side: w.side, at: o.at + o.width / 2 } },
          );
        }),
);

/** Lights of a room that nothing works and that no way in would have a switch for: over stairs, or where nobody walks in. */
function leftWithout(house: House, groups: ReturnType<typeof unswitched>): Found[] {
  const { plan, rooms } = house;
  const worked = new Set([
    ...valuesOf(plan.controls).flatMap((c) => (c.switches.length > 0 ? c.loads : [])),
    ...groups.flatMap((g) => g.loads),
  ]);
  return valuesOf(rooms)
    .filter((room) => isAtWork(room, house))
    .flatMap((room) => {
      const dark = lightsOf(house, room.id).filter(
        (id) => !worked.has(id) && !isThere(plan, entryOf(plan.devices, id).box),
      );
      const boxes = [...new Set(dark.map((id) => entryOf(plan.devices, id).box))];
      return boxes.length > 0
        ? [
            found(
              'light.unswitched',
              boxes.map(thing.box),
              { room: room.id, count: boxes.length },
              { level: 'warning' },
            ),
          ]
        : [];
    });
}

export const lightsAreSwitched = ofJob((house) => {
  const { plan, rooms } = house;
  if (!isLaidOut(plan)) return [];
  const groups = unswitched(plan, rooms);
  const told = groups.map((g) => {
    const boxes = [...new Set(g.loads.map((id) => entryOf(plan.devices, id).box))];
    const [way] = g.ways;
    return found(
      'light.unswitched',
      boxes.map(thing.box),
      { room: must(way, 'a way in').room, count: boxes.length },
      { fixes: [{ label: 'Add its switches', edit: 'propose', args: { only: ['switches'] } }] },
    );
  });
  return [...told, ...leftWithout(house, groups)];
});

export const alarmsKeepTheirDistance = ofRoomsAtWork((r, { plan, rules }) =>
  alarmsTooNear(plan, r.id, rules).map(({ alarm, other, apart, limit }) =>
    found('alarm.near', [thing.box(alarm), thing.box(other)], { alarm, other, apart, limit }),
  ),
);

/** Controls that work some of these lights. */
const controlsWorking = (plan: Plan, lights: readonly string[]) => [
  ...new Set(lights.flatMap((id) => valuesIn(plan, 'controlsOfLoad', id))),
];

/** Stairs that go on to another level want a switch at each: NEC 210.70(A)(2)(3) (from memory). */
export const stairsHaveBothSwitches = ofRoomsAtWork((r, house) => {
  const { plan, rooms, layout } = house;
  const over = r.use === 'stair' ? stairAbove(r.id, plan, rooms) : null;
  const loads = over ? [...lightsOf(house, r.id), ...lightsOf(house, over)] : [];
  if (!over || loads.length === 0) return [];
  const switches = controlsWorking(plan, loads).flatMap((c) => c.switches);
  const levels = new Set(
    switches.flatMap((id) => {
      const placed = layout.placed[entryOf(plan.devices, id).box];
      return placed ? [entryOf(plan.points, entryOf(plan.walls, placed.wall).from).level] : [];
    }),
  );
  return levels.size >= 2 ? [] : [found('light.stair', [thing.room(r.id), thing.room(over)], { room: r.id })];
});

/** Every way by which people arrive in a room wants a switch: common practice, no source. */
export const waysHaveSwitches = ofRoomsAtWork((r, house) => {
  const { plan, rooms } = house;
  if (r.use === 'stair') return [];
  const controls = controlsWorking(plan, lightsOf(house, r.id));
  const ways = arrivals(r.id, plan, rooms).length;
  const most = Math.max(0, ...controls.map((c) => c.switches.length));
  return controls.length > 0 && most < Math.min(ways, 2)
    ? [found('light.ways', [thing.room(r.id)], { room: r.id, ways })]
    : [];
});

export const switchesAreOutOfTheSwing = ofNewPlacedBoxes((p, { plan, framing }) =>
  kindsIn(plan, p.id).some((kind) => switchKinds.has(kind)) && isBehindDoor(plan, framing, p, p.at)
    ? [
        found(
          'switch.swing',
          [thing.box(p.id)],
          { box: p.id },
          { place: { wall: p.wall, side: p.side, at: p.at } },
        ),
      ]
    : [],
);

/** Whether no place in a closet is so far from its walls: with shelves on all of them no light could be clear. */
function isTooNarrow(polygon: readonly XY[], clear: number): boolean {
  const inner = innerPoint(polygon);
  return (
    inner === null ||
    polygon.some(
      (a, i) => distancePointSegment(inner, a, nth(polygon, (i + 1) % polygon.length)) < clear - 0.5,
    )
  );
}

/** Closet lights keep clear of storage: NEC 410.16(C) (from memory). */
export const closetLightsAreClear = ofRoomsAtWork((r, { plan, rooms, rules }) => {
  if (r.use !== 'closet') return [];
  const clear = rules('light.shelf') + rules('light.closet');
  const { faces, polygon } = must(r.boundary, 'the boundary of a closet');
  return entriesIn(plan, 'boxesHungIn', r.id).flatMap(([id, { on }]) => {
    if (!('ceiling' in on) || !kindsIn(plan, id).some((kind) => lightKinds.has(kind))) return [];
    const shelved = faces.filter(
      (f) => f.wall !== null && !waysInto(r.id, plan, rooms).some((w) => w.wall === f.wall),
    );
    const near = Math.min(...shelved.map((f) => distancePointSegment(on, f.a, f.b)));
    if (near >= clear - 1e-6) return [];
    const tooNarrow = isTooNarrow(polygon, clear);
    return [
      found(
        'light.closet',
        [thing.box(id), thing.room(r.id)],
        { box: id, distance: near, limit: clear, tooNarrow },
        { level: tooNarrow ? 'warning' : 'error' },
      ),
    ];
  });
});

export const alarmsAreThere = ofJob(({ plan, rooms, rules }) =>
  isLaidOut(plan)
    ? owedAlarms(plan, rooms, rules).map(({ room, why }) =>
        found(
          'alarm.none',
          [thing.room(room)],
          { room, why },
          { fixes: [{ label: 'Add alarms', edit: 'propose', args: { only: ['alarms'] } }] },
        ),
      )
    : [],
);
