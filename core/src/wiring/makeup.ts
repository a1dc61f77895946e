import { entryOf, must } from '../lookups/index.ts';
import { yokeKinds, type BoxDevices } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, type DeviceKind, type Plan } from '../plan/index.ts';
import { cables, isData, type BoxModel, type Gauge } from '../materials/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { byNet, hot, neutral } from './nets.ts';
import { connectorFor, type ConnectorSize, type Joint } from './joints.ts';
import { cablesThere } from './there.ts';
import type { Wiring } from './wiring.ts';

/** A cable as it comes into a box, in the order its slots are taken from left to right. */
export interface MakeUpCable {
  readonly run: string;
  /** Whether the box had it before the job: then it has no run, and where it comes from is not known. */
  readonly there: boolean;
  readonly cable: string;
  readonly circuit: string | null;
  /** The far end: a box or a panel; null for an open end. */
  readonly other: string | null;
  /** Whether power comes in by it. */
  readonly feed: boolean;
}

export interface Tails {
  readonly gauge: Gauge;
  readonly colour: 'black' | 'white' | 'bare' | 'green';
  readonly count: number;
  /** Length of each, inches. */
  readonly inches: number;
}

/** How the bare conductors of a box come together. */
export interface GroundJoint {
  readonly cables: number;
  /** Tails to devices, and one to a metal box. */
  readonly tails: number;
  readonly bonded: boolean;
  readonly method: 'connector' | 'crimp' | 'green' | 'screw';
  readonly connector: ConnectorSize | null;
  readonly gauge: Gauge;
  /** The circuit whose ground tails are thinner than NEC 250.122 (from memory) has them, 12 AWG on 20 A; null when all are full size. */
  readonly thin: string | null;
}

/** Everything a person needs to make up one box. */
export interface MakeUp {
  readonly cables: readonly MakeUpCable[];
  readonly grounds: GroundJoint | null;
  /** Neutrals before hots, circuit after circuit. */
  readonly joints: readonly Joint[];
  readonly tails: readonly Tails[];
  readonly connectors: Readonly<Record<ConnectorSize | 'crimp' | 'green', number>>;
  /** Ends capped when the box is safed off until the trim: tails and lone conductors that wait for a device. */
  readonly capped: number;
  readonly stripInches: number;
}

function slotOf(run: string, joints: readonly Joint[], devices: BoxDevices): number {
  const slots = joints
    .filter((j) => j.net !== hot && j.net !== neutral && j.conductors.some((c) => c.run === run))
    .flatMap((j) =>
      j.terminals.map(
        (t) =>
          must(
            devices.find(([id]) => id === t.device),
            `device ${t.device} of the box`,
          )[1].slot,
      ),
    );
  return slots.length > 0 ? Math.min(...slots) : 99;
}

function cablesIn(
  boxId: string,
  plan: Plan,
  wiring: Wiring,
  devices: BoxDevices,
  order: string,
): MakeUpCable[] {
  const joints = wiring.joints[boxId] ?? [];
  const list = entriesIn(plan, 'runsAtEnd', boxId)
    .filter(([, r]) => !isData(r.cable))
    .map(([run, r]): MakeUpCable => ({
      run,
      there: false,
      cable: r.cable,
      circuit: r.circuit,
      other: r.from === boxId ? r.to : r.from,
      feed:
        r.circuit !== null &&
        (wiring.circuits[r.circuit]?.tree.feedOf.get(boxId)?.runs.includes(run) ?? false),
    }));
  if (list.length === 0) return [];
  const there = cablesThere(plan, boxId);
  // Which of several feeds an old box, nobody has said.
  const isOnly = (circuit: string | null) => there.filter((c) => c.circuit === circuit).length === 1;
  const old = there.map((c): MakeUpCable => ({
    ...c,
    there: true,
    other: null,
    feed: isOnly(c.circuit) && !list.some((r) => r.feed && r.circuit === c.circuit),
  }));
  if (order === 'arrival') return [...old, ...list];
  const key = (c: MakeUpCable) => (c.feed ? -1 : slotOf(c.run, joints, devices));
  return [...old, ...list].sort((a, b) => key(a) - key(b) || compareIds(a.run, b.run));
}

/** Lights and fans whose ground is joined in the box; a wafer light's is joined in a box of its own. */
const wiredLights: ReadonlySet<DeviceKind> = new Set(['light', 'fan', 'bath-fan']);

function groundsOf(
  list: readonly MakeUpCable[],
  devices: BoxDevices,
  plan: Plan,
  model: Pick<BoxModel, 'material'> | null,
  rules: RuleBook,
): GroundJoint | null {
  if (list.length === 0) return null;
  const sizes = list.map((c) => entryOf(cables, c.cable).gauge as Gauge);
  const grounded = devices.filter(
    ([, d]) => d.circuit !== null && (yokeKinds.has(d.kind) || wiredLights.has(d.kind)),
  );
  const bonded = model?.material === 'metal';
  const tails = grounded.length + (bonded ? 1 : 0);
  const gauge = Math.min(...sizes) as Gauge;
  const direct = list.length === 1 && tails <= 1;
  const school = rules('makeup.groundJoint');
  const thinTails = rules('makeup.groundTail') === '14' && gauge < 14;
  const onLarge =
    grounded.find(([, d]) => entryOf(plan.circuits, must(d.circuit, 'the circuit')).gauge < 14)?.[1]
      .circuit ?? null;
  const method = direct ? 'screw' : school;
  const held = [...sizes, ...Array.from({ length: tails }, () => (thinTails ? 14 : gauge))] as Gauge[];
  return {
    cables: list.length,
    tails: direct ? 0 : method === 'green' ? Math.max(0, tails - 1) : tails,
    bonded,
    method,
    connector: method === 'connector' || method === 'green' ? connectorFor(held) : null,
    gauge: thinTails ? 14 : gauge,
    thin: thinTails ? onLarge : null,
  };
}

function tailsOf(joints: readonly Joint[], grounds: GroundJoint | null, rules: RuleBook): Tails[] {
  const counts = new Map<string, Tails>();
  const add = (gauge: Gauge, colour: Tails['colour'], count: number) => {
    if (count === 0) return;
    const key = `${gauge} ${colour}`;
    counts.set(key, {
      gauge,
      colour,
      inches: rules('makeup.tailInches'),
      count: count + (counts.get(key)?.count ?? 0),
    });
  };
  for (const j of joints) add(j.gauge, j.net === neutral ? 'white' : 'black', j.tails);
  if (grounds) add(grounds.gauge, rules('makeup.groundCover') === 'bare' ? 'bare' : 'green', grounds.tails);
  return [...counts.values()].sort((a, b) => b.gauge - a.gauge || (a.colour < b.colour ? -1 : 1));
}

/** How the house is wired, and the model of the box where it has one. */
export interface MakeUpSetting {
  readonly plan: Plan;
  readonly wiring: Wiring;
  readonly model: Pick<BoxModel, 'material'> | null;
  readonly rules: RuleBook;
}

/** The make-up of one box; null for a box with no cable and no joint. */
export function makeUpBox(
  boxId: string,
  devices: BoxDevices,
  { plan, wiring, model, rules }: MakeUpSetting,
): MakeUp | null {
  const list = cablesIn(boxId, plan, wiring, devices, rules('makeup.order'));
  if (list.length === 0) return null;
  const joints = [...(wiring.joints[boxId] ?? [])].sort(
    (a, b) => compareIds(a.circuit, b.circuit) || byNet(a.net, b.net),
  );
  const grounds = groundsOf(list, devices, plan, model, rules);
  const connectors = { small: 0, middle: 0, large: 0, crimp: 0, green: 0 };
  for (const j of joints) if (j.method === 'connector') connectors[must(j.connector, 'the connector')]++;
  if (grounds?.method === 'connector') connectors[must(grounds.connector, 'the connector')]++;
  if (grounds?.method === 'crimp' || grounds?.method === 'green') connectors[grounds.method]++;
  const waiting = joints.reduce(
    (sum, j) =>
      sum +
      (j.method === 'screw' || j.method === 'cap'
        ? j.conductors.length
        : j.method === 'through'
          ? 2
          : j.tails),
    0,
  );
  return {
    cables: list,
    grounds,
    joints,
    tails: tailsOf(joints, grounds, rules),
    connectors,
    capped: waiting,
    stripInches: rules('makeup.strip'),
  };
}
