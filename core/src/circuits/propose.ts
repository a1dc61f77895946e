import { isLowVoltage, lightKinds, switchKinds } from '../boxes/index.ts';
import { compareIds, nextId } from '../plan/ids.ts';
import { entrySchemas, isOnWall, type Device, type Plan, type RoomUse } from '../plan/schema.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { firstSpace } from './spaces.ts';
import { dutiesOf, isOutlet, roomOfBox } from './duties.ts';

interface Load {
  readonly id: string;
  readonly device: Device;
  readonly room: string | null;
  readonly use: RoomUse | null;
  /** Place around the room, so that neighbours share a circuit. */
  readonly place: number;
}

interface Kind {
  readonly key: string;
  readonly name: string;
  readonly amps: 15 | 20 | 30 | 50;
  readonly atLeast: number;
  /** 240 V, both legs; one pole at 120 V when not given. */
  readonly twoPole?: boolean;
}

const wireFor = { 15: 14, 20: 12, 30: 10, 50: 6 } as const;

/** Appliances that have a circuit to themselves, with the usual size of it; the plate on the appliance decides. NEC 210.19, 422 (from memory). */
const individual: Readonly<Record<string, Pick<Kind, 'amps' | 'twoPole'>>> = {
  range: { amps: 50, twoPole: true },
  oven: { amps: 30, twoPole: true },
  dryer: { amps: 30, twoPole: true },
  dishwasher: { amps: 20 },
  disposal: { amps: 20 },
  refrigerator: { amps: 20 },
  freezer: { amps: 20 },
  microwave: { amps: 20 },
};

/** Circuits that must be their own: NEC 2023 210.11(C) (from memory). The rest follows the house's schools. */
function kindOf(load: Load, plan: Plan, rules: RuleBook): Kind {
  const roomName = load.room ? plan.rooms[load.room]!.name || load.room : 'Elsewhere';
  const lit =
    lightKinds.has(load.device.kind) ||
    switchKinds.has(load.device.kind) ||
    load.device.kind.endsWith('alarm');
  if (lit && rules('circuit.lighting') === 'separate')
    return { key: 'lighting', name: 'Lighting', amps: 15, atLeast: 1 };
  if (lit) return { key: `room ${load.room}`, name: roomName, amps: 15, atLeast: 1 };
  const own = load.device.kind === 'appliance-receptacle' ? individual[load.device.label] : undefined;
  if (own) return { key: `own ${load.id}`, name: `${roomName} ${load.device.label}`, atLeast: 1, ...own };
  switch (load.use) {
    case 'kitchen':
    case 'dining':
    case 'pantry':
      return { key: 'small-appliance', name: 'Small appliances', amps: 20, atLeast: 2 };
    case 'laundry':
      return { key: 'laundry', name: 'Laundry', amps: 20, atLeast: 1 };
    case 'bath':
    case 'powder':
      return { key: 'bath', name: 'Bathroom receptacles', amps: 20, atLeast: 1 };
    case 'garage':
      return { key: `garage ${load.room}`, name: `${roomName} receptacles`, amps: 20, atLeast: 1 };
    default:
      return {
        key: `room ${load.room}`,
        name: `${roomName} receptacles`,
        amps: rules('circuit.general'),
        atLeast: 1,
      };
  }
}

function placeAround(plan: Plan, boxId: string, room: FoundRoom | undefined): number {
  const { on } = plan.boxes[boxId]!;
  if (!isOnWall(on) || !room?.boundary) return 0;
  let along = 0;
  for (const face of room.boundary.faces) {
    if (face.wall === on.wall && face.side === on.side) return along + Math.abs(on.at - face.startAt);
    along += face.length;
  }
  return along;
}

function unassigned(plan: Plan, rooms: Record<string, FoundRoom>): Load[] {
  return Object.entries(plan.devices)
    .filter(([, d]) => d.circuit === null && !isLowVoltage(d.kind) && !plan.boxes[d.box]!.existing)
    .map(([id, device]) => {
      const room = roomOfBox(plan.boxes[device.box]!, rooms);
      const use = room ? plan.rooms[room]!.use : null;
      return { id, device, room, use, place: placeAround(plan, device.box, room ? rooms[room] : undefined) };
    })
    .sort((a, b) => compareIds(a.room ?? '', b.room ?? '') || a.place - b.place || compareIds(a.id, b.id));
}

/** Splits a list into runs of neighbours, as even as can be, none over the cap. */
function evenParts<T>(list: readonly T[], cap: number, atLeast: number): T[][] {
  const parts = Math.min(list.length, Math.max(atLeast, Math.ceil(list.length / cap)));
  return Array.from({ length: parts }, (_, i) =>
    list.slice(Math.round((i * list.length) / parts), Math.round(((i + 1) * list.length) / parts)),
  );
}

/** A switch goes on the circuit of the first light it works that is here; whatever else takes no load goes with the first part. */
function partOf(load: Load, parts: Load[][], plan: Plan): Load[] {
  const lit = Object.values(plan.controls).find((c) => c.switches.includes(load.id))?.loads ?? [];
  return parts.find((part) => part.some((l) => lit.includes(l.id))) ?? parts[0]!;
}

/** The panel new circuits go to: the first fed by the service, never a standby one. Null when there is none. */
function defaultPanel(plan: Plan): string | null {
  const ids = Object.keys(plan.panels).sort(compareIds);
  return (
    ids.find((id) => plan.panels[id]!.source === 'service') ??
    ids.find((id) => plan.panels[id]!.source !== 'standby') ??
    null
  );
}

/** Puts every device that has none on a circuit, in a plan draft. Without a panel nothing is added. Returns the new circuit ids. */
export function addCircuits(draft: Plan, rooms: Record<string, FoundRoom>, rules: RuleBook): string[] {
  const panel = defaultPanel(draft);
  if (panel === null) return [];
  const groups = new Map<string, { kind: Kind; loads: Load[] }>();
  for (const load of unassigned(draft, rooms)) {
    const kind = kindOf(load, draft, rules);
    const group = groups.get(kind.key) ?? { kind, loads: [] };
    group.loads.push(load);
    groups.set(kind.key, group);
  }
  const added: string[] = [];
  for (const { kind, loads } of groups.values()) {
    const cap = rules(kind.amps === 15 ? 'circuit.cap15' : 'circuit.cap20');
    const poles = kind.twoPole ? 2 : 1;
    const outlets = loads.filter((l) => isOutlet(l.device));
    const rest = loads.filter((l) => !isOutlet(l.device));
    const parts = outlets.length > 0 ? evenParts(outlets, cap, kind.atLeast) : [[]];
    for (const load of rest) partOf(load, parts, draft).push(load);
    parts.forEach((part, i) => {
      const duties = part.map((l) => dutiesOf(l.device, l.use));
      const arc = duties.some((d) => d.arcFault);
      const ground = duties.some((d) => d.groundFault);
      const canLead = part.some(
        (l) => l.device.kind === 'receptacle' && dutiesOf(l.device, l.use).groundFault,
      );
      const atReceptacle = ground && canLead && rules('protect.gfci') === 'receptacle';
      const protection =
        ground && !atReceptacle
          ? arc || rules('protect.gfci') === 'dual'
            ? 'dual'
            : 'gfci'
          : arc
            ? 'afci'
            : ground
              ? 'gfci'
              : 'none';
      const id = nextId(draft.circuits, 'c');
      draft.circuits[id] = entrySchemas.circuits.parse({
        panel,
        space: firstSpace(draft, panel, poles),
        amps: kind.amps,
        poles,
        volts: poles === 2 ? 240 : 120,
        gauge: wireFor[kind.amps],
        protection,
        protectAt: atReceptacle && !arc ? 'first-device' : 'breaker',
        name: parts.length > 1 ? `${kind.name} ${i + 1}` : kind.name,
        shape: rules('shape'),
      });
      for (const load of part) draft.devices[load.id]!.circuit = id;
      if (atReceptacle) protectFirst(draft, part);
      added.push(id);
    });
  }
  return added;
}

/** The first outlet of the circuit becomes the ground-fault receptacle that covers the rest. */
function protectFirst(draft: Plan, part: readonly Load[]): void {
  const first = part.find((l) => l.device.kind === 'receptacle' && dutiesOf(l.device, l.use).groundFault);
  if (first && !part.some((l) => l.device.kind === 'gfci')) draft.devices[first.id]!.kind = 'gfci';
}
