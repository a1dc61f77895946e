import highsLoader from 'highs';
import { randomSharing } from '../testing/randomSharing.ts';
import { shareOut } from '../src/proposals/circuits/partition.ts';
import { groupCost, isAllowed, type Sharing } from '../src/proposals/circuits/sharing.ts';

/**
 * The same sharing as a set-partitioning program: one column for every group a circuit can carry, each item in exactly one. Solved by
 * HiGHS, a mixed-integer solver that knows nothing of ours.
 */
function asProgram(s: Sharing): string {
  const n = s.items.length;
  const columns: { cost: number; members: number[] }[] = [];
  for (let set = 1; set < 1 << n; set++) {
    const members = Array.from({ length: n }, (_, i) => i).filter((i) => set & (1 << i));
    if (isAllowed(members, s)) columns.push({ cost: groupCost(members, s).total, members });
  }
  const terms = (pick: (c: { cost: number; members: number[] }, k: number) => string | null) =>
    columns.flatMap((c, k) => pick(c, k) ?? []).join('\n ');
  const rows = s.items.map(
    (_, i) => ` r${i}: ${terms((c, k) => (c.members.includes(i) ? `+ x${k}` : null))} = 1`,
  );
  const enough = ` k: ${terms((_, k) => `+ x${k}`)} >= ${Math.min(n, s.atLeast)}`;
  return `Minimize\n obj: ${terms((c, k) => `+ ${c.cost.toFixed(6)} x${k}`)}\nSubject To\n${rows.join('\n')}\n${enough}\nBinary\n ${columns.map((_, k) => `x${k}`).join('\n ')}\nEnd\n`;
}

/** Gap to the exact answer of a mixed-integer solver on medium cases. */
export async function bench(): Promise<string[]> {
  const highs = await highsLoader();
  const gaps: number[] = [];
  const ours: number[] = [];
  const theirs: number[] = [];
  for (let seed = 1; seed <= 8; seed++) {
    const s = randomSharing(seed, 14 + (seed % 2));
    const start = performance.now();
    const found = shareOut(s);
    ours.push(performance.now() - start);
    const program = asProgram(s);
    const before = performance.now();
    const solved = highs.solve(program, { mip_rel_gap: 0 });
    theirs.push(performance.now() - before);
    if (solved.Status !== 'Optimal') throw new Error(`seed ${seed}: HiGHS says ${solved.Status}`);
    gaps.push((found.total / solved.ObjectiveValue - 1) * 100);
  }
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  return [
    `8 sharings of 14 and 15 items against HiGHS: gap ${mean(gaps).toFixed(2)} % on average, ${Math.max(...gaps).toFixed(2)} % at worst, exact in ${gaps.filter((g) => g < 1e-4).length}`,
    `  ours ${mean(ours).toFixed(1)} ms, HiGHS ${mean(theirs).toFixed(0)} ms: ${(mean(ours) / mean(theirs)).toFixed(3)} × its time, columns not counted`,
  ];
}
