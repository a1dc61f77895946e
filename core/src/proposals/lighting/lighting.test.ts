import { describe, expect, test } from 'vitest';
import { distancePointSegment } from '../../geometry/index.ts';
import type { Plan, RoomUse } from '../../plan/index.ts';
import { computed, edited, planOf, roomOf } from '../../../testing/index.ts';
import { stairwell } from '../../../testing/drawnRooms.ts';

/**
 * Two rooms that share a wall, and what leads where:
 *
 *   a ───── b ───── c        wall w3 stands between them, from b down to e
 *   │ r1    │ r2    │
 *   d ───── e ───── f
 */
function twoRooms(
  uses: [RoomUse, RoomUse],
  openings: object,
  more: { values?: object; walls?: object } = {},
): Plan {
  const wall = (from: string, to: string, rest: object = {}) => ({ from, to, ...rest });
  return planOf({
    rules: { values: more.values ?? {} },
    points: {
      a: { x: 0, y: 144 },
      b: { x: 150, y: 144 },
      c: { x: 300, y: 144 },
      d: { x: 0, y: 0 },
      e: { x: 150, y: 0 },
      f: { x: 300, y: 0 },
    },
    walls: {
      w1: wall('a', 'c', { exterior: true }),
      w2: wall('d', 'a', { exterior: true }),
      w3: wall('b', 'e'),
      w4: wall('f', 'd', { exterior: true }),
      w5: wall('c', 'f', { exterior: true }),
      ...more.walls,
    },
    openings,
    rooms: {
      r1: { x: 75, y: 70, name: 'One', use: uses[0] },
      r2: { x: 225, y: 70, name: 'Two', use: uses[1] },
    },
  });
}
const door = (wall: string, at: number, rest: object = {}) => ({
  wall,
  kind: 'door',
  at,
  width: 32,
  ...rest,
});
const lit = (plan: Plan) => edited(plan, 'propose', { only: ['lights', 'switches'] });
const switches = (plan: Plan) =>
  Object.entries(plan.devices)
    .filter(([, d]) => d.kind.startsWith('switch'))
    .map(([id, d]) => ({
      id,
      kind: d.kind,
      slot: d.slot,
      box: d.box,
      on: plan.boxes[d.box]!.on as { wall: string; side: string; at: number },
    }));
const rulesOf = (plan: Plan) => computed(plan).findings.map((f) => f.rule);

describe('a switch is on the latch side, inside the room, for every hinge and swing (common practice, no source)', () => {
  test.each(
    ['from', 'to'].flatMap((hinge) =>
      ['left', 'right'].flatMap((swing) => ['r1', 'r2'].map((room) => [hinge, swing, room] as const)),
    ),
  )('hinge %s, swing %s, seen from %s', (hinge, swing, room) => {
    const plan = lit(twoRooms(['bedroom', 'bedroom'], { o1: door('w3', 50, { hinge, swing }) }));
    // w3 runs from b down to e: its left is the east, where r2 lies.
    const side = room === 'r2' ? 'left' : 'right';
    const own = switches(plan).filter((s) => s.on.wall === 'w3' && s.on.side === side);
    expect(own).toHaveLength(1);
    const { at } = own[0]!.on;
    if (hinge === 'from') expect(at).toBeGreaterThan(82 + 3.5 + 1.125 - 0.01);
    else expect(at).toBeLessThan(50 - 3.5 - 1.125 + 0.01);
    expect(Math.abs(at - 66)).toBeLessThan(16 + 18 + 3);
    const mark = computed(plan).marks[own[0]!.box]!;
    expect([mark.stud === null, mark.topFromSubfloor, mark.backing]).toEqual([false, 48.75, null]);
    expect(rulesOf(plan).filter((r) => r.startsWith('switch') || r === 'box.trim')).toEqual([]);
  });

  test('no wall past the latch: around the corner; no wall there either: the other side, where the door does not cover it', () => {
    const corner = lit(
      twoRooms(['bedroom', 'bedroom'], { o1: door('w3', 106, { hinge: 'from', swing: 'left' }) }),
    );
    const inTwo = switches(corner).find((s) => s.on.side === 'right' && s.on.wall === 'w4');
    expect(inTwo, 'on the wall around the corner').toBeDefined();
    expect(rulesOf(corner)).not.toContain('switch.swing');
    const blocked = twoRooms(['bedroom', 'bedroom'], {
      o1: door('w3', 108, { hinge: 'from', swing: 'left' }),
      o2: { wall: 'w4', kind: 'window', at: 100, width: 98, sill: 10, head: 90 },
    });
    for (const s of switches(lit(blocked)).filter((x) => x.on.wall === 'w3'))
      expect(s.on.at).toBeLessThan(108 - 3.5);
    expect(rulesOf(lit(blocked))).not.toContain('switch.swing');
  });
});

describe('ways in', () => {
  test('one way: a single switch; two: three-way at each; three: a four-way between', () => {
    const kindsIn = (openings: object) => {
      const plan = lit(twoRooms(['hall', 'hall'], openings));
      const control = Object.values(plan.controls).find((c) => {
        const on = plan.boxes[plan.devices[c.loads[0]!]!.box]!.on;
        return 'ceiling' in on && on.ceiling === 'r1';
      })!;
      return control.switches.map((id) => plan.devices[id]!.kind);
    };
    const [inner, front, back] = [
      door('w3', 50),
      door('w2', 60, { swing: 'right' }),
      door('w1', 40, { swing: 'right' }),
    ];
    expect(kindsIn({ o1: inner })).toEqual(['switch']);
    expect(kindsIn({ o1: inner, o2: front })).toEqual(['switch-3way', 'switch-3way']);
    expect(kindsIn({ o1: inner, o2: front, o3: back })).toEqual([
      'switch-3way',
      'switch-4way',
      'switch-3way',
    ]);
  });

  test('a door to a room nobody walks through is no way in; a switch there would turn the wrong light on', () => {
    const plan = lit(
      twoRooms(['bedroom', 'closet'], { o1: door('w3', 50), o2: door('w2', 60, { swing: 'right' }) }),
    );
    const inBedroom = switches(plan).filter((s) => s.on.wall === 'w3' && s.on.side === 'right');
    expect(inBedroom).toEqual([]);
    expect(switches(plan).filter((s) => s.on.side === 'left' && s.on.wall === 'w3')).toHaveLength(1);
  });

  test('an outside door: a light on its outer side, its middle 12 in. from the jamb, switched beside the room’s own in one box', () => {
    const plan = lit(
      twoRooms(['hall', 'bedroom'], {
        o1: door('w2', 60, { hinge: 'from', swing: 'right' }),
        o2: door('w3', 50),
      }),
    );
    const outside = Object.entries(plan.boxes).find(
      ([, b]) => 'wall' in b.on && b.on.wall === 'w2' && b.on.side === 'left',
    )!;
    expect((outside[1].on as { at: number }).at).toBe(60 + 32 + 12);
    expect(computed(plan).marks[outside[0]]!.centerFromFinished).toBe(66);
    const box = Object.values(plan.boxes).find((b) => b.gangs === 2)!;
    expect(box.on).toMatchObject({ wall: 'w2', side: 'right' });
    expect(rulesOf(plan).filter((r) => r.startsWith('light'))).toEqual([]);
  });

  test.each([
    ['nearest', 'from', [0, 3]],
    ['nearest', 'to', [3, 0]],
  ] as const)(
    'order in a gang, school %s, hinge %s: the room’s own light is nearest the door',
    (school, hinge, ranks) => {
      const plan = lit(
        twoRooms(
          ['hall', 'bedroom'],
          { o1: door('w2', 60, { hinge, swing: 'right' }), o2: door('w3', 50) },
          { values: { 'switch.order': school } },
        ),
      );
      const box = Object.keys(plan.boxes).find((id) => plan.boxes[id]!.gangs === 2)!;
      const own = switches(plan)
        .filter((s) => s.box === box)
        .sort((a, b) => a.slot - b.slot);
      const lightsOutside = own.map((s) => {
        const load = Object.values(plan.controls).find((c) => c.switches.includes(s.id))!.loads[0]!;
        return 'wall' in plan.boxes[plan.devices[load]!.box]!.on ? 3 : 0;
      });
      // w2 runs up the page with the room on its right: who faces it has its `from` end on the left hand.
      expect(lightsOutside).toEqual(ranks);
    },
  );

  test('bath: light and fan apart, in one box; three switches at one door get backing in the wall’s own lumber', () => {
    const bath = lit(twoRooms(['bath', 'hall'], { o1: door('w3', 50) }));
    expect(Object.values(bath.boxes).filter((b) => b.gangs === 2)).toHaveLength(1);
    const three = edited(bath, 'setBox', {
      box: Object.keys(bath.boxes).find((id) => bath.boxes[id]!.gangs === 2)!,
      changes: { gangs: 3 },
    });
    const mark = Object.entries(computed(three).marks).find(([id]) => three.boxes[id]!.gangs === 3)![1];
    expect(mark.backing).toMatchObject({ size: '2x4' });
  });

  test('switches that are there and idle are used; proposing again changes nothing', () => {
    const own = edited(twoRooms(['bedroom', 'hall'], { o1: door('w3', 50, { hinge: 'from' }) }), 'addBox', {
      wall: 'w3',
      side: 'right',
      at: 90,
      kind: 'switch',
    });
    const plan = lit(own);
    expect(Object.values(plan.controls).flatMap((c) => c.switches)).toContain('d1');
    expect(switches(plan).filter((s) => s.on.side === 'right' && s.on.wall === 'w3')).toHaveLength(1);
    expect(lit(plan)).toEqual(plan);
  });
});

describe('stairs', () => {
  const stair = () => stairwell({ kind: 'door', width: 32 });

  test('a switch at each level works the lights of both: NEC 210.70(A)(2)(3) (from memory)', () => {
    const plan = lit(stair());
    const [control] = Object.values(plan.controls);
    expect(Object.keys(plan.controls)).toHaveLength(1);
    expect(control!.loads).toHaveLength(2);
    expect(control!.switches.map((id) => plan.devices[id]!.kind)).toEqual(['switch-3way', 'switch-3way']);
    expect(rulesOf(plan)).not.toContain('light.stair');
    const upper = control!.switches.find((id) => {
      const on = plan.boxes[plan.devices[id]!.box]!.on;
      return 'wall' in on && on.wall.startsWith('q');
    })!;
    const cut = edited(plan, 'removeBoxes', { boxes: [plan.devices[upper]!.box] });
    expect(rulesOf(cut)).toContain('light.stair');
  });
});

describe('where lights go', () => {
  const placesIn = (plan: Plan) =>
    Object.values(plan.boxes)
      .flatMap((b) => ('ceiling' in b.on ? [b.on] : []))
      .map((b) => [b.x, b.y]);
  const room = (rows: string, use: RoomUse, values: object = {}) => {
    const plan = roomOf(rows, use);
    return lit({ ...plan, rules: { ...plan.rules, values: values as Plan['rules']['values'] } });
  };

  test('rows 8 ft apart at most, half of that from the walls', () => {
    // The room is 192 × 90 on its faces: its walk begins at its upper left corner and goes right, then down.
    const { polygon } = faces(room('192\n90\n192\n90', 'living'));
    const left = Math.min(...polygon.map((p) => p.x));
    expect(
      placesIn(room('192\n90\n192\n90', 'living'))
        .map(([x]) => x! - left)
        .sort((a, b) => a - b),
    ).toEqual([48, 144]);
    expect(placesIn(room('200\n100\n200\n100', 'living'))).toHaveLength(3 * 2);
  });

  test('a fixed first row: 30 in. from the walls, and never over 8 ft between', () => {
    const plan = room('192\n90\n192\n90', 'living', { 'light.firstRow': 'fixed' });
    const { polygon } = faces(plan);
    const left = Math.min(...polygon.map((p) => p.x));
    expect([...new Set(placesIn(plan).map(([x]) => x! - left))].sort((a, b) => a - b)).toEqual([30, 96, 162]);
  });

  test('one outlet in the middle, by the other school and in closets', () => {
    expect(placesIn(room('192\n150\n192\n150', 'living', { 'light.layout': 'middle' }))).toHaveLength(1);
    expect(placesIn(room('60\n40\n60\n40', 'closet'))).toHaveLength(1);
  });

  test('200 rooms with a jog: no light outside the room or within 6 in. of a wall', () => {
    for (let i = 0; i < 200; i++) {
      const [w, h] = [110 + (i % 20) * 9, 90 + (i % 13) * 11];
      const plan = room(`${w}\n${h}\n${w - 40}\n24 left\n40\n${h - 24}`, 'living');
      const { polygon } = faces(plan);
      for (const [x, y] of placesIn(plan)) {
        const near = Math.min(
          ...polygon.map((a, k) =>
            distancePointSegment({ x: x!, y: y! }, a, polygon[(k + 1) % polygon.length]!),
          ),
        );
        if (near < 5.75) throw new Error(`room ${i}: a light ${near} from a wall`);
      }
    }
  });

  function faces(plan: Plan) {
    const points = Object.values(plan.points);
    const [x, y] = [points.map((p) => p.x), points.map((p) => p.y)];
    const w = Object.values(plan.points).map((p) => ({ x: p.x, y: p.y }));
    const half = 1.75;
    const [low, high] = [
      { x: Math.min(...x) + half, y: Math.min(...y) + half },
      { x: Math.max(...x) - half, y: Math.max(...y) - half },
    ];
    const rectangle = [low, { x: high.x, y: low.y }, high, { x: low.x, y: high.y }];
    return { polygon: w.length === 4 ? rectangle : w };
  }

  test('a closet light keeps clear of its shelves: NEC 410.16(C) (from memory)', () => {
    const plan = edited(room('60\n40\n60\n40', 'closet'), 'setRule', { rule: 'light.shelf', value: 16 });
    expect(rulesOf(plan)).toContain('light.closet');
    expect(rulesOf(room('80\n60\n80\n60', 'closet'))).not.toContain('light.closet');
  });

  test('what is missing is said: no light, no switch, no light outside; nothing is said of a plan with no lighting yet', () => {
    const bare = twoRooms(['bedroom', 'hall'], {
      o1: door('w3', 50),
      o2: door('w5', 50, { swing: 'right' }),
    });
    expect(rulesOf(bare).filter((r) => r.startsWith('light'))).toEqual(['light.nothing']);
    const plan = lit(bare);
    const lights = Object.keys(plan.boxes).filter((id) => {
      const on = plan.boxes[id]!.on;
      return 'ceiling' in on && on.ceiling === 'r1';
    });
    expect(rulesOf(edited(plan, 'removeBoxes', { boxes: lights }))).toContain('light.none');
    const outer = Object.keys(plan.boxes).filter((id) => plan.boxes[id]!.exact);
    expect(rulesOf(edited(plan, 'removeBoxes', { boxes: outer }))).toContain('light.outside');
    const inside = [...new Set(switches(plan).map((s) => s.box))];
    expect(rulesOf(edited(plan, 'removeBoxes', { boxes: inside }))).toContain('light.unswitched');
  });
});

describe('alarms: IRC 2021 R314.3, R315.3 (from memory)', () => {
  test('in the bedroom, outside it with CO, none twice; by hand none is asked for', () => {
    const plan = edited(twoRooms(['bedroom', 'hall'], { o1: door('w3', 50) }), 'propose', {
      only: ['lights', 'alarms'],
    });
    const alarms = Object.values(plan.devices).filter((d) => d.kind === 'smoke-alarm');
    expect(alarms.map((d) => d.label)).toEqual(['', 'smoke and CO']);
    expect(edited(plan, 'propose', { only: ['alarms'] })).toEqual(plan);
    const without = edited(plan, 'removeBoxes', { boxes: alarms.map((d) => d.box) });
    expect(rulesOf(without).filter((r) => r === 'alarm.none')).toHaveLength(2);
    expect(rulesOf(edited(without, 'setRule', { rule: 'alarm.layout', value: 'by-hand' }))).not.toContain(
      'alarm.none',
    );
  });

  test('they hang clear of lights and fans, wherever those are', () => {
    for (const light of ['light', 'fan'] as const)
      for (const [dx, dy] of [
        [0, 0],
        [24, 0],
        [-24, 0],
        [0, 24],
      ] as const) {
        const bare = twoRooms(['bedroom', 'hall'], { o1: door('w3', 50) });
        const at = bare.rooms['r1']!;
        const box = { on: { ceiling: 'r1', x: at.x + dx, y: at.y + dy } };
        const lit = planOf({ ...bare, boxes: { b1: box }, devices: { d1: { box: 'b1', kind: light } } });
        const plan = edited(lit, 'propose', { only: ['alarms'] });
        const alarm = Object.values(plan.devices).find(
          (d) => d.kind === 'smoke-alarm' && 'ceiling' in plan.boxes[d.box]!.on,
        )!;
        const on = plan.boxes[alarm.box]!.on as { x: number; y: number };
        const apart = Math.hypot(on.x - box.on.x, on.y - box.on.y);
        expect(apart, `${light} ${dx} ${dy}`).toBeGreaterThanOrEqual(light === 'fan' ? 62 : 12);
        expect(rulesOf(plan)).not.toContain('alarm.near');
      }
  });
});

test('a light that nothing works is told of also where nobody walks in, and beside one that is switched', () => {
  const plan = planOf({
    ...twoRooms(['bedroom', 'hall'], { o1: door('w3', 50) }),
    boxes: {
      b1: { on: { ceiling: 'r1', x: 60, y: -60 } },
      b2: { on: { ceiling: 'r1', x: 90, y: -60 } },
      b3: { on: { wall: 'w1', side: 'left', at: 30 } },
    },
    devices: {
      d1: { box: 'b1', kind: 'light' },
      d2: { box: 'b2', kind: 'light' },
      d3: { box: 'b3', kind: 'switch' },
    },
    controls: { c1: { switches: ['d3'], loads: ['d1'] } },
  });
  const told = computed(plan).findings.filter((f) => f.rule === 'light.unswitched');
  expect(told.map((f) => f.about.map((t) => t.id))).toContainEqual(['b2']);
  const closed = computed({ ...plan, openings: {} }).findings.filter((f) => f.rule === 'light.unswitched');
  expect(closed.map((f) => f.about.map((t) => t.id))).toContainEqual(['b2']);
});
