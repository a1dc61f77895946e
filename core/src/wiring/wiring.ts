import { devicesByBox, type BoxDevices } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { circuitConductors, type CircuitConductors } from './cables.ts';
import { jointsAtPanel, jointsOf, type Joint } from './joints.ts';
import { passingGfci } from './terminals.ts';
import type { CircuitTree } from './tree.ts';

/** How every circuit of a plan is wired, conductor by conductor. */
export interface Wiring {
  readonly circuits: Readonly<Record<string, CircuitConductors>>;
  /** Boxes downstream of a ground-fault receptacle, not counting the receptacle's own; by circuit. */
  readonly covered: Readonly<Record<string, ReadonlySet<string>>>;
  /** Joints of every box, circuit after circuit. */
  readonly joints: Readonly<Record<string, readonly Joint[]>>;
  /** Joints of every circuit at its panel. */
  readonly atPanel: Readonly<Record<string, readonly Joint[]>>;
}

/** Boxes beyond a ground-fault receptacle's LOAD side, following the cable. */
export function coveredBoxes(tree: CircuitTree, devices: ReadonlyMap<string, BoxDevices>): Set<string> {
  const covered = new Set<string>();
  for (const s of tree.stretches) {
    const passes = passingGfci(devices.get(s.from) ?? [], tree.circuit, covered.has(s.from)) !== null;
    if (passes || covered.has(s.from)) covered.add(s.to);
  }
  return covered;
}

/** Stage 7: nets, conductors and joints of every circuit. */
export function deriveWiring(plan: Plan, devices: ReadonlyMap<string, BoxDevices>, rules: RuleBook): Wiring {
  const circuits: Record<string, CircuitConductors> = {};
  const covered: Record<string, Set<string>> = {};
  const atPanel: Record<string, Joint[]> = {};
  const joints: Record<string, Joint[]> = {};
  for (const id of Object.keys(plan.circuits).sort(compareIds)) {
    const conductors = circuitConductors(plan, id, rules('control.neutral'));
    const setting = {
      plan,
      conductors,
      covered: coveredBoxes(conductors.tree, devices),
      devices: rules('makeup.devices'),
    };
    circuits[id] = conductors;
    covered[id] = setting.covered;
    atPanel[id] = jointsAtPanel(setting);
    const own = [...devices].flatMap(([box, held]) => (held.some(([, d]) => d.circuit === id) ? [box] : []));
    const met = conductors.tree.stretches.flatMap((s) => [s.from, s.to]).filter((b) => plan.boxes[b]);
    for (const box of [...new Set([...own, ...met])].sort(compareIds))
      joints[box] = [...(joints[box] ?? []), ...jointsOf(box, devices.get(box) ?? [], setting)];
  }
  return { circuits, covered, joints, atPanel };
}

/** The wiring of a plan by itself, for proposals and tests. */
export function wiringOf(plan: Plan, rules: RuleBook): Wiring {
  return deriveWiring(plan, devicesByBox(plan), rules);
}
