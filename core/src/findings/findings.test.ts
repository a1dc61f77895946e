import { describe, expect, test } from 'vitest';
import { stairwell } from '../../testing/drawnRooms.ts';
import { collections, emptyPlan, type Plan, type RoomUse } from '../plan/index.ts';
import { computed, edited, planOf, roomOf, wallOf } from '../../testing/index.ts';
import { findingTexts, type FindingCode } from './index.ts';

/** Every finding there is, each with the smallest plan that has it. The suite fails when one is added without a plan of its own. */

/** A room 200 × 150 on its faces; w1 is its long wall, seen from the wall's right. */
const room = (use: RoomUse, rest: object = {}): Plan =>
  planOf({ ...roomOf('200\n150\n200\n150', use), ...rest });
const on = (at: number, more: object = {}) => ({ wall: 'w1', side: 'right', at, ...more });
const high = (value: number, from = 'finished') => ({ value, to: 'center', from });
const fixture = (kind: string, at: number, width: number) => ({
  f1: { room: 'r1', kind, wall: 'w1', side: 'right', at, width, depth: 28 },
});
const values = (v: object) => ({ rules: { values: v } });
/** A box with one device, and what else the plan has. */
const one = (kind: string, box: object, more: object = {}) => ({
  boxes: { b1: box },
  devices: { d1: { box: 'b1', kind } },
  ...more,
});
const ceiling = (x: number, y: number, kind = 'light') => one(kind, { on: { ceiling: 'r1', x, y } });
const door = (wall: string, more: object = {}) => ({
  wall,
  kind: 'door',
  at: 60,
  width: 32,
  swing: 'right',
  ...more,
});
const outside = (plan: Plan) =>
  planOf({
    ...plan,
    walls: Object.fromEntries(Object.entries(plan.walls).map(([id, w]) => [id, { ...w, exterior: true }])),
  });

/** Boxes along one wall, each with a receptacle on circuit c1 of a panel 10 ft away. */
function wired(
  circuit: object,
  more: {
    boxes?: number;
    runs?: object;
    wall?: object;
    circuits?: object;
    values?: object;
    device?: object;
  } = {},
): Plan {
  const ids = Array.from({ length: more.boxes ?? 2 }, (_, i) => i + 1);
  return wallOf(240, more.wall ?? {}, {
    rules: { values: more.values ?? {} },
    panels: { n1: { on: { wall: 'w1', side: 'left', at: 20, away: 120 }, spaces: 4 } },
    circuits: { c1: { panel: 'n1', space: 1, ...circuit }, ...more.circuits },
    boxes: Object.fromEntries(ids.map((i) => [`b${i}`, { on: { wall: 'w1', side: 'left', at: 40 * i } }])),
    devices: Object.fromEntries(ids.map((i) => [`d${i}`, { box: `b${i}`, circuit: 'c1', ...more.device }])),
    runs: more.runs ?? {},
  });
}
const runs = (circuit: string | null, ...ends: [string, string][]) =>
  Object.fromEntries(ends.map(([from, to], i) => [`k${i + 1}`, { from, to, circuit, cable: '14/2' }]));

function stair(): Plan {
  return stairwell(
    {},
    {
      boxes: {
        b1: { on: { ceiling: 'r1', x: 60, y: 60 } },
        b2: { on: { wall: 'p2', side: 'left', at: 50 } },
      },
      devices: { d1: { box: 'b1', kind: 'light' }, d2: { box: 'b2', kind: 'switch' } },
      controls: { k1: { switches: ['d2'], loads: ['d1'] } },
    },
  );
}

/** A room of which so many walls are walked, each as long as the next. */
const walkedOn = (walls: number): Plan =>
  Array.from({ length: walls }).reduce<Plan>(
    (plan) => edited(plan, 'walkOn', { room: 'r1', length: 100, turn: 90 }),
    edited(emptyPlan('Test'), 'startRoom', { name: 'Room', use: 'den' }),
  );

const cases: Record<FindingCode, () => Plan> = {
  'rooms.begun': () => walkedOn(1),
  'rooms.open': () => walkedOn(3),
  'spacing.maxGap': () => room('bedroom', one('receptacle', { on: on(100) })),
  'spacing.none': () => room('bedroom'),
  'spacing.each-wall': () => room('bedroom', values({ 'spacing.corners': 'each-wall' })),
  'counter.maxGap': () => room('kitchen', { fixtures: fixture('counter', 20, 96) }),
  'bath.basin': () => room('bath', { fixtures: fixture('basin', 20, 24) }),
  'laundry.none': () => room('laundry'),
  'hall.none': () => room('hall'),
  'foyer.wall': () => room('foyer'),
  'garage.bay': () => room('garage'),
  'basement.none': () => room('basement'),
  'outdoor.none': () => room('porch'),
  'appliance.far': () => room('kitchen', { fixtures: fixture('refrigerator', 20, 36) }),
  'garage.opener': () =>
    room('garage', { openings: { o1: { wall: 'w1', kind: 'garage-door', at: 40, width: 108 } } }),
  'counter.island': () =>
    room('kitchen', {
      fixtures: { f1: { room: 'r1', kind: 'island', x: 100, y: -75, width: 60, depth: 36 } },
    }),
  'density.gap': () => room('workshop', values({ 'density.school': 'gap' })),
  'density.wall': () => room('bedroom', values({ 'density.school': 'per-wall' })),
  'bench.row': () =>
    room('workshop', { fixtures: fixture('bench', 20, 96), ...values({ 'bench.row': 'row' }) }),
  'light.nothing': () => room('bedroom'),
  'light.none': () => room('bedroom', one('light', { on: { wall: 'w1', side: 'left', at: 60 } })),
  'light.outside': () => outside(room('bedroom', { openings: { o1: door('w1') }, ...ceiling(100, -75) })),
  'light.unswitched': () => room('bedroom', { openings: { o1: door('w1') }, ...ceiling(100, -75) }),
  'light.stair': stair,
  'light.ways': () =>
    room('hall', {
      openings: { o1: door('w1'), o2: door('w3') },
      boxes: { b1: { on: { ceiling: 'r1', x: 100, y: -75 } }, b2: { on: on(110) } },
      devices: { d1: { box: 'b1', kind: 'light' }, d2: { box: 'b2', kind: 'switch' } },
      controls: { k1: { switches: ['d2'], loads: ['d1'] } },
    }),
  'light.closet': () => room('closet', ceiling(10, -75)),
  'alarm.none': () => room('bedroom', ceiling(100, -75)),
  'alarm.near': () =>
    room('bedroom', {
      boxes: {
        b1: { on: { ceiling: 'r1', x: 100, y: -75 } },
        b2: { on: { ceiling: 'r1', x: 108, y: -75 } },
      },
      devices: { d1: { box: 'b1', kind: 'light' }, d2: { box: 'b2', kind: 'smoke-alarm' } },
    }),
  'switch.swing': () => room('bedroom', { openings: { o1: door('w1') }, ...one('switch', { on: on(40) }) }),
  'box.trim': () =>
    room('bedroom', {
      openings: { o1: { wall: 'w1', kind: 'window', at: 60, width: 48, sill: 36, head: 80 } },
      ...one('receptacle', { on: on(87, { height: high(32, 'subfloor') }), exact: true }),
    }),
  'box.behind-door': () =>
    room('bedroom', { openings: { o1: door('w1') }, ...one('receptacle', { on: on(40) }) }),
  'box.back-to-back': () =>
    wallOf(
      96,
      { rated: 'fire', framing: '2x8' },
      {
        boxes: {
          b1: { on: { wall: 'w1', side: 'left', at: 50 } },
          b2: { on: { wall: 'w1', side: 'right', at: 50 } },
        },
      },
    ),
  'box.screw-line': () =>
    room('bedroom', {
      boxes: { b1: { on: on(50) }, b2: { on: on(64, { height: high(17) }) } },
      devices: { d1: { box: 'b1' }, d2: { box: 'b2' } },
    }),
  'box.wet': () => room('bath', { fixtures: fixture('tub', 20, 60), ...one('receptacle', { on: on(100) }) }),
  'box.reach': () =>
    room('bedroom', {
      ...values({ 'reach.accessible': 'on' }),
      ...one('receptacle', { on: on(60, { height: high(10) }) }),
    }),
  'box.mixed': () =>
    room('bedroom', {
      boxes: { b1: { on: on(60), gangs: 2 } },
      devices: { d1: { box: 'b1' }, d2: { box: 'b1', slot: 1, kind: 'data' } },
    }),
  'box.data-near': () =>
    room('bedroom', {
      boxes: { b1: { on: on(52), exact: true }, b2: { on: on(55), exact: true } },
      devices: { d1: { box: 'b1' }, d2: { box: 'b2', kind: 'data' } },
    }),
  'data.home': () => room('bedroom', one('data', { on: on(60) })),
  'box.fan': () =>
    room('bedroom', one('fan', { on: { ceiling: 'r1', x: 100, y: -75 }, model: 'plastic-ceiling-20' })),
  'box.model': () => room('bedroom', one('receptacle', { on: on(60), model: 'pan-6' })),
  'box.no-face': () =>
    // Pipes along both studs of a bay of 48 in.: in its middle a box has nothing to be nailed to.
    wallOf(
      96,
      { spacing: 48 },
      one(
        'receptacle',
        { on: { wall: 'w1', side: 'left', at: 24 } },
        {
          obstacles: {
            x1: { wall: 'w1', at: 1.5, width: 3, kind: 'pipe' },
            x2: { wall: 'w1', at: 44.25, width: 3, kind: 'pipe' },
          },
        },
      ),
    ),
  'box.collides': () => room('bedroom', one('receptacle', { on: on(48), exact: true })),
  'box.depth': () =>
    wallOf(96, { framing: 'furring' }, one('receptacle', { on: { wall: 'w1', side: 'left', at: 50 } })),
  'box.switch-height': () => room('bedroom', one('switch', { on: on(60, { height: high(84) }) })),
  'box.slot': () =>
    room('bedroom', {
      boxes: { b1: { on: on(60) } },
      devices: { d1: { box: 'b1' }, d2: { box: 'b1', slot: 1 } },
    }),
  'fill.volume': () =>
    planOf({
      ...wired({}, { runs: runs('c1', ['n1', 'b1'], ['b1', 'b2']) }),
      boxes: {
        b1: { on: { wall: 'w1', side: 'left', at: 40 }, model: 'metal-device-12.5' },
        b2: { on: { wall: 'w1', side: 'left', at: 80 } },
      },
    }),
  'circuit.breaker': () => wired({ amps: 20, gauge: 14 }),
  'circuit.cable': () => wired({ amps: 20, gauge: 12 }, { runs: runs('c1', ['n1', 'b1']) }),
  'circuit.cap': () => wired({}, { values: { 'circuit.cap15': 1 } }),
  'circuit.load': () => wired({}, { device: { va: 1400 } }),
  'circuit.space': () => wired({}, { circuits: { c2: { panel: 'n1', space: 1 } } }),
  'circuit.panel': () => wired({ panel: null }),
  'circuit.unassigned': () => room('bedroom', one('receptacle', { on: on(60) })),
  'circuit.unreached': () => wired({}),
  'circuit.drop': () =>
    wired(
      {},
      {
        runs: runs('c1', ['n1', 'b1'], ['b1', 'b2']),
        device: { va: 900 },
        values: { 'circuit.dropPercent': 1 },
      },
    ),
  'protect.afci': () =>
    room('bedroom', {
      circuits: { c1: {} },
      boxes: { b1: { on: on(60) } },
      devices: { d1: { box: 'b1', circuit: 'c1' } },
    }),
  'protect.gfci': () =>
    room('bath', {
      circuits: { c1: {} },
      boxes: { b1: { on: on(60) } },
      devices: { d1: { box: 'b1', circuit: 'c1' } },
    }),
  'run.no-route': () =>
    planOf({
      points: { a: { x: 0, y: 0 }, b: { x: 90, y: 0 }, c: { x: 0, y: 200 }, d: { x: 90, y: 200 } },
      walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
      boxes: { b1: { on: { wall: 'w1', at: 40 } }, b2: { on: { wall: 'w2', at: 40 } } },
      runs: { k1: { from: 'b1', to: 'b2', way: 'wall' } },
    }),
  'run.closed': () =>
    wired(
      {},
      {
        wall: { cover: 'closed', access: 'fish' },
        runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', way: 'wall' } },
      },
    ),
  'circuit.mixed': () =>
    room('laundry', {
      circuits: { c1: { amps: 20, gauge: 12 } },
      boxes: { b1: { on: on(60) }, b2: { on: { ceiling: 'r1', x: 100, y: -75 } } },
      devices: { d1: { box: 'b1', circuit: 'c1' }, d2: { box: 'b2', kind: 'light', circuit: 'c1' } },
    }),
  'circuit.required': () =>
    room('kitchen', {
      circuits: { c1: { amps: 20, gauge: 12, name: 'Small appliances' } },
      boxes: { b1: { on: on(60) }, b2: { on: on(120) } },
      devices: { d1: { box: 'b1', circuit: 'c1' }, d2: { box: 'b2', circuit: 'c1' } },
    }),
  'circuit.counters': () =>
    room('kitchen', {
      circuits: { c1: { amps: 20, gauge: 12 }, c2: { amps: 20, gauge: 12 } },
      boxes: { b1: { on: on(60) }, b2: { on: on(120) }, b3: { on: on(180) } },
      devices: {
        d1: { box: 'b1', circuit: 'c1', kind: 'counter-receptacle' },
        d2: { box: 'b2', circuit: 'c1', kind: 'counter-receptacle' },
        d3: { box: 'b3', circuit: 'c2' },
      },
    }),
  'circuit.there': () =>
    planOf({
      ...wired({ existing: true, amps: 20, gauge: 12 }),
      boxes: { b1: { on: on(60), existing: true, cables: [{ cable: '14/2' }] }, b2: { on: on(120) } },
    }),
  'circuit.plugged': () => wired({}, { device: { va: 1500 } }),
  'circuit.fastened': () =>
    planOf({
      ...wired({}),
      devices: {
        d1: { box: 'b1', circuit: 'c1', va: 1000, fastened: true },
        d2: { box: 'b2', circuit: 'c1' },
      },
    }),
  'circuit.no-space': () => wired({ space: null }),
  'control.circuits': () =>
    planOf({
      ...wired({}, { circuits: { c2: {} } }),
      devices: {
        d1: { box: 'b1', circuit: 'c1', kind: 'switch' },
        d2: { box: 'b2', circuit: 'c2', kind: 'light' },
      },
      controls: { k1: { switches: ['d1'], loads: ['d2'] } },
    }),
  'control.twice': () =>
    planOf({
      ...wired({}, { boxes: 3 }),
      devices: {
        d1: { box: 'b1', kind: 'switch' },
        d2: { box: 'b2', kind: 'switch' },
        d3: { box: 'b3', kind: 'light' },
      },
      controls: { k1: { switches: ['d1'], loads: ['d3'] }, k2: { switches: ['d2'], loads: ['d3'] } },
    }),
  'run.conductors': () =>
    planOf({
      ...wired({}, { runs: runs('c1', ['n1', 'b1'], ['b1', 'b2']) }),
      devices: {
        d1: { box: 'b1', circuit: 'c1', kind: 'light' },
        d2: { box: 'b2', circuit: 'c1', kind: 'switch' },
      },
      controls: { k1: { switches: ['d2'], loads: ['d1'] } },
    }),
  'protect.reach': () =>
    room('garage', {
      boxes: { b1: { on: { ceiling: 'r1', x: 100, y: -75 } } },
      devices: { d1: { box: 'b1', kind: 'gfci' } },
    }),
  'protect.extension': () =>
    room('bedroom', {
      circuits: { c1: { existing: true } },
      boxes: { b1: { on: on(60) } },
      devices: { d1: { box: 'b1', circuit: 'c1' } },
    }),
  'supply.mixed': () =>
    planOf({
      ...wired({}),
      circuits: { c1: { panel: 'n1' }, c2: { panel: 'n2' } },
      panels: {
        n1: { on: { wall: 'w1', at: 20, away: 120 } },
        n2: { on: { wall: 'w1', at: 60, away: 120 }, source: 'standby' },
      },
      devices: { d1: { box: 'b1', circuit: 'c1' }, d2: { box: 'b1', slot: 1, circuit: 'c2' } },
    }),
  'makeup.ground-tail': () => wired({ amps: 20, gauge: 12 }, { values: { 'makeup.groundTail': '14' } }),
  'panel.place': () => room('bath', { panels: { n1: { on: { wall: 'w1', side: 'right', at: 60 } } } }),
  'panel.clear': () =>
    wallOf(240, {}, { panels: { n1: { on: { wall: 'w1', at: 60 }, clear: { depth: 30 } } } }),
  'panel.tandem': () => wired({ half: 'A' }),
  'panel.full': () =>
    wallOf(
      240,
      {},
      {
        panels: { n1: { on: { wall: 'w1', at: 60 }, spaces: 1 } },
        circuits: { c1: { panel: 'n1', space: 1 } },
      },
    ),
  'panel.feeder': () =>
    wallOf(240, {}, { panels: { n1: { on: { wall: 'w1', at: 60 }, feeder: { amps: 100, gauge: '6' } } } }),
  'panel.legs': () =>
    planOf({
      ...wired({}),
      circuits: { c1: { panel: 'n1', space: 1 }, c2: { panel: 'n1', space: 2 } },
      devices: { d1: { box: 'b1', circuit: 'c1', va: 900 }, d2: { box: 'b2', circuit: 'c2', va: 900 } },
    }),
  'service.load': () =>
    planOf({
      ...wallOf(240, {}, { panels: { n1: { on: { wall: 'w1', at: 60 }, amps: 60 } } }),
      service: { existingArea: 4000, heatingVa: 15000, heatingIsNew: true },
    }),
  'audit.fault': () => wired({ existing: true, found: { faults: ['no-connector'] } }),
  'audit.outlets': () => wired({ existing: true, found: { outlets: 22 } }),
  'audit.supply': () => wired({ existing: true, found: { supply: 'both' } }),
  'run.loop': () => wired({}, { boxes: 3, runs: runs('c1', ['b1', 'b2'], ['b2', 'b3'], ['b3', 'b1']) }),
  'run.closed-ceiling': () => {
    const plan = roomOf('192\n144\n192\n144');
    return planOf({
      ...(JSON.parse(JSON.stringify(plan)) as object),
      levels: { L1: { above: 'closed', ceilingAccess: 'fish' } },
      boxes: {
        b1: { on: { ceiling: 'r1', x: 40, y: -56 } },
        b2: { on: { ceiling: 'r1', x: 109, y: -56 } },
      },
      circuits: { c1: {} },
      runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
    });
  },
  'run.way': () =>
    planOf({
      ...wired({}),
      levels: { L1: { below: 'slab' } },
      runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2', way: 'under' } },
    }),
  'run.through': () =>
    planOf({
      ...wired({}),
      runs: {
        k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2', through: [{ x: 2, y: 0, z: 60 }] },
      },
    }),
  'staple.loop': () => wired({}, { values: { 'end.loop': 12 }, runs: runs('c1', ['b1', 'b2']) }),
  'run.bend': () =>
    planOf({
      ...wired({}),
      boxes: Object.fromEntries(
        [30, 82].map((at, i) => [
          `b${i + 1}`,
          { on: { wall: 'w1', side: 'left', at, height: { value: 22, to: 'center', from: 'subfloor' } } },
        ]),
      ),
      runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '6/3', way: 'wall' } },
    }),
  'data.beside': () =>
    planOf({
      ...wired({}, { values: { 'data.apart': 12, 'drill.data': 27 }, runs: runs('c1', ['b1', 'b2']) }),
      boxes: Object.fromEntries(
        [40, 140, 60, 160].map((at, i) => [`b${i + 1}`, { on: { wall: 'w1', side: 'left', at } }]),
      ),
      devices: {
        d1: { box: 'b1', circuit: 'c1' },
        d2: { box: 'b2', circuit: 'c1' },
        d3: { box: 'b3', kind: 'data' },
        d4: { box: 'b4', kind: 'data' },
      },
      runs: {
        k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2', way: 'wall' },
        k2: { from: 'b3', to: 'b4', cable: 'data', way: 'wall' },
      },
    }),
  'box.slots': () =>
    planOf({
      ...wired(
        {},
        { runs: runs('c1', ['b1', 'b2'], ['b1', 'b2'], ['b1', 'b2'], ['b1', 'b2'], ['b1', 'b2']) },
      ),
      boxes: Object.fromEntries(
        [40, 80].map((at, i) => [
          `b${i + 1}`,
          { on: { wall: 'w1', side: 'left', at }, model: 'plastic-1g-20' },
        ]),
      ),
    }),
  'run.derated': () =>
    wired(
      { amps: 30, gauge: 10 },
      {
        values: { 'drill.largestBit': 2, 'drill.perPlate': 4 },
        runs: Object.fromEntries(
          [1, 2, 3, 4].map((n) => [
            `k${n}`,
            { from: 'b1', to: 'b2', circuit: 'c1', cable: '10/3', way: 'over' },
          ]),
        ),
      },
    ),
  'bore.full': () =>
    // A finished wall over a slab: out of a bay of 4-1/4 in. beside a door there is one hole up, and four cables for it.
    wallOf(
      240,
      { cover: 'closed' },
      {
        levels: { L1: { below: 'slab' } },
        openings: { o1: { wall: 'w1', kind: 'door', at: 57, width: 32 } },
        boxes: {
          b1: { on: { wall: 'w1', side: 'left', at: 51 } },
          b2: { on: { wall: 'w1', side: 'left', at: 200 } },
        },
        circuits: { c1: {} },
        runs: runs('c1', ...Array.from({ length: 4 }, (): [string, string] => ['b1', 'b2'])),
      },
    ),
  'bore.size': () =>
    wired(
      {},
      {
        wall: { framing: 'furring', bearing: true },
        runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '10/3', way: 'wall' } },
      },
    ),
};

test('every finding has its plan here', () =>
  expect(Object.keys(cases).sort()).toEqual(Object.keys(findingTexts).sort()));

describe('findings', () => {
  test.each(Object.keys(cases) as FindingCode[])(
    '%s is found, and says what, how to mend it and by which source',
    (code) => {
      const found = computed(cases[code]()).findings.filter((f) => f.rule === code);
      expect(found.length).toBeGreaterThan(0);
      for (const f of found) {
        for (const words of [f.says, f.fix, f.source]) {
          expect(words.length).toBeGreaterThan(3);
          expect(words).not.toMatch(/undefined|NaN|null|Infinity/);
        }
        expect(f.says.endsWith('.')).toBe(true);
        expect(f.says).toMatch(/^[A-Z0-9]/);
      }
    },
  );

  test.each(Object.keys(cases) as FindingCode[])(
    '%s names things as people on site do, never by id',
    (code) => {
      const plan = cases[code]();
      const ids = collections.flatMap((name) => (name === 'points' ? [] : Object.keys(plan[name])));
      for (const f of computed(plan).findings) {
        const words = `${f.says} ${f.fix}`.split(/[^A-Za-z0-9_-]+/);
        expect(
          words.filter((w) => ids.includes(w) && !/^\d+$/.test(w)),
          f.says,
        ).toEqual([]);
      }
    },
  );

  test('a sound room has none of them', () => {
    const plan = edited(room('bedroom', { openings: { o1: door('w1') } }), 'propose', { only: ['boxes'] });
    expect(computed(plan).findings.map((f) => f.rule)).toEqual(['circuit.unassigned']);
  });

  test('where no place is free the finding says what stands in the way and what would give', () => {
    const ducts = Object.fromEntries(
      ['w1', 'w2', 'w3', 'w4'].map((wall, i) => [
        `x${i}`,
        { wall, at: 0, width: 210, low: 0, high: 97, kind: 'duct' },
      ]),
    );
    const [none] = computed(
      edited(room('bedroom', { obstacles: ducts }), 'propose', { only: ['receptacles'] }),
    ).findings.filter((f) => f.rule === 'spacing.none');
    expect(none!.fix).toContain('Move the duct');
    expect(none!.fix).toContain('floor receptacle within 18″');
  });

  test('a box over the top of a low wall, or over the ceiling, stands in nothing', () => {
    const high200 = room('bedroom', one('receptacle', { on: on(60, { height: high(200) }) }));
    const low = wallOf(
      96,
      { height: 60 },
      one('light', { on: { wall: 'w1', at: 40, height: high(66) }, exact: true }),
    );
    const inside = wallOf(
      96,
      { height: 60 },
      one('switch', { on: { wall: 'w1', at: 40, height: high(46) } }),
    );
    const collides = (plan: Plan) => computed(plan).findings.filter((f) => f.rule === 'box.collides').length;
    expect([high200, low, inside].map(collides)).toEqual([1, 1, 0]);
  });

  test('a wall of foam block has no studs to name, and a receptacle in it mends the gap as well', () => {
    const plan = room('living');
    const foam = Object.fromEntries(
      Object.entries(plan.walls).map(([id, w]) => [id, { ...w, framing: 'foam-block' }]),
    );
    const gaps = computed(planOf({ ...plan, walls: foam })).findings.filter((f) => f.rule === 'spacing.none');
    const [fix] = gaps[0]!.fixes;
    expect(fix!.label).toBe('Add one in reach');
    const after = computed(edited(planOf({ ...plan, walls: foam }), 'addBox', fix!.args as never));
    expect(after.findings.filter((f) => f.rule === 'spacing.none')).toEqual([]);
  });

  test('over a slab the cable of a panel elsewhere leaves above: a new panel’s at once, another’s when it is offered', () => {
    const slab = wired({}, { runs: { k1: { from: 'n1', to: 'b2', circuit: 'c1', cable: '14/2' } } });
    const plan = planOf({ ...slab, levels: { L1: { below: 'slab' } } });
    const [none] = computed(plan).findings.filter((f) => f.rule === 'run.no-route');
    expect(none!.fixes.map((f) => f.label)).toEqual(['Let the panel’s cable leave above']);
    const mended = edited(plan, 'setPanel', none!.fixes[0]!.args as never);
    expect(computed(mended).runs['k1']!.path.length).toBeGreaterThan(0);
    const added = edited(plan, 'addPanel', { wall: 'w1', side: 'left', at: 60, away: 60 });
    expect(added.panels['n2']!.on.leaves).toBe('above');
    // Under a finished ceiling there is no way above either, and none is offered.
    const shut = computed(planOf({ ...slab, levels: { L1: { below: 'slab', above: 'closed' } } }));
    expect(shut.findings.filter((f) => f.rule === 'run.no-route').map((f) => f.fixes)).toEqual([[]]);
  });

  test('cables shut in by a closed ceiling are one finding, and one word of what may be done with it mends them all', () => {
    const rooms = room('den', {
      levels: { L1: { above: 'closed', below: 'slab' } },
      boxes: {
        b1: { on: on(60) },
        b2: { on: { ceiling: 'r1', x: 60, y: -60 } },
        b3: { on: { ceiling: 'r1', x: 120, y: -60 } },
      },
      runs: { k1: { from: 'b1', to: 'b2' }, k2: { from: 'b2', to: 'b3' }, k3: { from: 'b1', to: 'b3' } },
    });
    const astray = (plan: Plan) => computed(plan).findings.filter((f) => f.rule === 'run.no-route');
    const [shut, ...more] = astray(rooms);
    expect([shut!.about.map((t) => t.id), more]).toEqual([['k1', 'k2', 'k3', 'r1'], []]);
    expect(shut!.says).toContain('3 cables find no way: the ceiling of');
    expect(shut!.fixes).toHaveLength(2);
    for (const fix of shut!.fixes) expect(astray(edited(rooms, 'setRoom', fix.args as never))).toEqual([]);
    // Of one cable its ends are named.
    expect(astray({ ...rooms, runs: { k1: rooms.runs['k1']! } })[0]!.says).toMatch(/box 1.*ceiling of/i);
  });

  test('every way of mending that a finding offers is an edit that fits, and the finding is gone after it', () => {
    for (const code of Object.keys(cases) as FindingCode[]) {
      const plan = cases[code]();
      for (const f of computed(plan).findings.filter((x) => x.rule === code)) {
        for (const fix of f.fixes) {
          const mended = edited(plan, fix.edit as 'addBox', fix.args as never);
          const same = computed(mended).findings.filter(
            (x) =>
              x.rule === code &&
              x.says === f.says &&
              JSON.stringify(x.about) === JSON.stringify(f.about) &&
              x.place?.wall === f.place?.wall,
          );
          if (same.length > 0) throw new Error(`${code}: “${fix.label}” leaves it: ${f.says}`);
        }
      }
    }
  });
});
