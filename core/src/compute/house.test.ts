import { describe, expect, test } from 'vitest';
import { Computer } from './index.ts';
import { polylineLength, type XYZ } from '../geometry/index.ts';
import { computed, edited, notEmpty, planOf, randomFrom } from '../../testing/index.ts';
import { makeEdit } from '../edits/index.ts';
import type { Edited } from '../plan/patches.ts';
import type { Plan, RoomUse } from '../plan/index.ts';
import { identityOf } from '../findings/identity.ts';
import { compareIds } from '../lookups/ids.ts';

/** Two rooms side by side, walls drawn in any order and direction; a door between them. */
function twoRooms(
  uses: readonly [RoomUse, RoomUse],
  turned: readonly boolean[] = [],
  values: object = {},
): Plan {
  const ends = { w1: ['a', 'b'], w2: ['b', 'c'], w3: ['c', 'd'], w4: ['d', 'a'], w5: ['e', 'f'] } as const;
  const walls = Object.fromEntries(
    Object.entries(ends).map(([id, [from, to]], i) => [
      id,
      turned[i] ? { from: to, to: from, layoutFrom: 'to' } : { from, to },
    ]),
  );
  return planOf({
    rules: { values },
    points: {
      a: { x: 0, y: 0 },
      b: { x: 300, y: 0 },
      c: { x: 300, y: 150 },
      d: { x: 0, y: 150 },
      e: { x: 150, y: 0 },
      f: { x: 150, y: 150 },
    },
    walls,
    openings: { o1: { wall: 'w5', at: turned[4] ? 78 : 40, width: 32 } },
    rooms: {
      r1: { x: 60, y: 60, name: 'First', use: uses[0] },
      r2: { x: 220, y: 60, name: 'Second', use: uses[1] },
    },
    panels: {
      n1: { on: { wall: 'w2', side: turned[1] ? 'right' : 'left', at: turned[1] ? 90 : 60 }, place: 'clear' },
    },
  });
}

describe('two rooms wired from one panel', () => {
  const uses: RoomUse[] = [
    'bedroom',
    'kitchen',
    'living',
    'dining',
    'office',
    'laundry',
    'bath',
    'garage',
    'hall',
    'workshop',
  ];

  test('after propose nothing is an error, whatever the uses (20 pairs)', () => {
    for (const [i, first] of uses.entries()) {
      for (const second of [uses[(i + 1) % 10]!, uses[(i + 3) % 10]!]) {
        const result = computed(edited(twoRooms([first, second]), 'propose', {}));
        const errors = result.findings.filter((f) => f.level === 'error').map((f) => f.says);
        if (errors.length > 0) throw new Error(`${first} and ${second}: ${errors.join('; ')}`);
      }
    }
  });

  test('every school of rules gives a sound house', () => {
    const schools = [
      { 'protect.gfci': 'breaker' },
      { 'protect.gfci': 'dual' },
      { 'circuit.general': 20 },
      { 'circuit.lighting': 'with-receptacles' },
      { 'control.feed': 'light' },
      { 'control.feed': 'far' },
      { 'control.feed': 'light', 'control.neutral': 'one' },
      { 'control.neutral': 'none', shape: 'tree' },
      { 'circuit.dark': 'split', 'circuit.alarms': 'own', 'circuit.own': 'more' },
      { 'circuit.bath': 'one-room', 'circuit.capBy': 'va' },
      { 'makeup.devices': 'through', 'makeup.groundJoint': 'green' },
      { shape: 'tree' },
      { 'route.prefer': 'cable' },
      { 'route.prefer': 'holes' },
      { 'route.prefer': 'in-wall' },
      { 'spacing.corners': 'each-wall' },
      { 'makeup.grounds': 'before-2020' },
      { 'framing.layoutOrigin': 'plate-end' },
      { 'height.receptacle': { value: 18, to: 'top' } },
    ];
    for (const values of schools) {
      const result = computed(edited(twoRooms(['kitchen', 'bedroom'], [], values), 'propose', {}));
      const errors = result.findings.filter((f) => f.level === 'error').map((f) => f.says);
      if (errors.length > 0) throw new Error(`${JSON.stringify(values)}: ${errors.join('; ')}`);
    }
  });

  test('kitchen receptacles get two 20 A circuits on 12 gauge: NEC 210.11(C)(1), from memory', () => {
    const plan = edited(twoRooms(['kitchen', 'bedroom']), 'propose', {});
    const small = Object.values(plan.circuits).filter((c) => c.name.startsWith('Small appliances'));
    expect(small.map((c) => [c.amps, c.gauge])).toEqual([
      [20, 12],
      [20, 12],
    ]);
  });

  test('a GFCI receptacle stands first in its chain and covers the rest: NEC 210.8(A), from memory', () => {
    const plan = edited(twoRooms(['kitchen', 'bedroom']), 'propose', {});
    const result = computed(plan);
    for (const [id, c] of Object.entries(plan.circuits)) {
      if (!c.name.startsWith('Small appliances')) continue;
      const [, firstBox] = result.circuits[id]!.order;
      expect(Object.values(plan.devices).find((d) => d.box === firstBox)?.kind).toBe('gfci');
      const own = Object.keys(plan.devices).filter((d) => plan.devices[d]!.circuit === id);
      expect([...result.circuits[id]!.protected].sort()).toEqual(own.sort());
    }
  });

  test('a GFCI put last protects only itself, and the check says so', () => {
    const plan = edited(twoRooms(['kitchen', 'bedroom']), 'propose', {});
    const { circuits } = computed(plan);
    const id = Object.keys(plan.circuits).find(
      (c) => plan.circuits[c]!.name.startsWith('Small appliances') && circuits[c]!.order.length > 2,
    )!;
    const { order } = circuits[id]!;
    const swap = (box: string) => Object.keys(plan.devices).find((d) => plan.devices[d]!.box === box)!;
    const first = edited(plan, 'setDeviceKind', { device: swap(order[1]!), kind: 'receptacle' });
    const last = edited(first, 'setDeviceKind', { device: swap(order.at(-1)!), kind: 'gfci' });
    const result = computed(last);
    expect(result.circuits[id]!.protected).toEqual([swap(order.at(-1)!)]);
    expect(result.findings.map((f) => f.rule)).toContain('protect.gfci');
  });

  test('in-wall routes never leave the wall; fewest holes never bore more than the cheapest', () => {
    const holes = (values: object) => {
      const boxes = edited(twoRooms(['bedroom', 'living'], [], values), 'propose', { only: ['receptacles'] });
      const { runs } = computed(edited(boxes, 'propose', { only: ['circuits', 'runs'] }));
      return {
        ways: new Set(Object.values(runs).map((r) => r.way)),
        bores: Object.values(runs).reduce((n, r) => n + r.bores.length, 0),
      };
    };
    expect([...holes({ 'route.prefer': 'in-wall' }).ways]).toEqual(['wall']);
    expect(holes({ 'route.prefer': 'holes' }).bores).toBeLessThanOrEqual(
      holes({ 'route.prefer': 'cost' }).bores,
    );
  });

  test('the direction walls are drawn in changes no area, no floor line and no count', () => {
    const plain = computed(edited(twoRooms(['bedroom', 'living']), 'propose', { only: ['receptacles'] }));
    for (let seed = 1; seed <= 12; seed++) {
      const random = randomFrom(seed);
      const turned = Array.from({ length: 5 }, () => random() < 0.5);
      const result = computed(
        edited(twoRooms(['bedroom', 'living'], turned), 'propose', { only: ['receptacles'] }),
      );
      for (const room of ['r1', 'r2']) {
        expect(result.rooms[room]!.area).toBeCloseTo(plain.rooms[room]!.area, 6);
        expect(result.rooms[room]!.spaces.map((s) => s.length)).toEqual(
          plain.rooms[room]!.spaces.map((s) => s.length),
        );
      }
      expect(Object.keys(result.marks).length, `seed ${seed}`).toBe(Object.keys(plain.marks).length);
    }
  });
});

/** The clear opening of the door between the two rooms, in the wall's own thickness. */
const doorway = { low: { x: 148.25, y: 40, z: 0 }, high: { x: 151.75, y: 72, z: 82 } };

/** Whether a straight leg passes through the inside of a block. */
function passes(from: XYZ, to: XYZ, block: { low: XYZ; high: XYZ }): boolean {
  let [enters, leaves] = [0, 1];
  for (const axis of ['x', 'y', 'z'] as const) {
    const along = to[axis] - from[axis];
    const [low, high] = [block.low[axis] + 1e-6, block.high[axis] - 1e-6];
    if (along === 0) {
      if (from[axis] < low || from[axis] > high) return false;
      continue;
    }
    const ends = [(low - from[axis]) / along, (high - from[axis]) / along].sort((a, b) => a - b) as [
      number,
      number,
    ];
    enters = Math.max(enters, ends[0]);
    leaves = Math.min(leaves, ends[1]);
  }
  return enters < leaves;
}

describe('what must hold of every run', () => {
  const plan = edited(twoRooms(['kitchen', 'bedroom']), 'propose', {});
  const result = computed(plan);

  test.each(Object.keys(plan.runs))(
    '%s: the cut is the sum of its parts and the path is as long as its line',
    (id) => {
      const { length, path } = result.runs[id]!;
      expect(length.cut).toBeCloseTo(length.path + length.loops + length.ends + length.margin, 6);
      expect(polylineLength(path)).toBeCloseTo(length.path, 2);
    },
  );

  test.each(Object.keys(plan.runs))('%s: no leg of the cable crosses a doorway', (id) => {
    const { path } = result.runs[id]!;
    expect(path.length).toBeGreaterThan(1);
    const crossing = path.slice(1).filter((to, i) => passes(path[i]!, to, doorway));
    expect(crossing).toEqual([]);
  });

  test('a leg straight through the doorway would be seen, one over its header or beside it would not', () => {
    const leg = (y: number, z: number) => passes({ x: 100, y, z }, { x: 200, y, z }, doorway);
    expect([leg(56, 24), leg(56, 90), leg(30, 24)]).toEqual([true, false, false]);
  });

  test('cables in one hole agree on it, and every hole keeps its edge or gets a plate', () => {
    const holes = new Map<string, Set<string>>();
    for (const run of Object.values(result.runs))
      for (const b of run.bores)
        holes.set(b.hole, (holes.get(b.hole) ?? new Set()).add(`${b.z} ${b.diameter} ${b.cables}`));
    for (const said of holes.values()) expect(said.size).toBe(1);
    for (const run of Object.values(result.runs))
      for (const b of run.bores) expect(b.plate).toBe(b.edge < 1.25);
  });

  test('cable bought covers every cut, and coils hold them all', () => {
    for (const line of result.takeoff.lines.filter((l) => l.item.startsWith('cable-'))) {
      const cuts = Object.values(result.runs).filter((r) => `cable-${r.cable}` === line.item);
      const feet = cuts.reduce((sum, r) => sum + r.length.cut, 0) / 12;
      expect(line.quantity).toBe(Math.ceil(feet - 1e-9));
      const coiled = result.takeoff.coils.filter((c) => c.item === line.item).flatMap((c) => c.cuts);
      expect(coiled).toHaveLength(cuts.length);
    }
  });

  test('one circuit cleared and proposed again comes back the same', () => {
    const cleared = edited(plan, 'clearRuns', {});
    expect(cleared.runs).toEqual({});
    const again = edited(cleared, 'propose', { only: ['runs'] });
    // New cables have ids of their own: each is called by its place among those that are there.
    const told = (of: Plan) => {
      const places = new Map(
        Object.keys(of.runs)
          .sort(compareIds)
          .map((id, i) => [id, `cable ${i}`]),
      );
      return JSON.stringify(computed(of).takeoff).replace(
        /"(k\d+)"/g,
        (_, id: string) => `"${places.get(id)}"`,
      );
    };
    expect(told(again)).toEqual(told(plan));
  });

  test('a box moved to another circuit frees the cables of the one it leaves', () => {
    const [from, to] = Object.keys(plan.circuits);
    const box = result.circuits[from!]!.boxes[0]!;
    const moved = edited(plan, 'assignBoxes', { boxes: [box], circuit: to! });
    expect(Object.values(moved.runs).some((r) => r.circuit === from)).toBe(false);
    expect(computed(moved).circuits[to!]!.boxes).toContain(box);
  });

  test('an open end waits at its place with its tail', () => {
    const open = {
      ...plan,
      runs: { k1: { ...plan.runs.k1!, to: null, tail: 36, endsAt: { level: 'L1', x: 60, y: 60, z: 97 } } },
    };
    const { runs } = new Computer().compute(planOf(open));
    expect(runs.k1!.path.at(-1)).toEqual({ x: 60, y: 60, z: 97 });
    expect(runs.k1!.length.ends).toBe(72 + 36);
    expect(runs.k1!.length.loops).toBe(0);
  });
});

describe('a computer kept through edits of a wired house', () => {
  const wired = edited(twoRooms(['kitchen', 'bedroom']), 'propose', {});
  const pick = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)]!;
  /** Edits of every stage, so that what is kept by each has something to go out of date. */
  const kinds: ((p: Plan, random: () => number) => Edited)[] = [
    (p, r) => makeEdit(p, 'moveBox', { box: pick(Object.keys(p.boxes), r), at: 10 + r() * 110 }),
    (p, r) =>
      makeEdit(p, 'moveWall', { wall: pick(Object.keys(p.walls), r), offset: Math.round(r() * 12) - 6 }),
    (p, r) => makeEdit(p, 'measureStud', { wall: 'w1', at: 47 + r(), was: 48 }),
    (p, r) =>
      makeEdit(p, 'setWall', {
        wall: pick(Object.keys(p.walls), r),
        changes: { cover: r() < 0.3 ? 'closed' : 'open' },
      }),
    (p, r) => makeEdit(p, 'setOpening', { opening: 'o1', changes: { width: 28 + Math.round(r() * 12) } }),
    (p, r) => makeEdit(p, 'removeBoxes', { boxes: [pick(Object.keys(p.boxes), r)] }),
    (p, r) =>
      makeEdit(p, 'assignBoxes', {
        boxes: [pick(Object.keys(p.boxes), r)],
        circuit: pick(Object.keys(p.circuits), r),
      }),
    (p, r) => makeEdit(p, 'setRule', { rule: 'drill.height', value: 20 + Math.round(r() * 10) }),
    (p, r) => makeEdit(p, 'clearRuns', { circuit: pick(Object.keys(p.circuits), r) }),
    (p) => makeEdit(p, 'propose', {}),
  ];

  test('answers like a new one after each of them, byte for byte (40 edits of ten kinds)', () => {
    const kept = new Computer();
    const random = randomFrom(91);
    const made = new Set<number>();
    let plan = wired;
    expect(Object.keys(plan.runs).length).toBeGreaterThan(8);
    for (let n = 0; n < 40; n++) {
      const done = kinds[n % kinds.length]!(plan, random);
      if (!done.ok) continue;
      made.add(n % kinds.length);
      plan = done.plan;
      expect(JSON.stringify(kept.compute(plan)), `edit ${n}`).toBe(JSON.stringify(computed(plan)));
    }
    expect(made.size).toBe(kinds.length);
  });
});

describe('checks', () => {
  // Two full rooms on one circuit lose more than 3 % at its end; here 5 % is let be.
  const lenient = edited(twoRooms(['bedroom', 'living']), 'setRule', {
    rule: 'circuit.dropPercent',
    value: 5,
  });
  const plan = edited(lenient, 'propose', {});
  const rulesFound = (p: Plan) => new Set<string>(computed(p).findings.map((f) => f.rule));
  const box = Object.keys(plan.boxes)[0]!;
  const cases: [string, (p: Plan) => Plan][] = [
    ['circuit.breaker', (p) => ({ ...p, circuits: { ...p.circuits, c1: { ...p.circuits.c1!, amps: 30 } } })],
    [
      'circuit.space',
      (p) => edited(p, 'setCircuit', { circuit: 'c2', changes: { space: p.circuits.c1!.space } }),
    ],
    ['circuit.panel', (p) => edited(p, 'setCircuit', { circuit: 'c1', changes: { panel: null } })],
    ['protect.afci', (p) => edited(p, 'setCircuit', { circuit: 'c1', changes: { protection: 'none' } })],
    ['circuit.unassigned', (p) => edited(p, 'assignBoxes', { boxes: [box], circuit: null })],
    ['circuit.unreached', (p) => edited(p, 'clearRuns', { circuit: 'c1' })],
    ['circuit.cap', (p) => edited(p, 'setRule', { rule: 'circuit.cap15', value: 2 })],
    ['circuit.load', (p) => ({ ...p, devices: { ...p.devices, d1: { ...p.devices.d1!, va: 3000 } } })],
    [
      'circuit.drop',
      (p) =>
        edited(p, 'setRule', { rule: 'circuit.dropPercent', value: 1 }) && {
          ...p,
          rules: { ...p.rules, values: { 'circuit.dropPercent': 1 } },
          devices: { ...p.devices, d1: { ...p.devices.d1!, va: 1800 } },
        },
    ],
    [
      'run.loop',
      (p) => {
        const [, first, ...rest] = Object.values(computed(p).circuits).find((c) => c.order.length > 4)!.order;
        const circuit = Object.values(p.runs).find((r) => r.to === first)!.circuit;
        return { ...p, runs: { ...p.runs, k99: { ...p.runs.k2!, circuit, from: first!, to: rest.at(-1)! } } };
      },
    ],
    [
      'fill.volume',
      (p) => ({
        ...p,
        boxes: { ...p.boxes, b1: { ...p.boxes.b1!, model: 'metal-device-12.5' } },
        runs: { ...p.runs, k98: { ...p.runs.k1!, to: 'b1' }, k97: { ...p.runs.k1!, to: 'b1' } },
      }),
    ],
    [
      'box.switch-height',
      (p) =>
        edited(edited(p, 'setDeviceKind', { device: 'd1', kind: 'switch' }), 'setBoxHeight', {
          box: 'b1',
          height: { value: 84, to: 'center', from: 'finished' },
        }),
    ],
    ['box.slot', (p) => ({ ...p, devices: { ...p.devices, d90: { ...p.devices.d1! } } })],
    [
      'box.collides',
      (p) =>
        edited(edited(p, 'setBox', { box: 'b1', changes: { exact: true } }), 'moveBox', {
          box: 'b1',
          at: 48,
        }),
    ],
    [
      'box.depth',
      (p) =>
        edited(p, 'setLayers', {
          walls: ['w1'],
          side: 'left',
          layers: [{ name: 'stone', thickness: 1.75, combustible: false }],
        }),
    ],
    [
      'run.closed',
      (p) =>
        edited(edited(p, 'setRule', { rule: 'route.prefer', value: 'in-wall' }), 'setWalls', {
          walls: Object.keys(p.walls),
          changes: { cover: 'closed', access: 'fish' },
        }),
    ],
    ['spacing.none', (p) => edited(p, 'removeBoxes', { boxes: Object.keys(p.boxes) })],
    ['spacing.maxGap', (p) => edited(p, 'removeBoxes', { boxes: ['b2'] })],
  ];

  test.each(cases)('%s is found where it is made, and not before', (rule, breakIt) => {
    expect(rulesFound(plan).has(rule)).toBe(false);
    expect(rulesFound(breakIt(plan)).has(rule)).toBe(true);
  });

  test('a spacing finding brings the edit that mends it', () => {
    const finding = (p: Plan) => computed(p).findings.find((f) => f.rule === 'spacing.maxGap');
    const broken = Object.keys(plan.boxes)
      .map((box) => edited(plan, 'removeBoxes', { boxes: [box] }))
      .filter((p) => finding(p));
    for (const gap of notEmpty(broken)) {
      const { place, says, fixes } = finding(gap)!;
      expect(place).not.toBeNull();
      expect(says).toMatch(/to the nearest receptacle in .+\. Allowed 6′\./);
      // A wide gap may take two.
      const once = edited(gap, 'addBox', fixes[0]!.args as never);
      const left = finding(once);
      const mended = left ? edited(once, 'addBox', left.fixes[0]!.args as never) : once;
      expect(finding(mended)).toBeUndefined();
    }
  });
});

test('a finding let stand keeps its reason, comes last, and can be opened again', () => {
  const plan = edited(twoRooms(['bedroom', 'office']), 'propose', {});
  const broken = edited(plan, 'removeBoxes', { boxes: ['b2'] });
  const open = computed(broken).findings.find((f) => f.rule === 'spacing.maxGap')!;
  expect(open.accepted).toBeNull();
  const same = identityOf(open);
  const elsewhere = { ...same, wall: 'w4', reason: 'Another wall' };
  expect(computed(edited(broken, 'acceptFinding', elsewhere)).findings).toEqual(computed(broken).findings);
  const stands = edited(broken, 'acceptFinding', { ...same, reason: 'Built-in shelves to come' });
  const after = computed(stands).findings;
  expect(after.at(-1)).toMatchObject({ rule: 'spacing.maxGap', accepted: 'Built-in shelves to come' });
  const again = edited(stands, 'reopenFinding', same);
  expect(computed(again).findings).toEqual(computed(broken).findings);
  expect(again.accepted).toEqual({});
});
