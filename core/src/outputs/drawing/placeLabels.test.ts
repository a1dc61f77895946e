import { describe, expect, test } from 'vitest';
import { randomFrom } from '../../../testing/index.ts';
import {
  around,
  crosses,
  lettered,
  near,
  placeLabels,
  rectAround,
  type LabelForm,
  type Rect,
  type WantedLabel,
} from './placeLabels.ts';

const meet = (a: Rect, b: Rect) =>
  a.x < b.x + b.width - 1e-6 &&
  b.x < a.x + a.width - 1e-6 &&
  a.y < b.y + b.height - 1e-6 &&
  b.y < a.y + a.height - 1e-6;
const word: LabelForm = { lines: ['12'], size: 10, restSize: 10, width: 20, height: 12 };
const at = (x: number, y: number): Rect => rectAround({ x, y }, 6);
const beside = (id: string, mark: Rect, rank = 1, reach = 0): WantedLabel => ({
  id,
  rank,
  forms: [word],
  placesFor: (form) => around(mark, form, ['below', 'above', 'right', 'left'], { reach }),
});

describe('places for labels', () => {
  test('one alone stands on the side asked for first, and no line leads to it', () => {
    const mark = at(0, 0);
    const [label] = placeLabels([beside('a', mark)], { marks: [mark] });
    expect(label!.rect.y).toBeCloseTo(3 + 1.5);
    expect(label!.rect.x + label!.rect.width / 2).toBeCloseTo(0);
    expect(label!.leader).toBeNull();
  });

  test('where another mark stands in the way the next side is taken', () => {
    const marks = [at(0, 0), at(0, 10)];
    const [label] = placeLabels([beside('a', marks[0]!)], { marks });
    expect(label!.rect.y + label!.rect.height).toBeCloseTo(-3 - 1.5);
  });

  test('with every side taken a line leads out from the mark, past nothing else', () => {
    const mark = at(0, 0);
    const ring = [0, 1, 2, 3, 4, 5, 6, 7].map((i) =>
      rectAround(
        { x: 16 * Math.cos((i * Math.PI) / 4 + 0.39), y: 12 * Math.sin((i * Math.PI) / 4 + 0.39) },
        7,
      ),
    );
    const marks = [mark, ...ring];
    const [label] = placeLabels([beside('a', mark, 1, 60)], { marks });
    expect(label!.leader!.a).toEqual({ x: 0, y: 0 });
    for (const r of ring) {
      expect(meet(r, label!.rect)).toBe(false);
      expect(
        crosses(label!.leader!, { minX: r.x, minY: r.y, maxX: r.x + r.width, maxY: r.y + r.height }),
      ).toBe(false);
    }
  });

  test('where nothing fits the shorter form is taken, and where that does not fit either the label is left out', () => {
    const wide: LabelForm = { ...word, width: 60 };
    const label: WantedLabel = { id: 'a', rank: 1, forms: [wide, word], placesFor: () => [{ x: 0, y: 0 }] };
    const walls = (gap: number): Rect[] => [
      { x: -gap - 50, y: -50, width: 50, height: 100 },
      { x: gap, y: -50, width: 50, height: 100 },
    ];
    expect(placeLabels([label], { marks: walls(40) })[0]!.form).toBe(0);
    expect(placeLabels([label], { marks: walls(15) })[0]!.form).toBe(1);
    expect(placeLabels([label], { marks: walls(5) })).toEqual([]);
  });

  test('a lower rank comes first, and of one rank what was asked first', () => {
    const only = (id: string, rank: number): WantedLabel => ({
      id,
      rank,
      forms: [word],
      placesFor: () => [{ x: 0, y: 0 }],
    });
    expect(placeLabels([only('b', 2), only('a', 1)], { marks: [] }).map((l) => l.id)).toEqual(['a']);
    expect(placeLabels([only('b', 1), only('a', 1)], { marks: [] }).map((l) => l.id)).toEqual(['b']);
  });

  test('a line is kept off where a place off it is not far; where none is, the label goes over it', () => {
    const mark = at(0, 0);
    const under = { a: { x: -50, y: 8 }, b: { x: 50, y: 8 } };
    expect(placeLabels([beside('a', mark)], { marks: [mark], lines: [under] })[0]!.rect.y).toBeLessThan(0);
    const [fixed] = placeLabels([{ id: 'a', rank: 1, forms: [word], placesFor: () => [{ x: 0, y: 8 }] }], {
      marks: [],
      lines: [under],
    });
    expect(fixed!.rect.y).toBeCloseTo(2);
  });

  test('labels stay within bounds', () => {
    const mark = at(0, 0);
    const bounds = { x: -30, y: -30, width: 60, height: 35 };
    const [label] = placeLabels([beside('a', mark)], { marks: [mark], bounds });
    expect(label!.rect.y + label!.rect.height).toBeLessThan(5);
    expect(placeLabels([beside('a', mark)], { marks: [mark], bounds: { ...bounds, width: 12 } })).toEqual([]);
  });

  test('lettering takes as many lines as it has, and the width of its longest', () => {
    const [one, two] = [lettered(['Study'], 10), lettered(['Study', '138 sq ft'], 10)];
    expect(two.height).toBeCloseTo(2 * one.height);
    expect(two.width).toBeGreaterThan(one.width);
  });

  test('a thousand at random: none over another, over a mark or over the line of another', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const random = randomFrom(seed);
      const marks = Array.from({ length: 200 }, () =>
        rectAround({ x: random() * 700, y: random() * 500 }, 4 + random() * 6),
      );
      const wanted = marks.map((m, i) => beside(`${i}`, m, Math.floor(random() * 3), 30));
      wanted.push({
        id: 'room',
        rank: 0,
        forms: [word],
        placesFor: () => near({ x: 300, y: 200 }, 100, 100),
      });
      const labels = placeLabels(wanted, { marks });
      expect(labels.length).toBeGreaterThan(100);
      labels.forEach((label, i) => {
        const box = {
          minX: label.rect.x,
          minY: label.rect.y,
          maxX: label.rect.x + 20,
          maxY: label.rect.y + 12,
        };
        for (const mark of marks) expect(meet(label.rect, mark), `seed ${seed}: ${label.id}`).toBe(false);
        for (const other of labels.slice(i + 1)) expect(meet(label.rect, other.rect)).toBe(false);
        for (const other of labels)
          if (other !== label && other.leader) expect(crosses(other.leader, box)).toBe(false);
      });
    }
  });
});
