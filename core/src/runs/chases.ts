import { distance } from '../geometry/index.ts';
import { query } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import { entriesIn, isChase, valuesIn } from '../plan/index.ts';
import { baysOf, placing, type Framed } from './framed.ts';
import type { Meeting } from './graph.ts';

/** Middles of the chases of a wall, inches along it. */
export const chasesIn = query('chases in wall', (f: Framed, wall: string): readonly number[] =>
  valuesIn(f.plan, 'obstaclesInWall', wall)
    .filter(isChase)
    .map((x) => x.at + x.width / 2),
);

/** A chase of one level that goes on in a wall of the next level up. */
export interface ChaseLink {
  readonly wall: string;
  readonly at: number;
  readonly other: string;
  readonly there: number;
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
      at,
      place: placing(f, x.wall)(at, 0),
      floor: entryOf(plan.levels, level).elevation,
    };
  });
  return all.flatMap((low) => {
    const over = all
      .filter((x) => x.floor > low.floor && distance(x.place, low.place) <= sameShaft)
      .sort((a, b) => a.floor - b.floor || distance(a.place, low.place) - distance(b.place, low.place));
    return over.slice(0, 1).map((x) => ({ wall: low.wall, at: low.at, other: x.wall, there: x.at }));
  });
});

/** From a chase in a wall up into the one over it: nothing is drilled. */
export const chaseMeetings = query(
  'chase meetings of wall',
  (f: Framed, wall: string): readonly Meeting[] => {
    const bayAt = (id: string, at: number, end: 'top' | 'bottom') => {
      const bays = baysOf(f, id);
      const bay = bays.findIndex(
        (b) => at > b.start && at < b.end && (end === 'top' ? b.meetsTop : b.meetsBottom),
      );
      return { bay, own: bays[bay] };
    };
    return chaseLinks(f).flatMap((link): Meeting[] => {
      if (link.wall !== wall) return [];
      const [low, high] = [bayAt(wall, link.at, 'top'), bayAt(link.other, link.there, 'bottom')];
      if (!low.own || !high.own) return [];
      const from = placing(f, wall)(link.at, low.own.high);
      const to = placing(f, link.other)(link.there, high.own.low);
      return [
        {
          own: { bay: low.bay, along: link.at, z: low.own.high },
          other: link.other,
          theirs: { bay: high.bay, along: link.there, z: high.own.low },
          kind: 'block',
          length: distance(from, to) + Math.abs(to.z - from.z),
          members: [],
          joists: 0,
        },
      ];
    });
  },
);
