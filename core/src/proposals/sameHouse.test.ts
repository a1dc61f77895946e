import { describe, expect, test } from 'vitest';
import { houseToWire } from '../../testing/houseToWire.ts';
import { computed, planOf, randomFrom } from '../../testing/index.ts';
import type { Plan } from '../plan/index.ts';
import { propose } from './index.ts';

const houses = Math.min(60, Number(process.env['FIELDCHALK_SEEDS'] ?? 4));

interface XY {
  x: number;
  y: number;
}

/** The plan with every place of it moved, and what else that asks for. */
function moved(plan: Plan, to: (p: XY) => XY, more: (draft: Plan) => void = () => undefined): Plan {
  const draft = structuredClone(plan);
  for (const p of [...Object.values(draft.points), ...Object.values(draft.rooms)]) Object.assign(p, to(p));
  more(draft);
  return planOf(draft);
}

const turned = (plan: Plan): Plan =>
  moved(
    plan,
    ({ x, y }) => ({ x: -y, y: x }),
    (draft) => {
      for (const l of Object.values(draft.levels)) l.joists.direction = (l.joists.direction + 90) % 180;
    },
  );

const other = { left: 'right', right: 'left' } as const;
const mirrored = (plan: Plan): Plan =>
  moved(
    plan,
    ({ x, y }) => ({ x: -x, y }),
    (draft) => {
      for (const o of Object.values(draft.openings)) o.swing = other[o.swing];
      for (const p of Object.values(draft.panels)) p.on.side = other[p.on.side];
    },
  );

/** The same rooms under other ids, as if they had been entered in another order. */
function reordered(plan: Plan, seed: number): Plan {
  const random = randomFrom(seed);
  const ids = Object.keys(plan.rooms);
  const shuffled = ids.map((id) => [random(), id] as const).sort((a, b) => a[0] - b[0]);
  return planOf({
    ...plan,
    rooms: Object.fromEntries(shuffled.map(([, id], i) => [ids[i]!, plan.rooms[id]!])),
  });
}

/** What is marked on every wall, and the feet of cable. Switches of one box are told without their order, which a mirror turns about. */
function proposedFor(given: Plan) {
  const plan = structuredClone(given);
  propose(plan);
  const result = computed(planOf(plan));
  const held = (box: string) =>
    Object.values(plan.devices)
      .filter((d) => d.box === box)
      .map((d) => d.kind)
      .sort()
      .join('+');
  const marks = Object.entries(result.marks).map(
    ([box, m]) => `${m.wall} ${m.at.toFixed(2)} ${m.bottomFromSubfloor.toFixed(2)} ${held(box)}`,
  );
  const inches = Object.values(result.runs).reduce((sum, r) => sum + r.length.cut, 0);
  return { marks: marks.sort(), inches, circuits: Object.keys(plan.circuits).length };
}

describe('a house is the same house', () => {
  for (let seed = 1; seed <= houses; seed++)
    test(`${seed}: with its rooms entered in another order, turned a quarter and half about, and mirrored`, () => {
      const plan = houseToWire(seed);
      const first = proposedFor(plan);
      const again = proposedFor(reordered(plan, seed));
      expect(again.marks).toEqual(first.marks);
      expect(again.inches).toBeCloseTo(first.inches, 3);
      for (const same of [turned(plan), turned(turned(plan)), mirrored(plan)].map(proposedFor)) {
        expect(same.circuits).toBe(first.circuits);
        expect(same.marks).toEqual(first.marks);
        expect(same.inches).toBeCloseTo(first.inches, 1);
      }
    });
});
