import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { study } from '../../demo/study.ts';
import { computed, edited, notEmpty } from '../../testing/index.ts';
import type { Plan } from '../plan/index.ts';
import { drilledOnce } from '../runs/index.ts';

const demo = marlStreet();
const result = computed(demo);
const directed = (direction: string) =>
  computed(edited(study(), 'setRule', { rule: 'run.direction', value: direction })).cuts;

describe('the cut list', () => {
  test('has every cable once, told to the inch and never short of its parts', () => {
    expect(result.cuts.map((c) => c.run).sort()).toEqual(Object.keys(demo.runs).sort());
    for (const { run, cut } of notEmpty(result.cuts)) {
      const { length } = result.runs[run]!;
      expect(Number.isInteger(cut), run).toBe(true);
      expect(cut - length.cut, run).toBeGreaterThanOrEqual(-1e-6);
      expect(cut - length.cut, run).toBeLessThan(1);
      expect(length.path + length.loops + length.ends + length.margin).toBeCloseTo(length.cut, 3);
    }
  });

  test('of a cable that finds no way nothing is cut', () => {
    const [level] = Object.keys(study().levels);
    const shut = {
      ...study(),
      levels: { [level!]: { ...study().levels[level!]!, above: 'closed', below: 'slab' } },
    };
    const ways = computed({
      ...shut,
      runs: Object.fromEntries(Object.entries(shut.runs).map(([id, r]) => [id, { ...r, way: 'over' }])),
    } as Plan);
    const astray = Object.keys(ways.runs).filter((id) => ways.runs[id]!.path.length === 0);
    expect(notEmpty(astray).filter((id) => ways.cuts.some((c) => c.run === id))).toEqual([]);
    expect(ways.cuts).toHaveLength(Object.keys(ways.runs).length - astray.length);
  });

  test('rounded as the house cuts: to whole feet', () => {
    const feet = computed(edited(demo, 'setRule', { rule: 'run.roundTo', value: 12 })).cuts;
    expect(notEmpty(feet).every((c) => c.cut % 12 === 0)).toBe(true);
  });

  test('lighting is pulled before receptacles, data last: trade practice, no source', () => {
    const isLit = (c: string | null) =>
      Object.values(demo.devices).some(
        (d) => d.circuit === c && ['light', 'wafer-light', 'fan'].includes(d.kind),
      );
    const kinds = result.cuts.map((c) => (c.cable === 'data' ? 2 : isLit(c.circuit) ? 0 : 1));
    expect(kinds).toEqual([...kinds].sort((a, b) => a - b));
    expect(new Set(kinds).size).toBe(3);
  });

  // The study: c1 goes n1-b4-b5-b1-b2-b3, c2 with the lights n1-b9, then b10, and b8-b7-b6.
  test.each([
    ['out', 'n1-b4 b4-b5 b5-b1 b1-b2 b2-b3'],
    ['home-first', 'n1-b4 b4-b5 b5-b1 b1-b2 b2-b3'],
    ['back', 'b3-b2 b2-b1 b1-b5 b5-b4 b4-n1'],
    ['home-last', 'b4-b5 b5-b1 b1-b2 b2-b3 b4-n1'],
  ])('pulled %s: each from the end it starts at', (direction, order) => {
    const own = directed(direction).filter((c) => c.circuit === 'c1');
    expect(own.map((c) => `${c.from}-${c.to}`).join(' ')).toBe(order);
  });

  test('two cables between the same two boxes have labels of their own at both ends', () => {
    const twice = edited(study(), 'setRunWay', { run: 'k4', way: 'auto' });
    const doubled = { ...twice, runs: { ...twice.runs, k99: { ...twice.runs['k4']! } } };
    const labels = computed(doubled).labels.filter((l) => l.run === 'k4' || l.run === 'k99');
    expect(labels).toHaveLength(4);
    expect(new Set(labels.map((l) => l.text)).size).toBe(4);
    expect(labels.map((l) => l.text.slice(-6))).toEqual(['1 OF 2', '1 OF 2', '2 OF 2', '2 OF 2']);
  });

  test('a free end measured from the face of the box is longer by its depth', () => {
    const base = computed(study()).runs['k4']!.length;
    const face = computed(edited(study(), 'setRule', { rule: 'end.measured', value: 'face' })).runs['k4']!;
    // Two ends in boxes 2-3/4 or 3 in. deep, by their models.
    expect(face.length.ends - base.ends).toBeGreaterThanOrEqual(5.5);
    expect(face.length.ends - base.ends).toBeLessThanOrEqual(6.5);
    expect(face.length.path).toBe(base.path);
  });
});

describe('the drilling list', () => {
  test('has every hole that is drilled once, and nothing else', () => {
    const bores = Object.values(result.runs).flatMap((r) => r.bores);
    const holes = drilledOnce(bores).length;
    expect(result.drilling.reduce((sum, w) => sum + w.count, 0)).toBe(holes);
    for (const w of notEmpty(result.drilling)) {
      expect(w.lines.reduce((sum, l) => sum + l.count, 0)).toBe(w.count);
      expect(w.bits).toEqual([...new Set(w.lines.map((l) => l.bit))].sort((a, b) => a - b));
    }
  });

  test('studs in a row at one height with one bit are one line', () => {
    const rows = result.drilling.flatMap((w) => w.lines.filter((l) => l.what === 'studs'));
    for (const l of notEmpty(rows)) {
      expect(l.studs).toHaveLength(l.count);
      l.studs.forEach((n, i) => expect(n).toBe(l.studs[0]! + i));
      expect(l.height).not.toBeNull();
    }
    expect(rows.some((l) => l.count > 3)).toBe(true);
  });

  test('plates are told by how far along they are', () => {
    const plates = result.drilling.flatMap((w) => w.lines.filter((l) => l.what.endsWith('plate')));
    for (const l of notEmpty(plates)) {
      expect(l.height).toBeNull();
      expect(l.studs).toEqual([]);
      expect(l.along).toBeGreaterThan(0);
    }
  });
});
