import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { notEmpty } from '../../testing/index.ts';
import { panelRows, seatWords, servedBy } from './directory.ts';

const plan = marlStreet();

describe('the directory of a panel', () => {
  test('a panel stands in rows of two, two-pole breakers over two rows, legs alternating', () => {
    const rows = panelRows(plan, 'n1');
    expect(rows).toHaveLength(15);
    expect(rows.slice(0, 3).map(([l, r]) => [l.space, l.leg, r!.space, r!.leg])).toEqual([
      [1, 'A', 2, 'A'],
      [3, 'B', 4, 'B'],
      [5, 'A', 6, 'A'],
    ]);
    const [lower] = rows[3]!;
    expect(lower).toMatchObject({ space: 7, seats: [{ id: 'c5', lower: true }] });
  });

  test('names what every breaker feeds, its amperes and its rooms', () => {
    const places = panelRows(plan, 'n1').flatMap((row) => row.flatMap((place) => place ?? []));
    const words = places.flatMap((p) => p.seats.map((s) => ({ s, ...seatWords(plan, p, s) })));
    for (const { s, title, says } of notEmpty(words)) {
      if (s.lower) expect(says).toMatch(/^with \d+$/);
      else if (s.kind === 'circuit') {
        expect(title).toContain(plan.circuits[s.id]!.name);
        expect(says).toContain(`${plan.circuits[s.id]!.amps} A`);
      }
    }
    const [first] = Object.entries(plan.circuits).find(([, c]) => !c.existing)!;
    const rooms = Object.values(plan.rooms).map((r) => r.name);
    expect(notEmpty(servedBy(plan, first).split(', ')).every((name) => rooms.includes(name))).toBe(true);
  });
});
