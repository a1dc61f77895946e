import { describe, expect, test } from 'vitest';
import { entryOf } from '../lookups/index.ts';
import { notEmpty, houseOf, wallOf } from '../../testing/index.ts';
import type { WallFrame } from './wallFrame.ts';

const frameOf = (length: number, wall: object = {}, rest: object = {}): WallFrame =>
  entryOf(houseOf(wallOf(length, wall, rest)).framing.walls, 'w1');
const rows = (frame: WallFrame, ...roles: string[]) =>
  frame.members.filter((m) => roles.includes(m.role)).map((m) => [m.role, m.at, m.low, m.high]);

describe('one wall framed', () => {
  test('standing uprights are numbered from 1 as they stand, and are members too', () => {
    const frame = frameOf(96);
    expect(frame.standing.map((m) => m.number)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(notEmpty(frame.standing).every((m) => frame.members.includes(m))).toBe(true);
    expect(new Set(frame.members.map((m) => m.id)).size).toBe(frame.members.length);
  });

  test('no two uprights share wood, whatever the openings', () => {
    for (const at of [8, 14.5, 15, 16.25, 31, 47.75]) {
      const frame = frameOf(
        144,
        {},
        { openings: { o1: { wall: 'w1', kind: 'door', at, width: 32, head: 80 } } },
      );
      const edges = frame.standing.flatMap((m) => [m.at - m.width / 2, m.at + m.width / 2]);
      expect(edges.length).toBeGreaterThan(14);
      for (let i = 2; i < edges.length; i += 2)
        expect(edges[i]!, `door at ${at}`).toBeGreaterThanOrEqual(edges[i - 1]! - 1e-9);
    }
  });

  test('studs nailed together stand side by side from where the first was measured, and know it', () => {
    const frame = frameOf(96, {}, { members: { m1: { wall: 'w1', at: 48, count: 2, holes: [{ z: 30 }] } } });
    const pack = frame.standing.filter((m) => m.pack === 2);
    expect(pack.map((m) => m.at)).toEqual([48, 49.5]);
    expect(pack.map((m) => m.holes)).toEqual([
      [{ z: 30, diameter: 0.75, off: 0 }],
      [{ z: 30, diameter: 0.75, off: 0 }],
    ]);
    expect(frame.standing).toHaveLength(8);
    expect(frame.standing.map((m) => m.number)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  });

  test('a low wall ends under its own top, a cabinet leaves the framing whole', () => {
    const low = frameOf(96, { height: 42 });
    expect([low.top, low.high]).toEqual([42, 39]);
    const plain = frameOf(96);
    const behind = frameOf(
      96,
      {},
      { openings: { o1: { wall: 'w1', kind: 'cabinet', at: 20, width: 30, sill: 54, head: 84 } } },
    );
    expect(behind.members).toEqual(plain.members);
    expect(behind.openings).toHaveLength(1);
  });

  test('an opening up to the plates has no header; its jacks stop where the plates are', () => {
    const frame = frameOf(
      120,
      {},
      { openings: { o1: { wall: 'w1', kind: 'cased', at: 40, width: 36, head: 96 } } },
    );
    expect(rows(frame, 'header')).toEqual([]);
    expect(Math.max(...frame.standing.map((m) => m.high))).toBe(frame.high);
  });

  test('plates by the rule: one top plate where the house builds so', () => {
    const two = frameOf(96);
    const one = frameOf(96, {}, { rules: { values: { 'framing.plates': 1 } } });
    expect([rows(two, 'top-plate').length, rows(one, 'top-plate').length]).toEqual([2, 1]);
    expect(one.high - two.high).toBe(1.5);
  });

  test('the bottom plate is cut at doors and not at windows', () => {
    const openings = {
      o1: { wall: 'w1', kind: 'door', at: 20, width: 30, head: 80 },
      o2: { wall: 'w1', kind: 'window', at: 80, width: 30, sill: 40, head: 80 },
    };
    const plates = frameOf(140, {}, { openings }).members.filter((m) => m.role === 'bottom-plate');
    const ends = plates.flatMap((m) => [m.at - m.width / 2, m.at + m.width / 2]);
    expect(ends).toEqual([0, 19, 51, 140]);
  });

  test('ladder blocks behind a partition where the house builds so, every 24 in. (common practice, no source)', () => {
    const meeting = (values: object) =>
      entryOf(
        houseOf(
          wallOf(
            144,
            {},
            {
              points: { a: { x: 0, y: 0 }, b: { x: 144, y: 0 }, c: { x: 56, y: 0 }, d: { x: 56, y: 90 } },
              walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
              rules: { values },
            },
          ),
        ).framing.walls,
        'w1',
      );
    const blocks = rows(meeting({ 'framing.partition': 'ladder' }), 'block');
    expect(blocks.map((b) => b[3])).toEqual([25.5, 49.5, 73.5]);
    expect(rows(meeting({}), 'block')).toEqual([]);
  });
});
