import type { Plan } from '../src/plan/index.ts';
import { wallOf } from './index.ts';

/** A wall of 12 ft on a slab with two boxes 60 in. apart and a cable between them; what is given of the wall and the rest of the plan. */
export const twoInWall = (framing: string, wall: object = {}, rest: object = {}): Plan =>
  wallOf(
    144,
    { framing, ...wall },
    {
      levels: { L1: { below: 'slab' } },
      boxes: { b1: { on: { wall: 'w1', at: 40 } }, b2: { on: { wall: 'w1', at: 100 } } },
      circuits: { c1: {} },
      runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
      ...rest,
    },
  );
