import {
  boxNumber,
  compareIds,
  deviceWords,
  devicesIn,
  drillingWords,
  entryOf,
  formatLength,
  isOnWall,
  type Mark,
  type WallDrilling,
} from '@fieldchalk/core';
import { roomFigures, type RoomShown } from '@fieldchalk/core/figures';
import { column, heading, table, text, type Block } from '../layout/blocks.ts';
import { figureScale, type MadeSheet, paneOf, type SheetJob, sheetOf } from './job.ts';
import { cableKey } from './plans.ts';

/** Boxes in the faces a room sees, wall by wall as they stand on the drawing. */
function marksOf(
  { plan, result, rooms }: SheetJob,
  room: string,
): { letter: string; box: string; mark: Mark }[] {
  const walls = rooms[room]?.walls ?? [];
  return walls.flatMap((w) =>
    Object.entries(result.marks)
      .filter(([box, m]) => {
        const into = (m.at - w.origin) * w.sign;
        return (
          m.wall === w.wall && m.side === w.side && into > -0.1 && into < w.length + 0.1 && plan.boxes[box]
        );
      })
      .sort(([, a], [, b]) => (a.at - b.at) * w.sign)
      .map(([box, mark]) => ({ letter: w.letter, box, mark })),
  );
}

const studWords = ({ stud, studSide }: Mark): string =>
  stud === null ? 'between studs' : `stud ${stud}${studSide ? `, ${studSide} face` : ''}`;

const fixingWords: Readonly<Record<Mark['fixing'], string>> = {
  nail: '',
  screw: 'screws',
  wings: 'wings in a closed wall',
  backing: '',
  powder: 'powder-driven pins',
  there: '',
};

const backingWords = ({ backing, fixing, reason }: Mark): string =>
  [
    backing ? `${backing.size} ${formatLength(backing.length)} between studs` : '',
    fixingWords[fixing],
    reason,
  ]
    .filter(Boolean)
    .join('; ');

function markTable(job: SheetJob, room: string): Block {
  const { plan } = job;
  return table(
    [
      column('Wall', 1, { bold: true }),
      column('Box', 1.2, { bold: true }),
      column('What is in it', 5),
      column('Nailed to', 3.4),
      column('Bottom from subfloor', 2.6),
      column('Middle from finished floor', 2.8),
      column('Out from stud', 2),
      column('Also', 4),
    ],
    marksOf(job, room).map(({ letter, box, mark }) => [
      letter,
      boxNumber(box),
      `${
        devicesIn(plan, box)
          .map(([, d]) => deviceWords(d.kind))
          .join(', ') || 'empty'
      }${plan.boxes[box]?.existing ? ' (there already)' : ''}`,
      studWords(mark),
      formatLength(mark.bottomFromSubfloor),
      formatLength(mark.centerFromFinished),
      formatLength(mark.setback),
      backingWords(mark),
    ]),
  );
}

/** The drilling of the walls of a room, or of any walls. */
export function drillingTable(job: SheetJob, walls: readonly WallDrilling[], room?: string): Block {
  return table(
    [
      column('Wall', 4, { bold: true }),
      column('What', 3),
      column('Where', 3),
      column('Bit', 1.4),
      column('Holes', 1.2, { align: 'right' }),
      column('Also', 7),
    ],
    walls.flatMap(({ wall, lines }) =>
      lines.map((line) => {
        const { what, where, also } = drillingWords(line);
        return [
          room ? job.names.wallIn(room, wall) : job.names.wall(wall),
          what,
          where,
          formatLength(line.bit),
          `${line.count}`,
          also,
        ];
      }),
    ),
  );
}

function figuresOf(job: SheetJob, room: string, shown: RoomShown): Block[] {
  const unrolled = job.rooms[room];
  if (!unrolled || unrolled.walls.length === 0) return [];
  const pane = paneOf(job, shown === 'marks' ? 20 : 70);
  return roomFigures(job.plan, job.result, { room, unrolled, shown, pane, changed: job.changed }).map(
    (figure) => ({ kind: 'figure', figure, scale: figureScale }),
  );
}

function runsOf(job: SheetJob, room: string): Block[] {
  const walls = new Set(job.rooms[room]?.walls.map((w) => w.wall));
  const drilled = job.result.drilling.filter((d) => walls.has(d.wall));
  const hasCable = Object.values(job.plan.runs).some(({ from, to }) =>
    [from, to].some((end) => {
      const on = end === null ? undefined : job.plan.boxes[end]?.on;
      return on && isOnWall(on) && walls.has(on.wall);
    }),
  );
  if (drilled.length === 0 && !hasCable) return [];
  return [
    heading('Cable and holes'),
    ...figuresOf(job, room, 'runs'),
    { kind: 'figure', figure: cableKey(job), scale: figureScale },
    ...(drilled.length > 0 ? [heading('Drilling', 3), drillingTable(job, drilled, room)] : []),
  ];
}

/** A sheet for every room with walls: its marks, then its cable and holes. */
export function roomSheets(job: SheetJob): MadeSheet[] {
  const { plan, names } = job;
  return Object.keys(plan.rooms)
    .sort(compareIds)
    .flatMap((room): MadeSheet[] => {
      const marks = figuresOf(job, room, 'marks');
      if (marks.length === 0) return [];
      const level = entryOf(plan.rooms, room).level;
      const many = Object.keys(plan.levels).length > 1;
      const title = `${names.room(room)}${many ? `, ${entryOf(plan.levels, level).name || level}` : ''}: walls`;
      return [
        sheetOf(job, `room ${room}`, title.charAt(0).toUpperCase() + title.slice(1), [
          ...marks,
          heading('Marks'),
          markTable(job, room),
          text(
            'Walls are seen from inside, to the right as one turns. Studs are numbered from the end their wall is laid out from.',
          ),
          ...runsOf(job, room),
        ]),
      ];
    });
}
