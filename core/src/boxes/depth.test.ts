import { describe, expect, test } from 'vitest';
import { computed, edited, wallOf } from '../../testing/index.ts';
import { depthPlan } from './depth.ts';

const layer = (thickness: number, combustible = false) => ({ name: 'layer', thickness, combustible });
const single = { depth: 2.75 };

describe('box face against the finish: NEC 314.20 (from memory)', () => {
  test.each([
    [0.5, [layer(0.5)], single, { depth: 3.5 }, { setback: 0.5, needs: 'nothing' }],
    [0.625, [layer(0.625)], single, { depth: 3.5 }, { setback: 0.625, needs: 'nothing' }],
    [1.25, [layer(0.5), layer(0.75, true)], single, { depth: 3.5 }, { setback: 1.25, needs: 'nothing' }],
    [
      1.5,
      [layer(0.5), layer(1, true)],
      single,
      { depth: 3.5 },
      { setback: 1.25, needs: 'extension', by: 0.25 },
    ],
    // Furring 1-1/2 deep: 1-1/2 + 1/2 - 1/4 = 1-3/4 of room for a 2-3/4 box.
    [0.5, [], single, { depth: 1.5 }, { needs: 'another-box', by: 1 }],
    [0.5, [], { depth: 2.1875 }, { depth: 1.5, sheathing: 0.5 }, { needs: 'recess', by: 0.4375 }],
  ])('%d in. of finish', (finish, layers, box, wall, expected) => {
    expect(depthPlan(finish, layers, box, wall)).toMatchObject(expected);
  });

  test('parts add up to the finish, and the mark of a box follows named layers', () => {
    let plan = wallOf(
      144,
      {},
      { boxes: { b1: { on: { wall: 'w1', at: 49 } } }, devices: { d1: { box: 'b1' } } },
    );
    expect(computed(plan).marks['b1']).toMatchObject({ setback: 0.5, depth: { needs: 'nothing' } });
    const layers = [layer(0.625), layer(0.375)];
    plan = edited(plan, 'setLayers', { walls: ['w1'], side: 'left', layers });
    const { depth, setback } = computed(plan).marks['b1']!;
    expect(setback).toBe(1);
    expect(depth.parts.reduce((sum, p) => sum + p.thickness, 0)).toBe(depth.finish);
  });

  test('floor layers move the mark, not the height above the finished floor', () => {
    const plan = wallOf(
      144,
      {},
      { boxes: { b1: { on: { wall: 'w1', at: 49 } } }, devices: { d1: { box: 'b1' } } },
    );
    const tiled = edited(plan, 'setLevel', {
      level: 'L1',
      changes: { floorLayers: [layer(0.5), layer(0.875)] },
    });
    expect(computed(tiled).marks['b1']).toMatchObject({ centerFromFinished: 16, bottomFromSubfloor: 15.75 });
  });

  const outside = (model: string, siding: number) => {
    const plan = wallOf(
      144,
      {
        exterior: true,
        finish: { left: 0.5 + siding },
        layers: {
          left: [
            { name: 'Sheathing', thickness: 0.5 },
            { name: 'Siding', thickness: siding },
          ],
        },
      },
      { boxes: { b1: { on: { wall: 'w1', at: 49 }, model } }, devices: { d1: { box: 'b1', kind: 'light' } } },
    );
    return computed(plan).marks['b1']!.depth;
  };
  // By hand: what goes over the sheathing, less the depth of the box.
  test.each([
    ['metal-square-21', 1.5, { needs: 'nothing', by: 0 }],
    ['metal-square-21', 1.75, { needs: 'pack', by: 0.25 }],
    ['metal-square-30.3', 1.75, { needs: 'recess', by: 0.375 }],
    ['metal-square-30.3', 1.5, { needs: 'another-box', by: 0.625 }],
  ])('on the sheathing %s behind %d in.', (model, siding, expected) =>
    expect(outside(model, siding)).toMatchObject(expected),
  );
  test('says how deep a pack goes behind a box let in', () =>
    expect(outside('metal-square-30.3', 1.75).says).toContain('pack ⅛″ behind'));
});
