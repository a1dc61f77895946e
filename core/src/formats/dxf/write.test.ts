import { describe, expect, test } from 'vitest';
import { marlStreet, study } from '../../../demo/index.ts';
import { connectedHouse, wired } from '../../../bench/wired.ts';
import { edited, notEmpty } from '../../../testing/index.ts';
import { furnishedHouse } from '../../../testing/furnishedHouse.ts';
import { compute } from '../../compute/index.ts';
import type { Plan } from '../../plan/index.ts';
import { openingKinds } from '../../plan/kinds.ts';
import { planDxf } from './write.ts';
import { planFromDxf } from './index.ts';

function roundTrip(plan: Plan, level: string) {
  const text = planDxf(plan, compute(plan), level);
  const read = planFromDxf(text, { wallLayers: ['Walls'] });
  if (!read.ok) throw new Error(read.problems.map((p) => p.message).join('\n'));
  return { text, read };
}
/** The walls of a level and their openings, in words that do not tell of numbers and order: to a sixteenth of an inch from the corner of all of them. */
function wallsOf(plan: Plan, level: string): string[] {
  const on = Object.values(plan.points).filter((p) => p.level === level);
  const [left, low] = [Math.min(...on.map((p) => p.x)), Math.min(...on.map((p) => p.y))];
  const place = (id: string) => {
    const { x, y } = plan.points[id]!;
    return [x - left, y - low].map((n) => Math.round(n * 16) / 16).join();
  };
  return Object.entries(plan.walls)
    .filter(([, { from }]) => plan.points[from]!.level === level)
    .map(([id, { from, to, framing }]) => {
      const openings = Object.values(plan.openings)
        .filter((o) => o.wall === id)
        .map((o) => {
          const hangs = o.kind === 'door' ? `${o.hinge} ${o.swing}` : '';
          return `${o.kind} ${o.at.toFixed(1)} ${o.width.toFixed(1)} ${hangs}`;
        });
      return [place(from), place(to), framing, ...openings.sort()].join('; ');
    })
    .sort();
}
/** Openings of each kind in turn, hung either way. */
function withEveryKind(plan: Plan, turn: number): Plan {
  const kinds = openingKinds.filter((kind) => kind !== 'cabinet');
  const openings = Object.entries(plan.openings).map(([id, o], i) => {
    const kind = kinds[(i + turn) % kinds.length]!;
    const hangs = { hinge: i % 2 ? 'to' : 'from', swing: i % 3 ? 'left' : 'right' } as const;
    return [id, { ...o, kind, ...hangs }];
  });
  return { ...plan, openings: Object.fromEntries(openings) as Plan['openings'] };
}
const levelsOf = (plan: Plan) => [...new Set(Object.values(plan.points).map((p) => p.level))];

describe('a level as DXF', () => {
  test('comes back in with the same walls and openings, also where they stand at every slant', () => {
    const houses = Array.from({ length: 40 }, (_, i) => withEveryKind(furnishedHouse(i + 1), i));
    for (const plan of [marlStreet(), study(), wired(connectedHouse(8)), ...houses])
      for (const level of notEmpty(levelsOf(plan)))
        expect(wallsOf(roundTrip(plan, level).read.plan, 'L1')).toEqual(notEmpty(wallsOf(plan, level)));
  });

  test('that another program has saved without the layer of the middles is read by its faces', () => {
    const plan = wired(connectedHouse(8));
    const text = planDxf(plan, compute(plan), 'L1').replaceAll('Wall middles', 'Other');
    const read = planFromDxf(text, { wallLayers: ['Walls'] });
    const areas = (of: Plan) =>
      Object.values(compute(of).rooms)
        .filter((r) => r.closed)
        .map((r) => Math.round(r.area / 144))
        .sort((a, b) => a - b);
    expect(read.ok && areas(read.plan)).toEqual(notEmpty(areas(plan)));
  });

  test('a cabinet stands before its wall: the wall is not cut', () => {
    const bare = study();
    const [wall] = Object.keys(bare.walls);
    const plan = edited(bare, 'addOpening', {
      wall: wall!,
      kind: 'cabinet',
      at: 12,
      width: 30,
      sill: 54,
      head: 84,
    });
    const faces = (of: Plan) => planDxf(of, compute(of), 'L1').match(/\n\s*8\nWalls\n/g)?.length;
    expect(faces(plan)).toBe(faces(bare));
    expect(planDxf(plan, compute(plan), 'L1')).toMatch(/\n\s*8\nCabinets\n/);
  });

  test('has layers by plain names, a block for each of our signs, and one insert for each box', () => {
    const plan = marlStreet();
    const result = compute(plan);
    const text = planDxf(plan, result, 'L1');
    for (const layer of ['Walls', 'Doors', 'Windows', 'Boxes', 'Cable 14-2', 'Panels'])
      expect(text).toMatch(new RegExp(`\\n\\s*8\\n${layer}\\n`));
    for (const sign of ['receptacle', 'switch', 'light', 'data', 'alarm'])
      expect(text).toMatch(new RegExp(`BLOCK[\\s\\S]*?\\n\\s*2\\n${sign}\\n`));
    const onLevel = Object.values(result.marks).filter(
      (m) => plan.points[plan.walls[m.wall]!.from]!.level === 'L1',
    ).length;
    const flat = Object.values(plan.boxes).filter(({ on }) => {
      const room = 'ceiling' in on ? on.ceiling : 'floor' in on ? on.floor : null;
      return room !== null && plan.rooms[room]!.level === 'L1';
    }).length;
    expect(text.match(/\n\s*0\nINSERT\n/g)).toHaveLength(onLevel + flat);
    expect(planDxf(plan, result, 'L1')).toBe(text);
  });
});
