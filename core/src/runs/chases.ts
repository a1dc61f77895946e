import { distance } from '../geometry/index.ts';
import { query } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import { entriesIn, isChase, valuesIn, type Obstacle } from '../plan/index.ts';
import type { Bay } from './bays.ts';
import { baysOf, placing, type Framed } from './framed.ts';
import type { Meeting } from './graph.ts';

/** Less of a bay than this is no way for cable. Inches. */
const passable = 2;

/** Where a chase leads through a bay: the middle of what they share; null where that is too little. A wide one may have studs in it, and a way in each bay. */
function wayThrough(chase: Obstacle, { start, end }: Bay): { at: number; width: number } | null {
  const [from, to] = [Math.max(start, chase.at), Math.min(end, chase.at + chase.width)];
  return to - from < passable ? null : { at: (from + to) / 2, width: to - from };
}

/** Where the chases of a wall lead up and down through a bay of it, inches along the wall. */
export const chasesThrough = (f: Framed, wall: string, bay: Bay): number[] =>
  valuesIn(f.plan, 'obstaclesInWall', wall)
    .filter(isChase)
    .flatMap((chase) => wayThrough(chase, bay)?.at ?? []);

/** A chase of one level that goes on in a wall of the next level up. */
export interface ChaseLink {
  readonly wall: string;
  readonly chase: Obstacle;
  readonly other: string;
  readonly over: Obstacle;
}

/** Chases one over the other are one where their middles are this near. Inches. */
const sameShaft = 12;

/** Chases that go on from a level to the next that has one over it. */
export const chaseLinks = query('chases from level to level', (f: Framed): readonly ChaseLink[] => {
  const { plan, framing } = f;
  const all = entriesIn(plan, 'chases', 'all').map(([, x]) => {
    const at = x.at + x.width / 2;
    const { level } = entryOf(framing.lines, x.wall);
    return {
      wall: x.wall,
      chase: x,
      place: placing(f, x.wall)(at, 0),
      floor: entryOf(plan.levels, level).elevation,
    };
  });
  return all.flatMap((low) => {
    const over = all
      .filter((x) => x.floor > low.floor && distance(x.place, low.place) <= sameShaft)
      .sort((a, b) => a.floor - b.floor || distance(a.place, low.place) - distance(b.place, low.place));
    return over.slice(0, 1).map((x) => ({ wall: low.wall, chase: low.chase, other: x.wall, over: x.chase }));
  });
});

/** From a chase in a wall up into the one over it: nothing is drilled. */
export const chaseMeetings = query(
  'chase meetings of wall',
  (f: Framed, wall: string): readonly Meeting[] => {
    const bayAt = (id: string, chase: Obstacle, end: 'top' | 'bottom') => {
      const ways = baysOf(f, id).flatMap((own, bay) => {
        const way = (end === 'top' ? own.meetsTop : own.meetsBottom) ? wayThrough(chase, own) : null;
        return way ? [{ bay, own, ...way }] : [];
      });
      return ways.sort((a, b) => b.width - a.width || a.at - b.at)[0];
    };
    return chaseLinks(f).flatMap((link): Meeting[] => {
      if (link.wall !== wall) return [];
      const [low, high] = [bayAt(wall, link.chase, 'top'), bayAt(link.other, link.over, 'bottom')];
      if (!low || !high) return [];
      const from = placing(f, wall)(low.at, low.own.high);
      const to = placing(f, link.other)(high.at, high.own.low);
      return [
        {
          own: { bay: low.bay, along: low.at, z: low.own.high },
          other: link.other,
          theirs: { bay: high.bay, along: high.at, z: high.own.low },
          kind: 'block',
          length: distance(from, to) + Math.abs(to.z - from.z),
          members: [],
          joists: 0,
        },
      ];
    });
  },
);
