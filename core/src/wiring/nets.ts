import { entryOf, lastOf, nth, valueIn } from '../lookups/index.ts';
import { isLowVoltage, switchKinds } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Device, Plan } from '../plan/index.ts';
import type { CircuitTree, Stretch } from './tree.ts';

/**
 * A net is what a conductor carries, whichever cables it passes through:
 * `N` the grounded conductor, `H` always hot, `L2` the other leg, `X` the alarms' interconnect,
 * `k3` what control k3 switches, `k3/1a` and `k3/1b` the travellers between its first and second switch.
 */
export type Net = string;

/** Whether every switch box gets a grounded conductor, one of several that see the whole room, or none: NEC 404.2(C) (from memory). */
export type NeutralSchool = 'every' | 'one' | 'none';

/** The nets of one circuit: which boxes need each, and which stretches of cable therefore carry it. */
export interface CircuitNets {
  readonly at: ReadonlyMap<string, ReadonlySet<Net>>;
  readonly onStretch: ReadonlyMap<Stretch, readonly Net[]>;
  /** Controls in the order their switches are wired, from the hot end to the end that feeds the lights. */
  readonly chains: ReadonlyMap<string, readonly string[]>;
}

/** Appliances that need the grounded conductor beside both legs; the plate on the appliance decides. Common practice, no source. */
const withNeutral: ReadonlySet<string> = new Set(['range', 'oven', 'cooktop', 'dryer']);
export const isAlarm = (kind: Device['kind']): boolean => kind.endsWith('alarm');

export const travellers = (control: string, stretch: number): readonly [Net, Net] => [
  `${control}/${stretch}a`,
  `${control}/${stretch}b`,
];
export const isTraveller = (net: Net): boolean => net.includes('/');

/** Controls whose switches and lights are all on one circuit and reached by it, by id. */
export function controlsOf(plan: Plan, circuitId: string, reached: (box: string) => boolean): string[] {
  return Object.keys(plan.controls)
    .sort(compareIds)
    .filter((id) => {
      const { switches, loads } = entryOf(plan.controls, id);
      const all = [...switches, ...loads].map((d) => entryOf(plan.devices, d));
      return (
        switches.length > 0 && loads.length > 0 && all.every((d) => d.circuit === circuitId && reached(d.box))
      );
    });
}

/** The stretches a net takes: those with some, but not all, of its boxes beyond them. Sources count as one box at the root. */
function spanOf(tree: CircuitTree, boxes: ReadonlySet<string>, fromSource: boolean): Set<Stretch> {
  const beyond = new Map<string, Set<string>>();
  for (const s of [...tree.stretches].reverse()) {
    const own = beyond.get(s.to) ?? new Set<string>();
    if (boxes.has(s.to)) own.add(s.to);
    beyond.set(s.to, own);
    const up = beyond.get(s.from) ?? new Set<string>();
    for (const b of own) up.add(b);
    beyond.set(s.from, up);
  }
  const all = boxes.size + (fromSource ? 1 : 0);
  return new Set(
    tree.stretches.filter((s) => {
      const count = valueIn(beyond, s.to).size;
      return count > 0 && count < all;
    }),
  );
}

/** Orders the switches of a control may be wired in: three-way switches stay at the ends. */
function wiringOrders(switches: readonly string[]): string[][] {
  if (switches.length < 3)
    return switches.length === 2 ? [[...switches], [...switches].reverse()] : [[...switches]];
  const permuted = (list: readonly string[]): string[][] =>
    list.length < 2
      ? [[...list]]
      : list.flatMap((x, i) =>
          permuted([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [x, ...rest]),
        );
  const [first, last, middle] = [nth(switches, 0), lastOf(switches), switches.slice(1, -1)];
  const orders = middle.length > 4 ? [middle] : permuted(middle);
  return orders.flatMap((m) => [
    [first, ...m, last],
    [last, ...m, first],
  ]);
}

interface Wanted {
  readonly net: Net;
  readonly boxes: ReadonlySet<string>;
}

/** What one control needs when its switches are wired in this order, besides hot at the first of them. */
function netsOfControl(plan: Plan, id: string, order: readonly string[]): Wanted[] {
  const boxOf = (device: string) => entryOf(plan.devices, device).box;
  const legs = [...entryOf(plan.controls, id).loads.map(boxOf), boxOf(lastOf(order))];
  const between = order
    .slice(1)
    .flatMap((s, i) =>
      travellers(id, i + 1).map((net) => ({ net, boxes: new Set([boxOf(nth(order, i)), boxOf(s)]) })),
    );
  return [{ net: id, boxes: new Set(legs) }, ...between];
}

/** A fan or a light on several controls has a lead for each; a receptacle wholly switched has no hot of its own. */
function needsHot(device: Device, controlled: boolean): boolean {
  if (switchKinds.has(device.kind) || isLowVoltage(device.kind)) return false;
  return !controlled || device.half;
}

/** How many stretches of cable lie between a box and the source. */
function depthOf(tree: CircuitTree, box: string): number {
  const feed = tree.feedOf.get(box);
  return feed ? 1 + depthOf(tree, feed.from) : 0;
}

/** Works out every net of a circuit. Switches of each control are wired in the order that takes the fewest conductors. */
export function circuitNets(plan: Plan, tree: CircuitTree, neutral: NeutralSchool): CircuitNets {
  const circuit = entryOf(plan.circuits, tree.circuit);
  const reached = (box: string) => tree.feedOf.has(box) || entryOf(plan.boxes, box).existing;
  const devices = Object.entries(plan.devices).filter(
    ([, d]) => d.circuit === tree.circuit && reached(d.box),
  );
  const controls = controlsOf(plan, tree.circuit, reached);
  const controlled = new Set(controls.flatMap((k) => entryOf(plan.controls, k).loads));
  const at = new Map<string, Set<Net>>();
  const need = (box: string, net: Net) => at.set(box, (at.get(box) ?? new Set()).add(net));
  const alarms = devices.filter(([, d]) => isAlarm(d.kind));
  for (const [id, d] of devices) {
    if (switchKinds.has(d.kind) || isLowVoltage(d.kind)) continue;
    if (needsHot(d, controlled.has(id))) need(d.box, 'H');
    if (circuit.poles === 2) need(d.box, 'L2');
    if (circuit.poles === 1 || withNeutral.has(d.label)) need(d.box, 'N');
    if (isAlarm(d.kind) && alarms.length > 1) need(d.box, 'X');
  }
  const idle = devices.filter(
    ([id, d]) =>
      switchKinds.has(d.kind) && !controls.some((k) => entryOf(plan.controls, k).switches.includes(id)),
  );
  for (const [, d] of idle) need(d.box, 'H');
  const used = new Map<Stretch, number>();
  const boxOf = (device: string) => entryOf(plan.devices, device).box;
  const spans = (wanted: readonly Wanted[]) => wanted.flatMap((w) => [...spanOf(tree, w.boxes, false)]);
  const chains = new Map<string, readonly string[]>();
  for (const id of controls) {
    const costs = wiringOrders(entryOf(plan.controls, id).switches).map((order) => {
      const hot = new Set([...at].filter(([, nets]) => nets.has('H')).map(([box]) => box));
      const before = spanOf(tree, hot, true).size;
      hot.add(entryOf(plan.devices, nth(order, 0)).box);
      const took = spans(netsOfControl(plan, id, order));
      const most = Math.max(0, ...took.map((s) => (used.get(s) ?? 0) + took.filter((t) => t === s).length));
      return {
        order,
        cost: took.length + spanOf(tree, hot, true).size - before + (most > 2 ? 100 * most : 0),
      };
    });
    const { order } = costs.reduce((best, c) => (c.cost < best.cost ? c : best));
    chains.set(id, order);
    need(entryOf(plan.devices, nth(order, 0)).box, 'H');
    for (const { net, boxes } of netsOfControl(plan, id, order)) for (const box of boxes) need(box, net);
    for (const s of spans(netsOfControl(plan, id, order))) used.set(s, (used.get(s) ?? 0) + 1);
    const nearest = order.reduce((a, b) => (depthOf(tree, boxOf(b)) < depthOf(tree, boxOf(a)) ? b : a));
    const withN = { every: order, one: [nearest], none: [] }[neutral];
    for (const s of withN) need(entryOf(plan.devices, s).box, 'N');
  }
  return { at, onStretch: netsOnStretches(tree, at), chains };
}

function netsOnStretches(tree: CircuitTree, at: ReadonlyMap<string, ReadonlySet<Net>>): Map<Stretch, Net[]> {
  const boxesOf = new Map<Net, Set<string>>();
  for (const [box, nets] of at)
    for (const net of nets) boxesOf.set(net, (boxesOf.get(net) ?? new Set()).add(box));
  const onStretch = new Map<Stretch, Net[]>(tree.stretches.map((s) => [s, []]));
  const fromSource = (net: Net) => net === 'H' || net === 'N' || net === 'L2';
  for (const net of [...boxesOf.keys()].sort(byNet))
    for (const s of spanOf(tree, valueIn(boxesOf, net), fromSource(net))) valueIn(onStretch, s).push(net);
  return onStretch;
}

const rankOf = (net: Net) => ({ N: 0, H: 1, L2: 2, X: 9 })[net] ?? (isTraveller(net) ? 4 : 3);

/** Neutral and hot first, then what is switched, travellers, and the alarms' interconnect. */
export function byNet(a: Net, b: Net): number {
  const [ca, cb] = [nth(a.split('/'), 0), nth(b.split('/'), 0)];
  return rankOf(a) - rankOf(b) || compareIds(ca, cb) || compareIds(a, b);
}
