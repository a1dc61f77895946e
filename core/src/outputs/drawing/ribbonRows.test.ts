import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/index.ts';
import { notEmpty } from '../../../testing/index.ts';
import { Computer } from '../../compute/index.ts';
import { furnitureOf } from './ribbonLabels.ts';
import { ribbonRows, rowLayout } from './ribbonRows.ts';
import { unrolledRooms } from './unrolled.ts';

const rooms = notEmpty(Object.entries(unrolledRooms(new Computer().take(marlStreet()))));

describe('rows of an unrolled room', () => {
  test.each(rooms)(
    'room %s: every wall once and in its order, each row from its own left end',
    (_, whole) => {
      for (const count of [1, 2, 3, 4]) {
        const rows = ribbonRows(whole, count);
        expect(rows.length).toBeLessThanOrEqual(count);
        expect(rows.flatMap((r) => r.walls.map((w) => w.letter))).toEqual(whole.walls.map((w) => w.letter));
        for (const row of rows) {
          expect(row.walls[0]!.x).toBeCloseTo(0);
          const end = row.walls.at(-1)!;
          expect(end.x + end.length).toBeCloseTo(row.width);
        }
        expect(rows.reduce((sum, r) => sum + r.width, 0)).toBeCloseTo(whole.width);
      }
    },
  );

  test.each(rooms)(
    'room %s: the profile and its worst places stay over the walls they are measured at',
    (_, whole) => {
      const rows = ribbonRows(whole, 2);
      const points = (u: typeof whole) =>
        u.profile.flatMap((p) => p.points.map((q) => q.distance)).sort((a, b) => a - b);
      expect(rows.flatMap(points).sort((a, b) => a - b)).toEqual(points(whole));
      expect(rows.flatMap((r) => r.worst).length).toBe(whole.worst.length);
      for (const row of rows)
        for (const x of [...row.worst, ...row.profile.flatMap((p) => p.points)].map((p) => p.x)) {
          expect(x).toBeGreaterThan(-0.1);
          expect(x).toBeLessThan(row.width + 0.1);
        }
    },
  );

  test('no other way to share the walls out makes the longest row shorter', () => {
    for (const [, whole] of rooms) {
      const lengths = whole.walls.map((w) => w.length);
      const rows = ribbonRows(whole, 2);
      const cuts = lengths.map((_, i) => {
        const first = lengths.slice(0, i).reduce((a, b) => a + b, 0);
        return Math.max(first, whole.width - first);
      });
      expect(Math.max(...rows.map((r) => r.width))).toBeLessThan(Math.min(...cuts) + 0.1);
    }
  });

  test('a wide pane takes a room in one row, a high one in more, and what comes fits', () => {
    for (const [, whole] of rooms)
      for (const pane of [
        { width: 1280, height: 300 },
        { width: 640, height: 700 },
        { width: 390, height: 800 },
      ]) {
        const { rows, scale } = rowLayout(whole, pane, furnitureOf(true));
        const widest = Math.max(...ribbonRows(whole, rows).map((r) => r.width));
        expect(widest * scale).toBeLessThan(pane.width);
        if (pane.width === 1280) expect(rows).toBe(1);
        else if (whole.width > 400) expect(rows).toBeGreaterThan(1);
      }
  });
});
