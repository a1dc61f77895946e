import { groupCost, isAllowed, type Sharing } from './sharing.ts';

/** Every subset is costed once; `best[k][set]` is the cheapest way to share a set among k circuits, the last k standing for “or more”. */
export function exactly(s: Sharing): number[][] {
  const n = s.items.length;
  const all = 1 << n;
  const need = Math.min(n, Math.max(1, s.atLeast));
  const members = (set: number) => Array.from({ length: n }, (_, i) => i).filter((i) => set & (1 << i));
  const cost = new Float64Array(all).fill(Infinity);
  for (let set = 1; set < all; set++) {
    const group = members(set);
    if (isAllowed(group, s)) cost[set] = groupCost(group, s).total;
  }
  const best = Array.from({ length: need + 1 }, () => new Float64Array(all).fill(Infinity));
  const from = Array.from({ length: need + 1 }, () => new Int32Array(all));
  best[0]![0] = 0;
  for (let set = 1; set < all; set++) {
    const lowest = set & -set;
    for (let sub = set; sub > 0; sub = (sub - 1) & set) {
      if (!(sub & lowest) || cost[sub] === Infinity) continue;
      const rest = set ^ sub;
      for (let k = 1; k <= need; k++) {
        const before = Math.min(best[k - 1]![rest]!, k === need ? best[need]![rest]! : Infinity);
        if (before + cost[sub]! < best[k]![set]! - 1e-9) {
          best[k]![set] = before + cost[sub]!;
          from[k]![set] = sub;
        }
      }
    }
  }
  const groups: number[][] = [];
  for (let set = all - 1, k = need; set > 0;) {
    const sub = from[k]![set]!;
    groups.push(members(sub));
    set ^= sub;
    if (!(k === need && best[need]![set]! <= best[k - 1]![set]!)) k--;
  }
  return groups;
}
