import { devicesIn } from '../boxes/index.ts';
import { idsOf, markView, query, viewOf } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { valuesIn, type Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { circuitConductors, type CircuitConductors } from './cables.ts';
import { jointsAtPanel, jointsOf, type Joint, type JointSetting } from './joints.ts';
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
export function coveredBoxes(tree: CircuitTree, plan: Plan): Set<string> {
  const covered = new Set<string>();
  for (const s of tree.stretches) {
    const passes = passingGfci(devicesIn(plan, s.from), tree.circuit, covered.has(s.from)) !== null;
    if (passes || covered.has(s.from)) covered.add(s.to);
  }
  return covered;
}

/** Conductors know stretches by identity, so whenever they are made again they are other ones. */
const conductorsOf = query(
  'conductors of circuit',
  (plan: Plan, rules: RuleBook, circuit: string): CircuitConductors | undefined =>
    plan.circuits[circuit] && circuitConductors(plan, circuit, rules('control.neutral')),
  (a, b) => a === b,
);

const coveredOf = query(
  'boxes beyond ground-fault receptacles',
  (plan: Plan, rules: RuleBook, circuit: string): ReadonlySet<string> | undefined => {
    const conductors = conductorsOf(plan, rules, circuit);
    return conductors && coveredBoxes(conductors.tree, plan);
  },
);

function settingOf(plan: Plan, rules: RuleBook, circuit: string): JointSetting | null {
  const conductors = conductorsOf(plan, rules, circuit);
  const covered = coveredOf(plan, rules, circuit);
  return conductors && covered ? { plan, conductors, covered, devices: rules('makeup.devices') } : null;
}

/** Circuits whose devices or cables are in a box, in the order of their ids. */
function circuitsIn(plan: Plan, box: string): string[] {
  const own = devicesIn(plan, box).map(([, d]) => d.circuit);
  const met = valuesIn(plan, 'runsAtEnd', box).map((r) => r.circuit);
  return [...new Set([...own, ...met])].filter((c) => c !== null).sort(compareIds);
}

const jointsInBox = query(
  'joints in box',
  (plan: Plan, rules: RuleBook, box: string): readonly Joint[] | undefined => {
    if (!plan.boxes[box]) return undefined;
    const held = devicesIn(plan, box);
    return circuitsIn(plan, box).flatMap((circuit) => {
      const setting = settingOf(plan, rules, circuit);
      if (!setting) return [];
      const { stretches } = setting.conductors.tree;
      const isMet = stretches.some((s) => s.from === box || s.to === box);
      const holds = held.some(([, d]) => d.circuit === circuit);
      return isMet || holds ? jointsOf(box, held, setting) : [];
    });
  },
);

const jointsOfPanel = query(
  'joints at panel',
  (plan: Plan, rules: RuleBook, circuit: string): readonly Joint[] | undefined => {
    const setting = settingOf(plan, rules, circuit);
    return setting ? jointsAtPanel(setting) : undefined;
  },
);

/** Nets, conductors and joints, circuit by circuit and box by box. */
export const wiringOf = query(
  'wiring',
  (plan: Plan, rules: RuleBook): Wiring => {
    const circuits = () => idsOf(plan.circuits);
    return markView({
      circuits: viewOf({ ids: circuits, get: (id) => conductorsOf(plan, rules, id) }),
      covered: viewOf({ ids: circuits, get: (id) => coveredOf(plan, rules, id) }),
      joints: viewOf({ ids: () => idsOf(plan.boxes), get: (id) => jointsInBox(plan, rules, id) }),
      atPanel: viewOf({ ids: circuits, get: (id) => jointsOfPanel(plan, rules, id) }),
    });
  },
  Object.is,
);
