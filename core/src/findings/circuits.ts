import { entriesIn, thing, valuesIn } from '../plan/index.ts';
import { entryOf, valueIn } from '../lookups/index.ts';
import { isThere, isLowVoltage } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import { ampsByGauge, cables, dataGauge, wireFor } from '../materials/index.ts';
import { cablesThere } from '../wiring/index.ts';
import { ofBoxes, ofCircuits, ofJob, ofRuns } from './check.ts';
import { found, type FixEdit, type Found } from './finding.ts';

/** Lays a circuit in the wire its breaker needs, in one step. */
const wireOf = (circuit: string, amps: number): FixEdit => ({
  label: `Lay it in ${wireFor(amps)} AWG`,
  edit: 'setCircuit',
  args: { circuit, changes: { gauge: wireFor(amps) } },
});

export const breakersSuitWires = ofCircuits((id, c) => {
  const allowed = ampsByGauge[c.gauge];
  if (c.amps <= allowed) return [];
  return [
    found(
      'circuit.breaker',
      [thing.circuit(id)],
      { circuit: id, amps: c.amps, gauge: c.gauge, allowed },
      {
        level: c.gauge <= 8 ? 'warning' : 'error',
        fixes: [
          // Cable that is there is not laid again by a press.
          ...(c.existing ? [] : [wireOf(id, c.amps)]),
          {
            label: `Take a breaker of ${allowed} A`,
            edit: 'setCircuit',
            args: { circuit: id, changes: { amps: allowed } },
          },
        ],
      },
    ),
  ];
});

export const cablesSuitBreakers = ofRuns(({ id }, { plan }) => {
  const run = entryOf(plan.runs, id);
  if (run.circuit === null) return [];
  const circuit = entryOf(plan.circuits, run.circuit);
  const { gauge } = entryOf(cables, run.cable);
  if (gauge !== dataGauge && circuit.amps <= ampsByGauge[gauge]) return [];
  return [
    found(
      'circuit.cable',
      [thing.run(id), thing.circuit(run.circuit)],
      { run: id, cable: run.cable, amps: circuit.amps, circuit: run.circuit },
      { fixes: circuit.existing ? [] : [wireOf(run.circuit, circuit.amps)] },
    ),
  ];
});

/** Cable that an old box has already is part of the way, and its wire counts like any other. */
export const cablesThereSuitBreakers = ofBoxes((box, _, { plan }) =>
  cablesThere(plan, box)
    .flatMap(({ cable, circuit }) => {
      if (circuit === null) return [];
      const { amps, motor } = entryOf(plan.circuits, circuit);
      const { gauge } = entryOf(cables, cable);
      if (motor || gauge === dataGauge || amps <= ampsByGauge[gauge]) return [];
      return [
        found('circuit.there', [thing.box(box), thing.circuit(circuit)], { box, cable, amps, circuit }),
      ];
    })
    .slice(0, 1),
);

export const circuitsAreWithinLimits = ofCircuits((id, c, r, { plan, rules }) => {
  const cap = c.amps <= 15 ? rules('circuit.cap15') : rules('circuit.cap20');
  const limit = Math.round((c.amps * c.volts * rules('circuit.loadPercent')) / 100);
  const list: Found[] = [];
  if (c.found && r.boxes.every((b) => isThere(plan, b))) return list;
  if (c.panel === null) list.push(found('circuit.panel', [thing.circuit(id)], { circuit: id }));
  if (c.amps <= 20 && r.outlets > cap)
    list.push(found('circuit.cap', [thing.circuit(id)], { circuit: id, outlets: r.outlets, limit: cap }));
  const planned = Math.round(r.planned);
  if (planned > limit && r.outlets > 1)
    list.push(found('circuit.load', [thing.circuit(id)], { circuit: id, va: planned, limit }));
  if (r.unreached.length > 0)
    list.push(found('circuit.unreached', [thing.circuit(id)], { circuit: id, boxes: r.unreached.length }));
  if (r.dropPercent > rules('circuit.dropPercent'))
    list.push(
      found(
        'circuit.drop',
        [thing.circuit(id)],
        {
          circuit: id,
          percent: r.dropPercent,
          limit: rules('circuit.dropPercent'),
          heavier: r.heavier,
        },
        {
          fixes: r.heavier
            ? [
                {
                  label: `Use ${r.heavier.gauge} AWG`,
                  edit: 'setCircuit',
                  args: { circuit: id, changes: { gauge: r.heavier.gauge } },
                },
              ]
            : [],
        },
      ),
    );
  return list;
});

export const devicesHaveCircuits = ofJob(({ plan }) => {
  const without = valuesIn(plan, 'devicesOnCircuit', '').filter(
    (d) => !isLowVoltage(d.kind) && !isThere(plan, d.box),
  );
  return without.length > 0 ? [found('circuit.unassigned', [], { count: without.length })] : [];
});

export const circuitsAreTrees = ofCircuits((circuit, _, __, { plan }) => {
  const leader = new Map<string, string>();
  /** Cables side by side between the same two ends are one branch. */
  const pairs = new Set<string>();
  const root = (key: string): string =>
    leader.has(key) && leader.get(key) !== key ? root(valueIn(leader, key)) : key;
  return entriesIn(plan, 'runsOnCircuit', circuit).flatMap(([id, { from, to }]) => {
    if (to === null) return [];
    const pair = [from, to].sort(compareIds).join(' ');
    if (pairs.has(pair)) return [];
    pairs.add(pair);
    const [a, b] = [root(from), root(to)];
    if (a === b) return [found('run.loop', [thing.run(id), thing.circuit(circuit)], { run: id, circuit })];
    leader.set(a, b);
    return [];
  });
});
