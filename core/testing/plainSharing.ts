import { groupCost, isAllowed, type Sharing } from '../src/proposals/circuits/sharing.ts';

/** The plain answer for a handful of items: every way to share them, each costed whole. */
export function cheapestByTrying(s: Sharing): number {
  let best = Infinity;
  const groups: number[][] = [];
  const place = (item: number): void => {
    if (item === s.items.length) {
      const enough = groups.length >= Math.min(s.items.length, s.atLeast);
      if (enough && groups.every((g) => isAllowed(g, s)))
        best = Math.min(
          best,
          groups.reduce((sum, g) => sum + groupCost(g, s).total, 0),
        );
      return;
    }
    for (const g of groups) {
      g.push(item);
      place(item + 1);
      g.pop();
    }
    groups.push([item]);
    place(item + 1);
    groups.pop();
  };
  place(0);
  return best;
}
