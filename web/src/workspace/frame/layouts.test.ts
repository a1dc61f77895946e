import { describe, expect, test } from 'vitest';
import { stages } from '../entry/order.ts';
import { layoutOf, type Part, piecesOf, withoutFolded } from './layouts.ts';

const isSplit = (p: Part): p is Extract<Part, { split: unknown }> => 'split' in p;
const splits = (p: Part): Extract<Part, { split: unknown }>[] =>
  isSplit(p) ? [p, ...p.parts.flatMap(splits)] : [];
const both = stages.flatMap((s) => [[s, false] as const, [s, true] as const]);

describe('layouts of the stages', () => {
  test.each(both)(
    '%s, upright %s: shares come to a whole, and every pane is there once',
    (stage, isUpright) => {
      const layout = layoutOf(stage, isUpright);
      for (const { parts } of splits(layout)) expect(parts.reduce((sum, p) => sum + p.size, 0)).toBe(100);
      const own = piecesOf(layout).map((p) => p.piece);
      expect(new Set(own).size).toBe(own.length);
      expect(own).toContain('plan');
      expect(own).toContain('work');
    },
  );

  test('both ways of holding the screen show the same panes', () => {
    for (const stage of stages)
      expect(
        piecesOf(layoutOf(stage, true))
          .map((p) => p.piece)
          .sort(),
      ).toEqual(
        piecesOf(layoutOf(stage, false))
          .map((p) => p.piece)
          .sort(),
      );
  });

  test('each stage has an arrangement of its own', () => {
    const seen = stages.map((s) => JSON.stringify(layoutOf(s, false)));
    // Walking and the crew both look at the plan with the room under it.
    expect(new Set(seen).size).toBeGreaterThanOrEqual(stages.length - 1);
  });
});

describe('panes folded away', () => {
  test('the rest takes their room, and a split of one is that one', () => {
    const left = withoutFolded(layoutOf('boxes', false), (p) => p === 'open');
    const all = splits(left!);
    expect(piecesOf(left!).map((p) => p.piece)).toEqual(['plan', 'ribbon', 'work']);
    expect(all).toHaveLength(1);
    expect(all[0]!.parts.reduce((sum, p) => sum + p.size, 0)).toBeCloseTo(100);
  });
  test('with all of them folded nothing is left', () => {
    expect(withoutFolded(layoutOf('walk', false), () => true)).toBeNull();
  });
});
