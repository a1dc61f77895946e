import { entryOf, listUnder, must, nth } from '../lookups/index.ts';
import type { BoxDevices } from '../boxes/index.ts';
import type { DeviceKind, Plan, Run } from '../plan/index.ts';
import { cables, gauges, type Gauge } from '../materials/index.ts';
import { colourNets, type CircuitConductors, type Conductor } from './cables.ts';
import { byNet, hot, netId, neutral, spare, type Net } from './nets.ts';
import { cablesThere } from './there.ts';
import { passingGfci, terminalsOf, type Terminal, type WiredTerminal } from './terminals.ts';

/** Sizes of twist-on connectors, by what they hold. */
export const connectorSizes = ['small', 'middle', 'large'] as const;
export type ConnectorSize = (typeof connectorSizes)[number];

/**
 * How a joint is made: a connector, the two screws of one device, one screw, a jumper between devices,
 * the bar or breaker of a panel, or a cap for what is spare.
 */
export type JointMethod = 'connector' | 'through' | 'screw' | 'jumper' | 'panel' | 'cap';

/** Conductors and terminals that are one piece of copper. */
export interface Joint {
  readonly circuit: string;
  readonly net: Net;
  /** Which side of a ground-fault receptacle in this box it is on; null when there is none. */
  readonly side: 'line' | 'load' | null;
  readonly conductors: readonly Conductor[];
  readonly terminals: readonly Terminal[];
  readonly method: JointMethod;
  readonly tails: number;
  readonly connector: ConnectorSize | null;
  readonly gauge: Gauge;
}

/** The connector that holds so many conductors: two or three 14, or two 12, the small one; four or five 14, or three or four 12, the middle one. Common practice, no source; the maker's table rules. */
export function connectorFor(sizes: readonly Gauge[]): ConnectorSize {
  const largest = Math.min(...sizes);
  const most = { 14: [3, 5], 12: [2, 4], 10: [1, 3] }[largest] ?? [0, 2];
  return sizes.length <= nth(most, 0) ? 'small' : sizes.length <= nth(most, 1) ? 'middle' : 'large';
}

export interface JointSetting {
  readonly plan: Plan;
  readonly conductors: CircuitConductors;
  /** Boxes of the circuit downstream of a ground-fault receptacle, not counting the receptacle's own. */
  readonly covered: ReadonlySet<string>;
  readonly devices: 'pigtail' | 'through';
}

interface Group {
  readonly net: Net;
  readonly side: Joint['side'];
  readonly conductors: Conductor[];
  readonly terminals: WiredTerminal[];
}

/** Every joint of one circuit in one box, in the order of the nets. */
export function jointsOf(boxId: string, held: BoxDevices, s: JointSetting): Joint[] {
  const { tree, byRun } = s.conductors;
  const circuit = entryOf(s.plan.circuits, tree.circuit);
  const own = held.filter(([, d]) => d.circuit === tree.circuit);
  const gfci = passingGfci(held, tree.circuit, s.covered.has(boxId));
  const feed = new Set(tree.feedOf.get(boxId)?.runs ?? []);
  const here = tree.stretches.filter((x) => x.from === boxId || x.to === boxId).flatMap((x) => x.runs);
  const old = here.length === 0 ? [] : cablesThere(s.plan, boxId).filter((c) => c.circuit === tree.circuit);
  for (const { run } of old) feed.add(run);
  const conductors = [
    ...here.flatMap((run) => byRun.get(run) ?? []),
    // What a third conductor of an old cable carries is not known, so it is left as it is.
    ...old.flatMap(({ run, cable }) =>
      colourNets(run, [neutral, hot], entryOf(cables, cable).conductors).filter((c) => c.net !== null),
    ),
  ];
  const gaugeIn = (run: string) => gaugeOf(old.find((c) => c.run === run) ?? entryOf(s.plan.runs, run));
  const groups = new Map<string, Group>();
  const group = (net: Net, side: Joint['side']): Group => {
    const key = `${netId(net)} ${side}`;
    const known = groups.get(key) ?? { net, side, conductors: [], terminals: [] };
    groups.set(key, known);
    return known;
  };
  const splits = (net: Net) => gfci !== null && (net === hot || net === neutral);
  for (const c of conductors)
    if (c.net !== null)
      group(c.net, splits(c.net) ? (feed.has(c.run) ? 'line' : 'load') : null).conductors.push(c);
  for (const [id, d] of own)
    for (const t of terminalsOf(id, d, s.plan, s.conductors))
      group(t.net, splits(t.net) ? (id === gfci ? 'line' : 'load') : null).terminals.push(t);
  if (gfci)
    for (const [net, name] of [
      [hot, 'load hot'],
      [neutral, 'load neutral'],
    ] as const) {
      const beyond = groups.get(`${netId(net)} load`);
      beyond?.terminals.unshift({ device: gfci, name, net });
    }
  const idle = conductors.filter((c) => c.net === null);
  return [
    ...[...groups.values()]
      .sort((a, b) => byNet(a.net, b.net) || (a.side === 'load' ? 1 : -1))
      .map((g) => joint(g, circuit.gauge, gaugeIn, s)),
    ...idle.map((c): Joint => ({
      circuit: tree.circuit,
      net: spare,
      side: null,
      conductors: [c],
      terminals: [],
      method: 'cap',
      tails: 0,
      connector: 'small',
      gauge: gaugeIn(c.run),
    })),
  ];
}

function gaugeOf({ cable }: { readonly cable: Run['cable'] }): Gauge {
  const { gauge } = entryOf(cables, cable);
  return must(
    gauges.find((g) => g === gauge),
    `the gauge ${gauge}`,
  );
}

/** Receptacles whose two pairs of screws may carry the circuit on. */
const feedThroughKinds: ReadonlySet<DeviceKind> = new Set([
  'receptacle',
  'gfci',
  'counter-receptacle',
  'appliance-receptacle',
]);

const feedsThrough = (terminals: readonly WiredTerminal[], plan: Plan): boolean => {
  const kind = entryOf(plan.devices, nth(terminals, 0).device).kind;
  return terminals.length === 1 && feedThroughKinds.has(kind);
};

function joint(g: Group, circuitGauge: Gauge, gaugeIn: (run: string) => Gauge, s: JointSetting): Joint {
  const [c, t] = [g.conductors.length, g.terminals.length];
  const gauge = Math.min(circuitGauge, ...g.conductors.map((x) => gaugeIn(x.run))) as Gauge;
  const base = {
    circuit: s.conductors.tree.circuit,
    net: g.net,
    side: g.side,
    conductors: g.conductors,
    terminals: g.terminals.map(({ device, name }) => ({ device, name })),
    gauge,
  };
  if (c <= 1 && t === 1) return { ...base, method: 'screw', tails: c === 1 ? 0 : 1, connector: null };
  if (c === 0) return { ...base, method: 'jumper', tails: t - 1, connector: null };
  if (c === 1 && t === 0) return { ...base, method: 'cap', tails: 0, connector: 'small' };
  if (c === 2 && t === 1 && s.devices === 'through' && feedsThrough(g.terminals, s.plan))
    return { ...base, method: 'through', tails: 0, connector: null };
  const sizes = [...g.conductors.map((x) => gaugeIn(x.run)), ...g.terminals.map(() => gauge)];
  return { ...base, method: 'connector', tails: t, connector: connectorFor(sizes) };
}

/** A circuit's conductors where they end at its panel: hot on the breaker, neutral on the bar. */
export function jointsAtPanel(s: JointSetting): Joint[] {
  const { tree, byRun } = s.conductors;
  const runs = tree.stretches.filter((x) => x.from === tree.panel).flatMap((x) => x.runs);
  const byName = new Map<Net, Conductor[]>();
  for (const c of runs.flatMap((r) => byRun.get(r) ?? []))
    if (c.net !== null) listUnder(byName, c.net).push(c);
  return [...byName].map(([net, conductors]): Joint => ({
    circuit: tree.circuit,
    net,
    side: null,
    conductors,
    terminals: [],
    method: 'panel',
    tails: 0,
    connector: null,
    gauge: entryOf(s.plan.circuits, tree.circuit).gauge,
  }));
}
