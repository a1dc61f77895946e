import { entryOf, must, nth } from '@fieldchalk/core';
import {
  deviceKinds,
  parseLength,
  roomUses,
  type DeviceKind,
  type EditArgs,
  type EditName,
  type Opening,
  type Plan,
  type Result,
  type RoomUse,
  type Unrolled,
} from '@fieldchalk/core';
import { boxNumber } from '../names.ts';

/** What a typed line asks for: an edit, a place to go, or a sentence about how to write it. */
export type Order =
  | { readonly kind: 'edit'; readonly name: EditName; readonly args: unknown; readonly turnNext?: number }
  | { readonly kind: 'stage'; readonly stage: string }
  | { readonly kind: 'undo' | 'redo' | 'keep' | 'next' | 'previous' }
  | {
      readonly kind: 'choose';
      readonly what: 'box' | 'stud' | 'wall' | 'room' | 'run' | 'panel';
      readonly id: string;
    }
  | { readonly kind: 'problem'; readonly says: string };

export interface EntryContext {
  readonly plan: Plan;
  readonly room: string | null;
  /** The level in hand, where a new room is walked. */
  readonly level: string | null;
  readonly unrolled: Unrolled | null;
  readonly result: Result | null;
  /** The turn to take before the next wall, degrees to the right. */
  readonly turn: number;
}

/** Parts of the boxes that can be proposed alone. */
export const boxParts = ['receptacles', 'lights', 'switches', 'alarms', 'data'] as const;

export const stages = ['walk', 'boxes', 'circuits', 'runs', 'order', 'crew'] as const;
const turns: Record<string, number> = { right: 90, r: 90, left: -90, l: -90, straight: 0 };
const keywords = new Set([
  'at',
  'wall',
  'head',
  'high',
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
const problem = (says: string): Order => ({ kind: 'problem', says });
const order = <N extends EditName>(name: N, args: EditArgs<N>, turnNext?: number): Order => ({
  kind: 'edit',
  name,
  args,
  ...(turnNext === undefined ? {} : { turnNext }),
});

/** Splits `32 at 14 wall B head 80` into what comes after each keyword; what comes first is under ''. */
function fieldsOf(text: string): Record<string, string> {
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

function lengthOf(text: string | undefined, what: string): number {
  const read = parseLength(text ?? '');
  if (!read.ok) throw new Error(`${what}: ${read.problem}`);
  return read.inches;
}

function wallOf(context: EntryContext, letter: string | undefined) {
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

/** The nearer edge along the wall's own measure, for something measured from the left corner as seen from inside. */
function edgeAt(wall: { origin: number; sign: 1 | -1 }, fromLeft: number, width: number): number {
  return wall.sign === 1 ? wall.origin + fromLeft : wall.origin - fromLeft - width;
}

function opening(kind: Opening['kind'], rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const glazed = kind === 'window' || kind === 'fixed-glass';
  const wall = wallOf(context, f['wall'] || undefined);
  const width = lengthOf(f[''], 'Width');
  const at = edgeAt(wall, lengthOf(f['at'], 'Distance from the left corner (at …)'), width);
  const head = f['head'] ? lengthOf(f['head'], 'Head') : glazed ? 80 : 82;
  const sill = f['sill'] ? lengthOf(f['sill'], 'Sill') : kind === 'window' ? 36 : 0;
  if (head <= sill) throw new Error(`Head: must be above the sill.`);
  const hingeLeft = (f['hinge'] ?? 'left').toLowerCase() !== 'right';
  const inward = (f['swing'] ?? 'in').toLowerCase() !== 'out';
  const hinge = hingeLeft === (wall.sign === 1) ? 'from' : 'to';
  const swing = inward ? wall.side : wall.side === 'left' ? 'right' : 'left';
  return order('addOpening', { wall: wall.wall, kind, at, width, head, sill, hinge, swing });
}

function leg(text: string, context: EntryContext): Order {
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
function roomOrder(line: string, context: EntryContext): Order {
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
        use: known ? use : 'living',
        ...behind,
        ...(wall || !context.level ? {} : { level: context.level }),
      });
}

/** `switch 40 wall B`, `receptacle 40 wall B high 42`: a height is to the centre, from the finished floor. */
function boxOrder(kind: DeviceKind, rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const wall = wallOf(context, f['wall'] || undefined);
  const height = f['high']
    ? { height: { value: lengthOf(f['high'], 'Height (high …)'), to: 'center', from: 'finished' } as const }
    : {};
  return order('addBox', {
    wall: wall.wall,
    side: wall.side,
    at: edgeAt(wall, lengthOf(f['at'] || f[''], 'Distance from the left corner'), 0),
    kind,
    ...height,
  });
}

/** `lights 3 x 2`, `lights 3 x 2 at 30`: rows on the ceiling of the room in hand, across by up, so far from the walls. */
function lightsOrder(rest: string, context: EntryContext): Order {
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
function studOrder(rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const wall = wallOf(context, f['wall'] || undefined);
  const stud = context.result?.members.find((m) => m.wall === wall.wall && m.number === Number(f['']));
  if (!stud) return problem(`Wall ${wall.letter} has no stud ${f['']}. Write it like stud 4 wall A at 33.`);
  if (!f['at']) return { kind: 'choose', what: 'stud', id: `${wall.wall}@${stud.at}` };
  const at = edgeAt(wall, lengthOf(f['at'], 'Its centre from the left corner (at …)'), 0);
  return order('measureStud', { wall: wall.wall, was: stud.at, at, role: stud.role as 'stud' });
}

function panelOrder(rest: string, context: EntryContext): Order {
  const f = fieldsOf(rest);
  const wall = wallOf(context, f['wall'] || undefined);
  const at = edgeAt(wall, lengthOf(f['at'] || f[''], 'Distance from the left corner'), 0);
  const away = f['away'] ? lengthOf(f['away'], 'Distance away') : 0;
  return order('addPanel', {
    wall: wall.wall,
    side: wall.side,
    at,
    away,
    leaves: 'above' in f ? 'above' : 'below',
    name: 'Main',
  });
}

const named = (record: Record<string, { name: string }>, text: string) =>
  Object.keys(record).find((id) => entryOf(record, id).name.toLowerCase() === text.toLowerCase());

/** A thing called by its name: `box 3`, `wall C`, a room, a panel, a circuit's first run. Null when nothing is called that. */
function chooseOrder(text: string, context: EntryContext): Order | null {
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

/** Lines the chalk line offers while typing: what can be done, and everything that has a name. */
export function entryWords(context: EntryContext): string[] {
  const { plan, unrolled, result } = context;
  const first = unrolled?.walls[0]?.letter ?? 'A';
  const letters = new Map(unrolled?.walls.map((w) => [w.wall, w.letter]));
  const studs = (result?.members ?? []).flatMap((m) =>
    m.number !== null && letters.has(m.wall) ? [`stud ${m.number} wall ${letters.get(m.wall)}`] : [],
  );
  const names = [plan.rooms, plan.panels, plan.circuits].flatMap((r) => Object.values(r).map((x) => x.name));
  return [
    ...stages.map((s) => `go ${s}`),
    ...['close', 'back', 'square', 'spread', 'keep', 'next', 'previous', 'undo', 'redo'],
    ...['boxes', ...boxParts, 'circuits', 'runs', 'models'].map((p) => `propose ${p}`),
    ...[
      `door 32 at 14 wall ${first} hinge left swing in`,
      `window 48 at 36 wall ${first} sill 36 head 80`,
      ...['slider', 'garage', 'glass', 'cased', 'fireplace', 'cabinet'].map(
        (w) => `${w} 60 at 36 wall ${first}`,
      ),
    ],
    ...['lights 3 x 2', 'lights 3 x 2 at 30', `receptacle 40 wall ${first} high 42`],
    ...deviceKinds.map((k) => `${k} 40 wall ${first}`),
    ...[`receptacle 40 wall ${first}`, `switch 40 wall ${first}`, `panel 36 wall ${first} away 27'`],
    ...(unrolled?.walls ?? []).map((w) => `room Pantry pantry behind ${w.letter}`),
    ...roomUses.map((use) => `room ${nth(use, 0).toUpperCase()}${use.slice(1)} ${use}`),
    ...Object.keys(plan.boxes).map((b) => `box ${boxNumber(b)}`),
    ...(unrolled?.walls ?? []).map((w) => `wall ${w.letter}`),
    ...names.filter(Boolean),
    ...studs,
  ];
}

/** Reads a typed line. Never throws: what cannot be read comes back as a sentence about how to write it. */
export function readEntry(line: string, context: EntryContext): Order {
  const text = line.trim();
  const [word = '', ...others] = text.split(/\s+/);
  const rest = others.join(' ');
  const room = context.room;
  try {
    switch (word.toLowerCase()) {
      case '':
        return problem('Type a length, an opening, a box or an action; ? lists them.');
      case 'room':
        return roomOrder(rest, context);
      case 'slider':
        return opening('sliding-door', rest, context);
      case 'garage':
        return opening('garage-door', rest, context);
      case 'glass':
        return opening('fixed-glass', rest, context);
      case 'door':
      case 'window':
      case 'cased':
      case 'fireplace':
      case 'cabinet':
        return opening(word.toLowerCase() as 'door', rest, context);
      case 'lights':
        return lightsOrder(rest, context);
      case 'stud':
        return studOrder(rest, context);
      case 'panel':
        return panelOrder(rest, context);
      case 'close':
      case 'square':
      case 'spread':
        if (room === null) return problem('There is no room to close yet.');
        return order('closeRoom', {
          room,
          closing: ({ close: 'last-wall', square: 'square', spread: 'distribute' } as const)[
            word.toLowerCase() as 'close'
          ],
        });
      case 'propose':
        return order('propose', rest ? { only: rest.split(/[\s,]+/) as EditArgs<'propose'>['only'] } : {});
      case 'back':
        return room === null ? problem('There is no wall to take back.') : order('walkBack', { room });
      case 'undo':
      case 'redo':
      case 'keep':
      case 'next':
      case 'previous':
        return { kind: word.toLowerCase() as 'undo' };
      case 'go':
        return stages.includes(rest as 'walk')
          ? { kind: 'stage', stage: rest }
          : problem(`Go where? ${stages.join(', ')}.`);
      default:
        if (deviceKinds.includes(word.toLowerCase() as DeviceKind))
          return boxOrder(word.toLowerCase() as DeviceKind, rest, context);
        return chooseOrder(text, context) ?? leg(text, context);
    }
  } catch (error) {
    return problem((error as Error).message);
  }
}
