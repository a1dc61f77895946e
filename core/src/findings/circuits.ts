import { entryOf, must, valueIn } from '../lookups/index.ts';
import { isLowVoltage } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import { ampsByGauge, cables, dataGauge } from '../materials/index.ts';
import { circuitName, type Check } from './check.ts';
import { finding, type Finding } from './findings.ts';

export const breakersSuitWires: Check = ({ plan }) => [
  ...Object.entries(plan.circuits).flatMap(([id, c]) => {
    const allowed = ampsByGauge[c.gauge];
    if (c.amps <= allowed) return [];
    return [
      finding(
        'circuit.breaker',
        [id],
        { circuit: circuitName(plan, id), amps: c.amps, gauge: c.gauge, allowed },
        { level: c.gauge <= 8 ? 'warning' : 'error' },
      ),
    ];
  }),
  ...Object.entries(plan.runs).flatMap(([id, run]) => {
    const circuit = run.circuit === null ? null : entryOf(plan.circuits, run.circuit);
    const { gauge } = entryOf(cables, run.cable);
    if (!circuit || (gauge !== dataGauge && circuit.amps <= ampsByGauge[gauge])) return [];
    return [
      finding('circuit.cable', [id, must(run.circuit, 'the circuit')], {
        run: id,
        cable: run.cable,
        amps: circuit.amps,
        circuit: circuitName(plan, must(run.circuit, 'the circuit')),
      }),
    ];
  }),
];

export const circuitsAreWithinLimits: Check = ({ plan, circuits, rules }) =>
  Object.entries(circuits).flatMap(([id, r]) => {
    const c = entryOf(plan.circuits, id);
    const name = circuitName(plan, id);
    const cap = c.amps <= 15 ? rules('circuit.cap15') : rules('circuit.cap20');
    const limit = Math.round((c.amps * c.volts * rules('circuit.loadPercent')) / 100);
    const list: Finding[] = [];
    if (c.found && r.boxes.every((b) => entryOf(plan.boxes, b).existing)) return list;
    if (c.panel === null) list.push(finding('circuit.panel', [id], { circuit: name }));
    if (c.amps <= 20 && r.outlets > cap)
      list.push(finding('circuit.cap', [id], { circuit: name, outlets: r.outlets, limit: cap }));
    const planned = Math.round(r.planned);
    if (planned > limit && r.outlets > 1)
      list.push(finding('circuit.load', [id], { circuit: name, va: planned, limit }));
    if (r.unreached.length > 0)
      list.push(finding('circuit.unreached', [id], { circuit: name, boxes: r.unreached.length }));
    if (r.dropPercent > rules('circuit.dropPercent'))
      list.push(
        finding('circuit.drop', [id], {
          circuit: name,
          percent: r.dropPercent,
          limit: rules('circuit.dropPercent'),
        }),
      );
    return list;
  });

export const devicesHaveCircuits: Check = ({ plan }) => {
  const without = Object.values(plan.devices).filter(
    (d) => d.circuit === null && !isLowVoltage(d.kind) && !entryOf(plan.boxes, d.box).existing,
  );
  return without.length > 0 ? [finding('circuit.unassigned', [], { count: without.length })] : [];
};

export const circuitsAreTrees: Check = ({ plan }) => {
  const leader = new Map<string, string>();
  /** Cables side by side between the same two ends are one branch. */
  const pairs = new Set<string>();
  const root = (key: string): string =>
    leader.has(key) && leader.get(key) !== key ? root(valueIn(leader, key)) : key;
  return Object.keys(plan.runs)
    .sort(compareIds)
    .flatMap((id) => {
      const run = entryOf(plan.runs, id);
      if (run.circuit === null || run.to === null) return [];
      const pair = [run.circuit, ...[run.from, run.to].sort(compareIds)].join(' ');
      if (pairs.has(pair)) return [];
      pairs.add(pair);
      const [a, b] = [root(`${run.circuit}/${run.from}`), root(`${run.circuit}/${run.to}`)];
      if (a === b)
        return [finding('run.loop', [id, run.circuit], { run: id, circuit: circuitName(plan, run.circuit) })];
      leader.set(a, b);
      return [];
    });
};
