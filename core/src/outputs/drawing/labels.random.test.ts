import { describe, expect, test } from 'vitest';
import { gridHouse } from '../../../bench/wired.ts';
import { marlStreet } from '../../../demo/index.ts';
import { furnishedHouse } from '../../../testing/furnishedHouse.ts';
import { notEmpty } from '../../../testing/index.ts';
import { Computer } from '../../compute/index.ts';
import type { Plan } from '../../plan/index.ts';
import { propose } from '../../proposals/index.ts';
import { crosses, type PlacedLabel, type Rect } from './placeLabels.ts';
import { planLabels } from './planLabels.ts';
import { planShapes } from './planShapes.ts';
import { ribbonLabels } from './ribbonLabels.ts';
import { ribbonRows, rowLayout } from './ribbonRows.ts';
import { furnitureOf } from './ribbonLabels.ts';
import { ribbonShapes } from './ribbonShapes.ts';
import { unrolledRooms } from './unrolled.ts';

/** From a whole house on a phone to a few studs across the screen: pixels an inch. */
const zooms = [0.35, 0.8, 1.6, 3.2, 7];
/** Houses with all their cable laid take long; every twenty-fifth has it. */
const houses = [null, ...Array.from({ length: 100 }, (_, i) => i + 1)];

function houseOf(seed: number | null): Plan {
  if (seed === null) return marlStreet();
  const plan = structuredClone(furnishedHouse(seed));
  propose(plan, { only: seed % 25 === 0 ? ['boxes', 'circuits', 'runs'] : ['boxes'] });
  return plan;
}

const meet = (a: Rect, b: Rect) =>
  a.x < b.x + b.width - 1e-6 &&
  b.x < a.x + a.width - 1e-6 &&
  a.y < b.y + b.height - 1e-6 &&
  b.y < a.y + a.height - 1e-6;

/** What is wrong with labels, each with each, without any index. */
function faults({ labels, marks }: { labels: readonly PlacedLabel[]; marks: readonly Rect[] }): string[] {
  return labels.flatMap((label, i) => [
    ...marks.filter((m) => meet(m, label.rect)).map(() => `${label.id} covers a mark`),
    ...labels.slice(i + 1).flatMap((o) => (meet(o.rect, label.rect) ? `${label.id} covers ${o.id}` : [])),
    ...labels.flatMap(({ id, leader }) => {
      const { x, y, width, height } = label.rect;
      const box = { minX: x, minY: y, maxX: x + width, maxY: y + height };
      return id !== label.id && leader && crosses(leader, box) ? `${label.id} covers the line to ${id}` : [];
    }),
  ]);
}

describe('labels of whole houses', () => {
  const took: number[] = [];
  test.each(houses)('house %s: no label covers another or a mark, at five zooms', (seed) => {
    const plan = houseOf(seed);
    const computer = new Computer();
    const result = computer.compute(plan);
    const rooms = notEmpty(Object.entries(unrolledRooms(computer.house)));
    let counted = 0;
    for (const level of Object.keys(plan.levels)) {
      const shapes = planShapes(plan, result, level);
      for (const scale of zooms) {
        const from = performance.now();
        const drawn = planLabels(shapes, {
          scale,
          near: new Set(shapes.boxes.slice(0, 6).map((b) => b.id)),
          chosen: new Set(shapes.boxes.slice(3, 4).map((b) => b.id)),
          boxes: true,
          rooms: true,
        });
        took.push(performance.now() - from);
        expect(faults(drawn), `level ${level} at ${scale}`).toEqual([]);
        counted += drawn.labels.length;
      }
    }
    for (const [room, whole] of rooms)
      for (const scale of zooms)
        for (const unrolled of ribbonRows(whole, scale > 2 ? 2 : 1)) {
          const from = performance.now();
          const shapes = ribbonShapes(plan, result, unrolled);
          const drawn = ribbonLabels(unrolled, shapes, {
            scale,
            chosen: shapes.boxes[0]?.id ?? null,
            says: () => ['1′ 3⅛″'],
            boxes: true,
            cables: true,
            ghosts: true,
            limit: 72,
            troubles: [unrolled.width / 3],
          });
          took.push(performance.now() - from);
          expect(faults(drawn), `room ${room} at ${scale}`).toEqual([]);
          counted += drawn.labels.length;
        }
    expect(counted).toBeGreaterThan(20);
  });

  test('a frame of labels takes no longer than a frame of the screen', () => {
    const sorted = notEmpty(took).toSorted((a, b) => a - b);
    const share = (of: number) => sorted[Math.floor((sorted.length - 1) * of)]!;
    console.info(
      `labels: ${sorted.length} frames, half within ${share(0.5).toFixed(2)} ms, 99 of 100 within ${share(0.99).toFixed(2)} ms, all within ${share(1).toFixed(2)} ms`,
    );
    expect(share(0.5)).toBeLessThan(16);
  });

  test('thirty small rooms seen from afar all have their names', () => {
    const plan = gridHouse(6, 5);
    const result = new Computer().compute(plan);
    const { labels } = planLabels(planShapes(plan, result, 'L1'), {
      scale: 0.245,
      near: new Set(),
      chosen: new Set(),
      boxes: true,
      rooms: false,
    });
    expect(labels.filter((l) => l.id.startsWith('room '))).toHaveLength(30);
  });

  test('on a laptop every mark of every room of the demo is read with its height, and a long room comes in rows', () => {
    const plan = marlStreet();
    const computer = new Computer();
    const result = computer.compute(plan);
    const pane = { width: 660, height: 680 };
    const rowsOf = new Map<string, number>();
    for (const [id, whole] of notEmpty(Object.entries(unrolledRooms(computer.house)))) {
      const layout = rowLayout(whole, pane, furnitureOf(true));
      rowsOf.set(id, layout.rows);
      for (const unrolled of ribbonRows(whole, layout.rows)) {
        const shapes = ribbonShapes(plan, result, unrolled);
        const { labels } = ribbonLabels(unrolled, shapes, {
          scale: layout.scale,
          chosen: null,
          says: (b) => [`${b.bottom}`],
          boxes: true,
          cables: false,
          ghosts: false,
          limit: 72,
          troubles: [],
        });
        for (const box of shapes.boxes) {
          const label = labels.find((l) => l.id === `box ${box.id}`);
          expect(label?.form, `${plan.rooms[id]!.name}, box ${box.label}`).toBe(0);
        }
      }
    }
    expect(Math.max(...rowsOf.values())).toBeGreaterThan(1);
  });
});
