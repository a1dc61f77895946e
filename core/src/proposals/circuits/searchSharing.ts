import { exactly } from './exactSharing.ts';
import { groupCost, isAllowed, lightsOf, totalOf, type Sharing } from './sharing.ts';

/** Several first sharings; the two cheapest are improved, then parts of them solved exactly. The same input gives the same answer. */
export function bySearch(s: Sharing): number[][] {
  const starts = [
    merged(s, 1),
    merged(s, 0.5),
    merged({ ...s, split: 0, dark: 0 }, 1),
    merged({ ...s, split: s.split + 400 }, 1),
    inTurn(s),
  ];
  const order = starts
    .map((groups, i) => ({ i, total: totalOf(groups, s) }))
    .sort((a, b) => a.total - b.total || a.i - b.i);
  const improved = order.slice(0, 2).map(({ i }) => resolved(improve(starts[i]!, s), s));
  return improved.reduce((a, b) => (totalOf(b, s) < totalOf(a, s) - 1e-9 ? b : a));
}

/** Items of two circuits, and of three, that are shared out exactly together; and how often, so that large houses do not wait. */
const mostResolved = { 2: 12, 3: 10 } as const;
const mostTries = 120;

/** Takes two or three circuits at a time, few enough items to be shared out exactly, and shares them out anew while that helps. */
function resolved(start: readonly (readonly number[])[], s: Sharing): number[][] {
  let groups = start.map((g) => [...g]);
  const tried = new Set<string>();
  for (let better = true; better;) {
    better = false;
    for (const pick of picks(groups)) {
      const items = pick.flatMap((k) => groups[k]!).sort((a, b) => a - b);
      const key = pick
        .map((k) => groups[k]!.join())
        .sort()
        .join(' ');
      if (items.length > mostResolved[pick.length as 2 | 3] || tried.has(key)) continue;
      if (tried.size >= mostTries) return groups;
      tried.add(key);
      const spare = groups.length - pick.length;
      const part = partOf(s, items, Math.max(1, s.atLeast - spare));
      const anew = exactly(part).map((g) => g.map((i) => items[i]!));
      const now = pick.reduce((sum, k) => sum + groupCost(groups[k]!, s).total, 0);
      if (totalOf(anew, s) >= now - 1e-9) continue;
      groups = [...groups.filter((_, k) => !pick.includes(k)), ...anew];
      better = true;
      break;
    }
  }
  return groups;
}

function picks(groups: readonly unknown[]): number[][] {
  const n = groups.length;
  const list: number[][] = [];
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      list.push([i, j]);
      for (let k = j + 1; k < n; k++) list.push([i, j, k]);
    }
  return list.sort((a, b) => a.length - b.length);
}

/** The same question about some of the items. Lights elsewhere in a room still count. */
function partOf(s: Sharing, items: readonly number[], atLeast: number): Sharing {
  return {
    ...s,
    items: items.map((i) => s.items[i]!),
    atLeast,
    between: (a, b) => s.between(items[a]!, items[b]!),
    home: (i) => s.home(items[i]!),
    lights: lightsOf(s),
  };
}

/** Merges the pair of groups that saves most until none saves; `pull` weighs nearness to the panel. A pair is costed once. */
function merged(s: Sharing, pull: number): number[][] {
  const worth = (g: readonly number[]) => {
    const cost = groupCost(g, s);
    return cost.total + (pull - 1) * cost.home;
  };
  const groups = new Map(s.items.map((_, i) => [i, { members: [i], worth: worth([i]) }]));
  const savings = new Map<number, Map<number, number>>();
  const measure = (a: number, b: number) => {
    const made = [...groups.get(a)!.members, ...groups.get(b)!.members];
    const saves = isAllowed(made, s) ? groups.get(a)!.worth + groups.get(b)!.worth - worth(made) : -Infinity;
    savings.set(a, (savings.get(a) ?? new Map<number, number>()).set(b, saves));
  };
  for (const a of groups.keys()) for (const b of groups.keys()) if (a < b) measure(a, b);
  while (groups.size > s.atLeast) {
    let best = { a: -1, b: -1, saves: 1e-9 };
    for (const [a, row] of savings)
      for (const [b, saves] of row) if (saves > best.saves) best = { a, b, saves };
    if (best.a < 0) break;
    const members = [...groups.get(best.a)!.members, ...groups.get(best.b)!.members];
    groups.delete(best.b);
    savings.delete(best.b);
    for (const row of savings.values()) row.delete(best.b);
    groups.set(best.a, { members, worth: worth(members) });
    for (const other of groups.keys())
      if (other < best.a) measure(other, best.a);
      else if (other > best.a) measure(best.a, other);
  }
  return [...groups.values()].map((g) => g.members);
}

/** Fills circuits with neighbours in the order the items come in, which follows the rooms. */
function inTurn(s: Sharing): number[][] {
  const groups: number[][] = [];
  const share = Math.ceil(s.items.length / s.atLeast);
  for (let i = 0; i < s.items.length; i++) {
    const last = groups.at(-1);
    if (last && last.length < share && isAllowed([...last, i], s)) last.push(i);
    else groups.push([i]);
  }
  return groups;
}

/** Moves, swaps, joins and divisions of groups while any makes the whole cheaper. */
function improve(start: readonly (readonly number[])[], s: Sharing): number[][] {
  let groups = start.map((g) => [...g]);
  const kept = new Map<string, number>();
  const cost = (g: readonly number[]): number => {
    if (g.length === 0) return 0;
    const key = [...g].sort((a, b) => a - b).join();
    if (!kept.has(key)) kept.set(key, isAllowed(g, s) ? groupCost(g, s).total : Infinity);
    return kept.get(key)!;
  };
  for (let round = 0; round < 60; round++) {
    let changed = false;
    for (let i = 0; i < groups.length; i++)
      for (let j = 0; j < groups.length; j++) {
        const better = i === j ? null : betterPair(groups, i, j, cost, s);
        if (!better) continue;
        groups[i] = better[0];
        groups[j] = better[1];
        changed = true;
        j--;
      }
    groups = groups.filter((g) => g.length > 0);
    const split = betterSplit(groups, cost);
    if (split) groups = split.filter((g) => g.length > 0);
    else if (!changed) return groups;
  }
  return groups;
}

type Cost = (g: readonly number[]) => number;

/** The first exchange between two groups that helps: one item over, one each way, or all of it together. What a circuit cannot carry is not costed. */
function betterPair(
  groups: readonly number[][],
  i: number,
  j: number,
  cost: Cost,
  s: Sharing,
): [number[], number[]] | null {
  const [a, b] = [groups[i]!, groups[j]!];
  if (a.length === 0 || b.length === 0) return null;
  const outlets = (k: number) => s.items[k]!.outlets;
  const [la, lb] = [a, b].map((g) => g.reduce((sum, k) => sum + outlets(k), 0)) as [number, number];
  const mayEmpty = groups.filter((g) => g.length > 0).length > s.atLeast;
  const now = cost(a) + cost(b);
  if (i < j && mayEmpty && la + lb <= s.mostOutlets && cost([...a, ...b]) < now - 1e-9)
    return [[...a, ...b], []];
  for (const x of a) {
    const without = a.filter((k) => k !== x);
    const room = s.mostOutlets - lb - outlets(x);
    if (room >= 0 && (without.length > 0 || mayEmpty) && cost(without) + cost([...b, x]) < now - 1e-9)
      return [without, [...b, x]];
    if (i > j) continue;
    for (const y of b) {
      if (room + outlets(y) < 0 || la - outlets(x) + outlets(y) > s.mostOutlets) continue;
      const [p, q] = [
        [...without, y],
        [...b.filter((k) => k !== y), x],
      ];
      if (cost(p) + cost(q) < now - 1e-9) return [p, q];
    }
  }
  return null;
}

function betterSplit(groups: readonly number[][], cost: Cost): number[][] | null {
  for (const [i, g] of groups.entries())
    for (const x of g) {
      const rest = g.filter((k) => k !== x);
      if (rest.length > 0 && cost(rest) + cost([x]) < cost(g) - 1e-9)
        return [...groups.map((o, k) => (k === i ? rest : o)), [x]];
    }
  return null;
}
