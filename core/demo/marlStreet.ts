import { entryOf, lastOf, must } from '../src/lookups/index.ts';
import { compute } from '../src/compute/index.ts';
import { readPlan } from '../src/plan/read.ts';
import { isOnWall, type Plan, type PlanInput } from '../src/plan/index.ts';
import type { Height } from '../src/rules/index.ts';
import { done } from './done.ts';
import { madeOnce } from './madeOnce.ts';
import { demoPrices } from './prices.ts';
import { identityOf } from '../src/index.ts';

/** Our invented job: a back addition on Marl Street. Places in inches; the existing house lies to the south. */

type Points = Record<string, readonly [number, number]>;

const main: Points = {
  a: [0, 0],
  b: [300, 0],
  c: [0, 48],
  d: [300, 48],
  e: [414, 48],
  f: [600, 48],
  g: [0, 336],
  h: [60, 336],
  i: [84, 366],
  j: [132, 366],
  k: [156, 336],
  l: [330, 336],
  m: [414, 336],
  n: [600, 288],
  o: [414, 288],
  p: [0, 204],
  q: [204, 204],
  r: [204, 48],
  s: [204, 336],
  t: [204, 132],
  u: [414, 132],
  v: [270, 48],
  w: [270, 132],
  x: [354, 48],
  y: [354, 132],
  z: [204, 168],
  za: [414, 168],
  zb: [330, 168],
  zc: [162, 204],
  zd: [162, 312],
  ze: [204, 312],
};
const loft: Points = {
  la: [0, 204],
  lb: [204, 204],
  lc: [204, 336],
  ld: [0, 336],
  le: [162, 204],
  lf: [162, 312],
  lg: [204, 312],
};

const outside = { exterior: true, bearing: true, framing: '2x6', layers: { left: [], right: [] } } as const;
/** Over the studs outside at the porch: what a light's box must come through. */
const porchSkin = {
  finish: { left: 0.5, right: 1.8125 },
  layers: {
    left: [],
    right: [
      { name: 'sheathing 7/16', thickness: 0.4375, combustible: true },
      { name: 'strapping 3/4', thickness: 0.75, combustible: true },
      { name: 'siding 5/8', thickness: 0.625, combustible: true },
    ],
  },
};
const closed = { cover: 'closed', access: 'fish' } as const;
const railing = { height: 36, exterior: true } as const;

/** From, to, and what is particular: walls run so that the house lies on their left where they stand outside. */
const walls: Record<string, readonly [string, string, object?]> = {
  w1: ['a', 'b', closed],
  w2: ['b', 'd', closed],
  w3: ['c', 'a', closed],
  w4: ['c', 'f', { ...closed, bearing: true }],
  w5: ['f', 'n', outside],
  w6: ['n', 'o', outside],
  w7: ['m', 'l', railing],
  w8: ['l', 'k', outside],
  w9: ['k', 'j', outside],
  w10: ['j', 'i', outside],
  w11: ['i', 'h', outside],
  w12: ['h', 'g', outside],
  w13: ['g', 'c', outside],
  w14: ['p', 'q'],
  w15: ['r', 's', { bearing: true }],
  w16: ['e', 'm', outside],
  w17: ['t', 'u'],
  w18: ['v', 'w', { framing: '2x6' }],
  w19: ['x', 'y'],
  w20: ['z', 'za'],
  w21: ['zb', 'l', { ...outside, ...porchSkin }],
  w22: ['zc', 'zd', { height: 42 }],
  w23: ['zd', 'ze'],
  l1: ['la', 'lb', outside],
  l2: ['lb', 'lc', outside],
  l3: ['lc', 'ld', outside],
  l4: ['ld', 'la', outside],
  l5: ['le', 'lf', { height: 42 }],
  l6: ['lf', 'lg', { height: 42 }],
};

const door = (wall: string, at: number, more: object = {}) => ({
  wall,
  kind: 'door' as const,
  at,
  width: 32,
  head: 82,
  ...more,
});
const window = (wall: string, at: number, width: number, sill = 36) => ({
  wall,
  kind: 'window' as const,
  at,
  width,
  sill,
  head: 80,
});

/** A circuit of the old house as the audit found it. */
const old = (space: number, name: string, amps: number, gauge: 14 | 12 | 10, found: object) =>
  ({
    panel: 'n1',
    space,
    amps,
    gauge,
    existing: true,
    name,
    found,
  }) as const;

const plan: PlanInput = {
  format: 'fieldchalk.plan',
  version: 1,
  job: {
    name: 'Marl Street addition',
    kind: 'addition',
    address: '14 Marl Street',
    customer: 'Alder household',
  },
  rules: {
    values: { 'bench.row': 'row' },
    reasons: { 'bench.row': 'The owner works standing: tools are plugged in over the bench.' },
  },
  levels: {
    L1: {
      name: 'Main floor',
      ceiling: 97.125,
      above: 'attic',
      below: 'crawl',
      floorFinish: 0.75,
      joists: { direction: 90 },
      floorLayers: [{ name: 'wood floor 3/4', thickness: 0.75, combustible: true }],
    },
    L2: {
      name: 'Loft',
      ceiling: 90,
      above: 'attic',
      below: 'joists',
      elevation: 107.125,
      floorFinish: 0.75,
      joists: { direction: 90 },
    },
  },
  points: Object.fromEntries(
    [
      ...Object.entries(main).map(([id, at]) => ({ id, at, level: 'L1' })),
      ...Object.entries(loft).map(([id, at]) => ({ id, at, level: 'L2' })),
    ].map(({ id, at, level }) => [id, { level, x: at[0], y: at[1] }]),
  ),
  walls: Object.fromEntries(
    Object.entries(walls).map(([id, [from, to, more = {}]]) => [id, { from, to, ...more }]),
  ) as PlanInput['walls'],
  openings: {
    o1: { wall: 'w4', kind: 'cased', at: 60, width: 60, head: 82 },
    o2: { wall: 'w14', kind: 'cased', at: 40, width: 96, head: 84 },
    o3: { wall: 'w15', kind: 'cased', at: 86, width: 30, head: 82 },
    o4: door('w17', 20, { width: 28, hinge: 'to', swing: 'right' }),
    o5: door('w17', 86, { hinge: 'from', swing: 'right' }),
    o6: door('w17', 160, { width: 28, swing: 'right' }),
    o7: door('w20', 40, { hinge: 'from', swing: 'left' }),
    o8: door('w21', 60, { width: 36, hinge: 'to', swing: 'right' }),
    o9: door('w16', 92, { width: 34, head: 82, hinge: 'to', swing: 'right' }),
    o10: { wall: 'w5', kind: 'garage-door', at: 70, width: 108, head: 84 },
    o11: { wall: 'w7', kind: 'cased', at: 24, width: 36, head: 36 },
    o12: window('w13', 40, 60),
    o13: window('w13', 190, 48, 42),
    o14: window('w9', 6, 24),
    o15: { wall: 'w10', kind: 'fixed-glass', at: 6, width: 36, sill: 30, head: 80 },
    o16: window('w11', 6, 24),
    o17: window('w8', 30, 48),
    o18: window('w6', 60, 36, 44),
    o19: { wall: 'w23', kind: 'cased', at: 3, width: 34, head: 82 },
    l1: window('l3', 70, 60, 30),
    l2: window('l4', 40, 36, 30),
    l3: { wall: 'l6', kind: 'cased', at: 3, width: 34, head: 40 },
  },
  members: { m1: { wall: 'w8', role: 'stud', at: 110.5 }, m2: { wall: 'w20', role: 'stud', at: 95 } },
  obstacles: {
    x1: { wall: 'w18', at: 30, width: 12, low: 0, high: 97, kind: 'plumbing' },
    x2: { wall: 'w15', at: 148, width: 14, low: 0, high: 97, kind: 'duct' },
    x4: { wall: 'l1', at: 20, width: 110, low: 0, high: 18, kind: 'band board' },
    x3: { wall: 'w8', at: 16, width: 3, low: 8, high: 18, kind: 'fire block' },
  },
  rooms: {
    r1: { x: 90, y: 130, name: 'Kitchen', use: 'kitchen', above: 'joists' },
    r2: { x: 80, y: 270, name: 'Dining', use: 'dining', above: 'joists' },
    r3: { x: 267, y: 250, name: 'Study', use: 'office' },
    r4: { x: 237, y: 90, name: 'Pantry', use: 'pantry' },
    r5: { x: 312, y: 90, name: 'Laundry', use: 'laundry' },
    r6: { x: 384, y: 90, name: 'Powder', use: 'powder' },
    r7: { x: 300, y: 150, name: 'Back hall', use: 'hall' },
    r8: { x: 372, y: 250, name: 'Porch', use: 'porch' },
    r9: { x: 507, y: 168, name: 'Workshop', use: 'workshop' },
    r10: { x: 150, y: 24, name: 'Existing hall', use: 'hall', above: 'closed' },
    r11: { x: 183, y: 250, name: 'Stair', use: 'stair', above: 'joists' },
    r12: { level: 'L2', x: 80, y: 270, name: 'Reading loft', use: 'library' },
    r13: { level: 'L2', x: 183, y: 250, name: 'Stairwell', use: 'stair' },
  },
  fixtures: {
    f1: { room: 'r1', kind: 'counter', wall: 'w13', side: 'left', at: 134, width: 150, depth: 25 },
    f2: { room: 'r1', kind: 'sink', wall: 'w13', side: 'left', at: 196, width: 33, depth: 22 },
    f3: {
      room: 'r1',
      kind: 'dishwasher',
      wall: 'w13',
      side: 'left',
      at: 232,
      width: 24,
      depth: 25,
      va: 1200,
    },
    f4: { room: 'r1', kind: 'range', wall: 'w14', side: 'right', at: 4, width: 30, depth: 27, va: 8000 },
    f5: {
      room: 'r1',
      kind: 'refrigerator',
      wall: 'w15',
      side: 'left',
      at: 112,
      width: 34,
      depth: 30,
      va: 700,
    },
    f6: { room: 'r1', kind: 'island', x: 110, y: 110, width: 72, depth: 36 },
    f7: { room: 'r6', kind: 'basin', wall: 'w19', side: 'right', at: 30, width: 24, depth: 18 },
    f8: { room: 'r6', kind: 'toilet', wall: 'w4', side: 'left', at: 390, width: 18, depth: 28 },
    f9: { room: 'r5', kind: 'washer', wall: 'w4', side: 'left', at: 276, width: 27, depth: 30, va: 1200 },
    f10: { room: 'r5', kind: 'dryer', wall: 'w4', side: 'left', at: 306, width: 27, depth: 30, va: 5000 },
    f11: { room: 'r9', kind: 'bench', wall: 'w6', side: 'left', at: 20, width: 96, depth: 28 },
    f13: { room: 'r12', kind: 'television', wall: 'l3', side: 'left', at: 10, width: 50, depth: 4 },
    f12: { room: 'r3', kind: 'desk', wall: 'w20', side: 'left', at: 84, width: 40, depth: 26 },
  },
  service: {
    existingArea: 1350,
    appliances: [{ name: 'water heater', va: 4500, kind: 'fastened' }],
    coolingVa: 3400,
  },
  circuits: {
    c1: old(1, 'Hall and stair', 15, 14, { serves: 'hall, stair, front porch', outlets: 7, extend: true }),
    c2: old(2, 'Front bedrooms', 15, 14, { serves: 'two bedrooms', outlets: 14, faults: ['missing-afci'] }),
    c3: old(3, 'Living room', 20, 14, {
      serves: 'living room',
      outlets: 8,
      note: 'A 20 A breaker on 14: changed at some time.',
    }),
    c4: old(4, 'Furnace', 15, 14, { serves: 'furnace', outlets: 1, va: 700 }),
    c5: {
      ...old(5, 'Water heater', 30, 10, { serves: 'water heater', outlets: 1, va: 4500 }),
      poles: 2,
      volts: 240,
    },
    c6: old(6, 'Old kitchen', 20, 12, {
      serves: 'kitchen before the addition',
      outlets: 5,
      faults: ['no-connector', 'two-wires-on-a-breaker'],
    }),
    c7: old(8, 'Upstairs bath', 20, 12, {
      serves: 'bathroom receptacle',
      outlets: 1,
      faults: ['missing-gfci'],
    }),
    c8: old(9, 'Basement', 15, 14, {
      serves: 'basement lights and one outlet',
      outlets: 6,
      faults: ['splice-without-box'],
    }),
    c9: {
      panel: 'n2',
      space: 1,
      amps: 15,
      gauge: 14,
      existing: true,
      name: 'Sump and freezer',
      found: { serves: 'sump pump, freezer', outlets: 2, va: 1100, supply: 'standby' },
    },
  },
  panels: {
    n1: {
      on: { wall: 'w4', side: 'right', at: 20, away: 144, leaves: 'below' },
      name: 'Basement',
      amps: 150,
      spaces: 30,
      tandems: 4,
      place: 'clear',
      clear: { width: 32, depth: 41, height: 84 },
    },
    n2: {
      on: { wall: 'w4', side: 'right', at: 76, away: 150, leaves: 'below' },
      name: 'Standby',
      amps: 60,
      spaces: 12,
      source: 'standby',
    },
  },
  prices: demoPrices,
};

/** The switches of one way in: the box whose devices work the lights of a room and stand in a room. */
function switchBox(plan: Plan, wall: string, side: 'left' | 'right'): string {
  const found = Object.keys(plan.boxes).find((id) => {
    const { on } = entryOf(plan.boxes, id);
    return (
      isOnWall(on) &&
      on.wall === wall &&
      on.side === side &&
      Object.values(plan.devices).some((d) => d.box === id && d.kind.startsWith('switch'))
    );
  });
  if (!found) throw new Error(`Demo: no switches on ${wall}`);
  return found;
}

/** Adds a switch to a box for lights that are there. */
function switched(plan: Plan, box: string, kind: 'switch' | 'dimmer', loads: readonly string[]): Plan {
  const next = done(plan, 'addDevice', { box, kind });
  const added = must(
    Object.keys(next.devices).find((id) => !(id in plan.devices)),
    'what was looked for',
  );
  return done(next, 'setControl', { switches: [added], loads });
}

const added = (before: Plan, after: Plan) =>
  Object.keys(after.devices).filter((id) => !(id in before.devices));

/** Lights over the island and under the shelf, beside the kitchen's own: three switches in one box. */
function kitchenLights(plan: Plan): Plan {
  const box = switchBox(plan, 'w15', 'left');
  let next = done(plan, 'addCeilingBox', { room: 'r1', x: 92, y: 110, kind: 'light', va: 60 });
  next = done(next, 'addCeilingBox', { room: 'r1', x: 128, y: 110, kind: 'light', va: 60 });
  next = switched(next, box, 'dimmer', added(plan, next));
  const shelf = done(next, 'addBox', {
    wall: 'w13',
    side: 'left',
    at: 146,
    kind: 'light',
    height: { value: 54, to: 'center', from: 'finished' },
  });
  return switched(shelf, box, 'switch', added(next, shelf));
}

/** A fan, and lights on both sides of the desk: four switches at the porch door. */
function studyLights(plan: Plan): Plan {
  const box = switchBox(plan, 'w21', 'left');
  const fan = done(plan, 'addCeilingBox', { room: 'r3', x: 267, y: 252, kind: 'fan', va: 75 });
  let next = switched(fan, box, 'switch', added(plan, fan));
  const before = next;
  for (const at of [90, 118]) {
    next = done(next, 'addBox', {
      wall: 'w20',
      side: 'left',
      at,
      kind: 'light',
      exact: true,
      height: { value: 66, to: 'center', from: 'finished' },
    });
  }
  return switched(next, box, 'dimmer', added(before, next));
}

/** A second light at the porch door, by the stud as far from its other jamb, worked by the same switch. */
function porchLights(plan: Plan): Plan {
  const first = must(
    Object.keys(plan.boxes).find((id) => {
      const { on } = entryOf(plan.boxes, id);
      return isOnWall(on) && on.wall === 'w21' && on.side === 'right' && entryOf(plan.boxes, id).exact;
    }),
    'what was looked for',
  );
  const light = must(
    Object.keys(plan.devices).find((id) => entryOf(plan.devices, id).box === first),
    'what was looked for',
  );
  const { at, height } = entryOf(plan.boxes, first).on as { at: number; height?: Height };
  const door = entryOf(plan.openings, 'o8');
  const next = done(plan, 'addBox', {
    wall: 'w21',
    side: 'right',
    at: door.at + door.width + (door.at - at),
    kind: 'light',
    ...(height ? { height } : {}),
  });
  const control = must(
    Object.values(next.controls).find((c) => c.loads.includes(light)),
    'what was looked for',
  );
  return done(next, 'setControl', { switches: control.switches, loads: [light, ...added(plan, next)] });
}

/** What people have decided of the boxes after the tool laid them out. */
function decided(plan: Plan): Plan {
  let next = porchLights(studyLights(kitchenLights(plan)));
  next = done(next, 'addBox', {
    wall: 'w18',
    side: 'left',
    at: 62,
    kind: 'data',
    label: 'home',
    height: { value: 60, to: 'center', from: 'finished' },
    reason: 'Rack in the pantry: all data comes home here.',
  });
  next = done(next, 'addBox', { wall: 'w4', side: 'right', at: 155, kind: 'receptacle' });
  const there = lastOf(Object.keys(next.boxes));
  next = done(next, 'setBox', {
    box: there,
    changes: {
      existing: true,
      cables: [
        { cable: '14/2', how: 'spliced' },
        { cable: '14/2', how: 'spliced' },
      ],
    },
  });
  next = done(next, 'assignBoxes', { boxes: [there], circuit: 'c1' });
  const kept = [switchBox(next, 'w15', 'left'), switchBox(next, 'w21', 'left')];
  return done(next, 'keepBoxes', { boxes: kept });
}

/** Lets the porch lights' deep stack-up stand: the rings are on order. */
function accepted(plan: Plan): Plan {
  const deep = compute(plan).findings.filter((f) => f.rule === 'box.depth');
  return deep.reduce(
    (p, f) =>
      done(p, 'acceptFinding', {
        ...identityOf(f),
        reason: 'Extension rings come with the lights; siding goes on after.',
      }),
    plan,
  );
}

function wiredAddition(): Plan {
  const read = readPlan(plan);
  if (!read.ok) throw new Error(`Demo: ${read.problems.map((p) => `${p.path}: ${p.message}`).join('; ')}`);
  const boxes = decided(done(read.plan, 'propose', { only: ['boxes'] }));
  return accepted(done(boxes, 'propose', { only: ['circuits', 'runs', 'models'] }));
}

/** The whole addition in space and framing, with boxes, circuits and runs laid out by the rules. */
export const marlStreet = madeOnce(wiredAddition);
