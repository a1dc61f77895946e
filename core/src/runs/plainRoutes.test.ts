import { expect, test } from 'vitest';
import { computed, randomFrom, wallOf } from '../../testing/index.ts';
import { plainRoute } from '../../testing/plainRoutes.ts';
import { Computer } from '../compute/index.ts';
import { distancesOf } from '../proposals/runs/index.ts';
import type { Plan } from '../plan/index.ts';

const framings = Number(process.env['FIELDCHALK_SEEDS'] ?? 60);

/** A straight wall of random framing with a few openings, what is over and under it, and boxes low in it. */
function randomWall(seed: number): Plan {
  const random = randomFrom(seed);
  const pick = <T>(...list: T[]): T => list[Math.floor(random() * list.length)]!;
  const sixteenth = (value: number) => Math.round(value * 16) / 16;
  const length = 120 + Math.floor(random() * 300);
  const openings: Record<string, object> = {};
  for (let at = sixteenth(20 + random() * 60), n = 1; at < length - 76; n++) {
    const isDoor = random() < 0.5;
    const width = sixteenth(isDoor ? 28 + random() * 12 : 24 + random() * 40);
    openings[`o${n}`] = {
      wall: 'w1',
      kind: isDoor ? 'door' : 'window',
      at,
      width,
      sill: isDoor ? 0 : sixteenth(20 + random() * 24),
      head: sixteenth(76 + random() * 6),
    };
    at += sixteenth(width + 24 + random() * 110);
  }
  const boxes: Record<string, object> = {};
  for (let n = 1; n <= 4; n++)
    boxes[`b${n}`] = {
      on: { wall: 'w1', side: 'left', at: sixteenth(6 + random() * (length - 12)) },
      gangs: 1,
    };
  return wallOf(
    length,
    { framing: pick('2x4', '2x6'), spacing: pick(12, 16, 19.2, 24), layoutFrom: pick('from', 'to') },
    {
      levels: {
        L1: {
          ceiling: pick(97.125, 109.125),
          above: pick('attic', 'closed', 'joists'),
          below: pick('crawl', 'slab', 'basement'),
          joists: { direction: pick(0, 90), spacing: pick(16, 24) },
        },
      },
      openings,
      boxes,
      circuits: { c1: {} },
      devices: Object.fromEntries(Object.keys(boxes).map((b, i) => [`d${i + 1}`, { box: b, circuit: 'c1' }])),
    },
  );
}

test(
  `routes cost what a plain search costs that builds its own hollows from the wood, over ${framings} random framings`,
  () => {
    let compared = 0;
    for (let seed = 1; seed <= framings; seed++) {
      const plan = randomWall(seed);
      const result = computed(plan);
      if (result.findings.some((f) => f.rule === 'box.no-face' || f.rule === 'box.collides')) continue;
      const { ids, cost } = distancesOf(new Computer().take(plan), 'c1');
      ids.forEach((a, i) =>
        ids.slice(i + 1).forEach((b, k) => {
          const routed = cost[i]![i + 1 + k]!;
          const plain = plainRoute(plan, result, [a, b]);
          // Priced in thousandths of an inch: to a twentieth of a cent.
          const isSame =
            routed === null || plain === null ? routed === plain : Math.abs(routed - plain) < 0.05;
          if (!isSame)
            throw new Error(`seed ${seed}: ${a} to ${b} is routed for ${routed}, and plainly for ${plain}`);
          compared++;
        }),
      );
    }
    expect(compared).toBeGreaterThan(framings);
  },
  30_000 + framings * 60,
);
