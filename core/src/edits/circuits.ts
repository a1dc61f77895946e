import { entryOf } from '../lookups/index.ts';
import { firstSpace, freeHalves, seatsOf, takesTandem } from '../circuits/index.ts';
import { releaseCircuits } from '../proposals/circuits/release.ts';
import { ruleBook } from '../rules/index.ts';
import { fitCables } from '../wiring/index.ts';
import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { compareIds, nextId } from '../plan/ids.ts';
import {
  circuitSchema,
  deviceSchema,
  entrySchemas,
  serviceSchema,
  type Circuit,
  type Plan,
} from '../plan/index.ts';
import { ampsByGauge, cableNamed, cables, wireFor } from '../materials/index.ts';
import { need, parsed } from './need.ts';
import { change, changesOf, id, ids, verb } from './verb.ts';

/** Small conductors: a breaker larger than the wire allows is never let through, but for motors. NEC 240.4(D), (G) (from memory). */
function refuseLargeBreaker(c: Circuit): void {
  const allowed = ampsByGauge[c.gauge];
  if (c.existing || c.motor || c.gauge < 10 || c.amps <= allowed) return;
  throw new EditRefused(
    'amps',
    `is ${c.amps} A on ${c.gauge} AWG, which takes ${allowed} A: NEC 240.4(D) (from memory). Choose ${wireFor(c.amps)} AWG with it, or leave the breaker`,
  );
}

/** Everything that goes where these devices go: what one control works is on one circuit. */
function withControls(draft: Plan, devices: readonly string[]): Set<string> {
  const all = new Set(devices);
  for (let grown = true; grown;) {
    const before = all.size;
    for (const c of Object.values(draft.controls)) {
      const own = [...c.switches, ...c.loads];
      if (own.some((d) => all.has(d))) for (const d of own) all.add(d);
    }
    grown = all.size > before;
  }
  return all;
}

/** Moves devices to a circuit. Cables of circuits they leave go, since they no longer join them; pinned ones stay. */
function moveTo(draft: Plan, devices: Iterable<string>, circuit: string | null): void {
  if (circuit !== null) need(draft.circuits, circuit, 'circuit');
  for (const id of devices) {
    const d = need(draft.devices, id, 'device');
    if (d.circuit === circuit) continue;
    const left = d.circuit;
    d.circuit = circuit;
    for (const [run, r] of Object.entries(draft.runs))
      if (left !== null && r.circuit === left && !r.pinned) delete draft.runs[run];
  }
}

/** Verbs for circuits, what is on them, and where they sit in a panel. */
export const circuitEdits = {
  addCircuit: verb(
    'Adds a circuit; it takes the first space of its panel that is free unless one is given.',
    circuitSchema,
    (draft, args) => {
      const poles = args.poles ?? 1;
      if (args.panel) need(draft.panels, args.panel, 'panel');
      const space = args.space ?? (args.panel ? firstSpace(draft, args.panel, poles) : null);
      const id = nextId(draft, 'circuits');
      const circuit = parsed(entrySchemas.circuits, { ...args, space }, 'circuit');
      refuseLargeBreaker(circuit);
      draft.circuits[id] = circuit;
    },
  ),
  setCircuit: verb(
    'Changes a circuit; its cables follow its wire.',
    z.strictObject({ circuit: id, changes: changesOf(circuitSchema) }),
    (draft, args) => {
      const circuit = need(draft.circuits, args.circuit, 'circuit');
      change(circuit, circuitSchema, args.changes);
      refuseLargeBreaker(circuit);
      const { gauge } = args.changes;
      if (gauge === undefined) return;
      for (const run of Object.values(draft.runs))
        if (run.circuit === args.circuit)
          run.cable = cableNamed(gauge, entryOf(cables, run.cable).conductors === 3 ? 3 : 2);
    },
  ),
  removeCircuit: verb(
    'Removes a circuit with its cables; its devices are free again.',
    z.strictObject({ circuit: id }),
    (draft, args) => {
      need(draft.circuits, args.circuit, 'circuit');
      delete draft.circuits[args.circuit];
      for (const d of Object.values(draft.devices)) if (d.circuit === args.circuit) d.circuit = null;
      for (const [id, run] of Object.entries(draft.runs))
        if (run.circuit === args.circuit) delete draft.runs[id];
    },
  ),
  assignDevices: verb(
    'Puts devices on a circuit, with everything their switches work or are worked by.',
    z.strictObject({ devices: ids, circuit: id.nullable() }),
    (draft, args) => moveTo(draft, withControls(draft, args.devices), args.circuit),
  ),
  assignBoxes: verb(
    'Puts everything in some boxes on a circuit.',
    z.strictObject({ boxes: ids, circuit: id.nullable() }),
    (draft, args) => {
      const own = Object.keys(draft.devices).filter((d) =>
        args.boxes.includes(entryOf(draft.devices, d).box),
      );
      moveTo(draft, withControls(draft, own), args.circuit);
    },
  ),
  setDevice: verb(
    'Changes a device.',
    z.strictObject({ device: id, changes: changesOf(deviceSchema.omit({ box: true, slot: true })) }),
    (draft, args) => {
      const device = need(draft.devices, args.device, 'device');
      change(device, deviceSchema, args.changes);
    },
  ),
  seatCircuit: verb(
    'Moves a circuit to a space of its panel; what sits there takes its place.',
    z.strictObject({
      circuit: id,
      space: z.number().int().min(1).max(84),
      half: z.enum(['A', 'B']).nullable().optional(),
    }),
    (draft, args) => {
      const c = need(draft.circuits, args.circuit, 'circuit');
      if (c.panel === null) throw new EditRefused('panel', 'must be chosen before a space');
      const panel = need(draft.panels, c.panel, 'panel');
      const last = args.space + (c.poles === 2 ? 2 : 0);
      if (last > panel.spaces)
        throw new EditRefused('space', `must be at most ${panel.spaces - (c.poles === 2 ? 2 : 0)} here`);
      const half = args.half ?? null;
      if (half !== null && !takesTandem(draft, c.panel, args.space))
        throw new EditRefused(
          'half',
          `space ${args.space} does not take half breakers; say on the panel how many of its lowest spaces do`,
        );
      const wanted = c.poles === 2 ? [args.space, args.space + 2] : [args.space];
      const there = seatsOf(draft, c.panel).filter(
        (s) =>
          s.id !== args.circuit &&
          s.spaces.some((x) => wanted.includes(x)) &&
          (half === null || s.half === null || s.half === half),
      );
      if (there.some((s) => s.kind === 'feeder'))
        throw new EditRefused('space', 'holds the feeder of another panel');
      const [was, wasHalf] = [c.space, c.half];
      if (there.length > 1 || there.some((s) => entryOf(draft.circuits, s.id).poles !== c.poles))
        throw new EditRefused('space', 'is taken by breakers of another size; move those first');
      c.space = args.space;
      c.half = half;
      const other = there[0] && draft.circuits[there[0].id];
      if (other) Object.assign(other, { space: was, half: wasHalf });
    },
  ),
  splitCircuit: verb(
    'Takes some of a circuit’s devices onto a new one like it.',
    z.strictObject({ circuit: id, devices: ids }),
    (draft, args) => {
      const c = need(draft.circuits, args.circuit, 'circuit');
      const moved = [...withControls(draft, args.devices)].filter(
        (d) => draft.devices[d]?.circuit === args.circuit,
      );
      const rest =
        Object.values(draft.devices).filter((d) => d.circuit === args.circuit).length - moved.length;
      if (moved.length === 0 || rest === 0)
        throw new EditRefused('devices', 'must leave something on each side');
      const id = nextId(draft, 'circuits');
      const space = c.panel === null ? null : firstSpace(draft, c.panel, c.poles);
      const half =
        space === null && c.panel !== null && c.poles === 1 ? (freeHalves(draft, c.panel)[0] ?? null) : null;
      draft.circuits[id] = {
        ...JSON.parse(JSON.stringify(c)),
        name: `${c.name} 2`,
        space: space ?? half?.space ?? null,
        half: half?.half ?? null,
        existing: false,
        reason: '',
      } as Circuit;
      delete entryOf(draft.circuits, id).found;
      moveTo(draft, moved, id);
    },
  ),
  mergeCircuits: verb(
    'Joins one circuit to another of the same size.',
    z.strictObject({ from: id, into: id }),
    (draft, args) => {
      const [from, into] = [need(draft.circuits, args.from, 'from'), need(draft.circuits, args.into, 'into')];
      if (args.from === args.into) throw new EditRefused('into', 'must be another circuit');
      if (from.amps !== into.amps || from.poles !== into.poles || from.gauge !== into.gauge)
        throw new EditRefused(
          'into',
          `is ${into.amps} A on ${into.gauge} AWG; ${from.name || args.from} is ${from.amps} A on ${from.gauge}. Make them alike first`,
        );
      const own = Object.keys(draft.devices).filter((d) => entryOf(draft.devices, d).circuit === args.from);
      moveTo(draft, own, args.into);
      for (const [id, run] of Object.entries(draft.runs))
        if (run.circuit === args.from) delete draft.runs[id];
      delete draft.circuits[args.from];
    },
  ),
  fitCables: verb(
    'Gives a circuit’s cables the conductors its switches need.',
    z.strictObject({ circuit: id }),
    (draft, args) => {
      need(draft.circuits, args.circuit, 'circuit');
      fitCables(draft, [args.circuit], ruleBook(draft.rules.values)('control.neutral'));
    },
  ),
  releaseCircuits: verb(
    'Takes up all circuits and cables that are neither pinned nor existing.',
    z.strictObject({}),
    (draft) => releaseCircuits(draft),
  ),
  addFoundCircuits: verb(
    'Adds what an audit found: circuits as they are in a panel. A space that is taken already is brought up to date.',
    z.strictObject({ panel: id, circuits: z.array(circuitSchema.required({ found: true })).readonly() }),
    (draft, args) => {
      need(draft.panels, args.panel, 'panel');
      for (const c of args.circuits) {
        const known = Object.keys(draft.circuits)
          .sort(compareIds)
          .find((id) => {
            const k = entryOf(draft.circuits, id);
            return (
              k.existing &&
              k.panel === args.panel &&
              k.space !== null &&
              k.space === c.space &&
              k.half === (c.half ?? null)
            );
          });
        const entry = parsed(
          entrySchemas.circuits,
          { ...(known ? draft.circuits[known] : {}), ...c, panel: args.panel, existing: true },
          'circuit',
        );
        draft.circuits[known ?? nextId(draft, 'circuits')] = entry;
      }
    },
  ),
  setService: verb(
    'Changes what the service load is worked out from.',
    z.strictObject({ changes: changesOf(serviceSchema) }),
    (draft, args) => {
      change(draft.service, serviceSchema, args.changes);
    },
  ),
} as const;
