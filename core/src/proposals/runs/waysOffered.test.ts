import { describe, expect, test } from 'vitest';
import { Computer } from '../../compute/index.ts';
import type { Plan } from '../../plan/index.ts';
import { computed, edited, roomOf } from '../../../testing/index.ts';
import { waysOffered } from './waysOffered.ts';

/** A room of 160 by 130 with a door between two boxes of one wall, and a cable from one to the other. */
function acrossDoor(): Plan {
  let plan = roomOf('160\n130\n160\n130');
  plan = edited(plan, 'addOpening', { wall: 'w1', kind: 'door', at: 65, width: 32 });
  plan = edited(plan, 'addBox', { wall: 'w1', side: 'right', at: 46.125 });
  plan = edited(plan, 'addBox', { wall: 'w1', side: 'right', at: 113.875 });
  plan = edited(plan, 'addCircuit', { name: 'Test' });
  const k1 = {
    from: 'b1',
    to: 'b2',
    circuit: 'c1',
    cable: '14/2',
    way: 'auto',
    pinned: false,
    through: [] as never[],
    tail: 0,
  } as const;
  return { ...plan, runs: { k1 } };
}

// Worked by hand: a door crossed over its header, over the plates, and under the floor.
describe('ways past a door, side by side', () => {
  const plan = acrossDoor();
  const ways = waysOffered(plan, 'k1', new Computer());

  test('the one taken comes first, and none is told twice', () => {
    expect(ways[0]).toMatchObject({ asked: 'auto', isNow: true });
    expect(ways.length).toBe(3);
    expect(new Set(ways.map((w) => w.goes)).size).toBe(3);
    expect(ways.filter((w) => w.isNow)).toHaveLength(1);
  });

  test('the cheapest is what the house would take, and each is what it comes to when it is taken', () => {
    expect(Math.min(...ways.map((w) => w.cents))).toBe(ways[0]!.cents);
    for (const way of ways) {
      const run = computed(edited(plan, 'setRunWay', { run: 'k1', way: way.asked })).runs['k1']!;
      expect([run.way, run.length.cut]).toEqual([way.goes, way.cut]);
      expect(way.bits).toEqual([...new Set(run.bores.map((b) => b.diameter))]);
    }
  });

  test('over and under bore two plates each, drilled at once where two lie on each other; in the wall none', () => {
    const by = (goes: string) => ways.find((w) => w.goes === goes)!;
    expect(by('wall').plateHoles).toBe(0);
    expect(by('over')).toMatchObject({ plateHoles: 2, shared: 0 });
    expect(by('under')).toMatchObject({ plateHoles: 2, shared: 0 });
    expect(by('wall').holes).toBeGreaterThan(by('over').holes);
  });

  test('another cable in the same holes is told as sharing them', () => {
    const two = { ...plan, runs: { ...plan.runs, k2: { ...plan.runs['k1']! } } };
    const [first] = waysOffered(two, 'k2', new Computer());
    expect(first).toMatchObject({ holes: 0 });
    expect(first!.shared).toBeGreaterThan(1);
  });

  test('the computer holds the plan as it is afterwards', () => {
    const computer = new Computer();
    const before = JSON.stringify(computer.compute(plan).runs);
    waysOffered(plan, 'k1', computer);
    expect(JSON.stringify(computer.compute(plan).runs)).toBe(before);
  });
});

describe('a wall that is closed', () => {
  /** The same with its first wall finished, to be opened or fished, and a second cable beside the first. */
  function twoPastClosed(access: 'open' | 'fish'): Plan {
    const plan = acrossDoor();
    const wall = { ...plan.walls['w1']!, cover: 'closed', access } as const;
    const own = { ...plan.runs['k1']!, way: 'wall' } as const;
    return { ...plan, walls: { ...plan.walls, w1: wall }, runs: { k1: own, k2: own } };
  }

  test.each(['open', 'fish'] as const)(
    'is not made to %s twice for two cables past the same studs',
    (access) => {
      const both = twoPastClosed(access);
      const { k1 } = both.runs;
      const alone = { ...both, runs: { k1: k1! } };
      const inWall = (plan: Plan, run: string) => waysOffered(plan, run, new Computer())[0]!;
      const [first, second] = [inWall(alone, 'k1'), inWall(both, 'k2')];
      const [passage] = computed(alone).runs['k1']!.closed;
      const minutes = access === 'open' ? passage!.openMinutes : passage!.fishMinutes;
      expect(minutes).toBeGreaterThan(30);
      // Beside it, the second costs its own cable, and a share of each hole; nothing is opened for it.
      expect(first.minutes - second.minutes).toBeGreaterThan(minutes - 1);
      // And so say the hours of the house.
      const hours = (plan: Plan) =>
        computed(plan).hours.stages.find((h) => h.stage === 'closed walls')!.hours;
      expect(hours(both)).toBe(hours(alone));
    },
  );
});
