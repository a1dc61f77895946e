import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { expect, test } from 'vitest';
import { connectedHouse } from '../../bench/wired.ts';
import { edited } from '../../testing/index.ts';
import type { Plan } from '../plan/index.ts';
import { routeGraph } from '../runs/routeGraph.ts';
import { Computer } from './index.ts';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
/** Lets go of what nobody holds. References that may lapse do so only once the work at hand is over. */
async function settle(): Promise<void> {
  for (let i = 0; i < 4; i++) {
    await new Promise((resolve) => setTimeout(resolve, 0));
    collect();
  }
}

const house = edited(connectedHouse(8), 'propose', {});
const moved = (plan: Plan, n: number): Plan =>
  edited(plan, 'moveWall', { wall: Object.keys(plan.walls)[n % 8]!, offset: Math.floor(n / 8) % 2 ? 1 : -1 });

test('a computer that is kept lets go of the graphs, answers and plans it has gone on from', async () => {
  const computer = new Computer();
  const held: WeakRef<object>[] = [];
  let plan = house;
  for (let n = 0; n < 6; n++) {
    const result = computer.compute(plan);
    held.push(new WeakRef(plan), new WeakRef(result), new WeakRef(routeGraph(computer.house)));
    plan = moved(plan, n);
  }
  computer.compute(plan);
  await settle();
  // The first is the plan of this file, which holds it.
  const still = held
    .slice(1, -3)
    .flatMap((ref, i) => (ref.deref() ? [['plan', 'result', 'graph'][(i + 1) % 3]] : []));
  expect(still).toEqual([]);
});

test('a hundred edits take no more memory than twenty', async () => {
  const computer = new Computer();
  let plan = house;
  const after = async (from: number, to: number): Promise<number> => {
    for (let n = from; n < to; n++) {
      plan = moved(plan, n);
      computer.compute(plan);
    }
    await settle();
    return process.memoryUsage().heapUsed / 2 ** 20;
  };
  const few = await after(0, 20);
  const many = await after(20, 100);
  expect(many - few).toBeLessThan(8);
}, 240_000);
