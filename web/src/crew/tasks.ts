import {
  boxNumber,
  deviceWords,
  entryOf,
  formatLength,
  hasWay,
  must,
  namesOf,
  type Plan,
  type Result,
  type Unrolled,
  toDrill,
} from '@fieldchalk/core';
import type { MarkRecord } from '@fieldchalk/contracts';
import { boxRects, holesOn, type RibbonBox, type RibbonHole } from '@fieldchalk/core/drawing';

/** One thing to do and tick off: what it is in big letters, and what one needs to know to do it. */
export interface Task {
  readonly kind: MarkRecord['kind'];
  readonly about: string;
  /** What it is about, as it is called on site, where a sentence names it. */
  readonly name?: string;
  readonly big: string;
  readonly small: string;
  /** What a tick keeps of it, besides what is big: where it is otherwise than that, it has to be done anew. */
  readonly where?: string;
}

/** What a tick keeps of a task. */
export const stoodOf = ({ big, where }: Task): string => (where ? `${big}, ${where}` : big);

/** How a thing was when it was ticked, where it is otherwise now; null where it is as it was, or nobody noted it. */
export function changedSince(
  task: Task,
  mark: { readonly done: boolean; readonly stood?: string } | undefined,
): string | null {
  return mark?.done && mark.stood && mark.stood !== stoodOf(task) ? mark.stood : null;
}

/** What each kind of work is called over its ticks, in the order of the work. */
export const taskHeadings = {
  box: 'Boxes',
  hole: 'Holes',
  pull: 'Pull',
  staple: 'Staple',
  makeup: 'Make up',
} as const satisfies Record<MarkRecord['kind'], string>;

/** Boxes as they are nailed: one setting of the jig after another, lowest first, and along each from left to right. */
export function nailingOrder(boxes: readonly RibbonBox[], marks: Result['marks']): RibbonBox[] {
  const setting = (b: RibbonBox) => Math.round(entryOf(marks, b.id).bottomFromSubfloor * 16);
  return [...boxes].sort((a, b) => setting(a) - setting(b) || a.x - b.x);
}

function holdWords(mark: Result['marks'][string]): string {
  const on = `stud ${mark.stud}, ${mark.studSide} face`;
  switch (mark.fixing) {
    case 'backing':
      return `first a ${must(mark.backing, 'the backing').size} block, ${formatLength(must(mark.backing, 'the backing').length)}, between studs ${must(mark.backing, 'the backing').between.join(' and ')}`;
    case 'wings':
      return 'cut in, held by its wings';
    case 'powder':
      return 'powder-actuated fasteners: trained users, eye and ear protection';
    case 'screw':
      return `${on}, screws`;
    default:
      return on;
  }
}

/** What a box holds from left to right. */
function contents(plan: Plan, box: string): string {
  const held = Object.values(plan.devices).filter((d) => d.box === box);
  const kinds = held.sort((a, b) => a.slot - b.slot).map((d) => deviceWords(d.kind));
  return kinds.length === 0 ? 'empty' : kinds.join(' + ');
}

function boxTask(b: RibbonBox, plan: Plan, result: Result): Task {
  const mark = entryOf(result.marks, b.id);
  const { reason } = entryOf(plan.boxes, b.id);
  const parts = [
    `Box ${b.label} ${contents(plan, b.id)}`,
    holdWords(mark),
    `face ${formatLength(mark.setback)} ahead of the stud`,
    ...(reason ? [reason] : []),
  ];
  return {
    kind: 'box',
    about: b.id,
    big: `${formatLength(mark.bottomFromSubfloor)} bottom`,
    small: parts.join(' · '),
    // One that is cut in, or held by backing, is on no stud.
    where: `${mark.stud === null ? '' : `stud ${mark.stud}, `}${formatLength(mark.at)} along its wall`,
  };
}

/** What is written on a cable, its two ends parted by a stroke; data cable goes by its id. */
const labelsOf = (result: Result, run: string) =>
  result.labels
    .filter((l) => l.run === run)
    .map((l) => `“${l.text}”`)
    .join(' / ') || run;

function cableTasks(ids: ReadonlySet<string>, plan: Plan, result: Result): Task[] {
  const names = namesOf(plan);
  const ends = (id: string) =>
    [entryOf(plan.runs, id).from, entryOf(plan.runs, id).to].map(names.end).join(' → ');
  // Of one that finds no way nobody knows how long it is cut.
  const laid = Object.keys(result.runs).filter((id) => hasWay(entryOf(result.runs, id)));
  return laid
    .filter((id) => ids.has(entryOf(plan.runs, id).from) || ids.has(entryOf(plan.runs, id).to ?? ''))
    .flatMap((id): Task[] => [
      {
        kind: 'pull',
        about: id,
        big: `Cut ${formatLength(entryOf(result.runs, id).length.told)}`,
        small: `${entryOf(result.runs, id).cable} · ${ends(id)} · label ${labelsOf(result, id)}`,
      },
      { kind: 'staple', about: id, big: `${entryOf(result.runs, id).staples} staples`, small: ends(id) },
    ]);
}

/** Boxes to make up: how many cables come in, and the connectors to have in the pouch. */
function makeUpTasks(boxes: readonly string[], plan: Plan, result: Result): Task[] {
  return boxes.flatMap((id): Task[] => {
    const m = result.makeup[id];
    if (!m) return [];
    const connectors = Object.entries(m.connectors).flatMap(([size, n]) => (n > 0 ? [`${n} ${size}`] : []));
    return [
      {
        kind: 'makeup',
        about: id,
        name: `box ${boxNumber(id)}`,
        big: `Box ${boxNumber(id)}: ${m.cables.length} ${m.cables.length === 1 ? 'cable' : 'cables'}`,
        small: `${contents(plan, id)} · ${connectors.join(', ') || 'no connectors'}`,
      },
    ];
  });
}

const isInPlate = ({ role }: RibbonHole): boolean => role === 'top-plate' || role === 'bottom-plate';

const memberWords = (h: RibbonHole): string =>
  h.number === null ? h.role.replace('-', ' ') : `stud ${h.number}`;

/** Everything to do on one wall, in the order of the work. Boxes that are there already are not nailed. */
export function wallTasks(plan: Plan, result: Result, wall: Unrolled): Task[] {
  const boxes = boxRects(plan, result, wall).filter((b) => !entryOf(plan.boxes, b.id).existing);
  const holes = toDrill(holesOn(result, wall)).sort((a, b) => a.x - b.x);
  return [
    ...nailingOrder(boxes, result.marks).map((b) => boxTask(b, plan, result)),
    ...holes.map((h): Task => ({
      kind: 'hole',
      about: h.hole,
      big: isInPlate(h) ? `${formatLength(h.at)} along` : `${formatLength(h.z)} up`,
      small: `${formatLength(h.diameter)} hole · ${memberWords(h)} · ${h.cables} cable${h.cables > 1 ? 's' : ''}`,
    })),
    ...cableTasks(new Set(boxes.map((b) => b.id)), plan, result),
    ...makeUpTasks(
      boxes.map((b) => b.id),
      plan,
      result,
    ),
  ];
}

/** Everything to do on a room's ceiling: boxes and hanging tails by their distance from the walls, then their cables. */
export function ceilingTasks(
  plan: Plan,
  result: Result,
  room: string,
  letter: (wall: string) => string,
  tail: number,
): Task[] {
  const own = Object.entries(result.ceilings).filter(([, c]) => c.room === room);
  const boxes = own.map(([id, c]): Task => {
    const wafer = result.boxes[id]?.model === 'none';
    return {
      kind: 'box',
      about: id,
      big: c.from.map((f) => `${formatLength(f.distance)} from ${letter(f.wall)}`).join(', '),
      small: `Box ${boxNumber(id)} ${contents(plan, id)} · ${wafer ? `no box: leave ${formatLength(tail)} of cable hanging, clear of the joists` : 'to the middle of the box'}`,
    };
  });
  const ids = own.map(([id]) => id);
  return [...boxes, ...cableTasks(new Set(ids), plan, result), ...makeUpTasks(ids, plan, result)];
}
