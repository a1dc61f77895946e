import { entryOf } from '../lookups/index.ts';
import { EditRefused } from '../plan/gate.ts';
import { dropEnd } from '../survey/hanging.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, type DeviceKind, type Plan } from '../plan/index.ts';
import { boundaryOfRoom } from '../rooms/walked.ts';
import { lightPlaces } from '../proposals/lighting/lights.ts';

const laidInRows: ReadonlySet<DeviceKind> = new Set(['light', 'wafer-light', 'fan']);
const usualVa: Partial<Record<DeviceKind, number>> = { 'wafer-light': 12, light: 60, fan: 75 };

/** Even places across a width: half the spacing from the walls, or `fromWall` where it is given. */
function spread(width: number, count: number, fromWall: number | null): number[] {
  if (fromWall === null || count === 1)
    return Array.from({ length: count }, (_, i) => ((i + 0.5) * width) / count);
  const inner = width - 2 * fromWall;
  return Array.from({ length: count }, (_, i) => fromWall + (i * inner) / (count - 1));
}

/** The edit “rows of lights”: see `lightRows`. Inches from the framing’s faces; columns along x, rows along y. */
export function layLightRows(
  draft: Plan,
  args: { room: string; columns: number; rows: number; fromWall: number | null; kind: DeviceKind },
): void {
  const room = draft.rooms[args.room];
  if (!room) throw new EditRefused('room', 'is not in the plan');
  const boundary = boundaryOfRoom(draft, args.room);
  if (!boundary) throw new EditRefused('room', 'does not close yet; finish its walls first');
  const { polygon } = boundary;
  const span = (pick: (p: { x: number; y: number }) => number) =>
    Math.max(...polygon.map(pick)) - Math.min(...polygon.map(pick));
  const [width, depth] = [span((p) => p.x), span((p) => p.y)];
  if (args.fromWall !== null && args.fromWall * 2 > Math.min(width, depth))
    throw new EditRefused('fromWall', 'is more than half of the room');
  const places = lightPlaces(
    polygon,
    room,
    spread(width, args.columns, args.fromWall),
    spread(depth, args.rows, args.fromWall),
  );

  const old = Object.entries(draft.boxes)
    .filter(
      ([id, b]) =>
        'ceiling' in b.on &&
        b.on.ceiling === args.room &&
        !b.pinned &&
        !b.existing &&
        Object.values(draft.devices).some((d) => d.box === id && laidInRows.has(d.kind)),
    )
    .map(([id]) => id);
  const replaced = Object.keys(draft.devices).filter((d) => old.includes(entryOf(draft.devices, d).box));
  const control = controlOf(draft, replaced);
  for (const id of old) dropEnd(draft, 'boxes', id);
  const made = places.map((p) => {
    const box = nextId(draft, 'boxes');
    const at = { x: Math.round(p.x * 4) / 4, y: Math.round(p.y * 4) / 4 };
    draft.boxes[box] = entrySchemas.boxes.parse({ on: { ceiling: args.room, ...at } });
    const device = nextId(draft, 'devices');
    draft.devices[device] = entrySchemas.devices.parse({
      box,
      kind: args.kind,
      va: usualVa[args.kind] ?? 60,
    });
    return device;
  });
  if (!control) return;
  const { id, switches, loads } = control;
  draft.controls[id] = { switches, loads: [...loads.filter((l) => !replaced.includes(l)), ...made] };
}

/** The first control that works one of these devices, as it is before they go. */
function controlOf({ controls }: Plan, devices: readonly string[]) {
  const found = Object.entries(controls).find(([, c]) => c.loads.some((l) => devices.includes(l)));
  return found && { id: found[0], switches: [...found[1].switches], loads: [...found[1].loads] };
}
