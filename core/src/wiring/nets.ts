import { entryOf, lastOf, never, nth, valueIn } from '../lookups/index.ts';
import { alarmKinds, isLowVoltage, switchKinds, isThere } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, idsIn, type Device, type Plan } from '../plan/index.ts';
import type { CircuitTree, Stretch } from './tree.ts';

/** What a conductor carries, whichever cables it passes through. The same net is the same object, so that nets can be compared. */
export type Net =
  /** The grounded conductor. */
  | { readonly kind: 'neutral' }
  /** Always hot. */
  | { readonly kind: 'hot' }
  | { readonly kind: 'other-leg' }
  /** The wire that sounds all alarms together. */
  | { readonly kind: 'interconnect' }
  /** A conductor that carries nothing. */
  | { readonly kind: 'spare' }
  /** What a control switches. */
  | { readonly kind: 'switched'; readonly control: string }
  /** One of the two between a control's switches; `stretch` counts the gaps between them from 1. */
  | {
      readonly kind: 'traveller';
      readonly control: string;
      readonly stretch: number;
      readonly lane: 'a' | 'b';
    };

/** What a net is called in the open format: N, H, L2, X, the control's id, or `k3/1a` for a traveller. */
export function netId(net: Net): string {
  switch (net.kind) {
    case 'neutral':
      return 'N';
    case 'hot':
      return 'H';
    case 'other-leg':
      return 'L2';
    case 'interconnect':
      return 'X';
    case 'spare':
      return 'spare';
    case 'switched':
      return net.control;
    case 'traveller':
      return `${net.control}/${net.stretch}${net.lane}`;
    default:
      return never(net);
  }
}

const known = new Map<string, Net>();
/** The one object for a net. A control may be named like another net, so its kind goes into the key. */
function same<N extends Net>(net: N): N {
  const key = `${net.kind} ${netId(net)}`;
  const first = known.get(key) ?? net;
  known.set(key, first);
  return first as N;
}

export const neutral = same({ kind: 'neutral' });
export const hot = same({ kind: 'hot' });
export const otherLeg = same({ kind: 'other-leg' });
export const interconnect = same({ kind: 'interconnect' });
export const spare = same({ kind: 'spare' });
export const switched = (control: string): Net => same({ kind: 'switched', control });

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
export const isAlarm = (kind: Device['kind']): boolean => alarmKinds.has(kind);

export const travellers = (control: string, stretch: number): readonly [Net, Net] => [
  same({ kind: 'traveller', control, stretch, lane: 'a' }),
  same({ kind: 'traveller', control, stretch, lane: 'b' }),
];
export const isTraveller = (net: Net): boolean => net.kind === 'traveller';

/** Controls whose switches and lights are all on one circuit and reached by it, by id. */
export function controlsOf(plan: Plan, circuitId: string, reached: (box: string) => boolean): string[] {
  const own = idsIn(plan, 'devicesOnCircuit', circuitId).flatMap((d) => idsIn(plan, 'controlsOfDevice', d));
  return [...new Set(own)].sort(compareIds).filter((id) => {
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

const permuted = (list: readonly string[]): string[][] =>
  list.length < 2
    ? [[...list]]
    : list.flatMap((x, i) =>
        permuted([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [x, ...rest]),
      );

/** So many switches of one control may change their roles with each other. */
export const mostFree = 5;

/** Orders the switches of a control may be wired in: three-way switches stay at the ends, but where their roles are still free. */
function wiringOrders(switches: readonly string[], isFree: boolean): string[][] {
  if (switches.length < 3)
    return switches.length === 2 ? [[...switches], [...switches].reverse()] : [[...switches]];
  if (isFree && switches.length <= mostFree) return permuted(switches);
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
  return [{ net: switched(id), boxes: new Set(legs) }, ...between];
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

/** Works out every net of a circuit. Switches of each control are wired in the order that takes the fewest conductors; `isFree` says which controls’ three-way and four-way switches may still change places. */
export function circuitNets(
  plan: Plan,
  tree: CircuitTree,
  school: NeutralSchool,
  isFree: (control: string) => boolean = () => false,
): CircuitNets {
  const circuit = entryOf(plan.circuits, tree.circuit);
  const reached = (box: string) => tree.feedOf.has(box) || isThere(plan, box);
  const devices = entriesIn(plan, 'devicesOnCircuit', tree.circuit).filter(([, d]) => reached(d.box));
  const controls = controlsOf(plan, tree.circuit, reached);
  const controlled = new Set(controls.flatMap((k) => entryOf(plan.controls, k).loads));
  const at = new Map<string, Set<Net>>();
  const need = (box: string, net: Net) => at.set(box, (at.get(box) ?? new Set()).add(net));
  const alarms = devices.filter(([, d]) => isAlarm(d.kind));
  for (const [id, d] of devices) {
    if (switchKinds.has(d.kind) || isLowVoltage(d.kind)) continue;
    if (needsHot(d, controlled.has(id))) need(d.box, hot);
    if (circuit.poles === 2) need(d.box, otherLeg);
    if (circuit.poles === 1 || withNeutral.has(d.label)) need(d.box, neutral);
    if (isAlarm(d.kind) && alarms.length > 1) need(d.box, interconnect);
  }
  const idle = devices.filter(
    ([id, d]) =>
      switchKinds.has(d.kind) && !controls.some((k) => entryOf(plan.controls, k).switches.includes(id)),
  );
  for (const [, d] of idle) need(d.box, hot);
  const used = new Map<Stretch, number>();
  const boxOf = (device: string) => entryOf(plan.devices, device).box;
  const spans = (wanted: readonly Wanted[]) => wanted.flatMap((w) => [...spanOf(tree, w.boxes, false)]);
  const chains = new Map<string, readonly string[]>();
  for (const id of controls) {
    const costs = wiringOrders(entryOf(plan.controls, id).switches, isFree(id)).map((order) => {
      const live = new Set([...at].filter(([, nets]) => nets.has(hot)).map(([box]) => box));
      const before = spanOf(tree, live, true).size;
      live.add(entryOf(plan.devices, nth(order, 0)).box);
      const took = spans(netsOfControl(plan, id, order));
      const most = Math.max(0, ...took.map((s) => (used.get(s) ?? 0) + took.filter((t) => t === s).length));
      return {
        order,
        cost: took.length + spanOf(tree, live, true).size - before + (most > 2 ? 100 * most : 0),
      };
    });
    const { order } = costs.reduce((best, c) => (c.cost < best.cost ? c : best));
    chains.set(id, order);
    need(entryOf(plan.devices, nth(order, 0)).box, hot);
    for (const { net, boxes } of netsOfControl(plan, id, order)) for (const box of boxes) need(box, net);
    for (const s of spans(netsOfControl(plan, id, order))) used.set(s, (used.get(s) ?? 0) + 1);
    const nearest = order.reduce((a, b) => (depthOf(tree, boxOf(b)) < depthOf(tree, boxOf(a)) ? b : a));
    const withN = { every: order, one: [nearest], none: [] }[school];
    for (const s of withN) need(entryOf(plan.devices, s).box, neutral);
  }
  return { at, onStretch: netsOnStretches(tree, at), chains };
}

function netsOnStretches(tree: CircuitTree, at: ReadonlyMap<string, ReadonlySet<Net>>): Map<Stretch, Net[]> {
  const boxesOf = new Map<Net, Set<string>>();
  for (const [box, nets] of at)
    for (const net of nets) boxesOf.set(net, (boxesOf.get(net) ?? new Set()).add(box));
  const onStretch = new Map<Stretch, Net[]>(tree.stretches.map((s) => [s, []]));
  const fromSource = (net: Net) => net === hot || net === neutral || net === otherLeg;
  for (const net of [...boxesOf.keys()].sort(byNet))
    for (const s of spanOf(tree, valueIn(boxesOf, net), fromSource(net))) valueIn(onStretch, s).push(net);
  return onStretch;
}

const ranks = {
  neutral: 0,
  hot: 1,
  'other-leg': 2,
  switched: 3,
  spare: 3,
  traveller: 4,
  interconnect: 9,
} as const satisfies Record<Net['kind'], number>;
const controlOf = (net: Net): string => ('control' in net ? net.control : netId(net));

/** Neutral and hot first, then what is switched, travellers, and the alarms' interconnect. */
export function byNet(a: Net, b: Net): number {
  return (
    ranks[a.kind] - ranks[b.kind] || compareIds(controlOf(a), controlOf(b)) || compareIds(netId(a), netId(b))
  );
}
