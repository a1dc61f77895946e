import * as ifc from 'web-ifc';
import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/index.ts';
import { furnishedHouse } from '../../../testing/furnishedHouse.ts';
import { notEmpty } from '../../../testing/index.ts';
import { compute } from '../../compute/index.ts';
import type { Plan } from '../../plan/index.ts';
import { planFromIfc } from './index.ts';
import { planIfc } from './write.ts';

const areasOf = (plan: Plan) =>
  Object.values(compute(plan).rooms)
    .filter((r) => r.closed)
    .map((r) => r.area / 144)
    .sort((a, b) => a - b);

async function roundTrip(plan: Plan) {
  const bytes = await planIfc(ifc, plan, compute(plan));
  const read = await planFromIfc(ifc, bytes);
  if (!read.ok) throw new Error(read.problems.map((p) => p.message).join('\n'));
  return { bytes, read };
}

describe('a plan as IFC', () => {
  test('is read back by web-ifc with its walls, openings, spaces, outlets and cable as what they are', async () => {
    const plan = marlStreet();
    const result = compute(plan);
    const bytes = await planIfc(ifc, plan, result);
    const api = new ifc.IfcAPI();
    await api.Init();
    const model = api.OpenModel(bytes);
    const count = (type: number) => api.GetLineIDsWithType(model, type).size();
    expect(api.GetModelSchema(model)).toBe('IFC4');
    expect(count(ifc.IFCBUILDINGSTOREY)).toBe(Object.keys(plan.levels).length);
    expect(count(ifc.IFCWALL)).toBe(Object.keys(plan.walls).length);
    expect(count(ifc.IFCOPENINGELEMENT)).toBe(Object.keys(plan.openings).length);
    expect(count(ifc.IFCSPACE)).toBe(Object.values(result.rooms).filter((r) => r.closed).length);
    expect(count(ifc.IFCCABLESEGMENT)).toBe(
      Object.values(result.runs).filter((r) => r.path.length > 1).length,
    );
    const kinds = [
      ifc.IFCOUTLET,
      ifc.IFCSWITCHINGDEVICE,
      ifc.IFCLIGHTFIXTURE,
      ifc.IFCALARM,
      ifc.IFCJUNCTIONBOX,
    ];
    const boxes = Object.keys(plan.boxes).filter((id) => result.marks[id] || !('wall' in plan.boxes[id]!.on));
    expect(kinds.reduce((sum, kind) => sum + count(kind), 0)).toBe(notEmpty(boxes).length);
    api.Dispose();
  });

  test.each([1, 2, 3, 4, 5])('random house %i comes back with rooms of the same size', async (seed) => {
    const plan = furnishedHouse(seed);
    const { read } = await roundTrip(plan);
    const [before, after] = [notEmpty(areasOf(plan)), areasOf(read.plan)];
    expect(after).toHaveLength(before.length);
    before.forEach((area, i) => expect(Math.abs(after[i]! - area)).toBeLessThan(0.5));
  });

  test('the same plan gives the same file', async () => {
    const plan = furnishedHouse(1);
    const [a, b] = [await planIfc(ifc, plan, compute(plan)), await planIfc(ifc, plan, compute(plan))];
    expect(Buffer.from(a).equals(Buffer.from(b))).toBe(true);
  });
});
