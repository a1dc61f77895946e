import { idsOf, query } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
import { boundaryOfRoom } from './walked.ts';

/** What a room is known by whatever its id: the walls around it, and where on the first of them it begins. */
const wallsAround = query(
  'walls around room',
  (plan: Plan, id: string): { readonly walls: readonly string[]; readonly from: number } | null => {
    const faces = boundaryOfRoom(plan, id)?.faces.flatMap(({ wall, startAt, endAt }) =>
      wall === null ? [] : [{ wall, from: Math.min(startAt, endAt) }],
    );
    if (!faces || faces.length === 0) return null;
    const walls = [...new Set(faces.map((f) => f.wall))].sort(compareIds);
    const first = faces.filter((f) => f.wall === walls[0]).map((f) => f.from);
    return { walls, from: Math.round(Math.min(...first) * 16) };
  },
);

/**
 * Rooms in an order that is theirs and not that of their entry: by the walls around them. What is proposed room after room is then the same
 * in whatever order the rooms were described. Rooms whose walls do not close come last, by their ids.
 */
export const roomsInOrder = query('rooms in order', (plan: Plan): readonly string[] =>
  [...idsOf(plan.rooms)].sort((a, b) => {
    const [x, y] = [wallsAround(plan, a), wallsAround(plan, b)];
    if (!x || !y) return (x ? 0 : 1) - (y ? 0 : 1) || compareIds(a, b);
    for (let i = 0; i < x.walls.length && i < y.walls.length; i++) {
      const by = compareIds(x.walls[i] ?? '', y.walls[i] ?? '');
      if (by !== 0) return by;
    }
    return x.walls.length - y.walls.length || x.from - y.from || compareIds(a, b);
  }),
);
