import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { ruleCatalogue, ruleIds, valueSchema } from '../rules/index.ts';
import { computed, edited, notEmpty, planOf, roomOf } from '../../testing/index.ts';
import { applyChange } from '../plan/gate.ts';
import { emptyRules, readRulesText, withRule } from '../plan/rulesFile.ts';
import type { Plan } from '../plan/index.ts';
import { triedEdits as tried, beforeTrying as before } from '../../testing/triedEdits.ts';
import { edits, makeEdit, type EditArgs, type EditName } from './index.ts';

function refused<N extends EditName>(plan: Plan, name: N, args: EditArgs<N>): string {
  const done = makeEdit(plan, name, args);
  return done.ok ? 'not refused' : done.problems.map((p) => `${p.path}: ${p.message}`).join('; ');
}
const on = (plan: Plan, box: string) => plan.boxes[box]!.on as { wall: string; at: number; height?: object };

test('every verb is tried here', () => expect(Object.keys(tried).sort()).toEqual(Object.keys(edits).sort()));

describe('every verb', () => {
  test.each(Object.keys(tried) as EditName[])(
    '%s changes the plan, computes, and is taken back whole by its inverse',
    (name) => {
      const plan = before[name]?.(study()) ?? study();
      const done = makeEdit(plan, name, tried[name] as never);
      if (!done.ok) throw new Error(done.problems.map((p) => `${p.path}: ${p.message}`).join('; '));
      expect(done.change.patches.length).toBeGreaterThan(0);
      // As it is stored and sent: a field that is there and holds nothing would be lost on the way, and the next change refused.
      expect(done.plan).toStrictEqual(JSON.parse(JSON.stringify(done.plan)));
      expect(computed(done.plan).format).toBe('fieldchalk.result');
      const replayed = applyChange(plan, done.change.patches);
      expect(replayed.ok && replayed.plan).toEqual(done.plan);
      const back = applyChange(done.plan, done.change.inverse);
      // The numbers of ids that were spent stay spent.
      expect(back.ok && { ...back.plan, spent: {} }).toEqual({ ...plan, spent: {} });
    },
  );
});

describe('boxes in numbers', () => {
  test('the same place on the other side: another face of the wall, like devices, nothing else changed', () => {
    const before = study();
    const box = Object.keys(before.boxes).find((b) => 'wall' in before.boxes[b]!.on)!;
    const plan = edited(before, 'putBehind', { box });
    const [added] = Object.keys(plan.boxes).filter((b) => !(b in before.boxes));
    const [own, other] = [plan.boxes[box]!.on, plan.boxes[added!]!.on] as {
      wall: string;
      side: string;
      at: number;
    }[];
    expect([other!.wall, other!.at]).toEqual([own!.wall, own!.at]);
    expect(other!.side).not.toBe(own!.side);
    const kinds = (b: string) =>
      Object.values(plan.devices)
        .filter((d) => d.box === b)
        .map((d) => d.kind);
    expect(kinds(added!)).toEqual(kinds(box));
    const onCircuits = Object.values(plan.devices).filter((d) => d.box === added && d.circuit !== null);
    expect(onCircuits).toEqual([]);
  });

  test('repeated: so many more, so far apart, with their devices and no circuit', () => {
    const far = Object.entries(study().boxes).find(([, b]) => 'wall' in b.on && b.on.at > 60)![0];
    const plan = edited(study(), 'repeatBox', { box: far, count: 3, every: -16 });
    const made = Object.keys(plan.boxes).filter((id) => !(id in study().boxes));
    expect(made).toHaveLength(3);
    expect(made.map((id) => on(plan, id).at - on(plan, far).at)).toEqual([-16, -32, -48]);
    for (const id of made)
      expect(Object.values(plan.devices).filter((d) => d.box === id)).toMatchObject([
        { kind: 'receptacle', circuit: null },
      ]);
    expect(refused(study(), 'repeatBox', { box: 'b1', count: 0, every: 16 })).toBe(
      'count: must be at least 1',
    );
  });

  test('aligned by screws: middles come level whatever the boxes; one that follows the house again keeps no height', () => {
    const high = edited(study(), 'setBoxHeight', {
      box: 'b1',
      height: { value: 44, to: 'bottom', from: 'subfloor' },
    });
    const { marks } = computed(edited(high, 'alignBoxes', { boxes: ['b1', 'b2', 'b3'] }));
    expect([marks['b2']!.bottomFromSubfloor, marks['b3']!.bottomFromSubfloor]).toEqual([44, 44]);
    const tall = edited(
      edited(high, 'addModel', { name: 'Tall', volume: 25, width: 2.25, height: 4.5, depth: 3 }),
      'setBoxModel',
      { box: 'b2', model: 'model1' },
    );
    const mixed = computed(edited(tall, 'alignBoxes', { boxes: ['b1', 'b2'] })).marks;
    expect(mixed['b2']!.centerFromFinished).toBe(mixed['b1']!.centerFromFinished);
    expect(mixed['b2']!.bottomFromSubfloor).toBe(44 - (4.5 - 3.25) / 2);
    const house = computed(edited(high, 'alignBoxes', { boxes: ['b2', 'b1'] })).marks;
    expect(house['b1']!.centerFromFinished).toBe(16);
  });

  test('keeping leaves existing boxes as they are', () => {
    const plan = edited(study(), 'setBox', { box: 'b1', changes: { existing: true } });
    const kept = edited(plan, 'keepBoxes', { boxes: ['b1', 'b2'] });
    expect([kept.boxes['b1']!.pinned, kept.boxes['b2']!.pinned]).toEqual([false, true]);
  });
});

describe('levels and layers', () => {
  test('a level goes over the highest one: its ceiling, its joists and a subfloor up', () => {
    const plan = edited(edited(study(), 'addLevel', { name: 'Upper' }), 'addLevel', { name: 'Top' });
    const [main, upper, top] = Object.values(plan.levels);
    expect(upper!.elevation).toBe(main!.ceiling + main!.joists.depth + 0.75);
    expect(top!.elevation).toBe(upper!.elevation + upper!.ceiling + upper!.joists.depth + 0.75);
    expect(upper!.below).toBe('joists');
  });

  test('naming layers sets the finish of that side alone', () => {
    const plan = edited(study(), 'setLayers', tried.setLayers);
    expect(plan.walls['w1']!.finish).toEqual({ left: 0.5, right: 0.875 });
  });
});

describe('refusals name the field and the way out', () => {
  const closed = roomOf('140\n110\n140\n110');
  test.each([
    ['walkOn', { room: 'r1', length: 40, turn: 90 }, 'length: the room is closed'],
    ['setTurn', { room: 'r1', wall: 'w1', turn: 45 }, 'turn: the room is closed'],
    ['setWallLength', { room: 'r1', wall: 'w1', length: 0.5 }, 'length: an inch is the least'],
    ['setWallLength', { room: 'r1', wall: 'w9', length: 50 }, 'not a wall of this room'],
    ['splitWall', { wall: 'w1', at: 400 }, 'at: must lie between the ends of the wall'],
    ['addOpening', { wall: 'w1', at: 130, width: 40 }, 'width'],
    ['addOpening', { wall: 'zz', at: 1 }, 'wall: is not in the plan any more'],
    ['setLevel', { level: 'L9', changes: {} }, 'level: is not in the plan any more'],
    ['moveCorner', { point: 'none', to: { x: 0, y: 0 } }, 'point: is not in the plan any more'],
    ['acceptFinding', { rule: 'x', about: [], wall: null, reason: '  ' }, 'must say why'],
    ['setRule', { rule: 'spacing.maxGap', value: 'wide' }, 'rules.values.spacing.maxGap: must be a number'],
  ] as [EditName, never, string][])('%s', (name, args, says) =>
    expect(refused(closed, name, args)).toContain(says),
  );

  test('a locked wall is neither moved, removed nor cut', () => {
    const locked = edited(closed, 'setWall', { wall: 'w2', changes: { locked: true } });
    for (const [name, args] of [
      ['moveWall', { wall: 'w2', offset: 3 }],
      ['removeWalls', { walls: ['w2'] }],
      ['splitWall', { wall: 'w2', at: 40 }],
    ] as [EditName, never][]) {
      expect(refused(locked, name, args)).toContain('locked');
    }
  });

  test('a room that is forgotten takes the boxes of its ceiling and floor with it, and nothing else', () => {
    const boxes = {
      b1: { on: { ceiling: 'r1', x: 60, y: -50 } },
      b2: { on: { floor: 'r1', x: 50, y: -50 } },
      b3: { on: { wall: 'w1', at: 30 } },
    };
    const lit = planOf({ ...closed, boxes, devices: { d1: { box: 'b1' }, d3: { box: 'b3' } } });
    const { boxes: left, devices } = edited(lit, 'removeRoom', { room: 'r1' });
    expect([Object.keys(left), Object.keys(devices)]).toEqual([['b3'], ['d3']]);
  });
});

describe('what is in a box', () => {
  const gang = () =>
    edited(edited(study(), 'addDevice', { box: 'b9', kind: 'dimmer' }), 'addDevice', {
      box: 'b9',
      kind: 'switch',
    });
  const held = (plan: Plan) =>
    Object.values(plan.devices)
      .filter((d) => d.box === 'b9')
      .sort((a, b) => a.slot - b.slot)
      .map((d) => d.kind);

  test('a box grows a gang with each device; three are held on backing; taking one out closes the row up', () => {
    const plan = gang();
    expect([plan.boxes['b9']!.gangs, held(plan)]).toEqual([3, ['switch', 'dimmer', 'switch']]);
    expect(computed(plan).marks['b9']!.backing).not.toBeNull();
    const less = edited(plan, 'removeDevice', { device: 'd9' });
    expect([less.boxes['b9']!.gangs, held(less)]).toEqual([2, ['dimmer', 'switch']]);
    expect(less.controls).toEqual({});
    expect(refused(study(), 'removeDevice', { device: 'd9' })).toContain('only one in its box');
  });

  test('devices change places with their neighbour, and stop at the ends', () => {
    const [first] = Object.entries(gang().devices).filter(([, d]) => d.box === 'b9' && d.kind === 'dimmer');
    expect(held(edited(gang(), 'moveDevice', { device: first![0], by: -1 }))).toEqual([
      'dimmer',
      'switch',
      'switch',
    ]);
    expect(refused(gang(), 'moveDevice', { device: 'd9', by: -1 })).toContain('end of its box');
  });

  test('rows of lights: the new ones hang on the switches of the old; a pinned one stays', () => {
    const kept = edited(study(), 'keepBoxes', { boxes: ['b6'] });
    const plan = edited(kept, 'lightRows', {
      room: 'r1',
      columns: 3,
      rows: 1,
      fromWall: 30,
      kind: 'wafer-light',
    });
    expect(plan.boxes['b6']).toEqual(kept.boxes['b6']);
    expect(plan.boxes['b7']?.on).not.toEqual(kept.boxes['b7']!.on);
    const [control] = Object.values(plan.controls);
    expect(control!.switches).toEqual(['d9']);
    expect(control!.loads).toContain('d6');
    expect(notEmpty(control!.loads).every((l) => plan.devices[l]?.kind === 'wafer-light')).toBe(true);
    expect(
      refused(study(), 'lightRows', { room: 'r1', columns: 2, rows: 2, fromWall: 900, kind: 'light' }),
    ).toContain('fromWall');
  });

  test('controls: a second switch makes both three-way; taken back to one it is single; a dimmer stays one', () => {
    const two = gang();
    const others = Object.keys(two.devices).filter((id) => two.devices[id]!.box === 'b9' && id !== 'd9');
    const kinds = (plan: Plan) => ['d9', ...others].map((id) => plan.devices[id]!.kind);
    const all = edited(two, 'setControl', { switches: ['d9', ...others], loads: ['d6', 'd7', 'd8'] });
    expect(kinds(all)).toEqual(['switch-3way', 'dimmer', 'switch-3way']);
    expect(Object.keys(all.controls)).toHaveLength(1);
    const single = edited(all, 'setControl', { switches: ['d9'], loads: ['d6', 'd7', 'd8'] });
    expect(kinds(single)[0]).toBe('switch');
    expect(Object.values(single.controls)).toEqual([{ switches: ['d9'], loads: ['d6', 'd7', 'd8'] }]);
  });

  test('a model people add is chosen like any other; what it lacks is said by field; taken out, its boxes are chosen for again', () => {
    const plan = edited(study(), 'addModel', { name: 'Extra deep', volume: 30, width: 2.25, depth: 4 });
    const used = edited(plan, 'setBoxModel', { box: 'b1', model: 'model1' });
    expect(computed(used).boxes['b1']).toMatchObject({ model: 'model1', volume: 30 });
    expect(computed(used).takeoff.lines.map((l) => l.name)).toContain('Extra deep');
    expect(edited(used, 'removeModel', { model: 'model1' }).boxes['b1']!.model).toBe('auto');
    expect(refused(study(), 'addModel', { name: 'Thin', width: 2, depth: 1 } as never)).toContain('volume');
    expect(refused(study(), 'setBoxModel', { box: 'b1', model: 'nothing' })).toContain('in no catalogue');
  });
});

describe('rules as a file', () => {
  test('written and read again it is the same; the default needs no entry', () => {
    const rules = withRule(withRule(emptyRules(), 'coil.feet', 1000, 'bulk'), 'drill.height', 20, '');
    expect(readRulesText(JSON.stringify(rules))).toEqual({ ok: true, rules });
    expect(withRule(rules, 'coil.feet', ruleCatalogue['coil.feet'].default, '')).toEqual({
      ...rules,
      values: { 'drill.height': 20 },
      reasons: {},
    });
  });

  test.each([
    ['{', 'is not JSON'],
    ['{"values":{"coil.feet":"long"}}', 'must be a number'],
    ['{"values":{"nope":1}}', 'is not a rule'],
    ['{"values":{},"extra":1}', 'is not a known field'],
  ])('%s is refused with where and why', (text, says) => {
    const read = readRulesText(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems.map((p) => p.message).join()).toContain(says);
  });

  test('every rule takes its own default and each of its schools', () => {
    for (const id of ruleIds) {
      const rule = ruleCatalogue[id] as (typeof ruleCatalogue)[typeof id] & {
        schools?: readonly { value: unknown }[];
      };
      for (const value of [rule.default, ...(rule.schools ?? []).map((s) => s.value)])
        if (!valueSchema(rule.accepts).safeParse(value).success)
          throw new Error(`${id} refuses ${JSON.stringify(value)}`);
    }
  });
});

describe('what is said of a stud', () => {
  const plan = study();
  const studs = (of: Plan) => computed(of).members.filter((m) => m.wall === 'w6' && m.number !== null);
  test('doubled, then measured elsewhere: it stays doubled, and goes back to the layout whole', () => {
    const { at } = studs(plan).find((m) => m.role === 'stud' && !m.measured)!;
    const doubled = edited(plan, 'setStud', { wall: 'w6', at, changes: { count: 2 } });
    expect(studs(doubled)).toHaveLength(studs(plan).length + 1);
    const moved = edited(doubled, 'measureStud', { wall: 'w6', at: at + 2, was: at });
    expect(
      studs(moved)
        .filter((m) => m.pack === 2)
        .map((m) => m.at),
    ).toEqual([at + 2, at + 3.5]);
    const member = Object.keys(moved.members).find((id) => moved.members[id]!.at === at + 2)!;
    expect(studs(edited(moved, 'forgetStud', { member }))).toEqual(studs(plan));
  });
  test('where none stands it is refused, with what to do', () => {
    const { at } = studs(plan)[0]!;
    expect(() => edited(plan, 'setStud', { wall: 'w6', at: at + 5, changes: { count: 2 } })).toThrow(
      /has no stud; measure/,
    );
  });
});
