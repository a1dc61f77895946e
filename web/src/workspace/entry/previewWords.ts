import { boxNumber, deviceWords, type EditArgs, formatLength, type Plan } from '@fieldchalk/core';
import type { Unrolled } from '@fieldchalk/core/drawing';
import type { Shown } from '../../worker/answer.ts';

/** What is shown while an edit is only tried: the plan before and as it would be, and what is made of it. */
export interface TriedOut {
  readonly before: Plan;
  readonly after: Plan;
  readonly shown: Shown;
  /** The room in hand. */
  readonly unrolled: Unrolled | null;
}

const added = (before: object, after: object): string[] => Object.keys(after).filter((id) => !(id in before));

function boxWords(id: string, { after, shown, unrolled }: TriedOut): string {
  const mark = shown.marks[id];
  const kind = Object.values(after.devices).find((d) => d.box === id)?.kind;
  const what = `${kind ? deviceWords(kind) : 'box'} ${boxNumber(id)}`;
  if (!mark) return what;
  const seen = unrolled?.walls.find((w) => w.wall === mark.wall && w.side === mark.side);
  const wall = seen ?? unrolled?.walls.find((w) => w.wall === mark.wall);
  const face = wall && !seen ? ', outside' : '';
  const along = wall ? (mark.at - wall.origin) * wall.sign : null;
  return [
    wall ? `${what}, wall ${wall.letter}${face}` : what,
    along === null ? '' : `${formatLength(along)} from the left corner`,
    mark.stud === null ? '' : `stud ${mark.stud}`,
    `bottom ${formatLength(mark.bottomFromSubfloor)}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** In a few words, what a line would do: “receptacle 5, wall A · 5′ from the left corner · stud 6 · bottom 15⅛″”. Empty where there is nothing to add to the line. */
export function previewWords(tried: TriedOut): string {
  const { before, after } = tried;
  const boxes = added(before.boxes, after.boxes);
  const [box] = boxes;
  if (box !== undefined && boxes.length === 1) return boxWords(box, tried);
  if (boxes.length > 1) return `${boxes.length} boxes more`;
  const [opening] = added(before.openings, after.openings).flatMap((id) => after.openings[id] ?? []);
  if (opening)
    return `${opening.kind.replaceAll('-', ' ')} ${formatLength(opening.width)} wide, head at ${formatLength(opening.head)}`;
  const walls = added(before.walls, after.walls);
  if (walls.length > 0) return walls.length === 1 ? 'one wall more' : `${walls.length} walls more`;
  const [panel] = added(before.panels, after.panels).flatMap((id) => after.panels[id] ?? []);
  if (panel) return `panel ${panel.name || 'without a name'}, cable leaves it ${panel.on.leaves}`;
  const [room] = added(before.rooms, after.rooms).flatMap((id) => after.rooms[id] ?? []);
  if (room) return `room ${room.name}, as a ${room.use}: type its first wall next`;
  return '';
}

/** What a proposal would lay out, without working it out. */
export function proposeWords({ only, anew }: EditArgs<'propose'>): string {
  const called: Partial<Record<string, string>> = { runs: 'cable', models: 'box models' };
  const what = only ? only.map((kind) => called[kind] ?? kind).join(' and ') : 'boxes, circuits and cable';
  return anew ? `${what} anew; what is pinned stays` : `${what} where they are missing`;
}
