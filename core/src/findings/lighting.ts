import { type Plan, thing } from '../plan/index.ts';
import { entryOf, must, nth } from '../lookups/index.ts';
import { owedAlarms } from '../boxes/alarms.ts';
import { isBehindDoor } from '../boxes/candidates.ts';
import { lightKinds, switchKinds } from '../boxes/index.ts';
import { lightsIn, lightsOutside, litUses } from '../boxes/lights.ts';
import { unswitched } from '../boxes/switching.ts';
import { arrivals, openAir, stairAbove, waysInto } from '../rooms/ways.ts';
import { isLeftAsItIs } from '../rooms/work.ts';
import { distancePointSegment, innerPoint, type XY } from '../geometry/index.ts';
import type { Check, CheckInput } from './check.ts';
import { found, type Found } from './finding.ts';

/** Rooms that are part of the work, closed and indoors. */
const roomsAtWork = ({ plan, rooms }: CheckInput) =>
  Object.values(rooms).filter((r) => r.boundary && !isLeftAsItIs(plan, r) && !openAir.has(r.use));

/** Nothing is owed of a plan that has no lights yet: one note stands for all of it. */
function isLaidOut(plan: Plan): boolean {
  return Object.values(plan.devices).some((d) => lightKinds.has(d.kind));
}

const lightsOf = ({ plan, rooms }: CheckInput, room: string) =>
  lightsIn(plan, room, rooms).filter((id) => entryOf(plan.devices, id).kind !== 'bath-fan');

export const roomsAreLit: Check = (input) => {
  const { plan, rooms } = input;
  if (!isLaidOut(plan)) {
    const count = roomsAtWork(input).filter((r) => litUses.has(r.use)).length;
    return count > 0
      ? [
          found(
            'light.nothing',
            [],
            { count },
            {
              fixes: [
                {
                  label: 'Lay out lights and switches',
                  edit: 'propose',
                  args: { only: ['lights', 'switches', 'alarms'] },
                },
              ],
            },
          ),
        ]
      : [];
  }
  const dark = roomsAtWork(input)
    .filter((r) => litUses.has(r.use) && lightsOf(input, r.id).length === 0)
    .map((r) =>
      found(
        'light.none',
        [thing.room(r.id)],
        { room: r.id },
        { fixes: [{ label: 'Light it', edit: 'propose', args: { only: ['lights', 'switches'] } }] },
      ),
    );
  const outside = roomsAtWork(input).flatMap((r) =>
    waysInto(r.id, plan, rooms)
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
  return [...dark, ...outside];
};

export const lightsAreSwitched: Check = ({ plan, rooms }) => {
  if (!isLaidOut(plan)) return [];
  const groups = unswitched(plan, rooms);
  return groups.map((g) => {
    const boxes = [...new Set(g.loads.map((id) => entryOf(plan.devices, id).box))];
    const [way] = g.ways;
    return found(
      'light.unswitched',
      boxes.map(thing.box),
      { room: must(way, 'a way in').room, count: boxes.length },
      { fixes: [{ label: 'Add its switches', edit: 'propose', args: { only: ['switches'] } }] },
    );
  });
};

/** Stairs that go on to another level want a switch at each: NEC 210.70(A)(2)(3) (from memory). */
export const stairsHaveBothSwitches: Check = (input) => {
  const { plan, rooms, layout } = input;
  return roomsAtWork(input).flatMap((r): Found[] => {
    const over = r.use === 'stair' ? stairAbove(r.id, plan, rooms) : null;
    const loads = over ? [...lightsOf(input, r.id), ...lightsOf(input, over)] : [];
    if (!over || loads.length === 0) return [];
    const switches = Object.values(plan.controls)
      .filter((c) => c.loads.some((l) => loads.includes(l)))
      .flatMap((c) => c.switches);
    const levels = new Set(
      switches.flatMap((id) => {
        const placed = layout.placed[entryOf(plan.devices, id).box];
        return placed ? [entryOf(plan.points, entryOf(plan.walls, placed.wall).from).level] : [];
      }),
    );
    return levels.size >= 2
      ? []
      : [found('light.stair', [thing.room(r.id), thing.room(over)], { room: r.id })];
  });
};

/** Every way by which people arrive in a room wants a switch: common practice, no source. */
export const waysHaveSwitches: Check = (input) => {
  const { plan, rooms } = input;
  return roomsAtWork(input).flatMap((r): Found[] => {
    if (r.use === 'stair') return [];
    const lights = lightsOf(input, r.id);
    const controls = Object.values(plan.controls).filter((c) => c.loads.some((l) => lights.includes(l)));
    const ways = arrivals(r.id, plan, rooms).length;
    const most = Math.max(0, ...controls.map((c) => c.switches.length));
    return controls.length > 0 && most < Math.min(ways, 2)
      ? [found('light.ways', [thing.room(r.id)], { room: r.id, ways })]
      : [];
  });
};

export const switchesAreOutOfTheSwing: Check = ({ plan, framing, layout }) =>
  Object.values(layout.placed).flatMap((p) => {
    const isSwitch = layout.devices.get(p.id)?.some(([, d]) => switchKinds.has(d.kind));
    return isSwitch && !entryOf(plan.boxes, p.id).existing && isBehindDoor(plan, framing, p, p.at)
      ? [
          found(
            'switch.swing',
            [thing.box(p.id)],
            { box: p.id },
            { place: { wall: p.wall, side: p.side, at: p.at } },
          ),
        ]
      : [];
  });

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
export const closetLightsAreClear: Check = (input) => {
  const { plan, rules } = input;
  const clear = rules('light.shelf') + rules('light.closet');
  return roomsAtWork(input)
    .filter((r) => r.use === 'closet')
    .flatMap((r) => {
      const { faces, polygon } = must(r.boundary, 'the boundary of a closet');
      return Object.entries(plan.boxes).flatMap(([id, { on }]) => {
        const isLight = Object.values(plan.devices).some((d) => d.box === id && lightKinds.has(d.kind));
        if (!isLight || !('ceiling' in on) || on.ceiling !== r.id) return [];
        const shelved = faces.filter(
          (f) => f.wall !== null && !waysInto(r.id, plan, input.rooms).some((w) => w.wall === f.wall),
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
};

export const alarmsAreThere: Check = ({ plan, rooms, rules }) =>
  isLaidOut(plan)
    ? owedAlarms(plan, rooms, rules).map(({ room, why }) =>
        found(
          'alarm.none',
          [thing.room(room)],
          { room, why },
          { fixes: [{ label: 'Add alarms', edit: 'propose', args: { only: ['alarms'] } }] },
        ),
      )
    : [];
