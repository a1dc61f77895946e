import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { must } from '../lookups/index.ts';
import { boundedRooms, boxesOfRoom } from '../rooms/seeing.ts';
import { darkRooms, deadBoxes } from './dark.ts';

const plan = marlStreet();
const rooms = boundedRooms(plan);
const all = new Set(Object.keys(plan.circuits));

test('all breakers off: every box with something on a circuit is dead; none off: nothing is', () => {
  const wired = Object.values(plan.devices).flatMap((d) => (d.circuit === null ? [] : [d.box]));
  expect(new Set(deadBoxes(all, plan))).toEqual(new Set(wired));
  expect(deadBoxes(new Set(), plan)).toEqual([]);
  expect(darkRooms(new Set(), plan, rooms)).toEqual([]);
});

test('a box stays live while one of its devices is on another circuit', () => {
  const shared = Object.values(plan.devices).find((d) =>
    Object.values(plan.devices).some(
      (o) => o.box === d.box && o.circuit !== d.circuit && o.circuit !== null && d.circuit !== null,
    ),
  );
  const { box, circuit } = must(shared, 'a box of the demo with two circuits');
  expect(deadBoxes(new Set([must(circuit, 'its circuit')]), plan)).not.toContain(box);
});

test('a room is dark when all its lights are off; a light on a wall keeps it lit like one on the ceiling', () => {
  const onWall = Object.values(plan.devices).find(
    (d) => d.kind === 'light' && 'wall' in plan.boxes[d.box]!.on && d.circuit !== null,
  );
  const { box, circuit } = must(onWall, 'a wall light of the demo');
  const room = must(
    Object.keys(plan.rooms).find((r) => boxesOfRoom(plan, r).includes(box)),
    'the room of the wall light',
  );
  expect(darkRooms(all, plan, rooms)).toContain(room);
  const butIts = new Set([...all].filter((c) => c !== circuit));
  expect(darkRooms(butIts, plan, rooms)).not.toContain(room);
});
