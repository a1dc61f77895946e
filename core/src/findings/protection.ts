import { isThere } from '../boxes/index.ts';
import { entriesIn, isOnWall, thing, valuesIn } from '../plan/index.ts';
import type { House } from '../stages/index.ts';
import { entryOf } from '../lookups/index.ts';
import { dutiesOfLoad, isOutlet, placedLoad } from '../circuits/index.ts';
import { ofCircuits, ofDevices } from './check.ts';
import { found, type Found } from './finding.ts';

function dutiesOn(circuit: string, { plan, framing, rooms }: House, onlyNew = false) {
  return entriesIn(plan, 'devicesOnCircuit', circuit)
    .filter(([, d]) => isOutlet(d) && !(onlyNew && isThere(plan, d.box)))
    .map(([device]) => ({
      device,
      ...dutiesOfLoad(placedLoad(device, plan, framing, rooms), entryOf(plan.circuits, circuit).volts, plan),
    }));
}

/** An existing circuit that new outlets hang on brings new duties: NEC 210.12(E) (from memory). */
function extensionFindings(id: string, input: House): Found[] {
  const { plan, circuits } = input;
  const duties = dutiesOn(id, input, true);
  const { protection } = entryOf(plan.circuits, id);
  const arc = duties.some((d) => d.arcFault) && protection !== 'afci' && protection !== 'dual';
  const ground = duties.some((d) => d.groundFault && !entryOf(circuits, id).protected.includes(d.device));
  if (!arc && !ground) return [];
  const needs = [...(arc ? ['arc-fault'] : []), ...(ground ? ['ground-fault'] : [])].join(' and ');
  return [found('protect.extension', [thing.circuit(id)], { circuit: id, needs })];
}

export const outletsAreProtected = ofCircuits((id, c, r, input) => {
  const { plan } = input;
  if (c.existing) return extensionFindings(id, input);
  const duties = dutiesOn(id, input);
  const open = duties.filter((d) => d.groundFault && !r.protected.includes(d.device));
  const list: Found[] = [];
  if (duties.some((d) => d.arcFault) && c.protection !== 'afci' && c.protection !== 'dual') {
    const changes = {
      protection: open.length > 0 || c.protection === 'gfci' ? 'dual' : 'afci',
      protectAt: 'breaker',
    };
    list.push(
      found(
        'protect.afci',
        [thing.circuit(id)],
        { circuit: id },
        { fixes: [{ label: 'Use an AFCI breaker', edit: 'setCircuit', args: { circuit: id, changes } }] },
      ),
    );
  }
  if (open.length > 0) {
    const has = valuesIn(plan, 'devicesOnCircuit', id).some((d) => d.kind === 'gfci');
    const breaker = { protection: c.protection === 'afci' ? 'dual' : 'gfci', protectAt: 'breaker' };
    list.push(
      found(
        'protect.gfci',
        [thing.circuit(id), ...open.map((d) => thing.device(d.device))],
        { circuit: id, count: open.length },
        {
          fixes: [
            ...(r.order.length > 1
              ? [
                  {
                    label: has ? 'Put the GFCI receptacle first' : 'A GFCI receptacle first',
                    edit: 'protectCircuit',
                    args: { circuit: id },
                  },
                ]
              : []),
            { label: 'At the breaker', edit: 'setCircuit', args: { circuit: id, changes: breaker } },
          ],
        },
      ),
    );
  }
  return list;
});

/** Ground-fault receptacles are readily accessible: not overhead, not behind an appliance that stays. */
export const groundFaultIsInReach = ofDevices(['gfci'], (_, d, { plan, layout }) => {
  const box = entryOf(plan.boxes, d.box);
  const placed = layout.placed[d.box];
  const behind =
    placed &&
    valuesIn(plan, 'fixturesOnWall', placed.wall).find(
      (f) =>
        behindKinds.has(f.kind) &&
        f.side === placed.side &&
        placed.at > f.at &&
        placed.at < f.at + f.width &&
        placed.bottom < 36,
    );
  if (isOnWall(box.on) && !behind) return [];
  const where = behind
    ? `behind the ${behind.kind}`
    : 'ceiling' in box.on
      ? 'on the ceiling'
      : 'in the floor';
  if (where === 'in the floor') return [];
  return [found('protect.reach', [thing.box(d.box)], { box: d.box, where })];
});
const behindKinds: ReadonlySet<string> = new Set([
  'refrigerator',
  'freezer',
  'range',
  'oven',
  'dishwasher',
  'washer',
  'dryer',
]);
