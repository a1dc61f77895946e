import { describe, expect, test } from 'vitest';
import { wallsOverlap, wrongRuns } from '../../testing/checkRuns.ts';
import { wrongSupports } from '../../testing/checkSupport.ts';
import { furnishedHouse } from '../../testing/furnishedHouse.ts';
import { computed, planOf, randomFrom } from '../../testing/index.ts';
import { randomEdit, triedEdits } from '../../testing/triedEdits.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import type { Result } from '../compute/index.ts';
import type { EditName } from '../edits/index.ts';
import type { Plan } from '../plan/index.ts';
import { propose } from '../proposals/index.ts';
import { ruleBook } from '../rules/index.ts';

const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 4);
const editsEach = 25;

/** Drawn at random these put walls, studs or levels into each other, and no one can lay cable in what no one can build. */
const redrawing: ReadonlySet<EditName> = new Set<EditName>([
  'setWalk',
  'walkOn',
  'closeRoom',
  'copyRoom',
  'copyWalls',
  'moveCorner',
  'addWall',
  'setTurn',
  'setWallLength',
  'measureStud',
  'setStud',
  'forgetStud',
  'addLevel',
  'setLevel',
]);

/** What an inspector finds in the cable of a house; cable to a box that stands in an opening or another box is a matter of that box. */
function wrongIn(plan: Plan, result: Result): string[] {
  const rule = ruleBook(plan.rules.values);
  const inTrouble = new Set(
    result.findings
      .filter((f) => f.rule === 'box.collides' || f.rule === 'box.no-face')
      .flatMap((f) => f.about.map((thing) => thing.id)),
  );
  const perHole = Math.max(rule('drill.perHole'), rule('drill.perPlate'));
  const supports = { first: rule('staple.first'), every: rule('staple.every'), loop: rule('end.loop') };
  const all = [
    ...wrongRuns(plan, result, { edge: rule('drill.edge'), perHole }),
    ...wrongSupports(plan, result, supports),
  ];
  return all.filter((says) => {
    const run = plan.runs[says.split(' ')[0] ?? ''];
    return !run || ![run.from, run.to].some((end) => end !== null && inTrouble.has(end));
  });
}

describe('cable as an inspector finds it after edits', () => {
  test(
    `in ${houses} furnished houses, ${editsEach} random edits each`,
    () => {
      const names = (Object.keys(triedEdits) as EditName[]).filter((name) => !redrawing.has(name));
      const wrong: string[] = [];
      let made = 0;
      for (let seed = 1; seed <= houses; seed++) {
        const random = randomFrom(seed * 7);
        let plan = furnishedHouse(seed);
        propose(plan);
        for (let n = 0; n < editsEach; n++) {
          const { done } = randomEdit(names[Math.floor(random() * names.length)]!, plan, random);
          if (!done.ok) continue;
          plan = done.plan;
          made++;
        }
        if (wallsOverlap(plan)) continue;
        wrong.push(...wrongIn(plan, computed(plan)).map((says) => `seed ${seed}: ${says}`));
      }
      expect(wrong).toEqual([]);
      expect(made).toBeGreaterThan(houses * 10);
    },
    60_000 + houses * 6000,
  );

  test('the recount sees a staple that is missing, one too many and one moved off the cable', () => {
    const plan = twoInWall('2x4', {}, { levels: { L1: { below: 'slab' } } });
    const over = { ...plan, runs: { k1: { ...plan.runs['k1']!, way: 'over' as const } } };
    const result = computed(over);
    const run = result.runs['k1']!;
    const told = (stapled: typeof run.stapled) =>
      wrongSupports(over, { ...result, runs: { k1: { ...run, stapled } } }).join();
    expect(told(run.stapled)).toBe('');
    expect(told(run.stapled.slice(1))).toContain('no staple within');
    expect(told([...run.stapled, run.stapled[0]!])).toContain('by hand');
    const [first, ...rest] = run.stapled;
    expect(told([{ ...first!, at: { ...first!.at, z: first!.at.z + 5 } }, ...rest])).toContain('not on it');
  });

  // NEC 334.80 (from memory): no more than two cables in a sealed hole.
  test('home runs of a full panel come in by as many bays as their holes take, never crowded into one', () => {
    const count = 14;
    const ids = Array.from({ length: count }, (_, i) => i + 1);
    const plan = planOf({
      ...twoInWall('2x4'),
      levels: { L1: { above: 'closed', below: 'crawl' } },
      panels: { n1: { on: { wall: 'w1', side: 'left', at: 72, away: 120, leaves: 'below' } } },
      circuits: Object.fromEntries(ids.map((i) => [`c${i}`, { panel: 'n1' }])),
      runs: Object.fromEntries(
        ids.map((i) => [`k${i}`, { from: 'n1', to: 'b1', circuit: `c${i}`, cable: '12/2' }]),
      ),
    });
    const result = computed(plan);
    const plates = Object.values(result.runs).flatMap((r) =>
      r.bores.filter((b) => b.role === 'bottom-plate'),
    );
    expect(plates.length).toBeGreaterThanOrEqual(count);
    expect(Math.max(...plates.map((b) => b.cables))).toBe(2);
    expect(new Set(plates.map((b) => Math.round(b.at / 16))).size).toBeGreaterThan(1);
    expect(wrongRuns(plan, result)).toEqual([]);
  });
});
