import { entryOf, nth, valueIn } from '../lookups/index.ts';
import { switchKinds } from '../boxes/index.ts';
import type { Plan } from '../plan/index.ts';
import type { Joint, Net, Terminal, Wiring } from '../wiring/index.ts';

/**
 * Follows copper: conductors, joints and the contacts inside devices, and nothing else. It knows no nets; what is live
 * is whatever the copper joins to a breaker. Wiring that is wrong therefore shows.
 */

/** Where handles, levers and buttons stand. A switch not named is off, or for three- and four-way switches in its first position. */
export interface Settings {
  readonly on: ReadonlySet<string>;
  /** Circuits whose breaker is off. */
  readonly tripped?: ReadonlySet<string>;
  /** Ground-fault receptacles whose TEST button has been pressed. */
  readonly tested?: ReadonlySet<string>;
}

export interface Powered {
  /** Devices, or the parts of a fan or split receptacle (`d4 hot 2`), between hot and neutral of one circuit. */
  readonly live: ReadonlySet<string>;
  /** Circuits whose hot and neutral, or two hots, are joined by copper alone. */
  readonly shorted: readonly string[];
  /** Whether two ends are one piece of copper as things stand. */
  readonly joined: (a: string, b: string) => boolean;
}

class Copper {
  private readonly lead = new Map<string, string>();
  find(node: string): string {
    let root = node;
    while (this.lead.has(root)) root = valueIn(this.lead, root);
    return root;
  }
  join(a: string, b: string): void {
    const [ra, rb] = [this.find(a), this.find(b)];
    if (ra !== rb) this.lead.set(ra, rb);
  }
}

export const terminalNode = (t: Terminal): string => `${t.device} ${t.name}`;
export const conductorNode = (c: { run: string; colour: string }): string => `run ${c.run} ${c.colour}`;
/** What each net that comes from the panel hangs on there. */
const poles: Partial<Record<Net['kind'], 'H' | 'N' | 'L2'>> = { hot: 'H', neutral: 'N', 'other-leg': 'L2' };
const sourceNode = (circuit: string, pole: 'H' | 'N' | 'L2') => `source ${circuit} ${pole}`;

function joinJoint(copper: Copper, joint: Joint): void {
  const nodes = [...joint.conductors.map(conductorNode), ...joint.terminals.map(terminalNode)];
  for (const node of nodes.slice(1)) copper.join(nth(nodes, 0), node);
}

/** Closes the contacts inside a switch; a three-way switch always joins its common to one of its travellers. */
function closeSwitch(copper: Copper, id: string, plan: Plan, on: boolean, multi: boolean): void {
  const at = (name: string) => `${id} ${name}`;
  const { kind } = entryOf(plan.devices, id);
  if (kind === 'switch-4way') {
    copper.join(at('in 1'), at(on ? 'out 2' : 'out 1'));
    copper.join(at('in 2'), at(on ? 'out 1' : 'out 2'));
  } else if (multi) copper.join(at('common'), at(on ? 'traveller 2' : 'traveller 1'));
  else if (on) copper.join(at('in'), at('out'));
}

const loadTerminals = ['hot', 'hot 2', 'hot 3', 'hot top', 'hot bottom', 'line hot'] as const;

/** What has power with the switches, breakers and buttons as they stand. */
export function powered(plan: Plan, wiring: Wiring, settings: Settings): Powered {
  const copper = new Copper();
  for (const joints of [...Object.values(wiring.joints), ...Object.values(wiring.atPanel)])
    for (const joint of joints) joinJoint(copper, joint);
  const used = new Set(
    Object.values(wiring.joints).flatMap((js) => js.flatMap((j) => j.terminals.map(terminalNode))),
  );
  for (const [id, d] of Object.entries(plan.devices)) {
    if (switchKinds.has(d.kind)) closeSwitch(copper, id, plan, settings.on.has(id), used.has(`${id} common`));
    if (d.kind === 'gfci' && !settings.tested?.has(id) && used.has(`${id} load hot`)) {
      copper.join(`${id} line hot`, `${id} load hot`);
      copper.join(`${id} line neutral`, `${id} load neutral`);
    }
  }
  energise(copper, plan, wiring);
  const live = new Set<string>();
  const shorted: string[] = [];
  for (const [circuit, c] of Object.entries(plan.circuits)) {
    if (settings.tripped?.has(circuit)) continue;
    const [h, n, l2] = (['H', 'N', 'L2'] as const).map((p) => copper.find(sourceNode(circuit, p)));
    if (h === n || (c.poles === 2 && (h === l2 || l2 === n))) shorted.push(circuit);
    for (const [id, d] of Object.entries(plan.devices)) {
      if (d.circuit !== circuit || switchKinds.has(d.kind)) continue;
      const back = c.poles === 2 ? 'other leg' : d.kind === 'gfci' ? 'line neutral' : 'neutral';
      const returns = copper.find(`${id} ${back}`) === (c.poles === 2 ? l2 : n);
      for (const name of loadTerminals)
        if (
          used.has(`${id} ${name}`) &&
          copper.find(`${id} ${name}`) === h &&
          returns &&
          !(d.kind === 'gfci' && settings.tested?.has(id))
        )
          live.add(name === 'hot' || name === 'line hot' ? id : `${id} ${name}`);
    }
  }
  return { live, shorted, joined: (a, b) => copper.find(a) === copper.find(b) };
}

/** Ties each circuit's cables to its breaker and neutral bar, by what arrives at the panel; circuits tapped in an old box are tied there. */
function energise(copper: Copper, plan: Plan, wiring: Wiring): void {
  for (const [circuit, joints] of Object.entries(wiring.atPanel)) {
    const { tree } = entryOf(wiring.circuits, circuit);
    const tapped = tree.stretches
      .filter((s) => plan.boxes[s.from] && !tree.feedOf.has(s.from))
      .map((s) => s.from);
    const sources = [
      ...joints,
      ...[...new Set(tapped)].flatMap((b) => entryOf(wiring.joints, b).filter((j) => j.circuit === circuit)),
    ];
    for (const { net, side, conductors, terminals } of sources) {
      const pole = poles[net.kind];
      if (side === 'load' || !pole) continue;
      for (const node of [...conductors.map(conductorNode), ...terminals.map(terminalNode)])
        copper.join(node, sourceNode(circuit, pole));
    }
  }
}
