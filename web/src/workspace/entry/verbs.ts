import {
  editStep,
  boxNumber,
  type DeviceKind,
  type EditArgs,
  type EditName,
  entryOf,
  must,
  type Opening,
  otherSide,
  parseLength,
  type RoomUse,
  roomUses,
  useByName,
} from '@fieldchalk/core';
import type { EntryContext, Order } from './order.ts';

const turns: Record<string, number> = { right: 90, r: 90, left: -90, l: -90, straight: 0 };
const keywords = new Set([
  'at',
  'wall',
  'head',
  'high',
  'low',
  'deep',
  'sill',
  'hinge',
  'swing',
  'away',
  'above',
  'below',
  'left',
  'right',
  'in',
  'out',
]);
export const problem = (says: string): Order => ({ kind: 'problem', says });
export const order = <N extends EditName>(name: N, args: EditArgs<N>, turnNext?: number): Order => ({
  kind: 'edit',
  ...editStep(name, args),
  ...(turnNext === undefined ? {} : { turnNext }),
});

/** Splits `32 at 14 wall B head 80` into what comes after each keyword; what comes first is under ''. */
export function fieldsOf(text: string): Record<string, string> {
  const fields: Record<string, string[]> = { '': [] };
  let key = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const lower = word.toLowerCase();
    if (
      keywords.has(lower) &&
      !(lower === 'in' && key !== 'swing') &&
      !(['hinge', 'swing'].includes(key) && entryOf(fields, key).length === 0)
    ) {
      key = lower;
      fields[key] = [];
    } else entryOf(fields, key).push(word);
  }
  return Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, v.join(' ')]));
}

export function lengthOf(text: string | undefined, what: string): number {
  const read = parseLength(text ?? '');
  if (!read.ok) throw new Error(`${what}: ${read.problem}`);
  return read.inches;
}

/** The wall that `wall A` names, or `wall A 40` with how far along it; the last one of the room without a letter. */
export function wallOf(context: EntryContext, named: string | undefined) {
  const [letter] = (named ?? '').split(/\s+/).filter(Boolean);
  const walls = context.unrolled?.walls ?? [];
  const wall = letter ? walls.find((w) => w.letter.toLowerCase() === letter.toLowerCase()) : walls.at(-1);
  if (!wall)
    throw new Error(
      letter
        ? `There is no wall ${letter.toUpperCase()} in this room. Walls here: ${walls.map((w) => w.letter).join(', ') || 'none yet'}.`
        : 'Type a wall first, like 12\'6-1/2" right.',
    );
  return wall;
}

/** How far from the left corner: after `at`, after the wall’s letter, or first of all. */
export const placeOf = (f: Record<string, string>, first?: string): string | undefined =>
  f['at'] || (f['wall'] ?? '').split(/\s+/).slice(1).join(' ') || first;

/** The nearer edge along the wall's own measure, for something measured from the left corner as seen from inside. */
export function edgeAt(wall: { origin: number; sign: 1 | -1 }, fromLeft: number, width: number): number {
  return wall.sign === 1 ? wall.origin + fromLeft : wall.origin - fromLeft - width;
}

export function openingOrder(kind: Opening['kind'], rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const glazed = kind === 'window' || kind === 'fixed-glass';
  const wall = wallOf(context, f['wall'] || undefined);
  const width = lengthOf(f[''], 'Width');
  const at = edgeAt(wall, lengthOf(placeOf(f), 'Distance from the left corner (at …)'), width);
  const head = f['head'] ? lengthOf(f['head'], 'Head') : glazed ? 80 : 82;
  const sill = f['sill'] ? lengthOf(f['sill'], 'Sill') : kind === 'window' ? 36 : 0;
  if (head <= sill) throw new Error(`Head: must be above the sill.`);
  const hingeLeft = (f['hinge'] ?? 'left').toLowerCase() !== 'right';
  const inward = (f['swing'] ?? 'in').toLowerCase() !== 'out';
  const hinge = hingeLeft === (wall.sign === 1) ? 'from' : 'to';
  const swing = inward ? wall.side : otherSide(wall.side);
  return order('addOpening', { wall: wall.wall, kind, at, width, head, sill, hinge, swing });
}

export function legOrder(text: string, context: EntryContext): Order {
  const match = must(
    /^(.*?)(?:[\s,]+(right|left|r|l|straight|-?\d+(?:\.\d+)?°|-?\d+(?:\.\d+)?\s*deg))?$/i.exec(text),
    'the parts of a leg',
  );
  if (context.room === null) return problem('Name the room first: room Study office.');
  const length = lengthOf(match[1], 'Wall');
  if (length < 1) return problem('Wall: an inch is the least a wall can be.');
  const word = match[2]?.toLowerCase();
  const next = word === undefined ? 90 : (turns[word] ?? parseFloat(word));
  return order('walkOn', { room: context.room, length, turn: context.turn }, next);
}

/** `room Pantry pantry behind B at 24`: walked along the far side of a wall of the room in hand, from its left end as seen there. */
export function roomOrder(line: string, context: EntryContext): Order {
  const [rest = '', after] = line.split(/\s+behind\s+/i);
  const [, letter, at] = /^(?:wall\s+)?(\S+)(?:\s+at\s+(.+))?$/i.exec(after ?? '') ?? [];
  const wall = after === undefined ? null : wallOf(context, letter ?? '?');
  const behind = wall
    ? {
        behind: {
          wall: wall.wall,
          side: wall.side,
          at: at ? lengthOf(at, 'Distance from the corner (at …)') : 0,
        },
      }
    : {};
  const words = rest.split(/\s+/).filter(Boolean);
  const use = words.at(-1)?.toLowerCase() as RoomUse;
  const known = roomUses.includes(use);
  const name = (known && words.length > 1 ? words.slice(0, -1) : words).join(' ');
  return name === ''
    ? problem('Name the room: room Study office.')
    : order('startRoom', {
        name,
        use: known ? use : useByName(name),
        ...behind,
        ...(wall || !context.level ? {} : { level: context.level }),
      });
}

/** `switch 40 wall B`, `receptacle 40 wall B high 42`, `light 30 wall A out`: a height is to the centre, from the finished floor; out is the wall’s outer face. */
export function boxOrder(kind: DeviceKind, rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const inner = wallOf(context, f['wall'] || undefined);
  // Measured from inside, where one stands, and put on the other face.
  const wall = 'out' in f ? { ...inner, side: otherSide(inner.side) } : inner;
  const height = f['high']
    ? { height: { value: lengthOf(f['high'], 'Height (high …)'), to: 'center', from: 'finished' } as const }
    : {};
  return order('addBox', {
    wall: wall.wall,
    side: wall.side,
    at: edgeAt(wall, lengthOf(placeOf(f, f['']), 'Distance from the left corner'), 0),
    kind,
    ...height,
    ...('out' in f ? { outside: true } : {}),
  });
}

/** `lights 3 x 2`, `lights 3 x 2 at 30`: rows on the ceiling of the room in hand, across by up, so far from the walls. */
export function lightsOrder(rest: string, context: EntryContext): Order {
  if (context.room === null) return problem('Name the room first: room Study office.');
  const [, across, up, from] = /^(\d+)\s*(?:x|×|by)\s*(\d+)(?:\s+at\s+(.+))?$/i.exec(rest) ?? [];
  if (!across || !up)
    return problem('Lights across and up: lights 3 x 2, or lights 3 x 2 at 30 for 30 in. from the walls.');
  return order('lightRows', {
    room: context.room,
    columns: Number(across),
    rows: Number(up),
    fromWall: from ? lengthOf(from, 'From the walls (at …)') : null,
    kind: Number(across) * Number(up) > 1 ? 'wafer-light' : 'light',
  });
}

/** `stud 4 wall A at 33`: where a numbered stud's centre really stands, from the left corner. */
export function studOrder(rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const wall = wallOf(context, f['wall'] || undefined);
  const stud = context.result?.members.find((m) => m.wall === wall.wall && m.number === Number(f['']));
  if (!stud) return problem(`Wall ${wall.letter} has no stud ${f['']}. Write it like stud 4 wall A at 33.`);
  if (!f['at']) return { kind: 'choose', what: 'stud', id: stud.id };
  const at = edgeAt(wall, lengthOf(f['at'], 'Its centre from the left corner (at …)'), 0);
  return order('measureStud', { wall: wall.wall, was: stud.at, at, role: stud.role });
}

export function panelOrder(rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const wall = wallOf(context, f['wall'] || undefined);
  const at = edgeAt(wall, lengthOf(placeOf(f, f['']), 'Distance from the left corner'), 0);
  const away = f['away'] ? lengthOf(f['away'], 'Distance away') : 0;
  return order('addPanel', {
    wall: wall.wall,
    side: wall.side,
    at,
    away,
    ...('above' in f ? { leaves: 'above' } : 'below' in f ? { leaves: 'below' } : {}),
    name: 'Main',
  });
}

const named = (record: Record<string, { name: string }>, text: string) =>
  Object.keys(record).find((id) => entryOf(record, id).name.toLowerCase() === text.toLowerCase());

/** A thing called by its name: `box 3`, `wall C`, a room, a panel, a circuit's first run. Null when nothing is called that. */
export function chooseOrder(text: string, context: EntryContext): Order | null {
  const { plan, unrolled } = context;
  const [, word, name] = /^(box|wall)\s+(\S+)$/i.exec(text) ?? [];
  if (word?.toLowerCase() === 'box') {
    const id = Object.keys(plan.boxes).find((b) => boxNumber(b).toLowerCase() === name?.toLowerCase());
    return id ? { kind: 'choose', what: 'box', id } : problem(`There is no box ${name}.`);
  }
  if (word) {
    const wall = unrolled?.walls.find((w) => w.letter.toLowerCase() === name?.toLowerCase());
    return wall
      ? { kind: 'choose', what: 'wall', id: wall.wall }
      : problem(`There is no wall ${name} in this room.`);
  }
  const room = named(plan.rooms, text);
  if (room) return { kind: 'choose', what: 'room', id: room };
  const panel = named(plan.panels, text);
  if (panel) return { kind: 'choose', what: 'panel', id: panel };
  const circuit = named(plan.circuits, text);
  const run = Object.keys(plan.runs).find((id) => entryOf(plan.runs, id).circuit === circuit);
  return circuit && run ? { kind: 'choose', what: 'run', id: run } : null;
}
