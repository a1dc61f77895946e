import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { connectedHouse, wired } from '../../bench/wired.ts';
import { computed, edited, planOf, randomFrom } from '../../testing/index.ts';
import { planOfHouse, randomHouse } from '../../testing/randomHouse.ts';
import { reframed } from '../../testing/reframed.ts';
import { remodelled } from '../../testing/remodelled.ts';
import { randomEdit, triedEdits } from '../../testing/triedEdits.ts';
import type { EditName } from '../edits/index.ts';
import { countRuns } from '../incremental/index.ts';
import { isOnWall, roomUses, type Plan } from '../plan/index.ts';
import { Computer } from './index.ts';

const seeds = Number(process.env['FIELDCHALK_SEEDS'] ?? 2);
const editsEach = 25;

/** A random house with a panel, its rooms in use, all of it wired: new, partly finished, or framed otherwise. */
function wiredHouse(seed: number): Plan {
  const random = randomFrom(seed * 31);
  const drawn = planOf(planOfHouse(randomHouse(seed), null));
  const rooms = Object.fromEntries(
    Object.entries(drawn.rooms).map(([id, r]) => [
      id,
      { ...r, use: roomUses[Math.floor(random() * roomUses.length)]! },
    ]),
  );
  const panel = edited({ ...drawn, rooms }, 'addPanel', { wall: 'w1', side: 'left', at: 30 });
  const kinds = [panel, remodelled(panel, seed), reframed(panel, seed)];
  return edited(kinds[seed % kinds.length]!, 'propose', {});
}

describe('a computer kept through edits', () => {
  test(
    `answers the same bytes as a new one after edits of every kind, ${seeds} wired houses`,
    () => {
      const names = Object.keys(triedEdits) as EditName[];
      const made = new Set<EditName>();
      for (let seed = 1; seed <= seeds; seed++) {
        const random = randomFrom(seed);
        const kept = new Computer();
        let plan = seed % 4 === 0 ? study() : wiredHouse(seed);
        kept.compute(plan);
        for (let n = 0; n < editsEach; n++) {
          const name = names[(n * seeds + seed + Math.floor(random() * 3)) % names.length]!;
          const { args, done } = randomEdit(name, plan, random);
          if (!done.ok) continue;
          made.add(name);
          plan = done.plan;
          const [own, anew] = [JSON.stringify(kept.compute(plan)), JSON.stringify(computed(plan))];
          if (own !== anew) throw new Error(`seed ${seed}, edit ${n}, ${name} ${JSON.stringify(args)}`);
        }
      }
      expect(made.size).toBeGreaterThan(20);
    },
    seeds * 60_000,
  );

  test('a plan taken anew, with none of the objects of the one before, computes nothing and changes nothing', () => {
    const computer = new Computer();
    const plan = study();
    const before = computer.compute(plan);
    const { value, ran } = countRuns(() => computer.compute(JSON.parse(JSON.stringify(plan)) as Plan));
    expect(ran).toEqual({});
    for (const part of ['members', 'marks', 'runs', 'findings', 'takeoff', 'makeup'] as const)
      expect(value[part]).toBe(before[part]);
  });

  test('undone, the answer is the one before, part by part the same objects where nothing changed meanwhile', () => {
    const computer = new Computer();
    const plan = study();
    const before = computer.compute(plan);
    computer.compute(edited(plan, 'moveBox', { box: 'b1', at: 60 }));
    const after = computer.compute(plan);
    expect(JSON.stringify(after)).toBe(JSON.stringify(before));
    expect(after.marks['b2']).toBe(before.marks['b2']);
    expect(after.members).toBe(before.members);
  });
});

describe('what an edit runs in a wired house of thirty rooms', () => {
  const house = wired(connectedHouse(30), ['boxes', 'circuits']);
  const computer = new Computer();
  computer.compute(house);
  const ranFor = (plan: Plan) => {
    const { ran } = countRuns(() => computer.compute(plan));
    computer.compute(house);
    return ran;
  };
  /** Everything about walls, rooms and the ways between them. */
  const geometry = [
    'wall line',
    'joints',
    'framing of wall',
    'boundaries',
    'room',
    'route graph',
    'way of run',
  ];

  test('it is large enough to tell', () => {
    expect(Object.keys(house.rooms)).toHaveLength(30);
    expect(Object.keys(house.boxes).length).toBeGreaterThan(200);
  });

  test('renaming the job and locking a wall run nothing at all', () => {
    expect(ranFor(edited(house, 'renameJob', { name: 'Else' }))).toEqual({});
    expect(ranFor(edited(house, 'setWall', { wall: 'v2_3', changes: { locked: true } }))).toEqual({});
  });

  test('a rule runs what it is about: minutes of a box the hours, a coil the coils', () => {
    expect(ranFor(edited(house, 'setRule', { rule: 'minutes.box', value: 11 }))).toEqual({
      hours: 1,
      'result of hours': 1,
    });
    const coil = ranFor(edited(house, 'setRule', { rule: 'coil.feet', value: 1000 }));
    expect(Object.keys(coil).filter((name) => geometry.includes(name))).toEqual([]);
  });

  test('one box moved runs that box, its wall, the floor lines beside it, its circuit and the sums', () => {
    const [box, own] = Object.entries(house.boxes).find(
      ([id, b]) =>
        isOnWall(b.on) &&
        b.on.wall.startsWith('v2') &&
        Object.values(house.devices).some((d) => d.box === id && d.kind === 'receptacle'),
    )!;
    const at = isOnWall(own.on) ? own.on.at : 0;
    const ran = ranFor(edited(house, 'moveBox', { box, at: at > 60 ? at - 20 : at + 20 }));
    expect(Object.keys(ran).filter((name) => geometry.includes(name))).toEqual([]);
    expect(ran['boxes on wall']).toBe(1);
    const many = Object.entries(ran).filter(
      ([, count]) => count > 12 && count > Object.keys(house.rooms).length,
    );
    expect(many).toEqual([]);
    for (const name of ['mark of box', 'fill of box', 'joints in box', 'proof of room', 'cable of circuit'])
      expect(ran[name] ?? 0, name).toBeLessThanOrEqual(4);
  });

  test('a wall moved frames what it meets, and leaves the rest of the house as it is', () => {
    const ran = ranFor(edited(house, 'moveWall', { wall: 'v2_3', offset: 2 }));
    expect(ran['framing of wall']).toBeLessThan(8);
    expect(ran['room']).toBeLessThan(8);
    expect(ran['route piece of wall'] ?? 0).toBeLessThan(10);
  });
});
