import { describe, expect, test } from 'vitest';
import { computed, planOf } from '../../testing/index.ts';
import { ruleBook } from '../rules/index.ts';
import { estimateOf } from './estimate.ts';

/**
 * A den of 12 by 8 ft with a panel and two receptacles in one wall, worked by hand: studs of 1-1/2 in. stand at 16 in. from the corner on, boxes
 * go on the left face of studs 4 and 8, cable goes along at 24 in. Every figure below is arithmetic on that, none is taken from the program.
 */
const den = planOf({
  points: { a: { x: 0, y: 0 }, b: { x: 144, y: 0 }, c: { x: 144, y: 96 }, d: { x: 0, y: 96 } },
  walls: {
    w1: { from: 'a', to: 'b' },
    w2: { from: 'b', to: 'c' },
    w3: { from: 'c', to: 'd' },
    w4: { from: 'd', to: 'a' },
  },
  levels: { L1: { below: 'slab' } },
  openings: { o1: { wall: 'w3', kind: 'door', at: 50, width: 32 } },
  rooms: { r1: { x: 70, y: 50, name: 'Den', use: 'den' } },
  panels: { n1: { on: { wall: 'w1', side: 'left', at: 8 }, spaces: 8 } },
  circuits: { c1: { panel: 'n1', space: 1, amps: 15, protection: 'afci', protectAt: 'breaker' } },
  boxes: {
    b1: { on: { wall: 'w1', side: 'left', at: 40 } },
    b2: { on: { wall: 'w1', side: 'left', at: 100 } },
  },
  devices: {
    d1: { box: 'b1', kind: 'receptacle', circuit: 'c1' },
    d2: { box: 'b2', kind: 'receptacle', circuit: 'c1' },
  },
  runs: {
    k1: { from: 'n1', to: 'b1', circuit: 'c1' },
    k2: { from: 'b1', to: 'b2', circuit: 'c1' },
  },
  prices: {
    'cable-14/2': { cents: 6000, per: 'coil', of: 250 },
    'device-receptacle-15': { cents: 160 },
    'staple-1/2': { cents: 500, per: 'box', of: 100 },
    'plate-1g': { cents: 70 },
  },
});
const { runs, marks, takeoff, hours } = computed(den);

describe('a small den, every figure by hand', () => {
  test('boxes: beside their stud, 16 in. to the middle over 3/4 in. of floor', () => {
    // Studs 4 and 8 stand at 32 and 96; their face is 3/4 in. on, the middle of a box of 2-1/4 in. half of that further.
    expect([marks['b1']!.at, marks['b2']!.at]).toEqual([32 + 0.75 + 1.125, 96 + 0.75 + 1.125]);
    // 16 over the finish is 16-3/4 over the subfloor; half of 3-1/4 in. below and above it.
    const middle = 16 + 0.75;
    expect(marks['b1']).toMatchObject({
      bottomFromSubfloor: middle - 1.625,
      topFromSubfloor: middle + 1.625,
    });
  });

  test('cable: down from the panel, along at 24 in., down to the box; and on from box to box', () => {
    const [panel, drilled, top] = [42, 24, 18.375];
    const home = panel - drilled + (33.875 - 8) + (drilled - top);
    const on = 2 * (drilled - top) + (97.875 - 33.875);
    expect([home, on]).toEqual([49.5, 75.25]);
    // 72 in. free in the panel, 8 in. and a loop of 6 in. at each box.
    expect(runs['k1']!.length).toMatchObject({ path: home, loops: 6, ends: 72 + 8, cut: 135.5 });
    expect(runs['k2']!.length).toMatchObject({ path: on, loops: 12, ends: 16, cut: 103.25 });
    expect(runs['k1']!.bores).toHaveLength(2);
    expect(runs['k2']!.bores).toHaveLength(4);
  });

  test('every line of its list', () => {
    expect(takeoff.lines.map((l) => [l.item, l.quantity, l.toBuy, l.cents])).toEqual([
      // 135-1/2 and 103-1/4 in. are 19.9 ft; one coil.
      ['cable-14/2', 20, 250, 6000],
      ['box-plastic-1g-18', 2, 2, null],
      ['device-receptacle-15', 2, 2, 320],
      ['plate-1g', 2, 2, 140],
      ['breaker-15a-1p-afci', 1, 1, null],
      // 8 in. from the panel, 2 in. over each box, along cable that runs through studs 16 in. apart: a box of a hundred.
      ['staple-1/2', 4, 4, 500],
      ['connector-nm', 1, 1, null],
      // In the first box two blacks and a tail, two whites and a tail, two grounds and a tail; in the last one nothing is joined.
      ['wire-connector-small', 3, 3, null],
      ['tail-14-bare', 6, 0, 0],
      ['tail-14-black', 6, 0, 0],
      ['tail-14-white', 6, 0, 0],
      ['label-cable', 4, 4, null],
    ]);
  });

  test('its coil: both cuts off one of 250 ft, the farther box first', () => {
    expect(takeoff.coils).toMatchObject([
      {
        ...{ item: 'cable-14/2', from: 'new', feet: 250, left: 230.11 },
        cuts: [
          { run: 'k2', feet: 8.6 },
          { run: 'k1', feet: 11.29 },
        ],
      },
    ]);
    expect(takeoff.figures).toEqual([
      { item: 'cable-14/2', bought: 250, boughtAtLeast: 250, useless: 0, isBest: true },
    ]);
  });

  test('its hours, by the usual minutes', () => {
    const minutes = {
      boxes: 2 * 5,
      holes: 6 * 1,
      'closed walls': 0,
      pull: ((49.5 + 75.25) / 12) * 0.12,
      staple: 4 * 0.5,
      'make-up': 2 * 6,
      trim: 2 * 5,
    };
    expect(hours.stages.map((s) => [s.stage, s.hours])).toEqual(
      Object.entries(minutes).map(([stage, m]) => [stage, Math.round((m / 60) * 100) / 100]),
    );
  });

  test('its price: $69.60 of material, 0.69 h at $75, a tenth of overhead, a tenth of profit', () => {
    expect(estimateOf(takeoff.lines, hours.stages, ruleBook({}))).toEqual({
      ...{ material: 6000 + 320 + 500 + 140, unpriced: 5, hours: 0.69, labour: 5175, cost: 12_135 },
      ...{ overhead: 1214, profit: 1335, tax: 0, price: 12_135 + 1214 + 1335 },
    });
  });
});
