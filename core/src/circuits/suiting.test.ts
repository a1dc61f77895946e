import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { edited, notEmpty } from '../../testing/index.ts';
import { boxesOfRoom } from '../rooms/seeing.ts';
import { devicesSuiting } from './suiting.ts';

const plan = marlStreet();
const kindsOf = (ids: readonly string[]) => new Set(ids.map((id) => plan.devices[id]!.kind));
/** Rooms that have lights and receptacles, and a new circuit of each kind. */
const room = Object.keys(plan.rooms).find((r) => {
  const boxes = new Set(boxesOfRoom(plan, r));
  const kinds = new Set(Object.values(plan.devices).flatMap((d) => (boxes.has(d.box) ? [d.kind] : [])));
  return kinds.has('receptacle') && kinds.has('switch');
})!;
const circuitWith = (kind: string) =>
  Object.values(plan.devices).find((d) => d.kind === kind && d.circuit !== null)!.circuit!;

describe('a whole room on a circuit', () => {
  test('brings its lights and switches to lighting, what is plugged in to another, by what is on the circuit and not by its name', () => {
    const nameless = structuredClone(plan);
    for (const c of Object.values(nameless.circuits)) c.name = '';
    const lights = devicesSuiting(nameless, room, circuitWith('switch'));
    const plugged = devicesSuiting(nameless, room, circuitWith('counter-receptacle'));
    expect(kindsOf(lights)).toContain('switch');
    expect(kindsOf(lights)).not.toContain('receptacle');
    expect(kindsOf(plugged)).toContain('receptacle');
    expect(kindsOf(plugged)).not.toContain('switch');
    const boxes = new Set(boxesOfRoom(plan, room));
    expect(notEmpty([...lights, ...plugged]).every((d) => boxes.has(plan.devices[d]!.box))).toBe(true);
  });

  test('on an empty circuit: receptacles, or lights when only those are free', () => {
    const empty = edited(plan, 'addCircuit', { name: 'Lighting 9', panel: null });
    const added = Object.keys(empty.circuits).find((c) => !(c in plan.circuits))!;
    expect(kindsOf(devicesSuiting(empty, room, added))).not.toContain('switch');
    const freed = structuredClone(empty);
    for (const d of devicesSuiting(empty, room, circuitWith('switch'))) freed.devices[d]!.circuit = null;
    expect(kindsOf(devicesSuiting(freed, room, added))).toContain('switch');
  });
});
