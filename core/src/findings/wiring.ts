import { entriesIn, thing, valuesIn, type Plan } from '../plan/index.ts';
import { entryOf, must, nth } from '../lookups/index.ts';
import { isThere, devicesIn } from '../boxes/index.ts';
import { classOf, type CircuitGroup } from '../circuits/classes.ts';
import { isOutlet, loadOf, placedLoad, servesCounter } from '../circuits/index.ts';
import { idsOf, query, valuesOf } from '../incremental/index.ts';
import type { House } from '../stages/index.ts';
import { lights, ofBoxes, ofCircuits, ofControls, ofDevices, ofJob } from './check.ts';
import { found } from './finding.ts';

/** What one control works must be on one circuit. */
export const controlsAreWhole = ofControls((id, { plan }) => {
  const c = entryOf(plan.controls, id);
  const all = [...c.switches, ...c.loads].map((d) => entryOf(plan.devices, d));
  const circuits = [...new Set(all.flatMap((d) => d.circuit ?? []))];
  if (circuits.length < 2 || all.some((d) => d.circuit === null)) return [];
  const boxes = [...new Set(c.switches.map((s) => entryOf(plan.devices, s).box))];
  const fixes = [
    {
      label: 'All on the light’s circuit',
      edit: 'assignDevices',
      args: {
        devices: [...c.switches, ...c.loads],
        circuit: entryOf(plan.devices, nth(c.loads, 0)).circuit,
      },
    },
  ];
  return [
    found('control.circuits', [thing.control(id), ...boxes.map(thing.box)], { boxes, circuits }, { fixes }),
  ];
});

/** A light has one lead, so one control; a fan has more. */
export const lightsHaveOneControl = ofDevices(lights, (id, d, { plan }) => {
  const own = valuesIn(plan, 'controlsOfLoad', id).filter((c) => c.switches.length > 0);
  return own.length > 1 && d.kind !== 'fan'
    ? [found('control.twice', [thing.box(d.box)], { box: d.box })]
    : [];
});

/** Every stretch of cable has the conductors that its switches, lights and alarms need. */
export const cablesHaveConductors = ofCircuits((id, _, __, { wiring }) =>
  entryOf(wiring.circuits, id).short.map(({ stretch, needs, has }) =>
    found(
      'run.conductors',
      [...stretch.runs.map(thing.run), thing.circuit(id)],
      { from: stretch.from, to: stretch.to, circuit: id, needs, has },
      { fixes: [{ label: 'Use the cable it needs', edit: 'fitCables', args: { circuit: id } }] },
    ),
  ),
);

const ownWords: Partial<Record<CircuitGroup['kind'], string>> = {
  'small-appliance': 'kitchen, dining and pantry receptacles',
  laundry: 'the laundry',
  bath: 'bathroom receptacles',
  garage: 'garage receptacles',
};

/** Circuits the code keeps apart have nothing else on them. A garage’s may feed outlets out of doors, and one bathroom may have everything on its own. */
export const dutyCircuitsAreApart = ofCircuits((id, c, _, { plan, framing, rooms, rules }) => {
  if (c.existing || c.poles === 2) return [];
  const own = entriesIn(plan, 'devicesOnCircuit', id)
    .filter(([, d]) => isOutlet(d))
    .map(([d]) => {
      const load = placedLoad(d, plan, framing, rooms);
      return { load, kind: classOf(load, plan, rules).group.kind };
    });
  const kept = own.find((o) => ownWords[o.kind])?.kind;
  const words = kept && ownWords[kept];
  if (!kept || !words) return [];
  const uses = new Set(own.map((o) => o.load.room));
  if (kept === 'bath' && uses.size === 1) return [];
  const others = own.filter(
    (o) =>
      o.kind !== kept &&
      !(kept === 'garage' && o.kind === 'outside') &&
      !(kept === 'small-appliance' && o.kind === 'own'),
  );
  if (others.length === 0) return [];
  return [
    found('circuit.mixed', [thing.circuit(id), ...others.map((o) => thing.box(o.load.device.box))], {
      circuit: id,
      own: words,
      count: others.length,
      rooms: [...new Set(others.map((o) => o.load.room))],
    }),
  ];
});

/** A new outlet of the small-appliance circuits: where it is, and what it is on. */
interface SmallOutlet {
  readonly room: string | null;
  readonly inKitchen: boolean;
  readonly isCounter: boolean;
  readonly circuit: string | null;
}
const smallOutlet = query(
  'small-appliance outlet',
  ({ plan, framing, rooms, rules }: House, id: string): SmallOutlet | null => {
    const device = entryOf(plan.devices, id);
    if (!isOutlet(device) || isThere(plan, device.box)) return null;
    const load = placedLoad(id, plan, framing, rooms);
    if (classOf(load, plan, rules).group.kind !== 'small-appliance') return null;
    return {
      room: load.room,
      inKitchen: load.use === 'kitchen',
      isCounter: servesCounter(load, plan, rules),
      circuit: device.circuit,
    };
  },
);

/** A kitchen’s receptacles are on two small-appliance circuits or more, and so are those of its counters: NEC 210.52(B)(3). */
export const kitchensHaveTwoCircuits = ofJob((house) => {
  const outlets = idsOf(house.plan.devices).flatMap((id) => smallOutlet(house, id) ?? []);
  const inKitchen = outlets.filter((o) => o.inKitchen);
  if (inKitchen.length < 2 || inKitchen.some((o) => o.circuit === null)) return [];
  const have = new Set(outlets.flatMap((o) => o.circuit ?? [])).size;
  const room = must(nth(inKitchen, 0).room, 'the room');
  if (have < 2) return [found('circuit.required', [thing.room(room)], { room, have })];
  const counters = inKitchen.filter((o) => o.isCounter);
  const [circuit, ...more] = new Set(counters.flatMap((o) => o.circuit ?? []));
  if (counters.length < 2 || circuit === undefined || more.length > 0) return [];
  const at = must(nth(counters, 0).room, 'the room');
  return [
    found('circuit.counters', [thing.room(at), thing.circuit(circuit)], {
      room: at,
      circuit,
      count: counters.length,
    }),
  ];
});

/** One thing that plugs in takes 80 % of its circuit at most; what is fastened in place takes half of one it shares. */
export const singleLoadsFit = ofCircuits((id, c, r, { plan, rules }) => {
  const own = entriesIn(plan, 'devicesOnCircuit', id).filter(([, d]) => isOutlet(d));
  const limit = Math.round(c.amps * c.volts * 0.8);
  const plugged = own.filter(
    ([, d]) =>
      d.kind.includes('receptacle') &&
      d.kind !== 'appliance-receptacle' &&
      !d.fastened &&
      (d.va ?? 0) > limit,
  );
  const fastened = own
    .filter(([, d]) => d.fastened)
    .reduce((sum, [, d]) => sum + loadOf(d, rules('circuit.outletVa')), 0);
  const half = Math.round((c.amps * c.volts) / 2);
  return [
    ...plugged.map(([device, d]) =>
      found('circuit.plugged', [thing.circuit(id), thing.box(d.box)], {
        circuit: id,
        device,
        va: d.va ?? 0,
        limit,
      }),
    ),
    ...(fastened > half && r.outlets > 1 && own.some(([, d]) => !d.fastened)
      ? [found('circuit.fastened', [thing.circuit(id)], { circuit: id, va: fastened, limit: half })]
      : []),
  ];
});

/** Where a circuit’s power comes from in the end: the service or a standby source; null where its panels lead nowhere. */
function supplyOf(plan: Plan, circuit: string): string | null {
  let panel = entryOf(plan.circuits, circuit).panel;
  for (let hops = 0; panel !== null && hops < 10; hops++) {
    const { source }: { source: string } = entryOf(plan.panels, panel);
    if (source === 'service' || source === 'standby') return source;
    panel = source;
  }
  return null;
}

/** Standby and normal supply keep out of each other’s boxes. */
export const suppliesKeepApart = ofBoxes((box, _, { plan }) => {
  const held = devicesIn(plan, box);
  const supplies = [
    ...new Set(held.flatMap(([, d]) => (d.circuit === null ? [] : (supplyOf(plan, d.circuit) ?? [])))),
  ];
  if (supplies.length < 2 || entryOf(plan.boxes, box).dividers > 0) return [];
  return [found('supply.mixed', [thing.box(box)], { box, supplies })];
});

/** Ground tails as the table has them, or flagged where the house makes them thinner. */
export const groundTailsAreFull = ofJob(({ plan, rules }) => {
  if (rules('makeup.groundTail') === 'full') return [];
  const heavy = valuesOf(plan.devices).filter(
    (d) => d.circuit !== null && entryOf(plan.circuits, d.circuit).gauge === 12,
  );
  const boxes = new Set(heavy.map((d) => d.box));
  return boxes.size > 0 ? [found('makeup.ground-tail', [], { count: boxes.size })] : [];
});
