import type { Plan } from '../src/plan/index.ts';
import { planOf, randomFrom } from './index.ts';

const accesses = ['leave', 'fish', 'open'] as const;

/** A house of which a part is finished already: a third of its walls closed, and the ceilings and floors of some rooms, each left alone, to be fished or to be opened. */
export function remodelled(plan: Plan, seed: number): Plan {
  const random = randomFrom(seed * 17 + 3);
  const access = () => accesses[Math.floor(random() * accesses.length)]!;
  const walls = Object.entries(plan.walls).map(([id, w]) => {
    const isClosed = random() < 0.33;
    return [id, isClosed ? { ...w, cover: 'closed' as const, access: access() } : w] as const;
  });
  const rooms = Object.entries(plan.rooms).map(([id, r]) => {
    const ceiling = random() < 0.3 ? { above: 'closed' as const, ceilingAccess: access() } : {};
    const floor = random() < 0.3 ? { below: 'closed' as const, floorAccess: access() } : {};
    return [id, { ...r, ...ceiling, ...floor }] as const;
  });
  return planOf({ ...plan, walls: Object.fromEntries(walls), rooms: Object.fromEntries(rooms) });
}
