import { marlStreet } from '@fieldchalk/core/demo';
import { expect, test } from 'vitest';
import { litBy } from './lit.ts';

const plan = marlStreet();

test('a device lights its box, a circuit the boxes on it, a cable and a wall themselves', () => {
  const [device, own] = Object.entries(plan.devices)[0]!;
  expect([...litBy([{ kind: 'device', id: device }], plan).boxes]).toEqual([own.box]);
  const circuit = Object.values(plan.devices).find((d) => d.circuit !== null)!.circuit!;
  const on = Object.values(plan.devices).filter((d) => d.circuit === circuit);
  expect(litBy([{ kind: 'circuit', id: circuit }], plan).boxes).toEqual(new Set(on.map((d) => d.box)));
  const lit = litBy(
    [
      { kind: 'run', id: 'k1' },
      { kind: 'wall', id: 'w1' },
      { kind: 'box', id: 'b9' },
    ],
    plan,
  );
  expect([[...lit.runs], [...lit.walls], [...lit.boxes]]).toEqual([['k1'], ['w1'], ['b9']]);
});
