import { compareIds } from '@fieldchalk/core';
import {
  cablePen,
  polygon,
  rectangle,
  segment,
  signInk,
  signWords,
  type Figure,
  type Ink,
  type SignKind,
} from '@fieldchalk/core/figures';
import { column, heading, table, type Block } from '../layout/blocks.ts';
import { figureScale, type MadeSheet, type SheetJob, sheetOf } from './job.ts';

interface Entry {
  readonly draw: (middle: { x: number; y: number }) => readonly Ink[];
  readonly says: string;
}

const step = 25;
/** Signs under each other with what they stand for. */
function keyFigure(says: string, entries: readonly Entry[], columns = 2): Figure {
  const rows = Math.ceil(entries.length / columns);
  const wide = 380;
  return {
    width: wide * columns,
    height: rows * step,
    says,
    ink: entries.flatMap((entry, i): Ink[] => {
      const x = Math.floor(i / rows) * wide;
      const y = (i % rows) * step + step / 2;
      return [
        ...entry.draw({ x: x + 32, y }),
        { kind: 'text', text: entry.says, x: x + 76, y: y + 4.5, size: 12, width: wide - 84 },
      ];
    }),
  };
}

const letters = [
  ['L', 'Light on a ceiling'],
  ['W', 'Wafer light'],
  ['F', 'Fan'],
  ['V', 'Bath fan'],
  ['A', 'Smoke or CO alarm'],
  ['O', 'Door opener'],
  ['R', 'Receptacle in a floor'],
  ['J', 'Splice'],
] as const;

function lettered(letter: string): Entry['draw'] {
  return (at) => [
    ...signInk('other', at, 9, 1).slice(0, 1),
    { kind: 'text', text: letter, x: at.x, y: at.y + 3.4, size: 9.5, bold: true, align: 'middle' },
  ];
}

const fills = [
  [1, 'Planned'],
  [0, 'Kept: decided, stays where it is'],
  ['hatch', 'There already'],
] as const;

const square = (at: { x: number; y: number }, half: number) =>
  rectangle({ x: at.x - half, y: at.y - half, width: 2 * half, height: 2 * half });

const things: Entry[] = [
  {
    draw: (at) => [{ kind: 'path', d: square(at, 10), fill: 'stipple', pen: { width: 1 } }],
    says: 'Closed wall: what is in it is only known',
  },
  { draw: (at) => [{ kind: 'path', d: square(at, 9), fill: 0 }], says: 'Panel, on a plan' },
  {
    draw: (at) => [{ kind: 'path', d: square(at, 9), fill: 0.6, pen: { width: 0.8 } }],
    says: 'Something in the way in a wall',
  },
  {
    draw: (at) => [{ kind: 'path', d: square(at, 9), pen: { width: 0.8, grey: 0.35, dash: [2, 2] } }],
    says: 'Box of the room behind',
  },
  {
    draw: (at) => [
      {
        kind: 'path',
        d: segment({ x: at.x - 22, y: at.y }, { x: at.x + 22, y: at.y }),
        pen: { width: 0.7, grey: 0.25, dash: [1.2, 3] },
      },
    ],
    says: 'From a switch to what it works',
  },
  {
    draw: (at) => [
      {
        kind: 'path',
        d: polygon([
          { x: at.x - 6, y: at.y - 5 },
          { x: at.x + 6, y: at.y - 5 },
          { x: at.x, y: at.y + 6 },
        ]),
        fill: 0,
      },
    ],
    says: 'Cable leaves here for a panel elsewhere',
  },
];

/** What the signs of the sheets stand for. */
export function keySheet(job: SheetJob): MadeSheet {
  const figure = (title: string, entries: readonly Entry[]): Block[] => [
    heading(title),
    { kind: 'figure', figure: keyFigure(title, entries), scale: figureScale },
  ];
  const cables = [...new Set(Object.values(job.result.runs).map((r) => r.cable))].sort(compareIds);
  return sheetOf(job, 'key', 'Signs', [
    ...figure(
      'Boxes on walls',
      (Object.keys(signWords) as SignKind[]).map((kind) => ({
        draw: (at) => signInk(kind, at, 8, 1),
        says: signWords[kind],
      })),
    ),
    ...figure(
      'On ceilings and floors',
      letters.map(([letter, says]) => ({ draw: lettered(letter), says })),
    ),
    ...figure(
      'How far a box is decided',
      fills.map(([fill, says]) => ({ draw: (at) => signInk('receptacle', at, 8, fill), says })),
    ),
    ...figure('Other things', things),
    ...(cables.length > 0
      ? figure(
          'Cables',
          cables.map((cable) => ({
            draw: (at) => [
              {
                kind: 'path',
                d: segment({ x: at.x - 24, y: at.y }, { x: at.x + 24, y: at.y }),
                pen: cablePen(cable),
              },
            ],
            says: cable === 'data' ? 'Data cable' : `${cable} cable, with its ground`,
          })),
        )
      : []),
    heading('Words'),
    table(
      [column('Word', 2, { bold: true }), column('What it means here', 9)],
      [
        ['Bottom from subfloor', 'From the subfloor to the bottom edge of the box: what a story pole gives.'],
        ['Middle from finished floor', 'From the floor as it will be to the middle of the box.'],
        ['Out from stud', 'How far the front of the box stands out from the stud.'],
        ['Stud 5, left face', 'Studs are numbered along their wall; left and right as one faces it.'],
      ],
    ),
  ]);
}
