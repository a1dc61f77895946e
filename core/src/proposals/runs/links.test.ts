import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/marlStreet.ts';
import { study } from '../../../demo/study.ts';
import { randomFrom } from '../../../testing/index.ts';
import { boxesOf, leadsOf, reached, treeLinks, type Cost } from './links.ts';

/** Places on a line, named by where they are: the cost between two is how far apart they are. */
const apart: Cost = (a, b) => Math.abs(Number(a.slice(1)) - Number(b.slice(1)));

describe('branches of cable', () => {
  test('each box is joined where it is nearest, and all of them are', () => {
    expect(treeLinks('p0', ['b30', 'b10', 'b20'], apart, 1)).toEqual([
      { from: 'p0', to: 'b10' },
      { from: 'b10', to: 'b20' },
      { from: 'b20', to: 'b30' },
    ]);
  });

  test('as many leave the start as it may have, and a box has three cables at most', () => {
    const random = randomFrom(7);
    for (let n = 0; n < 40; n++) {
      const boxes = [
        ...new Set(
          Array.from({ length: 3 + Math.floor(random() * 12) }, () => `b${Math.round(random() * 900) + 1}`),
        ),
      ];
      const starts = 1 + Math.floor(random() * 3);
      const links = treeLinks('p0', boxes, apart, starts);
      expect(links.map((l) => l.to).sort()).toEqual([...boxes].sort());
      const cables = (id: string) => links.filter((l) => l.from === id || l.to === id).length;
      expect(cables('p0')).toBeLessThanOrEqual(starts);
      for (const b of boxes) expect(cables(b)).toBeLessThanOrEqual(3);
      const joined = new Set(['p0']);
      for (const l of links) {
        expect(joined.has(l.from)).toBe(true);
        joined.add(l.to);
      }
    }
  });

  test('where a star is cheapest and the start may have three, the fourth hangs on one of them', () => {
    const star: Cost = (a, b) => (a === 's' || b === 's' ? 1 : 10);
    const links = treeLinks('s', ['a', 'b', 'c', 'd'], star, 3);
    expect(links.filter((l) => l.from === 's')).toHaveLength(3);
    expect(links).toHaveLength(4);
  });

  // By hand: b costs 20 from a, as its third cable, and 36 from c.
  test('a third cable to a box is traded against the larger box it asks for', () => {
    const places: Record<string, number> = { p: 0, a: 10, b: 30, c: 6 };
    const cost: Cost = (x, y) => Math.abs(places[x]! - places[y]!) + (x === 'c' || y === 'c' ? 12 : 0);
    const joined = (tee: number) =>
      treeLinks('p', ['a', 'b', 'c'], cost, 1, () => tee).find((l) => l.to === 'b')!.from;
    expect([0, 15, 17, Infinity].map(joined)).toEqual(['a', 'a', 'c', 'c']);
  });

  test('a start that may have no cable joins nothing', () =>
    expect(treeLinks('p0', ['b1', 'b2'], apart, 0)).toEqual([]));
});

describe('what a circuit reaches', () => {
  const house = marlStreet();

  test('boxes of a circuit come once each, in order of their numbers', () => {
    let several = 0;
    for (const id of Object.keys(house.circuits)) {
      const boxes = boxesOf(house, id);
      expect(new Set(boxes).size).toBe(boxes.length);
      expect([...boxes].sort((a, b) => Number(a.slice(1)) - Number(b.slice(1)))).toEqual(boxes);
      if (boxes.length > 1) several++;
    }
    expect(several).toBeGreaterThan(3);
    expect(boxesOf(house, 'none')).toEqual([]);
  });

  test('with its first cable taken away only the panel is reached; with all of them every box', () => {
    const plan = study();
    const [circuit] = Object.keys(plan.circuits) as [string];
    const own = Object.entries(plan.runs).filter(([, r]) => r.circuit === circuit);
    expect(own.length).toBeGreaterThan(1);
    const all = reached(plan, circuit);
    for (const box of boxesOf(plan, circuit)) expect(all).toContain(box);
    const home = own.find(([, r]) => plan.panels[r.from] || plan.panels[r.to!])!;
    const { [home[0]]: _, ...runs } = plan.runs;
    expect(reached({ ...plan, runs }, circuit)).toEqual(reached({ ...plan, runs: {} }, circuit));
  });

  test('a receptacle that can be the ground-fault one comes first, unless the breaker protects or people pinned it', () => {
    const [, device] = Object.entries(house.devices).find(([, d]) => d.kind === 'gfci' && d.circuit)!;
    const id = device.circuit!;
    const boxes = boxesOf(house, id);
    const at = (protection: string, protectAt: string): typeof house => ({
      ...house,
      circuits: { ...house.circuits, [id]: { ...house.circuits[id]!, protection, protectAt } as never },
    });
    const leads = leadsOf(at('none', 'breaker'), id, boxes)!;
    expect(leads).toContain(device.box);
    for (const lead of leads)
      expect(
        Object.values(house.devices).some(
          (d) => d.box === lead && (d.kind === 'receptacle' || d.kind === 'gfci'),
        ),
      ).toBe(true);
    expect(leadsOf(at('gfci', 'breaker'), id, boxes)).toBe(null);
    expect(leadsOf(at('gfci', 'first-device'), id, boxes)).toEqual(leads);
    expect(leadsOf(house, id, [])).toBe(null);
    const pinned = {
      ...house,
      boxes: { ...house.boxes, [device.box]: { ...house.boxes[device.box]!, pinned: true } },
    };
    expect(leadsOf(pinned, id, boxes)).toEqual([device.box]);
  });
});
