import type { MakeUpDrawing } from '../drawing/makeup.ts';
import { textWidth } from '../drawing/textWidth.ts';
import { circle, rectangle, type Figure, type Ink } from './ink.ts';

const capSize = { small: 7, middle: 9, large: 11 } as const;
const screwGrey = { brass: 0.75, silver: 1, dark: 0.25, lead: 0.75 } as const;
const wordSize = 11.5;
/** Room for what is written over the cables. */
const over = 46;

/** A cable's label in lines short enough to stand over it. */
const labelLines = (text: string): string[] => {
  const parts = text.split(' · ');
  return parts.length <= 2 ? parts : [...parts.slice(0, 2), parts.slice(2).join(' · ')];
};

/** Wires told apart without colour: black and red solid, white with two edges, bare dashed; each with its letter as well. */
function wireInk({ path, colour, letter, remarked, at }: MakeUpDrawing['wires'][number]): Ink[] {
  const from = { x: 0, y: over, scale: 1 };
  const lines: Ink[] =
    colour === 'white'
      ? [
          { kind: 'path', d: path, at: from, pen: { width: 4.2 } },
          { kind: 'path', d: path, at: from, pen: { width: 2.6, grey: 1 } },
        ]
      : [
          {
            kind: 'path',
            d: path,
            at: from,
            pen: {
              width: colour === 'bare' ? 1.8 : 3,
              grey: colour === 'red' ? 0.45 : 0,
              dash: colour === 'bare' ? [6, 2] : [],
            },
          },
        ];
  const text = `${letter}${remarked ? '*' : ''}`;
  return [
    ...lines,
    { kind: 'text', text, x: at.x + 4, y: at.y + over, size: 9, bold: true, isOnPaper: true },
  ];
}

/** A box opened flat, for paper. */
export function makeUpFigure(drawing: MakeUpDrawing, says: string): Figure {
  const { width, height } = drawing;
  const box = { x: 6, y: 54 + over, width: width - 12, height: height - 60 };
  return {
    width,
    height: height + over,
    says,
    ink: [
      { kind: 'path', d: rectangle(box), pen: { width: 2 }, fill: 0.96 },
      ...drawing.wires.flatMap(wireInk),
      ...drawing.cables.flatMap((c): Ink[] => [
        {
          kind: 'path',
          d: rectangle({ x: c.x - c.width / 2, y: 4 + over, width: c.width, height: 60 }),
          pen: { width: 1.4 },
          fill: 1,
        },
        ...(c.feed
          ? [
              {
                kind: 'path',
                d: `M${c.x} ${22 + over}l-6 10h4l-2 12 8 -14h-5l3 -8z`,
                fill: 0,
              } as const,
            ]
          : []),
        ...labelLines(c.text).map((text, k): Ink => ({
          kind: 'text',
          text,
          x: c.x,
          y: -36 + 13 * k + over,
          size: 11,
          bold: true,
          align: 'middle',
          width: Math.max(60, width / Math.max(1, drawing.cables.length) - 6),
        })),
      ]),
      ...drawing.joints.flatMap((j): Ink[] => {
        const y = j.y + over;
        const mark: Ink = j.size
          ? {
              kind: 'path',
              d: `M${j.x - capSize[j.size]} ${y + 8}L${j.x - 3} ${y - 12}h6L${j.x + capSize[j.size]} ${y + 8}Z`,
              pen: { width: 1.4 },
              fill: j.ground ? 0.8 : 1,
            }
          : { kind: 'path', d: circle({ x: j.x, y }, 5), pen: { width: 1.4 }, fill: 1 };
        const how = j.method === 'crimp' ? 'crimp' : j.method === 'cap' ? 'capped' : j.size;
        // At the right edge of the box its words stand on the other side.
        const [right, left] = [width - 10 - (j.x + 13), j.x - 23];
        const isTurned = right < left && textWidth(j.says, wordSize) > right;
        const word = (text: string, down: number): Ink => ({
          kind: 'text',
          text,
          x: isTurned ? j.x - 13 : j.x + 13,
          y: y + down,
          size: wordSize,
          align: isTurned ? 'right' : 'left',
          width: isTurned ? left : right,
          isOnPaper: true,
        });
        return [mark, word(j.says, 2), ...(j.size && how ? [word(how, 13)] : [])];
      }),
      ...drawing.devices.flatMap((d): Ink[] => [
        {
          kind: 'path',
          d: rectangle({ x: d.x - d.width / 2, y: 366 + over, width: d.width, height: 44 }),
          pen: { width: 1.6 },
          fill: 1,
        },
        {
          kind: 'text',
          text: d.text,
          x: d.x,
          y: 405 + over,
          size: 12,
          bold: true,
          align: 'middle',
          width: d.width - 6,
        },
      ]),
      ...drawing.screws.flatMap((s): Ink[] => [
        {
          kind: 'path',
          d: circle({ x: s.x, y: s.y + 4 + over }, 5),
          pen: { width: 1 },
          fill: screwGrey[s.colour],
        },
        ...s.text.split(' ').map((text, k): Ink => ({
          kind: 'text',
          text,
          x: s.x,
          y: s.y + 18 + 9 * k + over,
          size: 9,
          align: 'middle',
        })),
      ]),
    ],
  };
}
